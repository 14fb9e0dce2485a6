import { evaluate } from '@overcoat/core/evaluate';
import type { WeatherFile } from '@overcoat/core/formats';
import { makeLibrary } from '@overcoat/core/materials';
import type { Brief, Design, Material, Placement, Price } from '@overcoat/core/model';
import {
  type HotDay,
  type HotDayCase,
  heaterNeed,
  hotDay,
  type VanChoice,
  type VanNight,
  type VanYear,
  vanModel,
  vanNight,
  vanYear,
} from '@overcoat/core/studies/cabin';
import {
  type BayYearInput,
  type BayYears,
  bayYears,
  type Effect,
  type SchoolStudy,
  type SealSweep,
  schoolStudy,
  schoolsAt,
  sealSweep,
  sensitivity,
} from '@overcoat/core/studies/damp';
import { type DetailCase, type DetailResult, solveDetail } from '@overcoat/core/van/bridges';
import { hourlyYear } from '@overcoat/core/van/climate';
import { glassOf } from '@overcoat/core/van/wetting';

type Bare = Pick<Design, 'shell' | 'brief'>;

interface Shelf {
  materials: Material[];
  prices: Price[];
  design: Bare;
}

/** A hot day to be looked at: how the van is built and stands. */
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
}

/** W that hold the thermostat, and the night with that heater and a fifth more, and with it off. */
export interface Nights {
  size: number;
  heated: VanNight;
  off: VanNight;
}

/** What a worker is asked, by kind, and what it answers. */
interface Kinds {
  years: { ask: { input: BayYearInput; weather?: WeatherFile }; answer: BayYears };
  sweep: { ask: object; answer: { sweep: SealSweep; figures: SchoolFigures[] } };
  study: { ask: object; answer: SchoolStudy };
  effects: { ask: { placement: Placement; bay: string }; answer: Effect[] };
  details: { ask: { cases: DetailCase[] }; answer: (DetailResult | null)[] };
  van: { ask: { placement: Placement; choice: VanChoice; weather?: WeatherFile }; answer: VanYear };
  hot: { ask: { cases: HotDayCase[] }; answer: HotDay[] };
  night: { ask: { placement: Placement; life: NightLife }; answer: Nights };
}

export type JobKind = keyof Kinds;
export type Ask<K extends JobKind> = Shelf & Kinds[K]['ask'];
export type Answer<K extends JobKind> = Kinds[K]['answer'];
export type DampJob = { [K in JobKind]: { kind: K } & Ask<K> }[JobKind];
export type Outcome<K extends JobKind = JobKind> =
  | { ok: true; answer: Answer<K> }
  | { ok: false; message: string };

/** The design night: 20:00 to 08:00, coldest at four; half the swing of a clear winter day, K. */
const HOURS = 12;
const COLDEST = 8;
const SWING = 3;

/** Does one job; the same function in the worker and in tests. `report` hears the share done. */
export function runDampJob(job: DampJob, report: (share: number) => void = () => undefined): Outcome {
  try {
    return { ok: true, answer: answer(job, report) };
  } catch (error) {
    return { ok: false, message: error instanceof Error ? error.message : String(error) };
  }
}

function answer(job: DampJob, report: (share: number) => void): Answer<JobKind> {
  const library = makeLibrary(job.materials, job.prices);
  const { design } = job;
  const { shell, brief } = design;
  switch (job.kind) {
    case 'sweep':
      return {
        sweep: sealSweep(design, library),
        figures: schoolsAt(design, 1, library).map(({ school, evaluation: e }) => ({
          school,
          heatLoss: e.heat.loss,
          mass: e.load.mass,
          cost: e.order.cost,
        })),
      };
    case 'study':
      return schoolStudy(design, library, report);
    case 'effects':
      return sensitivity(design, job.placement, job.bay, library, report);
    case 'details':
      return job.cases.map((c, i) => {
        report(i / job.cases.length);
        return solveDetail(c, shell, library, 60);
      });
    case 'years':
      return bayYears(job.input, hourlyYear(brief, glassOf(shell), 1, job.weather), library);
    case 'van': {
      const model = vanModel(evaluate(design, job.placement, library), shell, brief, job.choice, library);
      return vanYear(model, hourlyYear(brief, glassOf(shell), 1, job.weather), 2, report);
    }
    case 'night': {
      const { covers, ...life } = job.life;
      const lived = { ...brief, ...life };
      const van = vanModel(
        evaluate(design, job.placement, library),
        shell,
        lived,
        { covers, heater: null },
        library,
      );
      const size = heaterNeed(van, brief.designNight);
      const outside = (hour: number) =>
        brief.designNight + SWING * (1 - Math.cos((2 * Math.PI * (hour - COLDEST)) / 24));
      return {
        size,
        heated: vanNight(van, outside, HOURS, true),
        off: vanNight(van, outside, HOURS, false),
      };
    }
    case 'hot':
      return job.cases.map((c, i) => {
        report(i / job.cases.length);
        const model = vanModel(
          evaluate(design, c.placement, library),
          { ...shell, skin: { ...shell.skin, colour: c.colour } },
          brief,
          { covers: c.covers, heater: null },
          library,
        );
        return hotDay(model, brief, { open: c.open, air: Math.max(c.air, model.leakage) });
      });
  }
}
