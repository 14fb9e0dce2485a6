import type { Complex } from './layers.ts';

/** Integrals of a mode's curvature and slope over a sheet of `w` by `h`; lengths in m, the mode's amplitude 1. */
interface Wave {
  /** Of the curvature's square, as a plate counts it. */
  bent: number;
  /** Of w_xx, w_yy and w_xy. */
  along: number;
  up: number;
  twist: number;
  /** Of the slopes' square, about their mean. */
  slopes: number;
  /** Of x w_x, y w_y, y w_x and x w_y, from the sheet's middle. */
  stretchX: number;
  stretchY: number;
  shearX: number;
  shearY: number;
}

const SIZE = 5;

/**
 * Facing of a sheet, tied to a waving skin by the core's shear, all its edges free. Its displacement is sought as a
 * share of the skin's slope and even stretch, shear and turning of the whole (Ritz, five terms; sliding whole is free);
 * that is exact for pieces small against the shear lag and for sheets large against it, and within a quarter between.
 * Fill in `wave`, then ask for the energy over the coupled stiffness, with the square of 1 / shear lag, 1/m2.
 */
export function facingOf(w: number, h: number, nu: number) {
  const area = w * h;
  const [ww, hh] = [(area * w * w) / 12, (area * h * h) / 12];
  const shear = ((1 - nu) / 2) * area;
  const wave: Wave = {
    bent: 0,
    along: 0,
    up: 0,
    twist: 0,
    slopes: 0,
    stretchX: 0,
    stretchY: 0,
    shearX: 0,
    shearY: 0,
  };
  const re = new Float64Array(SIZE * SIZE);
  const im = new Float64Array(SIZE * SIZE);
  // Stretch of each term by each, upper triangle; what its own slope is.
  const stretch = new Float64Array(SIZE * SIZE);
  stretch.set([area, nu * area], 6);
  stretch[12] = area;
  stretch.set([shear, shear], 18);
  stretch[24] = shear;
  const own = Float64Array.of(0, ww, hh, hh, ww);
  const tied = new Float64Array(SIZE);
  const cr = new Float64Array(SIZE);
  const ci = new Float64Array(SIZE);
  return {
    wave,
    energy(tie: number, lost: number, out: Complex): void {
      tied[0] = wave.slopes;
      tied[1] = wave.stretchX;
      tied[2] = wave.stretchY;
      tied[3] = wave.shearX;
      tied[4] = wave.shearY;
      stretch[0] = wave.bent;
      stretch[1] = wave.along + nu * wave.up;
      stretch[2] = wave.up + nu * wave.along;
      stretch[3] = (1 - nu) * wave.twist;
      stretch[4] = stretch[3]!;
      own[0] = wave.slopes;
      for (let i = 0; i < SIZE; i++)
        for (let j = i; j < SIZE; j++) {
          const s = i === j ? own[i]! : i === 0 ? tied[j]! : 0;
          re[i * SIZE + j] = stretch[i * SIZE + j]! + tie * s;
          im[i * SIZE + j] = lost * s;
        }
      for (let i = 0; i < SIZE; i++) {
        cr[i] = tie * tied[i]!;
        ci[i] = lost * tied[i]!;
      }
      // Eliminated in the upper triangle: the energy left is what the load has not been answered with.
      out.re = tie * wave.slopes;
      out.im = lost * wave.slopes;
      for (let k = SIZE - 1; k >= 0; k--) {
        const [pr, pi] = [re[k * SIZE + k]!, im[k * SIZE + k]!];
        const p2 = pr * pr + pi * pi;
        if (p2 < 1e-60) continue;
        const [qr, qi] = [(cr[k]! * pr + ci[k]! * pi) / p2, (ci[k]! * pr - cr[k]! * pi) / p2];
        out.re -= cr[k]! * qr - ci[k]! * qi;
        out.im -= cr[k]! * qi + ci[k]! * qr;
        for (let i = 0; i < k; i++) {
          const [ar, ai] = [re[i * SIZE + k]!, im[i * SIZE + k]!];
          cr[i]! -= ar * qr - ai * qi;
          ci[i]! -= ar * qi + ai * qr;
          const [fr, fi] = [(ar * pr + ai * pi) / p2, (ai * pr - ar * pi) / p2];
          for (let j = i; j < k; j++) {
            const [br, bi] = [re[j * SIZE + k]!, im[j * SIZE + k]!];
            re[i * SIZE + j]! -= fr * br - fi * bi;
            im[i * SIZE + j]! -= fr * bi + fi * br;
          }
        }
      }
    },
  };
}
