import { dampedModes, type Treatment } from './damped.ts';
import { fieldModes, type Modes, type PlateField } from './plate.ts';

/** Middles of the octaves drumming is told in, Hz. */
export const DRUM_OCTAVES = [63, 125, 250, 500, 1000, 2000] as const;

/** Up to here modes are sought, Hz: the upper edge of the highest octave. */
const DRUM_LIMIT = 2000 * Math.SQRT2;

/** Some modes of each octave that stand for all of it. */
export interface Picked {
  /** Indices into the modes, octave by octave. */
  which: Int32Array;
  /** Octave of each. */
  octave: Int32Array;
  /** How many modes each stands for. */
  weight: Float64Array;
  /** Modes by octave. */
  count: Int32Array;
}

/** Up to `most` modes an octave, spread evenly over those it has. */
function pickModes({ frequency }: Modes, most: number): Picked {
  const which: number[] = [];
  const octave: number[] = [];
  const weight: number[] = [];
  const count = new Int32Array(DRUM_OCTAVES.length);
  let from = 0;
  for (const [o, middle] of DRUM_OCTAVES.entries()) {
    while (from < frequency.length && frequency[from]! < middle / Math.SQRT2) from++;
    let to = from;
    while (to < frequency.length && frequency[to]! < middle * Math.SQRT2) to++;
    const all = to - from;
    const taken = Math.min(all, most);
    count[o] = all;
    for (let i = 0; i < taken; i++) {
      which.push(from + Math.floor(((i + 0.5) * all) / taken));
      octave.push(o);
      weight.push(all / taken);
    }
    from = to;
  }
  return {
    which: Int32Array.from(which),
    octave: Int32Array.from(octave),
    weight: Float64Array.from(weight),
    count,
  };
}

/** How much a field vibrates, by octave, against others alike; only ratios mean anything. */
export interface Vibration {
  /** Mean-square velocity by a given random force on each unit of area, times the area: sum of 1 / (m^2 eta w). */
  force: Float64Array;
  /** The same by a given vibration power into it: mean of 1 / (m eta). */
  power: Float64Array;
}

/**
 * Vibration of a field by octave. A mode of mass M, driven by white force, moves with S / (2 M^2 eta w); by a given
 * power W with W / (M eta w). Summed over the modes an octave has when bare; none there leaves 0. `works` scales what
 * the treatment adds to the loss factor, as knocks afterwards told.
 */
export function vibration(
  field: PlateField,
  modes: Modes,
  picked: Picked,
  treatment: Treatment,
  works = 1,
): Vibration {
  const { frequency, lossFactor, mass } = dampedModes(field, modes, treatment, picked.which);
  const force = new Float64Array(DRUM_OCTAVES.length);
  const power = new Float64Array(DRUM_OCTAVES.length);
  for (let i = 0; i < frequency.length; i++) {
    const o = picked.octave[i]!;
    const eta = lossFactor[i]!;
    const loss = mass[i]! * Math.max(eta * 0.01, treatment.base + works * (eta - treatment.base));
    force[o]! += picked.weight[i]! / (mass[i]! * loss * 2 * Math.PI * frequency[i]!);
    power[o]! += picked.weight[i]! / loss / picked.count[o]!;
  }
  return { force, power };
}

/** Modes of a field with both kinds of edges, and those picked of each. */
export interface Panel {
  field: PlateField;
  /** Supported, then clamped: the real ribs lie between. */
  edges: readonly { modes: Modes; picked: Picked }[];
}

/** A panel ready to be treated, with up to `most` modes an octave. */
export function panel(field: PlateField, most = 24): Panel {
  return {
    field,
    edges: (['supported', 'clamped'] as const).map(edge => {
      const modes = fieldModes(field, edge, DRUM_LIMIT);
      return { modes, picked: pickModes(modes, most) };
    }),
  };
}
