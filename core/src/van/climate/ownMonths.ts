import type { Air } from '../../physics/air/index.ts';
import { daysIn } from './climates.ts';
import type { HourlyYear } from './hours.ts';
import { FIRST_MONTH, type Month, type Spread } from './months.ts';

/** Hours by hour of one air of a van. */
export type AirYear = Pick<HourlyYear, 'inside' | 'vapour'>;

/** Less sun on a level face than this is night, W/m2. */
const DARK = 20;
/** What of a month's lit hours in the empty van is taken apart as the sunniest, when skins are hottest and dry. */
const SUNNY = 1 / 3;

const KINDS = ['occupied', 'empty night', 'day', 'noon'] as const;

/**
 * Twelve months from October of a van's own hours: its people's nights, its empty nights, its days and their sunniest third,
 * each by its mean air. Between two airs, as of a bulkhead, `between` stands for outdoors and there is no sun.
 */
export function monthsOfYear(year: HourlyYear, air: AirYear = year, between?: AirYear): Month[] {
  const outer: AirYear = between ?? { inside: year.outside, vapour: year.vapourOutside };
  const hours: number[][] = Array.from({ length: 12 }, () => []);
  for (let h = 0; h < year.month.length; h++) hours[year.month[h]!]!.push(h);
  return Array.from({ length: 12 }, (_, i) => {
    const month = (FIRST_MONTH + i) % 12;
    const here = hours[month]!;
    const lit = here
      .filter(h => year.occupied[h] === 0 && year.sun[h]! > DARK)
      .sort((a, b) => year.sun[b]! - year.sun[a]!);
    const sunny = new Set(lit.slice(0, Math.round(SUNNY * lit.length)));
    const of = {
      occupied: here.filter(h => year.occupied[h] === 1),
      'empty night': here.filter(h => year.occupied[h] === 0 && year.sun[h]! <= DARK),
      day: lit.filter(h => !sunny.has(h)),
      noon: [...sunny],
    };
    return {
      month,
      seconds: daysIn(month) * 86_400,
      regimes: KINDS.filter(kind => of[kind].length > 0).map(kind => {
        const list = of[kind];
        const mean = (values: ArrayLike<number>) =>
          list.reduce((sum, h) => sum + values[h]!, 0) / list.length;
        const pair = (t: ArrayLike<number>, p: ArrayLike<number>): Air => ({ t: mean(t), p: mean(p) });
        return {
          kind,
          share: list.length / here.length,
          sun: between ? 0 : mean(year.sun),
          outside: pair(outer.inside, outer.vapour),
          inside: pair(air.inside, air.vapour),
          spread: spreadOf(list, outer, between ? null : year.sun, air),
        };
      }),
    };
  });
}

/** Of so many hours of outdoors, sun and an air inside. */
function spreadOf(
  list: readonly number[],
  outer: AirYear,
  sun: ArrayLike<number> | null,
  air: AirYear,
): Spread {
  const n = list.length;
  let [mt, ms, mi, mp, mo] = [0, 0, 0, 0, 0];
  for (const h of list) {
    mt += outer.inside[h]! / n;
    mo += outer.vapour[h]! / n;
    ms += sun ? sun[h]! / n : 0;
    mi += air.inside[h]! / n;
    mp += air.vapour[h]! / n;
  }
  const of: Spread = {
    t: 0,
    sun: 0,
    both: 0,
    inside: 0,
    insideT: 0,
    insideSun: 0,
    vapourT: 0,
    vapourSun: 0,
    outerT: 0,
    outerSun: 0,
  };
  for (const h of list) {
    const [dt, ds] = [outer.inside[h]! - mt, sun ? sun[h]! - ms : 0];
    const [di, dp, d0] = [air.inside[h]! - mi, air.vapour[h]! - mp, outer.vapour[h]! - mo];
    of.t += (dt * dt) / n;
    of.sun += (ds * ds) / n;
    of.both += (dt * ds) / n;
    of.inside += (di * di) / n;
    of.insideT += (di * dt) / n;
    of.insideSun += (di * ds) / n;
    of.vapourT += (dp * dt) / n;
    of.vapourSun += (dp * ds) / n;
    of.outerT += (d0 * dt) / n;
    of.outerSun += (d0 * ds) / n;
  }
  return of;
}
