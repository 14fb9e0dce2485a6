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

/**
 * Facing of a sheet, tied to a waving skin by the core's shear, all its edges free. Its displacement is sought as a
 * share of the skin's slope and even stretch in both directions, shear and turning of the whole (Ritz, five terms;
 * sliding whole is free): exact for pieces small against the shear lag, within a fifth for larger ones. Fill in `wave`,
 * then ask for the energy over the coupled stiffness, with the square of 1 / shear lag, 1/m2.
 *
 * With t the ties of the four even terms to the slope and s their strains by its curvature, A their own matrix:
 * E = T S - T^2 tAt - r^2 / (M + T S - sAs - 2 T sAt - T^2 tAt), r = T (S - sAt - T tAt), A inverted; A falls into two
 * blocks of two, stretch and shear.
 */
export function soundFacing(w: number, h: number, nu: number) {
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
  return {
    wave,
    energy(tie: number, lost: number, out: Complex): void {
      const { bent, along, up, twist, slopes, stretchX: t1, stretchY: t2, shearX: t3, shearY: t4 } = wave;
      const [s1, s2, s3] = [along + nu * up, up + nu * along, (1 - nu) * twist];
      const off = nu * area;
      // Both blocks' diagonals and determinants.
      const [p1, p1i, q1, q1i] = [area + tie * ww, lost * ww, area + tie * hh, lost * hh];
      const [p2, p2i, q2, q2i] = [shear + tie * hh, lost * hh, shear + tie * ww, lost * ww];
      const [d1, d1i] = [p1 * q1 - p1i * q1i - off * off, p1 * q1i + p1i * q1];
      const [d2, d2i] = [p2 * q2 - p2i * q2i - shear * shear, p2 * q2i + p2i * q2];
      const n1 = 1 / (d1 * d1 + d1i * d1i);
      const n2 = 1 / (d2 * d2 + d2i * d2i);
      // tAt, sAt and sAs.
      let a = q1 * t1 * t1 + p1 * t2 * t2 - 2 * off * t1 * t2;
      let b = q1i * t1 * t1 + p1i * t2 * t2;
      let c = q2 * t3 * t3 + p2 * t4 * t4 - 2 * shear * t3 * t4;
      let d = q2i * t3 * t3 + p2i * t4 * t4;
      const tt = (a * d1 + b * d1i) * n1 + (c * d2 + d * d2i) * n2;
      const tti = (b * d1 - a * d1i) * n1 + (d * d2 - c * d2i) * n2;
      a = q1 * s1 * t1 + p1 * s2 * t2 - off * (s1 * t2 + s2 * t1);
      b = q1i * s1 * t1 + p1i * s2 * t2;
      c = s3 * (q2 * t3 + p2 * t4 - shear * (t3 + t4));
      d = s3 * (q2i * t3 + p2i * t4);
      const st = (a * d1 + b * d1i) * n1 + (c * d2 + d * d2i) * n2;
      const sti = (b * d1 - a * d1i) * n1 + (d * d2 - c * d2i) * n2;
      a = q1 * s1 * s1 + p1 * s2 * s2 - 2 * off * s1 * s2;
      b = q1i * s1 * s1 + p1i * s2 * s2;
      c = s3 * s3 * (q2 + p2 - 2 * shear);
      d = s3 * s3 * (q2i + p2i);
      const ss = (a * d1 + b * d1i) * n1 + (c * d2 + d * d2i) * n2;
      const ssi = (b * d1 - a * d1i) * n1 + (d * d2 - c * d2i) * n2;
      // T tAt, then T (S - T tAt), r and the denominator.
      const [ta, tai] = [tie * tt - lost * tti, tie * tti + lost * tt];
      const [e, ei] = [tie * (slopes - ta) + lost * tai, lost * (slopes - ta) - tie * tai];
      const [g, gi] = [tie * st - lost * sti, tie * sti + lost * st];
      const [r, ri] = [e - g, ei - gi];
      const [m, mi] = [bent + e - ss - 2 * g, ei - ssi - 2 * gi];
      const n = 1 / (m * m + mi * mi);
      const [rr, rri] = [r * r - ri * ri, 2 * r * ri];
      out.re = e - (rr * m + rri * mi) * n;
      out.im = ei - (rri * m - rr * mi) * n;
    },
  };
}
