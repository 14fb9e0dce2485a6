import type { Hold } from '@overcoat/core/order/holding';

/** Ways of holding as a sentence has them. */
export const HOLD_NAMES: Record<Hold, string> = {
  'self-adhesive': 'its own adhesive',
  spray: 'contact spray on both faces',
  bead: 'a bead all round',
  tape: 'double-sided tape',
  friction: 'friction alone',
  strings: 'strings across',
  pins: 'glued pins',
  clips: 'clips',
  screws: 'screws',
  batten: 'tucked behind a batten',
  rests: 'its own weight',
};
