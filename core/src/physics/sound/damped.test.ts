import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dampedModes, type Sheet, type Treatment } from './damped.ts';
import { stretch } from './edge.ts';
import reference from './fixtures/sound.json' with { type: 'json' };
import {
  constrainedMass,
  coveredMode,
  coveredWave,
  freeLayer,
  sandwich,
  shearLag,
  shearModulus,
} from './layers.ts';
import { bendingStiffness, fieldModes, type PlateField } from './plate.ts';

const steel = { modulus: 210e9, poisson: 0.3, density: 7850, thickness: 0.0008 };
const bay: PlateField = { plate: steel, width: 0.5, height: 0.6, crown: null };
const { inputs, springpot } = reference.constrained_layer;
const butyl = {
  core: 0.0016,
  shear: 0.6e6,
  lossFactor: 0.9,
  softensBy: 35,
  density: inputs.rho_butyl,
  facing: { thickness: 0.0001, modulus: 70e9, poisson: inputs.nu_al, density: inputs.rho_al },
};
const piece = (x0: number, x1: number, y0: number, y1: number): Sheet => ({
  x0,
  x1,
  y0,
  y1,
  layer: { by: 'constrained', of: butyl },
});
const centred = (share: number) => {
  const s = Math.sqrt(share) / 2;
  return [piece(0.25 - 0.5 * s, 0.25 + 0.5 * s, 0.3 - 0.6 * s, 0.3 + 0.6 * s)];
};
const treated = (sheets: readonly Sheet[], more: Partial<Treatment> = {}): Treatment => ({
  sheets,
  over: null,
  base: 0.01,
  temperature: 20,
  ...more,
});
const modes = fieldModes(bay, 'supported', 500);
const all = Array.from(modes.frequency, (_, i) => i);

describe('layers', () => {
  it('follow Oberst for a free layer, and its square law while that is thin and soft', () => {
    const { row, h1_mm, h2_mm, E2_Pa, eta2 } = reference.oberst.case;
    const b = freeLayer(E2_Pa / 210e9, eta2, h2_mm / h1_mm);
    expect(b.im / b.re).toBeCloseTo(row.eta_exact_complex, 5);
    expect(b.re).toBeCloseTo(row.stiffness_ratio, 4);
    const square = (h: number) => {
      const thin = freeLayer(1e-5, 0.3, h);
      return thin.im / thin.re;
    };
    expect(square(20) / square(10)).toBeGreaterThan(3.5);
  });
  it('follow Ross, Kerwin and Ungar for a constrained one, iterated over frequency', () => {
    expect(constrainedMass(butyl)).toBeCloseTo(inputs.sheet_kg_m2, 9);
    for (const mode of springpot.modes) {
      const covered = coveredMode(steel, butyl, mode.k);
      expect(covered.frequency / mode.f).toBeCloseTo(1, 3);
      expect(covered.lossFactor / mode.eta).toBeCloseTo(1, 2);
      expect(covered.stiffness / mode.stiffness_ratio).toBeCloseTo(1, 3);
      // The full three-layer form and plane-strain finite elements of the reference.
      expect(covered.lossFactor / mode.eta_rku_full_3layer).toBeCloseTo(1, 2);
      expect(covered.lossFactor / mode.fe_plane_strain_eta).toBeCloseTo(1, 2);
    }
    for (const wave of reference.constrained_layer.springpot.waves) {
      const covered = coveredWave(steel, butyl, wave.f);
      expect(covered.lossFactor / wave.eta).toBeCloseTo(1, 2);
      expect(covered.lossFactor / wave.fe_plane_strain_eta).toBeCloseTo(1, 2);
    }
    expect(shearLag(steel, butyl, 100, 20)).toBeCloseTo(reference.constrained_layer.shear_lag_length_m, 4);
  });
  it('lose it when hot, and butyl without its facing does nothing', () => {
    const at = (t: number) => coveredMode(steel, butyl, 16.358, t).lossFactor;
    expect(at(55)).toBeLessThan(at(20) / 2);
    expect(shearModulus(butyl, 100, 55)).toBeCloseTo(shearModulus(butyl, 100, 20) / 10, 6);
    const soft = freeLayer((3 * 0.6e6) / 210e9, 0.9, 2);
    expect(soft.im / soft.re).toBeLessThan(0.001);
  });
});

describe('a sheet on a part', () => {
  it('covering all of a panel with supported edges is Ross, Kerwin and Ungar again', () => {
    const d = dampedModes(bay, modes, treated([piece(0, 0.5, 0, 0.6)], { base: 0 }), all.slice(0, 12));
    for (let i = 0; i < 12; i++) {
      const covered = coveredMode(steel, butyl, modes.bending[i]! ** 0.25);
      expect(Math.abs(d.frequency[i]! / covered.frequency - 1)).toBeLessThan(0.02);
      // Free edges let the facing's twist go, which the wave of a covered plate does not know.
      expect(Math.abs(d.lossFactor[i]! / covered.lossFactor - 1)).toBeLessThan(0.08);
      expect(d.mass[i]).toBeCloseTo(9.11, 6);
    }
  });
  it('takes the share of each mode’s strain energy of the reference', () => {
    const { p, centred: table } = reference.coverage_500x600;
    for (const [i, share] of p.entries()) {
      const s = Math.sqrt(share) / 2;
      const x = stretch('supported', 4, 0.5 - s, 0.5 + s);
      for (const [key, shares] of Object.entries(table.per_mode_1_4)) {
        const [m, n] = key.split(',').map(Number) as [number, number];
        const [a, b] = [0.5, 0.6];
        const energy = (t: typeof x) =>
          (t.bend[m]! * t.square[n]!) / a ** 4 +
          (t.square[m]! * t.bend[n]!) / b ** 4 +
          (0.6 * t.cross[m]! * t.cross[n]! + 1.4 * t.slope[m]! * t.slope[n]!) / (a * b) ** 2;
        expect(energy(x) / energy(stretch('supported', 4, 0, 1))).toBeCloseTo(shares[i]!, 4);
      }
    }
  });
  it.each(['supported', 'clamped'] as const)('shares of a %s panel cut in two sum to one', edge => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.integer({ min: 1, max: 20 }),
        (cut, m) => {
          const [left, right, whole] = [
            stretch(edge, m, 0, cut),
            stretch(edge, m, cut, 1),
            stretch(edge, m, 0, 1),
          ];
          for (const key of ['square', 'slope', 'bend', 'cross'] as const)
            expect((left[key][m]! + right[key][m]!) / whole[key][m]!).toBeCloseTo(1, 6);
        },
      ),
    );
  });
  it('damps within 0.6 dB as one sheet, four, nine and thirty-six of the reference’s finite facing', () => {
    // 7.0, 6.2, 4.7 and 2.6 dB for a quarter of the panel, by a model of its own for the facing's edges.
    for (const [parts, reached] of [
      [1, 7],
      [2, 6.2],
      [3, 4.7],
      [6, 2.6],
    ] as const) {
      const sheets: Sheet[] = [];
      for (let i = 0; i < parts; i++)
        for (let j = 0; j < parts; j++) {
          const [x, y] = [(0.5 * (i + 0.5)) / parts, (0.6 * (j + 0.5)) / parts];
          sheets.push(piece(x - 0.125 / parts, x + 0.125 / parts, y - 0.15 / parts, y + 0.15 / parts));
        }
      const d = dampedModes(bay, modes, treated(sheets), all);
      const harmonic = all.length / [...d.lossFactor].reduce((sum, eta) => sum + 1 / eta, 0);
      const level = 10 * Math.log10(((6.28 + 0.25 * 2.83) * harmonic) / (6.28 * 0.01));
      expect(Math.abs(level - reached)).toBeLessThan(0.6);
    }
  });
  it.each([
    ['a quarter, centred', [0.125, 0.375, 0.15, 0.45]],
    ['a strip along one side', [0.05, 0.45, 0.04, 0.16]],
    ['a scrap of 100 mm', [0.2, 0.3, 0.25, 0.35]],
  ] as const)(
    '%s: loses what the facing’s own plane stretch, solved in two dimensions, loses',
    (_, [x0, x1, y0, y1]) => {
      for (const i of [0, 1, 3, 7]) {
        const d = dampedModes(bay, modes, treated([piece(x0, x1, y0, y1)], { base: 0 }), [i]);
        const [k4, D] = [modes.bending[i]!, bendingStiffness(steel)];
        const { re, im } = facingEnergy(modes.m[i]!, modes.n[i]!, d.frequency[0]!, [x0, x1, y0, y1]);
        const own = sandwich(steel, butyl).facing;
        const eta = im / (D * k4 + own * k4 * 0.1 + re);
        expect(d.lossFactor[0]! / eta).toBeGreaterThan(0.8);
        expect(d.lossFactor[0]! / eta).toBeLessThan(1.25);
      }
    },
  );
  it('never rings longer for more area, and is best in the middle for the first tone', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.6, noNaN: true }),
        fc.double({ min: 1.1, max: 1.6, noNaN: true }),
        (p, by) => {
          const eta = (share: number) => dampedModes(bay, modes, treated(centred(share)), [0]).lossFactor[0]!;
          expect(eta(Math.min(1, p * by))).toBeGreaterThan(eta(p));
        },
      ),
    );
    const at = (x: number) =>
      dampedModes(bay, modes, treated([piece(x, x + 0.2, 0.2, 0.4)]), [0]).lossFactor[0]!;
    expect(at(0.15)).toBeGreaterThan(1.5 * at(0));
  });
  it('does little for the tone a crown of 5 m makes', () => {
    const crowned: PlateField = { ...bay, crown: { radius: 5, along: 'width' } };
    const found = fieldModes(crowned, 'supported', 300);
    const d = dampedModes(crowned, found, treated(centred(0.25)), [0, 1, 2]);
    expect([found.m[1], found.n[1]]).toEqual([1, 1]);
    expect(d.lossFactor[1]!).toBeLessThan(0.02);
    expect(d.lossFactor[2]!).toBeGreaterThan(0.05);
  });
  it('gains little from soft foam bonded all over, and is stiffened by board', () => {
    const over = (modulus: number, thickness: number) =>
      dampedModes(
        bay,
        modes,
        treated([], { over: { modulus, lossFactor: 0.1, thickness, density: 40 } }),
        all.slice(0, 8),
      );
    const [foam, board] = [over(2e5, 0.019), over(1e7, 0.025)];
    expect(board.frequency[0]!).toBeGreaterThan(2 * modes.frequency[0]!);
    expect(foam.frequency[0]!).toBeLessThan(1.1 * modes.frequency[0]!);
    expect(foam.lossFactor[0]!).toBeLessThan(0.03);
  });
});

/**
 * Energy, N m times curvature squared, that the facing adds when its own displacement in both directions is solved for:
 * bilinear elements on the sheet, plane stress, each point tied to the skin by the core's complex shear.
 */
function facingEnergy(
  m: number,
  n: number,
  f: number,
  [x0, x1, y0, y1]: readonly number[],
): { re: number; im: number } {
  const parts = 12;
  const nu = 0.3;
  const { coupled, compliance } = sandwich(steel, butyl);
  const d = butyl.core + 0.00045;
  const K = coupled / d ** 2;
  const tie = shearModulus(butyl, f, 20) * compliance * K;
  const [hx, hy] = [(x1! - x0!) / parts, (y1! - y0!) / parts];
  const nodes = (parts + 1) ** 2;
  const size = 2 * nodes;
  const re = Array.from({ length: size }, () => new Float64Array(size + 1));
  const im = Array.from({ length: size }, () => new Float64Array(size + 1));
  const [kx, ky] = [(m * Math.PI) / 0.5, (n * Math.PI) / 0.6];
  let rest = { re: 0, im: 0 };
  for (let ex = 0; ex < parts; ex++)
    for (let ey = 0; ey < parts; ey++)
      for (const gx of [0.2113, 0.7887])
        for (const gy of [0.2113, 0.7887]) {
          const [x, y] = [x0! + (ex + gx) * hx, y0! + (ey + gy) * hy];
          const at = [0, 1, 2, 3].map(c => (ex + (c % 2)) * (parts + 1) + ey + (c >> 1));
          const N = [0, 1, 2, 3].map(c => (c % 2 ? gx : 1 - gx) * (c >> 1 ? gy : 1 - gy));
          const Nx = [0, 1, 2, 3].map(c => ((c % 2 ? 1 : -1) * (c >> 1 ? gy : 1 - gy)) / hx);
          const Ny = [0, 1, 2, 3].map(c => ((c % 2 ? gx : 1 - gx) * (c >> 1 ? 1 : -1)) / hy);
          const area = (hx * hy) / 4;
          const slope = [
            d * kx * Math.cos(kx * x) * Math.sin(ky * y),
            d * ky * Math.sin(kx * x) * Math.cos(ky * y),
          ];
          for (let a = 0; a < 4; a++) {
            for (let b = 0; b < 4; b++) {
              const stiff = [
                [
                  Nx[a]! * Nx[b]! + ((1 - nu) / 2) * Ny[a]! * Ny[b]!,
                  nu * Nx[a]! * Ny[b]! + ((1 - nu) / 2) * Ny[a]! * Nx[b]!,
                ],
                [
                  nu * Ny[a]! * Nx[b]! + ((1 - nu) / 2) * Nx[a]! * Ny[b]!,
                  Ny[a]! * Ny[b]! + ((1 - nu) / 2) * Nx[a]! * Nx[b]!,
                ],
              ];
              for (const i of [0, 1])
                for (const j of [0, 1]) {
                  re[2 * at[a]! + i]![2 * at[b]! + j]! += K * stiff[i]![j]! * area;
                  if (i !== j) continue;
                  re[2 * at[a]! + i]![2 * at[b]! + j]! += tie * N[a]! * N[b]! * area;
                  im[2 * at[a]! + i]![2 * at[b]! + j]! += 0.9 * tie * N[a]! * N[b]! * area;
                }
            }
            // The core shears by u + d w': what it pulls at u = 0.
            for (const i of [0, 1]) {
              re[2 * at[a]! + i]![size]! -= tie * N[a]! * slope[i]! * area;
              im[2 * at[a]! + i]![size]! -= 0.9 * tie * N[a]! * slope[i]! * area;
            }
          }
          const square = (slope[0]! ** 2 + slope[1]! ** 2) * area;
          rest = { re: rest.re + tie * square, im: rest.im + 0.9 * tie * square };
        }
  const load = { re: re.map(r => r[size]!), im: im.map(r => r[size]!) };
  const u = solveComplex(re, im);
  let [er, ei] = [rest.re, rest.im];
  for (let i = 0; i < size; i++) {
    er -= load.re[i]! * u.re[i]! - load.im[i]! * u.im[i]!;
    ei -= load.re[i]! * u.im[i]! + load.im[i]! * u.re[i]!;
  }
  // Per mean square of the deflection over the panel.
  const mean = (0.5 * 0.6) / 4;
  return { re: er / mean, im: ei / mean };
}

/** Gauss elimination of a complex symmetric system, right side in the last column. */
function solveComplex(re: Float64Array[], im: Float64Array[]): { re: number[]; im: number[] } {
  const n = re.length;
  for (let k = 0; k < n; k++) {
    const d = re[k]![k]! ** 2 + im[k]![k]! ** 2;
    for (let i = k + 1; i < n; i++) {
      if (re[i]![k] === 0 && im[i]![k] === 0) continue;
      const fr = (re[i]![k]! * re[k]![k]! + im[i]![k]! * im[k]![k]!) / d;
      const fi = (im[i]![k]! * re[k]![k]! - re[i]![k]! * im[k]![k]!) / d;
      for (let j = k; j <= n; j++) {
        re[i]![j]! -= fr * re[k]![j]! - fi * im[k]![j]!;
        im[i]![j]! -= fr * im[k]![j]! + fi * re[k]![j]!;
      }
    }
  }
  const x = { re: new Array<number>(n).fill(0), im: new Array<number>(n).fill(0) };
  for (let i = n - 1; i >= 0; i--) {
    let [sr, si] = [re[i]![n]!, im[i]![n]!];
    for (let j = i + 1; j < n; j++) {
      sr -= re[i]![j]! * x.re[j]! - im[i]![j]! * x.im[j]!;
      si -= re[i]![j]! * x.im[j]! + im[i]![j]! * x.re[j]!;
    }
    const d = re[i]![i]! ** 2 + im[i]![i]! ** 2;
    x.re[i] = (sr * re[i]![i]! + si * im[i]![i]!) / d;
    x.im[i] = (si * re[i]![i]! - sr * im[i]![i]!) / d;
  }
  return x;
}
