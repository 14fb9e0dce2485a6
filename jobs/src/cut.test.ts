import { evaluate } from '@overcoat/core/evaluate';
import type { Pin } from '@overcoat/core/model';
import { nestedCost, nestedLines } from '@overcoat/core/order/cutting';
import { USUAL_CHOICES } from '@overcoat/core/order/pieces';
import { USUAL_PAY } from '@overcoat/core/order/pipeline';
import { perigee as design, library } from '@overcoat/core/testing';
import { expect, it } from 'vitest';
import type { Cutting } from './cut.ts';
import { runJob } from './jobs.ts';

const { shell, brief, variants } = design!;

it('lays every piece, tells the best so far, and is cheaper than the estimate', async () => {
  const placement = variants[0]!.design;
  const shown: number[] = [];
  const outcome = await runJob(
    {
      kind: 'cutting',
      materials: [],
      prices: [],
      design: { shell, brief },
      ask: {
        placement,
        by: USUAL_PAY,
        seconds: 2.5,
        from: null,
      },
    },
    (_, soFar) => {
      if (soFar) shown.push((soFar as Cutting).groups.reduce((sum, g) => sum + g.layout!.nest.cost, 0));
    },
  );
  if (!outcome.ok) throw new Error(outcome.message);
  const { groups } = outcome.answer as Cutting;
  for (const { pieces, layout, unfit } of groups) {
    expect(unfit).toEqual([]);
    expect(layout!.nest.laid.map(l => l.piece).sort()).toEqual(pieces.map(p => p.id).sort());
    expect(layout!.nest.cost).toBeGreaterThanOrEqual(layout!.leastCost - 1e-9);
  }
  const cost = groups.reduce((sum, g) => sum + g.layout!.nest.cost, 0);
  // What is shown only ever gets cheaper, and the last of it is the answer.
  expect(shown).toEqual([...shown].sort((a, b) => b - a));
  expect(shown.at(-1)!).toBeGreaterThanOrEqual(cost);
  const lines = evaluate(design!, placement, library).order.lines.filter(l =>
    groups.some(g => g.material === l.material && Math.abs(g.thickness - l.stock.thickness) < 1e-6),
  );
  // The lines of the order as they lie come to the same, piece for piece.
  const { order } = evaluate(design!, placement, library);
  const nested = nestedLines(order.lines, (outcome.answer as Cutting).groups, library);
  expect(nested.reduce((sum, l) => sum + l.cost, 0)).toBeCloseTo(
    nestedCost(order, (outcome.answer as Cutting).groups),
    6,
  );
  for (const l of nested) expect(l.used).toBeLessThanOrEqual(1 + 1e-9);
  // The shelf rule's sheets, bought for rectangles.
  expect(cost).toBeLessThan(0.95 * lines.reduce((sum, l) => sum + l.cost, 0));
}, 60_000);

it('a rectangle pinned half a turn round, and choices the design has moved away from, take nothing down', async () => {
  const placement = variants[0]!.design;
  const ask = (pins: Pin[], choices = USUAL_CHOICES) => ({
    placement,
    by: { ...USUAL_PAY, pins, choices },
    seconds: 0.3,
    from: null,
  });
  const lay = async (pins: Pin[], choices = USUAL_CHOICES) => {
    const bare = { materials: [], prices: [], design: { shell, brief } };
    const outcome = await runJob({ ...bare, kind: 'cutting', ask: ask(pins, choices) });
    if (!outcome.ok) throw new Error(outcome.message);
    return outcome.answer as Cutting;
  };
  const { groups } = await lay([]);
  const group = groups.find(g => g.pieces.some(p => p.outline.length === 4 && p.turns.includes(180)))!;
  const piece = group.pieces.find(p => p.outline.length === 4 && p.turns.includes(180))!;
  const at = group.layout!.nest.laid.find(l => l.piece === piece.id)!;
  const turned = { group: group.key, ...at, turn: (at.turn + 180) % 360 };
  const kept = (await lay([turned])).groups.find(g => g.key === group.key)!;
  expect(kept.pinned).toEqual([piece.id]);
  expect(kept.layout!.nest.laid.find(l => l.piece === piece.id)).toMatchObject({ x: at.x, y: at.y });
  // Pins off the sheet, of pieces that are gone, on sheets nobody sells: told as lost, all else lies as it did.
  const gone: Pin[] = [
    { ...turned, x: 100 },
    { ...turned, piece: 'Z9 fill' },
    { ...turned, stock: '99' },
    { ...turned, turn: 33 },
  ];
  const left = (await lay(gone)).groups.find(g => g.key === group.key)!;
  expect(left.pinned).toEqual([]);
  expect(left.layout!.nest.laid).toHaveLength(group.pieces.length);
  const odd = {
    ...USUAL_CHOICES,
    trims: [{ piece: 'Z9 fill', edge: 'TOP' as const, by: 0.002 }],
    panels: [{ id: 'p', name: 'old', zone: 'Z', along: 0, up: 0, width: 1, height: 1, marks: [] }],
  };
  expect((await lay([], odd)).groups.every(g => g.layout !== null)).toBe(true);
});
