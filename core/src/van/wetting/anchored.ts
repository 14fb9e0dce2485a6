import { saturationPressure } from '../../physics/air/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import type { Month } from '../climate/index.ts';
import type { VanClimate } from './bayMonths.ts';

type Regime = Month['regimes'][number];

/** Between these a guess's share of vapour is followed, times. */
const LEAST = 0.1;
const MOST = 10;

/**
 * A van's own climate as another life in it would change it, without reckoning its year anew: where the guess changes, from
 * `from` to `to`, the own months follow. Nights of people take the share the guess gives them, their air's vapour above that
 * outdoors grows as the guess's does, and its warmth by as much. For screening: what is shown is settled by its own year.
 */
export function anchored(own: VanClimate, from: VanClimate, to: VanClimate): VanClimate {
  const move = (months: readonly Month[]) => months.map((m, i) => moved(m, from.months[i]!, to.months[i]!));
  return {
    ...to,
    months: move(own.months),
    cab: own.cab && { round: move(own.cab.round), between: move(own.cab.between) },
    own: false,
  };
}

function moved(own: Month, from: Month, to: Month): Month {
  const [before, after] = [from, to].map(m => m.regimes.find(r => r.kind === 'occupied')!);
  const here = own.regimes.find(r => r.kind === 'occupied');
  // Where nobody slept before there is no night to move: the guess's own stands in.
  const night = here ? followed(here, before!, after!) : after!;
  const others = own.regimes.filter(r => r.kind !== 'occupied');
  const taken = (here?.share ?? 0) - night.share;
  // What people leave is empty night, and the other way about.
  const empty = others.find(r => r.kind === 'empty night');
  const rest = others.map(r => (r === empty ? { ...r, share: Math.max(0, r.share + taken) } : r));
  const kept =
    empty || taken <= 0
      ? rest
      : [...rest, { ...to.regimes.find(r => r.kind === 'empty night')!, share: taken }];
  return { ...own, regimes: [...(night.share > 0 ? [night] : []), ...kept.filter(r => r.share > ROUNDING)] };
}

/** People's nights of the own year, moved as the guess moves. */
function followed(own: Regime, before: Regime, after: Regime): Regime {
  const excess = (r: Regime) => r.inside.p - r.outside.p;
  const times = Math.min(MOST, Math.max(LEAST, excess(after) / Math.max(excess(before), 1)));
  const t = own.inside.t + after.inside.t - before.inside.t;
  const p = Math.min(own.outside.p + excess(own) * times, saturationPressure(t));
  const share = before.share > 0 ? own.share * (after.share / before.share) : after.share;
  return { ...own, share, inside: { t, p } };
}
