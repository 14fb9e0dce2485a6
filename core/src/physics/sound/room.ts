/** Octaves echo is told in, Hz. */
export const ECHO_OCTAVES = [125, 250, 500, 1000, 2000, 4000] as const;

/** Time sound takes to fall by 60 dB in a room of `volume` m3 with `absorption` m2, s (Sabine). */
export const sabine = (volume: number, absorption: number): number => (0.161 * volume) / absorption;

/**
 * The same by Eyring, which holds where much is taken up: `surface` m2 in all, of mean absorption coefficient
 * `absorption` / `surface` below 1.
 */
export const eyring = (volume: number, surface: number, absorption: number): number =>
  (0.161 * volume) / (-surface * Math.log(1 - Math.min(0.99, absorption / surface)));
