import { describe, expect, it } from 'vitest';
import { applySchool } from '../../buildup/index.ts';
import { demoDesigns } from '../../demo/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import { makeLibrary } from '../../materials/index.ts';
import { assumed, type Layer, type Use } from '../../model/index.ts';
import { wetCells } from './wetCell.ts';

const library = makeLibrary([], []);
const design = demoDesigns(library)[0]!;
const shower: Use = {
  id: 'shower',
  zone: 'L',
  kind: 'shower',
  name: 'shower',
  along: assumed(0.1),
  up: assumed(0.05),
  width: assumed(0.6),
  height: assumed(1.5),
  rises: false,
};
const shell = { ...design.shell, uses: [...design.shell.uses, shower] };

function cell(layers: [Layer['role'], string, number][], seams: 'taped' | 'butted' = 'taped') {
  const made = layers.map(([role, material, thickness], i) => ({ id: `y${i}`, role, material, thickness }));
  const placement = applySchool(shell, 'board-foil', library);
  const buildUps = placement.buildUps.map(b => ({ ...b, layers: made as Layer[], seams }));
  return wetCells(shell, evaluate({ ...design, shell }, { ...placement, buildUps }, library), library)[0]!;
}

describe('a shower', () => {
  it('is a wet cell of the bays that it stands against, and of no other', () => {
    const { bays } = cell([['finish', 'vinyl', 0.002]]);
    expect(bays.length).toBeGreaterThan(1);
    expect(bays.every(b => b.bay.startsWith('L'))).toBe(true);
    expect(bays.map(b => b.bay)).not.toContain('L7w');
    expect(wetCells(design.shell, evaluate(design, design.variants[0]!.design, library), library)).toEqual(
      [],
    );
  });
  it('is sound behind a sheet that takes no water, on foam', () => {
    expect(
      cell([
        ['fill', 'xps', 0.03],
        ['lining', 'aluminium', 0.0015],
      ]).state,
    ).toBe('sound');
  });
  it('asks for sealed wood and joints', () => {
    const { state, bays } = cell(
      [
        ['fill', 'xps', 0.03],
        ['lining', 'birch-ply', 0.006],
        ['finish', 'vinyl', 0.002],
      ],
      'butted',
    );
    expect(state).toBe('seal');
    expect(bays[0]!.why).toHaveLength(2);
  });
  it('is wrong on ply alone, with fibre behind it, and on bare steel', () => {
    expect(cell([['lining', 'birch-ply', 0.006]]).state).toBe('wrong');
    const wool = cell([
      ['fill', 'sheep-wool', 0.03],
      ['lining', 'aluminium', 0.0015],
    ]);
    expect(wool.state).toBe('wrong');
    expect(wool.bays[0]!.why[0]).toContain('failed joint');
    expect(cell([['fill', 'xps', 0.03]]).bays[0]!.why[0]).toContain('no face');
  });
});
