import { inCab, type Shell, type Zone } from '../../model/index.ts';
import { DISCHARGE } from '../../physics/air/index.ts';

/** Outside air that comes in unasked, m3/s, as it usually does and between what ends. */
export interface Draught {
  /** m3/s. */
  likely: number;
  /** m3/s. */
  low: number;
  /** m3/s. */
  high: number;
}

/** Open area of a metre of door seal, and of gaiters, pedals and shut vents of the cab, m2. Common practice, no source. */
const SEAL = { likely: 3e-5, low: 1e-5, high: 1e-4 } as const;
const GAITERS = { likely: 1.2e-3, low: 4e-4, high: 4e-3 } as const;
/** Pressure of a wind between one side of a van and the other, as a share of its dynamic pressure. Common practice, no source. */
const SIDES = 0.5;
/** What buoyancy and gusts move in still air, as a wind, m/s. Common practice, no source. */
const STILL = 1;
/** The wind of the usual surface resistance, m/s. */
export const USUAL_WIND = 4;

/** Draught in a wind, m/s, against that in the usual one. */
export const windFactor = (wind: number): number => Math.max(wind, STILL) / USUAL_WIND;

const DOORS: readonly Zone['kind'][] = ['sliding door', 'rear door', 'cab door'];

/** Length of door seals of the load space or the cab, m. */
const seals = (shell: Shell, cab: boolean): number =>
  shell.zones
    .filter(z => DOORS.includes(z.kind) && inCab(z.kind) === cab)
    .reduce((sum, z) => sum + 2 * (z.length.value + z.height.value), 0);

/** Air through seals and gaiters of the load space or the cab in a wind, m/s; half the holes let in what the others let out. */
export function draught(shell: Shell, of: 'load space' | 'cab', wind: number): Draught {
  const cab = of === 'cab';
  const length = seals(shell, cab);
  // sqrt(2 dp / rho) with dp = SIDES rho v2 / 2.
  const speed = Math.sqrt(SIDES) * USUAL_WIND * windFactor(wind);
  const at = (end: keyof Draught) =>
    (DISCHARGE * (length * SEAL[end] + (cab ? GAITERS[end] : 0)) * speed) / 2;
  return { likely: at('likely'), low: at('low'), high: at('high') };
}
