import { expect, it } from 'vitest';
import { applySchool } from '../../buildup/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import type { Placement } from '../../model/index.ts';
import { perigee as design, library } from '../../testing/index.ts';
import { difference, zoneFigures } from './index.ts';

const { shell } = design;
const figures = (placement: Placement) => zoneFigures(shell, placement, evaluate(design, placement, library));
const [board, foam] = ['board-foil', 'bonded-foam'].map(s => applySchool(shell, s, library)) as [
  Placement,
  Placement,
];

it('zones sum to the van: heat, mass and money', () => {
  const e = evaluate(design, board, library);
  const zones = figures(board);
  const sum = (of: (z: (typeof zones)[number]) => number) => zones.reduce((s, z) => s + of(z), 0);
  expect(sum(z => z.heat)).toBeCloseTo(e.heat.loss, 9);
  expect(sum(z => z.mass)).toBeCloseTo(e.load.mass, 9);
  expect(sum(z => z.money)).toBeCloseTo(e.order.cost, 6);
  const worst = Math.max(...zones.map(z => z.damp.water));
  expect(worst).toBeCloseTo(e.damp.most.likely, 9);
});

it('two placements differ where they differ, the warmest change first, and not from themselves', () => {
  const [a, b] = [figures(board), figures(foam)];
  expect(difference(a, a)).toEqual([]);
  const found = difference(a, b);
  expect(found.length).toBeGreaterThan(5);
  const changes = found.map(d => Math.abs(d.b.heat - d.a.heat));
  expect(changes).toEqual([...changes].sort((x, y) => y - x));
  // Only one zone changed: only that one is told, but for those whose neighbours it is.
  const one: Placement = {
    ...board,
    buildUps: [...board.buildUps, { ...foam.buildUps[0]!, id: 'other' }],
    zones: { ...board.zones, F: 'other' },
  };
  expect(difference(a, figures(one)).map(d => d.zone)).toContain('F');
  expect(difference(a, figures(one)).length).toBeLessThanOrEqual(3);
});
