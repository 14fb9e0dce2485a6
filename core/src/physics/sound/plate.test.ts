import { describe, expect, it } from 'vitest';
import { edgeRoot, edgeShape, stretch } from './edge.ts';
import reference from './fixtures/sound.json' with { type: 'json' };
import { bendingStiffness, coincidence, fieldModes, modeCount, type PlateField } from './plate.ts';

const steel = { modulus: 210e9, poisson: 0.3, density: 7850, thickness: 0.0008 };
const bay: PlateField = { plate: steel, width: 0.5, height: 0.6, crown: null };
const check = reference.plates['0.8mm_500x600'];
const first = (field: PlateField, edge: 'supported' | 'clamped') => [
  ...fieldModes(field, edge, 500).frequency.slice(0, 6),
];

describe('a flat panel', () => {
  it('has the closed form’s tones with supported edges', () => {
    expect(bendingStiffness(steel)).toBeCloseTo(check.D_Nm, 3);
    const modes = fieldModes(bay, 'supported', 500);
    check.ss_first6_f_m_n.forEach(([f, m, n], i) => {
      expect(modes.frequency[i]!).toBeCloseTo(f!, 2);
      expect([modes.m[i], modes.n[i]]).toEqual([m, n]);
    });
    expect(modes.frequency.length).toBe(check.ss_count_below_500);
    expect(modeCount(bay, 500)).toBeCloseTo(check.ss_count_formula_500, 2);
    expect([...modes.bendingShare].every(s => Math.abs(s - 1) < 1e-12)).toBe(true);
  });
  it('comes within 0.7 % of converged values with clamped edges', () => {
    for (const [i, f] of first(bay, 'clamped').entries()) {
      expect(f / check.clamped_first6[i]!).toBeGreaterThan(0.999);
      expect(f / check.clamped_first6[i]!).toBeLessThan(1.007);
    }
    expect(fieldModes(bay, 'clamped', 500).frequency.length).toBe(check.clamped_count_below_500);
  });
  it('has the published coefficients of a clamped square (Leissa 1973, from memory)', () => {
    const modes = fieldModes({ ...bay, height: 0.5 }, 'clamped', 300);
    const lambda = [...modes.bending].map(k4 => Math.sqrt(k4) * 0.25);
    // The last two of six split by a symmetry that one product of beam modes does not know: 131.58 and 132.20.
    for (const [i, value] of reference.plates.clamped_square_first_six.entries())
      expect(Math.abs(lambda[i]! / value - 1)).toBeLessThan(0.012);
  });
  it('starts to radiate freely where 0.8 mm steel and 6 mm ply do', () => {
    expect(coincidence(steel)).toBeCloseTo(14_971, -1);
    expect(coincidence({ modulus: 6e9, poisson: 0.3, density: 667, thickness: 0.006 })).toBeCloseTo(3442, -1);
  });
});

describe('a crown', () => {
  it.each(['2', '5', '10'] as const)('of %s m lifts the lowest tones with little bending', radius => {
    const modes = fieldModes({ ...bay, crown: { radius: Number(radius), along: 'width' } }, 'supported', 500);
    check.curved_panel_SS[`R_${radius}_m`]['first6_[f_Hz,m,n,bending_energy_share]'].forEach(
      ([f, m, n, share], i) => {
        expect(modes.frequency[i]! / f!).toBeCloseTo(1, 3);
        expect([modes.m[i], modes.n[i]]).toEqual([m, n]);
        expect(modes.bendingShare[i]! / share!).toBeCloseTo(1, 3);
      },
    );
  });
  it('matters no more as it flattens, and turns with the panel', () => {
    const flat = first(bay, 'clamped');
    const nearly = first({ ...bay, crown: { radius: 1e6, along: 'height' } }, 'clamped');
    for (const [i, f] of nearly.entries()) expect(f).toBeCloseTo(flat[i]!, 6);
    const turned = { ...bay, width: 0.6, height: 0.5, crown: { radius: 3, along: 'height' as const } };
    const asWas = first({ ...bay, crown: { radius: 3, along: 'width' } }, 'supported');
    for (const [i, f] of first(turned, 'supported').entries()) expect(f).toBeCloseTo(asWas[i]!, 9);
  });
});

it.each(['supported', 'clamped'] as const)(
  'integrates a %s beam’s modes in closed form as by quadrature',
  edge => {
    const out = new Float64Array(4);
    const [from, to] = [0.13, 0.71];
    const s = stretch(edge, 24, from, to);
    for (const m of [1, 2, 5, 12, 24]) {
      const sums = [0, 0, 0, 0];
      const parts = 4000;
      for (let i = 0; i < parts; i++) {
        edgeShape(edge, m, edgeRoot(edge, m), from + ((i + 0.5) / parts) * (to - from), out);
        const [x, x1, x2] = out as unknown as [number, number, number];
        for (const [k, v] of [x * x, x1 * x1, x2 * x2, x * x2].entries())
          sums[k]! += (v * (to - from)) / parts;
      }
      const closed = [s.square[m]!, s.slope[m]!, s.bend[m]!, s.cross[m]!];
      for (const [k, v] of closed.entries()) expect(v / sums[k]!).toBeCloseTo(1, 4);
    }
  },
);

it('refuses a panel without thickness or size in one sentence', () => {
  expect(() => fieldModes({ ...bay, plate: { ...steel, thickness: 0 } }, 'supported', 500)).toThrow(
    'thickness',
  );
  expect(() => fieldModes({ ...bay, width: 0 }, 'supported', 500)).toThrow('width');
});
