/** What to look for where a damped panel still rings. Common practice, no source. */
export const STILL_RINGS =
  'Press each sheet from its middle: one with air behind it hardly damps, so roll it down hard or take it off and warm it. Then lay the next sheet where the panel swings most, in its middle, as Sound shows; what rings may also be the panel behind a rib, or a loose part.';
