import type { Brief, ZoneKind } from '../../model/index.ts';

/** What a van can be quiet for. */
export type Noise = keyof Brief['noises'];

interface Character {
  /** Whether it shakes a panel by given forces or pushes a given power into it. */
  drive: 'force' | 'power';
  /**
   * How loud each octave from 63 Hz to 2 kHz of a panel's vibration is to the ear in this noise, dB: its spectrum,
   * how a panel radiates it, and the A-weighting (common practice, no source).
   */
  octaves: readonly number[];
  /** How much of it meets a square metre of each kind of place (common practice, no source). */
  places: Partial<Record<ZoneKind, number>>;
}

/** Rough roads shake through the frame, rain taps the roof, doors slam, traffic presses from outside. */
export const NOISES: Record<Noise, Character> = {
  road: {
    drive: 'power',
    octaves: [-7, -2, 0, -1, -5, -13],
    places: {
      floor: 1,
      arch: 1.5,
      wall: 0.5,
      ceiling: 0.4,
      'sliding door': 0.6,
      'rear door': 0.6,
      'cab overhead': 0.4,
      bulkhead: 0.4,
    },
  },
  rain: {
    drive: 'force',
    octaves: [-22, -12, -5, 0, 0, -3],
    places: {
      ceiling: 1,
      'cab overhead': 1,
      wall: 0.05,
      'sliding door': 0.05,
      'rear door': 0.05,
      floor: 0,
      arch: 0,
      bulkhead: 0,
    },
  },
  doors: {
    drive: 'force',
    octaves: [-6, -1, 0, -3, -8, -16],
    places: {
      'sliding door': 1,
      'rear door': 1,
      wall: 0.1,
      ceiling: 0.05,
      'cab overhead': 0.05,
      bulkhead: 0.05,
      floor: 0,
      arch: 0.05,
    },
  },
  traffic: {
    drive: 'force',
    octaves: [0, 0, -3, -6, -10, -18],
    places: {
      wall: 1,
      'sliding door': 1,
      'rear door': 0.7,
      ceiling: 0.4,
      'cab overhead': 0.4,
      arch: 0.3,
      floor: 0.2,
      bulkhead: 0,
    },
  },
};

/** Whether a panel of such a zone is counted: frames are too stiff to drum, the cab has the factory's own treatment. */
export const isDrumZone = (kind: ZoneKind): boolean => kind in NOISES.road.places;

/** In the order they are asked for. */
export const NOISE_NAMES = ['road', 'rain', 'doors', 'traffic'] as const satisfies readonly Noise[];

/** How much each noise counts, summing to 1; all alike where none is asked for. */
export function noiseWeights(noises: Brief['noises']): Record<Noise, number> {
  const total = NOISE_NAMES.reduce((sum, n) => sum + noises[n], 0);
  const of = (n: Noise) => (total > 0 ? noises[n] / total : 1 / NOISE_NAMES.length);
  return { road: of('road'), rain: of('rain'), doors: of('doors'), traffic: of('traffic') };
}
