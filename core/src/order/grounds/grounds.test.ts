import { describe, expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import type { FixedPanel } from '../../model/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { cutPieces, USUAL_CHOICES } from '../pieces/index.ts';
import { workHours } from '../work/index.ts';
import { checkPanels, type Spacing, weighSpacings } from './index.ts';

const { shell } = perigee;
const placement = perigee.variants[0]!.design;
const laid = layUp(shell, placement, library);
const floor = shell.zones.find(z => z.kind === 'floor')!;
const buildUp = placement.buildUps.find(b => b.name === 'Floor')!;
const batten = buildUp.layers.find(l => l.role === 'batten')!;
const weigh = (panels: FixedPanel[] = [], from = shell) =>
  weighSpacings(from.zones.find(z => z.id === floor.id)!, buildUp.id, from, placement, laid, library, {
    panels,
    corner: null,
  });
const panel = (put: Partial<FixedPanel>): FixedPanel => ({
  id: 'p1',
  name: 'old panel',
  zone: 'L',
  along: 0,
  up: 0.1,
  width: 0.5,
  height: 0.4,
  marks: [],
  ...put,
});
const says = (panels: FixedPanel[]) => checkPanels(shell, placement, laid, panels).map(f => f.says);

describe('spacing of battens', () => {
  const all = weigh();
  const now = all.find(s => s.now)!;
  it('is weighed with the one there is among them, each choice once, one of them the least work that is stiff', () => {
    expect(now.spacing).toBe('spacing' in batten ? batten.spacing : 0);
    expect(new Set(all.map(s => `${s.battens} ${s.widest.toFixed(6)}`)).size).toBe(all.length);
    const stiff = all.filter(s => s.fails.length === 0);
    expect(stiff.length).toBeGreaterThan(0);
    const best = all.filter(s => s.best);
    expect(best.length).toBeGreaterThan(0);
    for (const b of best) for (const s of stiff) expect(b.hours[1]).toBeLessThanOrEqual(s.hours[1] + 1e-9);
  });
  it('closer takes more battens, more metres and weight in step, and narrower spaces', () => {
    for (const [i, s] of all.entries()) {
      const o = all[i - 1];
      if (!o) continue;
      expect(s.battens).toBeLessThanOrEqual(o.battens);
      expect(s.widest).toBeGreaterThanOrEqual(o.widest - 1e-9);
      expect(s.mass / o.mass).toBeCloseTo(s.metres / o.metres, 9);
      expect(s.cost / o.cost).toBeCloseTo(s.metres / o.metres, 9);
    }
    // By hand: every batten is as long as the floor is wide there, 12.5 kg/m³-worth of 38 x 25 softwood.
    const width = 'width' in batten ? batten.width : 0;
    expect(now.mass).toBeCloseTo(now.metres * width * batten.thickness * 500, 9);
  });
  it('counts as work what is cut and put in: battens, boards by their settings, wood under edges', () => {
    const minutes =
      now.battens * 10 +
      (now.edges - now.edgesMet + now.cross) * 12 +
      (now.boards - now.sizes) * 3 +
      now.sizes * 6;
    expect(now.hours[1]).toBeCloseTo(minutes / 60, 9);
    expect(workHours({ batten: 6 })).toEqual([0.6, 1, 1.6]);
    expect(now.hours[0]).toBeLessThan(now.hours[1]);
  });
  it('is worth less work where an edge of furniture lies on a batten', () => {
    const spot = (along: number, up: number) => ({
      along: { basis: 'measured' as const, value: along, entered: `${along}` },
      up: { basis: 'measured' as const, value: up, entered: `${up}` },
    });
    const withLine = (along: number) =>
      weigh([], {
        ...shell,
        zones: shell.zones.map(z =>
          z.id === floor.id
            ? {
                ...z,
                lines: [
                  {
                    id: 'l1',
                    kind: 'furniture' as const,
                    name: 'locker',
                    from: spot(along, 0.2),
                    to: spot(along, 0.9),
                  },
                ],
              }
            : z,
        ),
      }).find(s => s.now)!;
    const plain = weigh([], { ...shell, zones: shell.zones }).find(s => s.now)!;
    const width = 'width' in batten ? batten.width : 0;
    const on = withLine(width / 2);
    const off = withLine(width / 2 + 0.1);
    expect(on.edgesMet).toBe(plain.edgesMet + 1);
    expect(off.edgesMet).toBe(plain.edgesMet);
    expect(off.hours[1] - on.hours[1]).toBeCloseTo(12 / 60, 9);
  });
  it('is nothing where there are no battens', () => {
    const walls = placement.buildUps.find(b => b.name === 'Walls')!;
    const left = shell.zones.find(z => z.id === 'L')!;
    expect(weighSpacings(left, walls.id, shell, placement, laid, library, USUAL_CHOICES)).toEqual([]);
  });
});

describe('panels that are there already', () => {
  // Ribs of the left wall, by their middles.
  const left = shell.zones.find(z => z.id === 'L')!;
  const first = left.bays.filter(b => b.station === 1)[0]!;
  const rib = first.width.value + left.ribs.find(r => r.after === 1)!.width.value / 2;
  it('are fine where they end on ribs and their marks find them', () => {
    expect(says([panel({ width: rib, marks: [rib] })])).toEqual(['Every mark finds wood or steel.']);
  });
  it('are told where an end hangs free, and by how much', () => {
    const width = left.ribs.find(r => r.after === 1)!.width.value;
    const [what] = says([panel({ width: rib + width / 2 + 0.043 })]);
    expect(what).toMatch(/Its rear end lies ⟦0\.04\d+⟧ beside the nearest rib/);
  });
  it('are told which marks find nothing, and the move that helps', () => {
    const width = left.ribs.find(r => r.after === 1)!.width.value;
    const found = checkPanels(shell, placement, laid, [
      panel({ along: 0.05, width: rib - 0.05, marks: [rib - 0.05 - width / 2 - 0.02] }),
    ]).find(f => !f.ok && f.says.includes('marks'))!;
    expect(found.says).toContain('1 of 1 marks find nothing');
    expect(Number(/Moved ⟦([\d.]+)⟧ to the rear/.exec(found.says)![1])).toBeCloseTo(0.018, 3);
  });
  it('are refused outside their zone, over one another, over a window, and in a zone that went', () => {
    expect(says([panel({ along: left.length.value - 0.1, width: 0.3 })])[0]).toContain(
      'beyond the left wall',
    );
    expect(says([panel({ width: rib }), panel({ id: 'p2', name: 'other', width: rib })])).toContain(
      'It lies over old panel.',
    );
    expect(says([panel({ zone: 'gone' })])).toEqual(['There is no gone any longer: say where it goes.']);
    const opening = shell.zones.flatMap(z => z.openings.map(o => ({ zone: z, o })))[0]!;
    const whole = panel({
      zone: opening.zone.id,
      up: 0,
      width: opening.zone.length.value,
      height: opening.zone.height.value,
    });
    expect(says([whole]).some(s => s.includes(opening.o.id))).toBe(true);
  });
  it('get a batten under their ends where there are battens', () => {
    expect(says([panel({ zone: floor.id, along: 0.33, width: 0.3 })])).toEqual([
      'A batten is put under its front end.',
      'A batten is put under its rear end.',
    ]);
  });
});

it('an angled panel across the corners asks for a cross-piece in each space of the ceiling’s battens, on both sides', () => {
  const copy = structuredClone(placement);
  const ceiling = shell.zones.find(z => z.kind === 'ceiling')!;
  const host = copy.buildUps.find(b => b.id === copy.zones[ceiling.id])!;
  host.layers.splice(-1, 0, { ...structuredClone(batten), id: 'ceiling-batten' });
  const again = layUp(shell, copy, library);
  const [of, plain] = [0.15, null].map(
    corner =>
      weighSpacings(ceiling, host.id, shell, copy, again, library, { panels: [], corner }).find(s => s.now)!,
  ) as [Spacing, Spacing];
  expect(plain.cross).toBe(0);
  expect(of.cross).toBe(2 * (of.battens - 1));
  expect(of.hours[1] - plain.hours[1]).toBeCloseTo((of.cross * 12) / 60, 9);
  const pieces = cutPieces(shell, copy, again, library, { ...USUAL_CHOICES, corner: 0.15 });
  expect(pieces.filter(p => p.lies && p.zone === ceiling.id)).toHaveLength(of.cross);
});
