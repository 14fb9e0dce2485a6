/** How readily a face moulds: factors of the growth model by class. */
export type Sensitivity = 'very sensitive' | 'sensitive' | 'medium' | 'resistant';

/**
 * Critical humidity at 20 degC and more, %; k1 below index 1 and from it on (null: what 1999 gives for pine, by its two
 * times, about 2); and the three terms of the highest index (Ojanen 2010 classes, from memory).
 */
const CLASSES: Record<
  Sensitivity,
  { least: number; slow: number; fast: number | null; a: number; b: number; c: number }
> = {
  'very sensitive': { least: 80, slow: 1, fast: null, a: 1, b: 7, c: 2 },
  sensitive: { least: 80, slow: 0.578, fast: 0.386, a: 0.3, b: 6, c: 1 },
  medium: { least: 85, slow: 0.072, fast: 0.097, a: 0, b: 5, c: 1.5 },
  resistant: { least: 85, slow: 0.033, fast: 0.014, a: 0, b: 3, c: 1 },
};

/** Lowest humidity at which mould grows, %, at t degC (Hukka and Viitanen 1999 eq. 1, from memory). */
function criticalHumidity(t: number, kind: Sensitivity = 'very sensitive'): number {
  const { least } = CLASSES[kind];
  if (t > 20) return least;
  return Math.max(least, -0.00267 * t ** 3 + 0.16 * t ** 2 - 3.13 * t + 100);
}

/** Weeks until the first signs (index 1) at a steady t degC and humidity %, on planed pine. */
export const weeksToFirstSigns = (t: number, humidity: number): number =>
  Math.exp(-0.68 * Math.log(t) - 13.9 * Math.log(humidity) + 66.02);
const weeksToSight = (t: number, humidity: number) =>
  Math.exp(-0.74 * Math.log(t) - 12.72 * Math.log(humidity) + 61.5);

/**
 * Highest mould index (0 none, 1 under the microscope, 3 seen, 6 all over) over a series of hours, temperatures in
 * degC and humidities from 0 to 1 (Hukka and Viitanen 1999; classes of Ojanen et al. 2010; from memory). It declines
 * in dry or freezing hours.
 */
export function mouldIndex(
  t: ArrayLike<number>,
  humidity: ArrayLike<number>,
  kind: Sensitivity = 'sensitive',
): { highest: number; last: number } {
  const { slow, fast, a, b, c } = CLASSES[kind];
  let m = 0;
  let highest = 0;
  let dry = 0;
  for (let h = 0; h < t.length; h++) {
    const rh = Math.min(100, humidity[h]! * 100);
    const critical = criticalHumidity(t[h]!, kind);
    if (t[h]! > 0.1 && rh > critical) {
      dry = 0;
      const first = weeksToFirstSigns(t[h]!, rh);
      const k1 = m < 1 ? slow : (fast ?? 2 / (weeksToSight(t[h]!, rh) / first - 1));
      const x = (critical - rh) / (critical - 100);
      const most = a + b * x - c * x * x;
      const k2 = Math.max(0, 1 - Math.exp(2.3 * (m - most)));
      m += (k1 * k2) / (7 * first) / 24;
    } else {
      dry++;
      const rate = dry <= 6 ? 0.032 : dry <= 24 ? 0 : 0.016;
      m = Math.max(0, m - rate / 24);
    }
    highest = Math.max(highest, m);
  }
  return { highest, last: m };
}

/** Hours a year with humidity above 80 % above freezing, and their class (ISO 9223:2012 table, from memory). */
export function timeOfWetness(
  t: ArrayLike<number>,
  humidity: ArrayLike<number>,
): { hours: number; class: string } {
  let wet = 0;
  for (let h = 0; h < t.length; h++) if (t[h]! > 0 && humidity[h]! > 0.8) wet++;
  const hours = (wet * 8760) / Math.max(1, t.length);
  const rank = [10, 250, 2500, 5500].filter(limit => hours > limit).length + 1;
  return { hours, class: `τ${rank}` };
}
