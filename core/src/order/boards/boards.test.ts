import { describe, expect, it } from 'vitest';
import { stiffEnough, widestSpan } from './stiffEnough.ts';
import {
  type Board,
  leastRadius,
  plateStiffness,
  pullOf,
  sagAtEdge,
  sagOf,
  sagUnder,
  toneOf,
} from './stiffness.ts';

const ply: Board = { modulus: 9e9, thickness: 0.009, density: 680, span: 0.4 };

describe('a board between supports, against handbook formulas', () => {
  it('sags by 0.01695 P a²/D under a point load (Timoshenko and Woinowsky-Krieger, b/a = ∞, from memory)', () => {
    const D = plateStiffness(ply);
    expect(D).toBeCloseTo((9e9 * 0.009 ** 3) / (12 * 0.91), 6);
    expect(sagUnder(900, ply) / ((900 * 0.4 ** 2) / D)).toBeCloseTo(0.01695, 4);
  });
  it('sags as a beam where the load is spread: 5 q L⁴/384 E I', () => {
    const I = 0.009 ** 3 / 12;
    const beam = (5 * 100 * 0.4 ** 4) / (384 * 9e9 * I);
    expect(sagOf(100, ply)).toBeCloseTo(beam * (1 - 0.3 ** 2), 9);
  });
  it('sags more at a free edge: the series solved in finite differences along the edge gives the same', () => {
    // Each term is (A + B αy) e^{-αy} with D (Y''' - (2 - ν) α² Y') = q and Y'' = ν α² Y at y = 0: solved for A and B
    // by Cramer's rule here, by hand in the formula.
    const [D, a, nu] = [plateStiffness(ply), ply.span, 0.3];
    let w = 0;
    for (let m = 1; m < 4001; m += 2) {
      const al = (m * Math.PI) / a;
      const q = (2 * 900) / a;
      const rows = [
        [(1 - nu) * al ** 2, -2 * al ** 2, 0],
        [D * al ** 3 * (-1 + (2 - nu)), D * al ** 3 * (3 - (2 - nu)), q],
      ] as const;
      const det = rows[0][0] * rows[1][1] - rows[0][1] * rows[1][0];
      w += (-rows[0][1] * rows[1][2]) / det;
    }
    expect(sagAtEdge(900, ply)).toBeCloseTo(w, 8);
    expect(sagAtEdge(900, ply) / sagUnder(900, ply)).toBeCloseTo(8 / (0.7 * 3.3), 6);
  });
  it('rings at π/2 a² √(D/m): twice the span, a quarter of the tone; a bar of the same gives the textbook tone', () => {
    expect(toneOf({ ...ply, span: 0.8 })).toBeCloseTo(toneOf(ply) / 4, 9);
    // Simply supported bar: f = (π/2L²) √(EI/ρA); the plate is stiffer by 1/(1 - ν²).
    const bar = (Math.PI / (2 * 0.4 ** 2)) * Math.sqrt((9e9 * 0.009 ** 2) / (12 * 680));
    expect(toneOf(ply)).toBeCloseTo(bar / Math.sqrt(0.91), 6);
  });
  it('bends 4 mm to about 0.6 m (common practice, no source), and springs back by 48 D s/L³', () => {
    expect(leastRadius(0.004)).toBeGreaterThan(0.5);
    expect(leastRadius(0.004)).toBeLessThan(0.7);
    const [R, L] = [3, 0.8];
    expect(pullOf(ply, R, L)).toBeCloseTo((48 * plateStiffness(ply) * (L * L)) / (8 * R) / L ** 3, 9);
  });
});

describe('stiff enough', () => {
  const asked = { kind: 'floor', cutOut: false, wood: true, radius: null, length: 0 } as const;
  it('takes a thicker board or a nearer batten on a floor', () => {
    const ok = (b: Board, of: Parameters<typeof stiffEnough>[1] = asked) =>
      stiffEnough(b, of).every(v => v.ok);
    expect(ok({ ...ply, thickness: 0.012, span: 0.4 })).toBe(true);
    expect(ok({ ...ply, thickness: 0.006, span: 0.4 })).toBe(false);
    const widest = widestSpan(ply, asked);
    expect(ok({ ...ply, span: widest * 0.999 })).toBe(true);
    expect(ok({ ...ply, span: widest * 1.001 })).toBe(false);
    // Thickness to the power 3/2: what deflects by a² / t³ keeps its limit.
    expect(widestSpan({ ...ply, thickness: 0.018 }, asked)).toBeCloseTo(widest * 2 ** 1.5, 6);
  });
  it('asks a ceiling to hang straight, a wall not to drum, a bent board not to crack or pull', () => {
    const of = (kind: 'ceiling' | 'wall', radius: number | null) =>
      stiffEnough(
        { ...ply, thickness: 0.004, span: 0.45 },
        { kind, cutOut: true, wood: true, radius, length: 0.9 },
      ).map(v => v.what);
    expect(of('ceiling', 2)).toEqual(['gives', 'gives at a cut-out', 'hangs', 'drums', 'cracks', 'pulls']);
    expect(of('wall', null)).toEqual(['gives', 'gives at a cut-out', 'drums']);
    const tight = stiffEnough(ply, { kind: 'wall', cutOut: false, wood: true, radius: 0.5, length: 0.8 });
    expect(tight.find(v => v.what === 'cracks')!.ok).toBe(false);
    expect(tight.find(v => v.what === 'pulls')!.ok).toBe(false);
  });
});
