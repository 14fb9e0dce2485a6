/** Treatment of a rust spot, in its order. */
export const RUST_STEPS = ['abrade', 'convert', 'rinse', 'dry', 'prime', 'finish'] as const;

/** What a hole goes through before a bay may be insulated, in its order. */
export const HOLE_STATES = ['planned', 'cut', 'edge primed', 'bonded', 'leak-tested'] as const;
