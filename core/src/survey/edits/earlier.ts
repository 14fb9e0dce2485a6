import type { Shell } from '../../model/index.ts';
import { assumeAll } from '../geometry/index.ts';

/** A shell measured once as the start of another: every size stands as assumed from that van, nothing it hid goes along. */
export function fromEarlier(shell: Shell): Shell {
  const { axles: _, ...rest } = shell;
  const zones = rest.zones.map(z => ({
    ...z,
    bays: z.bays.map(({ pads: _pads, formerly: _formerly, ...b }) => b),
  }));
  return assumeAll({ ...rest, zones }, 'earlier van');
}
