import type { Evaluation } from '../evaluate/index.ts';
import type { Zone } from '../model/index.ts';
import type { VanFigure } from './figure.ts';

const leftOf = (left: readonly number[]): number => (left[0]! + left[1]!) / 2;

/** Of one zone, as a share of the bare van's. */
export const drummingIn = ({ quiet: { bays } }: Evaluation, zone: Zone): number =>
  zone.bays.reduce((sum, { id }) => {
    const own = bays.get(id);
    return own ? sum + leftOf(own.left) : sum;
  }, 0);

/** Share of the bare van's drumming that is left. */
export const drumming: VanFigure = {
  unit: 'share',
  better: 'less',
  tells: 0.01,
  of(e) {
    let left = 0;
    for (const quiet of e.quiet.bays.values()) if (quiet) left += leftOf(quiet.left);
    return left;
  },
  // Once for all that is stuck on alike.
  takenIn: null,
  ofLayers: null,
  gathers: 'sum',
  besides: false,
  worth: 400,
  matters: b => b.priorities.quiet,
  limit: null,
};
