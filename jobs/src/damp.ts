import { evaluate } from '@overcoat/core/evaluate';
import type { WeatherFile } from '@overcoat/core/formats';
import type { Brief, Placement, Variant } from '@overcoat/core/model';
import type { PayBy } from '@overcoat/core/order/pipeline';
import {
  cabSavings,
  climateOfYear,
  type HotDay,
  type HotDayCase,
  heaterNeed,
  hotDay,
  inWind,
  ownAirAt,
  ownClimate,
  ownYear,
  type VanChoice,
  type VanNight,
  type VanYear,
  vanModel,
  vanNight,
  vanYear,
  withHeater,
} from '@overcoat/core/studies/cabin';
import {
  type BayYearInput,
  type BayYears,
  bayYears,
  type Effect,
  type SchoolBand,
  type SchoolStudy,
  type SealSweep,
  schoolBand,
  schoolStudy,
  sealSweep,
  sensitivity,
} from '@overcoat/core/studies/damp';
import { type Remedies, remediesFor } from '@overcoat/core/studies/remedies';
import { type DetailCase, type DetailResult, solveDetail } from '@overcoat/core/van/bridges';
import { hourlyYear } from '@overcoat/core/van/climate';
import { type ClimateOf, glassOf, type VanClimate } from '@overcoat/core/van/wetting';
import type { JobShelf, Report } from './shelf.ts';

interface Weather {
  weather?: WeatherFile;
}

/** How the design night is lived, where it differs from the brief. */
export interface NightLife extends Pick<Brief, 'people' | 'ventilation' | 'cooking'> {
  covers: boolean;
  /** Air outside, m/s; null for the usual wind. */
  wind: number | null;
}

/** W that hold the thermostat, and the night with that heater and a fifth more, and with it off. */
export interface Nights {
  size: number;
  heated: VanNight;
  off: VanNight;
}

/** The design night: 20:00 to 08:00, coldest at four; half the swing of a clear winter day, K. */
const HOURS = 12;
const COLDEST = 8;
const SWING = 3;

/** Climates of the schools, which are asked in their order. */
function inOrder(climates: readonly VanClimate[]): ClimateOf {
  let next = 0;
  return () => climates[next++]!;
}

/** A van's own hours, and the months its bays meet. */
function ownAirOf(design: JobShelf['design'], placement: Placement, library: JobShelf['library']) {
  const own = ownYear(design, placement, library);
  return { year: own.year, climate: climateOfYear(design, own) };
}

/** The jobs about cold and damp. */
export const dampJobs = {
  /** Two years of one bay, hour by hour. */
  years: (
    { design, library }: JobShelf,
    { input, placement, weather }: { input: BayYearInput; placement: Placement } & Weather,
  ): BayYears =>
    bayYears(input, ownAirAt(input.kind, ownYear(design, placement, library, { weather })), library),

  /** The months that the bays of a placement meet, of its own year. */
  climate: ({ design, library }: JobShelf, { placement }: { placement: Placement }): VanClimate =>
    ownClimate(design, placement, library),

  /** What would mend a van whose water builds up, found by trying; told as each is settled. */
  remedies: (
    { design, library }: JobShelf,
    { placement, climate, by }: { placement: Placement; climate: VanClimate; by: PayBy },
    report: Report,
  ): Remedies => remediesFor({ ...design, ready: by.ready }, placement, library, climate, by, report),

  /** Seal quality against water, for every school, each in the climate of its own year. */
  sweep: ({ design, library }: JobShelf, { climates }: { climates: VanClimate[] }): SealSweep =>
    sealSweep(design, library, undefined, inOrder(climates)),

  /** Every school over what nobody knows exactly. */
  band: ({ design, library }: JobShelf, { climates }: { climates: VanClimate[] }): SchoolBand =>
    schoolBand(design, library, inOrder(climates)),

  /** Two years of every school. */
  study: ({ design, library }: JobShelf, _: object, report: Report): SchoolStudy =>
    schoolStudy(design, library, report, (d, p) => ownAirOf(d, p, library)),

  /** What moves the water of a bay most. */
  effects: (
    { design, library }: JobShelf,
    { placement, bay }: { placement: Placement; bay: string },
    report: Report,
  ): Effect[] => sensitivity(design, placement, bay, library, report, (d, p) => ownAirOf(d, p, library)),

  /** Sections in two dimensions; null where there is nothing to solve. */
  details: (
    { design, library }: JobShelf,
    { cases }: { cases: DetailCase[] },
    report: Report,
  ): (DetailResult | null)[] =>
    cases.map((c, i) => {
      report(i / cases.length);
      return solveDetail(c, design.shell, library, 60);
    }),

  /** Two years of the whole van. */
  van(
    { design, library }: JobShelf,
    { placement, choice, weather }: { placement: Placement; choice: VanChoice } & Weather,
    report: Report,
  ): VanYear {
    const { shell, brief } = design;
    const model = vanModel(evaluate(design, placement, library), shell, brief, choice, library);
    return vanYear(model, hourlyYear(brief, glassOf(shell), 1, weather), 2, report);
  },

  /** The design night as it is lived. */
  night(
    { design, library }: JobShelf,
    { placement, life: { covers, wind, ...life } }: { placement: Placement; life: NightLife },
  ): Nights {
    const { shell, brief } = design;
    const choice = { covers, heater: null };
    const calm = vanModel(
      evaluate(design, placement, library),
      shell,
      { ...brief, ...life },
      choice,
      library,
    );
    const blown = wind === null ? calm : inWind(calm, wind, brief.designNight);
    // A heater a fifth larger than this wind asks.
    const van = withHeater(blown, brief);
    const outside = (hour: number) =>
      brief.designNight + SWING * (1 - Math.cos((2 * Math.PI * (hour - COLDEST)) / 24));
    return {
      size: heaterNeed(van, brief.designNight),
      heated: vanNight(van, outside, HOURS, true),
      off: vanNight(van, outside, HOURS, false),
    };
  },

  /** What closing the cab off and screening its glass come to, next to the same money in the walls. */
  cab: (
    { design, library }: JobShelf,
    { variant }: { variant: Pick<Variant, 'design' | 'school'> },
    report: Report,
  ) => cabSavings(design, variant, library, report),

  /** A hot day in the parked van, for each case. */
  hot: ({ design, library }: JobShelf, { cases }: { cases: HotDayCase[] }, report: Report): HotDay[] =>
    cases.map((c, i) => {
      report(i / cases.length);
      const { shell, brief } = design;
      const model = vanModel(
        evaluate(design, c.placement, library),
        { ...shell, skin: { ...shell.skin, colour: c.colour } },
        brief,
        { covers: c.covers, heater: null },
        library,
      );
      return hotDay(model, brief, { open: c.open, air: Math.max(c.air, model.airs[0]!.leakage) });
    }),
};
