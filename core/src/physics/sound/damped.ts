import { stretch } from './edge.ts';
import { soundFacing } from './facing.ts';
import {
  type Complex,
  type Constrained,
  constrainedMass,
  freeLayer,
  sandwich,
  shearCurve,
} from './layers.ts';
import { bendingStiffness, type Modes, type PlateField, surfaceMass } from './plate.ts';

/** A layer of one soft or stiff material stuck to the skin, with nothing stiff on it. */
export interface Free {
  /** Young's modulus, Pa. */
  modulus: number;
  /** Of the material, 0 to 1. */
  lossFactor: number;
  /** m. */
  thickness: number;
  /** kg/m3. */
  density: number;
}

/** A sheet stuck on a field: a rectangle of it, m from its front and lower edge, and what it is made of. */
export interface Sheet {
  /** From the front, m. */
  x0: number;
  /** m. */
  x1: number;
  /** From below, m. */
  y0: number;
  /** m. */
  y1: number;
  /** Between facing and skin, or alone on the skin. */
  layer: { by: 'constrained'; of: Constrained } | { by: 'free'; of: Free };
}

/** What a field is treated with. */
export interface Treatment {
  /** Sheets on parts of it; they do not overlap. */
  sheets: readonly Sheet[];
  /** Bonded all over: boards and foams; null for none. */
  over: Free | null;
  /** Loss factor of the field without them: its own metal, edges and pads. */
  base: number;
  /** Of the sheets, degC. */
  temperature: number;
}

/** Modes as a treatment leaves them, in the order asked for. */
export interface DampedModes {
  /** Hz. */
  frequency: Float64Array;
  /** 0 to 1 and more. */
  lossFactor: Float64Array;
  /** Mass that moves with the mode over the field's area, kg/m2. */
  mass: Float64Array;
}

/**
 * Frequency, loss factor and mass of those modes of a field (by index) under a treatment, by modal strain energy: each
 * sheet adds the energy its facing and core store and lose in the mode's own curvature where it lies. How far its facing
 * follows the skin is solved for the sheet as it is cut (`facingOf`), shear lag at its edges and all. Mode shapes stay
 * those of the bare field. Whole cover with supported edges comes within 8 % of Ross, Kerwin and Ungar, whose facing has
 * no edges; sheets are held against the facing's own plane stretch solved in two dimensions.
 */
export function dampedModes(
  field: PlateField,
  modes: Modes,
  treatment: Treatment,
  which: Int32Array | readonly number[],
): DampedModes {
  const { plate } = field;
  const D = bendingStiffness(plate);
  const mass = surfaceMass(plate);
  const { over, base, temperature } = treatment;
  const laid = treatment.sheets.map(s => laySheet(s, field, modes, temperature));
  const bonded = over && bondedOver(over, plate.modulus, plate.thickness, D);
  const out: DampedModes = {
    frequency: new Float64Array(which.length),
    lossFactor: new Float64Array(which.length),
    mass: new Float64Array(which.length),
  };
  const added: Complex = { re: 0, im: 0 };
  for (let i = 0; i < which.length; i++) {
    const mode = which[i]!;
    const [m, n] = [modes.m[mode]!, modes.n[mode]!];
    const k4 = modes.bending[mode]!;
    // The crown's stretch stores energy beside the bending.
    const own = (D * k4) / modes.bendingShare[mode]!;
    let moving = mass;
    for (const s of laid) {
      moving += s.mass * s.moves(m, n);
      s.turnTo(m, n, k4);
    }
    if (bonded) moving += bonded.mass;
    let re = own;
    let im = own * base;
    if (bonded) {
      bonded.at(k4, added);
      re += added.re;
      im += added.im;
    }
    let f = Math.sqrt(re / moving) / (2 * Math.PI);
    let [total, lost] = [re, im];
    for (let turn = 0; turn < 12; turn++) {
      total = re;
      lost = im;
      for (const s of laid) {
        s.adds(f, added);
        total += added.re;
        lost += added.im;
      }
      const next = Math.sqrt(total / moving) / (2 * Math.PI);
      const near = Math.abs(next - f) < 1e-3 * f;
      f = next;
      if (near) break;
    }
    out.frequency[i] = f;
    out.lossFactor[i] = lost / total;
    out.mass[i] = moving;
  }
  return out;
}

interface Laid {
  mass: number;
  /** Share of a mode's motion that lies under it. */
  moves(m: number, n: number): number;
  /** Turns to a mode: its energies follow. */
  turnTo(m: number, n: number, k4: number): void;
  /** What it stores and loses there, as stiffness times curvature squared. */
  adds(f: number, out: Complex): void;
}

function laySheet(
  { x0, x1, y0, y1, layer }: Sheet,
  field: PlateField,
  modes: Modes,
  temperature: number,
): Laid {
  const { plate, width: a, height: b } = field;
  const { whole } = modes;
  const x = stretch(modes.edge, modes.most.m, x0 / a, x1 / a);
  const y = stretch(modes.edge, modes.most.n, y0 / b, y1 / b);
  const nu = plate.poisson;
  /** The curvature's square under the sheet, as a plate counts it. */
  const curvature = (m: number, n: number) =>
    ((x.bend[m]! * y.square[n]!) / a ** 4 +
      (x.square[m]! * y.bend[n]!) / b ** 4 +
      (2 * nu * x.cross[m]! * y.cross[n]! + 2 * (1 - nu) * x.slope[m]! * y.slope[n]!) / (a * b) ** 2) /
    (whole.x.square[m]! * whole.y.square[n]!);
  const moves = (m: number, n: number) =>
    (x.square[m]! * y.square[n]!) / (whole.x.square[m]! * whole.y.square[n]!);
  if (layer.by === 'free') {
    const D = bendingStiffness(plate);
    const bonded = bondedOver(layer.of, plate.modulus, plate.thickness, D);
    const stored: Complex = { re: 0, im: 0 };
    return {
      mass: bonded.mass,
      moves,
      turnTo(m, n, k4) {
        bonded.at(k4, stored);
        const part = curvature(m, n) / k4;
        stored.re *= part;
        stored.im *= part;
      },
      adds(_f, out) {
        out.re = stored.re;
        out.im = stored.im;
      },
    };
  }
  const made = layer.of;
  const shear = shearCurve(made, temperature);
  const { coupled, facing, compliance } = sandwich(plate, made);
  const [w, h] = [x1 - x0, y1 - y0];
  const free = soundFacing(w, h, nu);
  let scale = 1;
  return {
    mass: constrainedMass(made),
    moves,
    turnTo(m, n) {
      const [sx, sy] = [x.square[m]!, y.square[n]!];
      scale = whole.x.square[m]! * whole.y.square[n]! * a * b;
      const [mx, my] = [x.mean[m]! * a, y.mean[n]! * b];
      const [rise, climb] = [x.rise[m]!, y.rise[n]!];
      const wave = free.wave;
      wave.bent = curvature(m, n) * scale;
      wave.along = (x.turn[m]! / a) * my;
      wave.up = mx * (y.turn[n]! / b);
      wave.twist = rise * climb;
      wave.slopes =
        (x.slope[m]! * sy * b) / a +
        (sx * y.slope[n]! * a) / b -
        ((rise * my) ** 2 + (mx * climb) ** 2) / (w * h);
      wave.stretchX = x.spread[m]! * a * my;
      wave.stretchY = mx * y.spread[n]! * b;
      wave.shearX = rise * y.moment[n]! * b * b;
      wave.shearY = x.moment[m]! * a * a * climb;
    },
    adds(f, out) {
      const { wave } = free;
      const tie = shear(f) * compliance;
      free.energy(tie, tie * made.lossFactor, out);
      out.re = (coupled * out.re + facing * wave.bent) / scale;
      out.im = (coupled * out.im) / scale;
    },
  };
}

/**
 * What a layer bonded all over adds, N m times the curvature's square: Oberst's, in series with its own shear, which a
 * thick soft layer gives way in: 1 / B = 1 / B_free + k^2 / (5/6 G h).
 */
function bondedOver(
  { modulus, lossFactor, thickness, density }: Free,
  skin: number,
  under: number,
  D: number,
) {
  const b = freeLayer(modulus / skin, lossFactor, thickness / under);
  const [br, bi] = [D * (b.re - 1), D * b.im];
  const shear = (5 / 6) * (modulus / 2.6) * thickness;
  return {
    mass: density * thickness,
    at(k4: number, out: Complex): void {
      const flex = Math.sqrt(k4) / (shear * (1 + lossFactor ** 2));
      const b2 = br * br + bi * bi;
      const [yr, yi] = [br / b2 + flex, -bi / b2 - flex * lossFactor];
      const y2 = yr * yr + yi * yi;
      out.re = (yr / y2) * k4;
      out.im = (-yi / y2) * k4;
    },
  };
}
