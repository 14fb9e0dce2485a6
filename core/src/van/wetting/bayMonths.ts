import {
  assemblyOf,
  type BayJoints,
  cavityDepth,
  directionOf,
  type Ends,
  sectionAt,
} from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import {
  type Bay,
  type Brief,
  type BuildUp,
  type Design,
  inCab,
  type Placement,
  type Shell,
  type ZoneKind,
} from '../../model/index.ts';
import { type Air, saturationPressure } from '../../physics/air/index.ts';
import { RSE } from '../../physics/heat/index.ts';
import {
  type Assembly,
  type Condensation,
  condensations,
  drying,
  metBy,
  type Period,
  type Regime,
  skinGain,
  type Through,
} from '../../physics/moisture/index.ts';
import { openingSize } from '../../survey/geometry/index.ts';
import {
  ABSORPTANCE,
  designNight,
  facingOf,
  type Glass,
  glazing,
  type Month,
  monthsOf,
  NIGHT_HOURS,
  solarGain,
} from '../climate/index.ts';
import { type LeakAt, leakOf } from './leak.ts';

/** Water in one bay, kg/m2, over five years from a dry October. */
export interface BayMoisture {
  /** Most it gathers in the first year, what ran off by then counted in, kg/m2. */
  peak: number;
  /** It falls in, 0 for January. */
  peakMonth: number;
  /** Most that stands in it in all five years, kg/m2. */
  highest: number;
  /** What runs off or drips in the first year, kg/m2. */
  ran: number;
  /** Month by which the first winter's water is gone; null if it stays. */
  goneBy: number | null;
  /** What the fifth year adds to a bay that is never dry, stored or run off, kg/m2; 0 when it dries each year. */
  growth: number;
  /** At the end of each month, October of the first year on. */
  months: Condensation['water'];
  /** What has run off or dripped in each of them, kg/m2. */
  ranOff: Condensation['ran'];
  /** Taken up on one design night of 12 h through the layers, kg/m2. */
  nightDiffusion: number;
  /** Through open joints, kg/m2. */
  nightLeakage: number;
  /** Inner face of the skin on the design night, degC. */
  skin: number;
  /** Summer days for 100 g/m2 to dry; Infinity if never. */
  daysToDry: number;
  /** What open joints take out of a wet skin on such a day, kg/(m2 s). */
  dryingLeakage: number;
  /** Joints of the airtight layer, m per m2. */
  seamLength: number;
}

/** What all bays of a van meet: the brief's months and its design night. */
export interface VanClimate {
  /** From October on. */
  months: Month[];
  /** The design night. */
  night: { outside: Air; inside: Air };
  /** Months of bays round the cab's air, and of what parts it from the load space; null where it has none of its own. */
  cab: { round: Month[]; between: Month[] } | null;
  /** Whether the months are the van's own hours, or a guess at how an empty and a lived-in van stands. */
  own: boolean;
}

/** The months that a zone's bays meet. */
export const monthsAt = ({ months, cab }: VanClimate, kind: ZoneKind): readonly Month[] =>
  !cab ? months : kind === 'bulkhead' ? cab.between : inCab(kind) ? cab.round : months;

/** How the climate of a van with something laid into it is found. */
export type ClimateOf = (design: Pick<Design, 'shell' | 'brief'>, placement: Placement) => VanClimate;

/** A quick guess at the climate at the bays: people's water and the glass that takes some of it. */
export function climateFor(shell: Shell, brief: Brief): VanClimate {
  const glass = glassOf(shell);
  return { months: monthsOf(brief, glass), night: designNight(brief, glass), cab: null, own: false };
}

/** All glass of the load space as one pane; the cab's takes its share by the hour alone. */
export function glassOf(shell: Shell): Glass {
  let area = 0;
  let f = 0;
  for (const zone of shell.zones) {
    if (inCab(zone.kind)) continue;
    for (const o of zone.openings) {
      const a = openingSize(o);
      area += a;
      f += a * glazing(o.glazing, directionOf(zone.kind)).fRsi;
    }
  }
  return { area, fRsi: area > 0 ? f / area : 1 };
}

/** What the moisture methods need of a bay; the leak for any quality of its joints and end of the band. */
export function dampModel(
  shell: Shell,
  kind: ZoneKind,
  bay: Bay,
  buildUp: BuildUp,
  joints: BayJoints,
  library: Library,
): { assembly: Assembly; leakAt(ends: Ends, sealQuality?: number): LeakAt } {
  const depth = cavityDepth(buildUp.layers, bay, kind, library);
  const section = sectionAt(buildUp.layers, depth, kind, shell, library);
  const leak = leakOf(section, kind, joints, library);
  return {
    assembly: assemblyOf(section, kind),
    leakAt: (ends, sealQuality = buildUp.sealQuality) => leak({ ...buildUp, sealQuality }, ends),
  };
}

/** Five years of one bay by months, its design night, and its drying, for any leak. */
export function bayMoisture(
  assembly: Assembly,
  climate: VanClimate,
  kind: ZoneKind,
  gain: (sun: number) => number,
): (leakAt: LeakAt, seamLength: number) => BayMoisture {
  const periods = periodsOf(monthsAt(climate, kind), gain);
  const years = condensations(assembly, periods);
  return (leakAt, seamLength) => {
    letIn(periods, leakAt);
    return moistureOf(assembly, climate, years(), leakAt, seamLength);
  };
}

/** Most that is gathered in the first year, what ran off by then counted in, kg/m2, and in which of its months. */
export function gathered({ water, ran }: Pick<Condensation, 'water' | 'ran'>): { peak: number; at: number } {
  let [peak, at, by] = [0, 0, 0];
  for (let i = 0; i < 12; i++) {
    by += ran[i]!;
    if (water[i]! > 0 && water[i]! + by > peak) {
      peak = water[i]! + by;
      at = i;
    }
  }
  return { peak, at };
}

/** Less than this stands for no water, kg/m2. */
const NO_WATER = 0.001;

function moistureOf(
  assembly: Assembly,
  climate: VanClimate,
  { water, ran }: Condensation,
  leakAt: LeakAt,
  seamLength: number,
): BayMoisture {
  const dried = drying(assembly, leakAt);
  const night = nightOf(assembly, climate, leakAt);
  const { peak, at: peakIndex } = gathered({ water, ran });
  const gone = water.subarray(0, 24).findIndex((w, i) => i > peakIndex && w < NO_WATER);
  const [last, before] = [water.subarray(48, 60), water[47]!];
  const everDry = last.some(w => w < NO_WATER);
  const ranLast = ran.subarray(48, 60).reduce((a, b) => a + b, 0);
  return {
    peak,
    peakMonth: climate.months[peakIndex]!.month,
    goneBy: gone < 0 || gone > 11 ? null : climate.months[gone]!.month,
    highest: water.reduce((a, b) => Math.max(a, b), 0),
    ran: ran.subarray(0, 12).reduce((a, b) => a + b, 0),
    growth: everDry ? 0 : Math.max(0, last[11]! - before + ranLast),
    months: water,
    ranOff: ran,
    nightDiffusion: night.diffusion,
    nightLeakage: night.leakage,
    skin: night.skin,
    daysToDry: dried.days,
    dryingLeakage: dried.leakage,
    seamLength,
  };
}

/** K that sun (W/m2 on a level face) and sky add to the air outside, at the zone's skin. */
export function gainOf(shell: Shell, kind: ZoneKind): (sun: number) => number {
  // Between load space and cab neither sun nor sky is seen.
  if (kind === 'bulkhead' && shell.cab) return () => 0;
  const facing = facingOf(kind);
  return sun => solarGain(facing, ABSORPTANCE[shell.skin.colour], sun, RSE);
}

/**
 * The months as one bay meets them, with no air passing its skin. Where hours are known to spread, a part of a month is its
 * warmer and its colder half, a standard deviation of the skin to either side, each with the air inside as it then is:
 * saturation, and air by the root of a difference, are means of hours, not of temperatures.
 */
export function periodsOf(months: readonly Month[], gain: (sun: number) => number): Period[] {
  const bySun = gain(1) - gain(0);
  return months.map(m => ({
    seconds: m.seconds,
    regimes: m.regimes.flatMap(r => halves(r, r.outside.t + gain(r.sun), bySun)),
  }));
}

type Part = Month['regimes'][number];

/** A part of a month whose skin stands at `t` degC on average and takes `bySun` K for each W/m2. */
function halves({ share, outside, inside, spread }: Part, t: number, bySun: number): Regime[] {
  if (!spread) return [{ share, outside: { t, p: outside.p }, inside, leak: 0, vent: 0 }];
  const variance = Math.max(0, spread.t + 2 * bySun * spread.both + bySun ** 2 * spread.sun);
  const sd = Math.sqrt(variance);
  const follow = (withT: number, withSun: number) => (sd > 1e-6 ? (withT + bySun * withSun) / sd : 0);
  const byT = follow(spread.insideT, spread.insideSun);
  const byP = follow(spread.vapourT, spread.vapourSun);
  const byOuter = follow(spread.outerT, spread.outerSun);
  // What of the room's own swing the skin's does not tell.
  const swings = Math.sqrt(Math.max(0, spread.inside - byT ** 2));
  return [-1, 1].map(way => {
    const warm = inside.t + way * byT;
    const p = Math.min(Math.max(0, inside.p + way * byP), saturationPressure(warm));
    return {
      share: share / 2,
      outside: { t: t + way * sd, p: Math.max(0, outside.p + way * byOuter) },
      inside: { t: warm, p },
      leak: 0,
      vent: 0,
      swings,
    };
  });
}

/** Lets air past the skin in every one of them. */
export function letIn(periods: readonly Period[], leakAt: LeakAt): void {
  for (const { regimes } of periods)
    for (const r of regimes) {
      const { leak, vent } = brought(leakAt(r.outside.t - (r.swings ?? 0), r.inside.t));
      r.leak = leak;
      r.vent = vent;
      if (!r.swings) continue;
      // Air passes with the root of the difference, whichever way: between two hours a swing apart more than at their mean.
      const other = brought(leakAt(r.outside.t + r.swings, r.inside.t));
      r.leak = (leak + other.leak) / 2;
      r.vent = (vent + other.vent) / 2;
    }
}

/** Taken up on the design night, kg/m2, and the skin's temperature. */
export function nightOf(assembly: Assembly, { night }: VanClimate, leakAt: LeakAt) {
  const { outside, inside } = night;
  const passing = brought(leakAt(outside.t, inside.t));
  const gain = skinGain(assembly, { share: 1, outside, inside, ...passing });
  const seconds = NIGHT_HOURS * 3600;
  return {
    skin: gain.skin,
    diffusion: Math.max(0, gain.diffusion * seconds),
    leakage: Math.max(0, gain.leakage * seconds),
  };
}

/** What passes a space as the skin meets it: of the air beside it, not all comes close. */
function brought(through: Through): Pick<Regime, 'leak'> & { vent: number } {
  const met = metBy(through);
  return { leak: met * through.room, vent: met * through.outside };
}
