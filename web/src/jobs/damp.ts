import { schools } from '@overcoat/core/buildup';
import { evaluate } from '@overcoat/core/evaluate';
import type { WeatherFile } from '@overcoat/core/formats';
import type { Brief, Placement, Variant } from '@overcoat/core/model';
import {
  cabSavings,
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
  schoolsAt,
  sealSweep,
  sensitivity,
} from '@overcoat/core/studies/damp';
import { type DetailCase, type DetailResult, solveDetail } from '@overcoat/core/van/bridges';
import { hourlyYear } from '@overcoat/core/van/climate';
import { type ClimateOf, glassOf, type VanClimate } from '@overcoat/core/van/wetting';
import type { Report, Shelf } from './shelf.ts';

interface Weather {
  weather?: WeatherFile;
}

/** What a school costs in heat, weight and money, whatever its seal. */
export interface SchoolFigures {
  school: string;
  heatLoss: number;
  mass: number;
  cost: number;
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

/** Own climates one after the other, told as so many of all there are. */
function climates(library: Shelf['library'], report: Report, all: number, before = 0): ClimateOf {
  let done = before;
  return (design, placement) => {
    const climate = ownClimate(design, placement, library);
    report(++done / all);
    return climate;
  };
}

/** The jobs about cold and damp. */
export const dampJobs = {
  /** Two years of one bay, hour by hour. */
  years: (
    { design, library }: Shelf,
    { input, placement, weather }: { input: BayYearInput; placement: Placement } & Weather,
  ): BayYears =>
    bayYears(input, ownAirAt(input.kind, ownYear(design, placement, library, { weather })), library),

  /** The months that the bays of a placement meet, of its own year. */
  climate: ({ design, library }: Shelf, { placement }: { placement: Placement }): VanClimate =>
    ownClimate(design, placement, library),

  /** Seal quality against water, for every school. */
  sweep: (
    { design, library }: Shelf,
    _: object,
    report: Report,
  ): { sweep: SealSweep; band: SchoolBand; figures: SchoolFigures[] } => ({
    sweep: sealSweep(design, library, undefined, climates(library, report, 5 * schools.length)),
    band: schoolBand(design, library, climates(library, report, 5 * schools.length, schools.length)),
    figures: schoolsAt(design, 1, library).map(({ school, evaluation: e }) => ({
      school,
      heatLoss: e.heat.loss,
      mass: e.load.mass,
      cost: e.order.cost,
    })),
  }),

  /** Two years of every school. */
  study: ({ design, library }: Shelf, _: object, report: Report): SchoolStudy =>
    schoolStudy(design, library, report, (d, p) => ownYear(d, p, library).year),

  /** What moves the water of a bay most. */
  effects: (
    { design, library }: Shelf,
    { placement, bay }: { placement: Placement; bay: string },
    report: Report,
  ): Effect[] => sensitivity(design, placement, bay, library, report, (d, p) => ownYear(d, p, library).year),

  /** Sections in two dimensions; null where there is nothing to solve. */
  details: (
    { design, library }: Shelf,
    { cases }: { cases: DetailCase[] },
    report: Report,
  ): (DetailResult | null)[] =>
    cases.map((c, i) => {
      report(i / cases.length);
      return solveDetail(c, design.shell, library, 60);
    }),

  /** Two years of the whole van. */
  van(
    { design, library }: Shelf,
    { placement, choice, weather }: { placement: Placement; choice: VanChoice } & Weather,
    report: Report,
  ): VanYear {
    const { shell, brief } = design;
    const model = vanModel(evaluate(design, placement, library), shell, brief, choice, library);
    return vanYear(model, hourlyYear(brief, glassOf(shell), 1, weather), 2, report);
  },

  /** The design night as it is lived. */
  night(
    { design, library }: Shelf,
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
    { design, library }: Shelf,
    { variant }: { variant: Pick<Variant, 'design' | 'school'> },
    report: Report,
  ) => cabSavings(design, variant, library, report),

  /** A hot day in the parked van, for each case. */
  hot: ({ design, library }: Shelf, { cases }: { cases: HotDayCase[] }, report: Report): HotDay[] =>
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
