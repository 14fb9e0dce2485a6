/** What two ways to one number may differ by: sums of doubles of this size (m, kg, hours, money) are rounded far below it. */
export const ROUNDING = 1e-9;

/** Sizes no further apart are one, m: no tape, saw or sheet tells a micrometre. */
export const SAME_SIZE = 1e-6;

/** Of a length nothing is said below half a millimetre, m: a tape and the screen have whole ones. */
export const HALF_MM = 5e-4;

/** Of water nothing is said below half a gram a square metre, kg/m2: the screen has whole ones. */
export const HALF_GRAM = 5e-4;
