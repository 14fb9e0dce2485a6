import type { VanClimate } from './bayMonths.ts';

/** A climate with so many times the moisture that people add to the air inside. */
export function moister(climate: VanClimate, times: number): VanClimate {
  const air = <A extends { outside: { p: number }; inside: { t: number; p: number } }>(regime: A): A => ({
    ...regime,
    inside: {
      ...regime.inside,
      p: regime.outside.p + times * Math.max(0, regime.inside.p - regime.outside.p),
    },
  });
  const months = (list: VanClimate['months']) =>
    list.map(m => ({ ...m, regimes: m.regimes.map(r => air(r)) }));
  return {
    ...climate,
    months: months(climate.months),
    night: air(climate.night),
    cab: climate.cab && { round: months(climate.cab.round), between: months(climate.cab.between) },
  };
}
