import { assemblyOf, type BayJoints, directionOf, type Ends, sectionAt } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import { type Bay, type Brief, type BuildUp, inCab, type Shell, type ZoneKind } from '../../model/index.ts';
import type { Air } from '../../physics/air/index.ts';
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
import { meanDepth, openingSize } from '../../survey/shell/index.ts';
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
  /** Highest in the first year, kg/m2. */
  peak: number;
  /** It falls in, 0 for January. */
  peakMonth: number;
  /** Highest in all five years. */
  highest: number;
  /** Month by which the first winter's water is gone; null if it stays. */
  goneBy: number | null;
  /** What is added from the fourth to the fifth year; 0 when it dries each year. */
  growth: number;
  /** At the end of each month, October of the first year on. */
  months: Condensation['water'];
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

export type DampState = 'bare' | 'dry' | 'dries' | 'grows';

/** What all bays of a van meet: the brief's months and its design night. */
export interface VanClimate {
  /** From October on. */
  months: Month[];
  /** The design night. */
  night: { outside: Air; inside: Air };
}

/** Climate at the bays: people's water and the glass that takes some of it. */
export function climateFor(shell: Shell, brief: Brief): VanClimate {
  const glass = glassOf(shell);
  return { months: monthsOf(brief, glass), night: designNight(brief, glass) };
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
  const section = sectionAt(buildUp.layers, meanDepth(bay), kind, shell, library);
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
  gain: (sun: number) => number,
): (leakAt: LeakAt, seamLength: number) => BayMoisture {
  const periods = periodsOf(climate, gain);
  const years = condensations(assembly, periods);
  return (leakAt, seamLength) => {
    letIn(periods, leakAt);
    return moistureOf(assembly, climate, years().water, leakAt, seamLength);
  };
}

function moistureOf(
  assembly: Assembly,
  climate: VanClimate,
  water: Condensation['water'],
  leakAt: LeakAt,
  seamLength: number,
): BayMoisture {
  const dried = drying(assembly, leakAt);
  const night = nightOf(assembly, climate, leakAt);
  let peakIndex = 0;
  for (let i = 1; i < 12; i++) if (water[i]! > water[peakIndex]!) peakIndex = i;
  const gone = water.subarray(0, 24).findIndex((w, i) => i > peakIndex && w < 1e-6);
  return {
    peak: water[peakIndex]!,
    peakMonth: climate.months[peakIndex]!.month,
    goneBy: gone < 0 || gone > 11 ? null : climate.months[gone]!.month,
    highest: water.reduce((a, b) => Math.max(a, b), 0),
    growth: Math.max(0, water[59]! - water[47]!),
    months: water,
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
  const facing = facingOf(kind);
  return sun => solarGain(facing, ABSORPTANCE[shell.skin.colour], sun, RSE);
}

/** The months as one bay meets them, with no air passing its skin. */
export function periodsOf({ months }: VanClimate, gain: (sun: number) => number): Period[] {
  return months.map(m => ({
    seconds: m.seconds,
    regimes: m.regimes.map(r => {
      const outside = { t: r.outside.t + gain(r.sun), p: r.outside.p };
      return { share: r.share, outside, inside: r.inside, leak: 0, vent: 0 };
    }),
  }));
}

/** Lets air past the skin in every one of them. */
export function letIn(periods: readonly Period[], leakAt: LeakAt): void {
  for (const { regimes } of periods)
    for (const r of regimes) {
      const { leak, vent } = brought(leakAt(r.outside.t, r.inside.t));
      r.leak = leak;
      r.vent = vent;
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

/** Dry: never above 50 g/m2 in five years, a tenth of what DIN 4108-3 allows where nothing soaks it up (from memory). */
const DRY = 0.05;
/** Growth under 1 g/m2 a year is within the method's noise. */
const NOISE = 0.001;

/** Whether a bay keeps more water each year, kg/m2 a year. */
export const growsYearly = (growth: number): boolean => growth > NOISE;

export function dampState(m: BayMoisture): DampState {
  if (m.highest < DRY) return 'dry';
  return growsYearly(m.growth) ? 'grows' : 'dries';
}
