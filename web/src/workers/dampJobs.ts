import {
  type BayYearInput,
  type BayYears,
  bayYears,
  type Design,
  type DetailCase,
  type DetailResult,
  type Effect,
  evaluate,
  glassOf,
  type HotDay,
  hotDay,
  hourlyYear,
  type Material,
  makeLibrary,
  type Placement,
  type Price,
  type SchoolStudy,
  type SealSweep,
  schoolStudy,
  schoolsAt,
  sealSweep,
  sensitivity,
  solveDetail,
  type VanChoice,
  type VanYear,
  vanModel,
  vanYear,
  type WeatherFile,
} from '@overcoat/core';

type Bare = Pick<Design, 'shell' | 'brief'>;

interface Shelf {
  materials: Material[];
  prices: Price[];
  design: Bare;
}

/** A hot day to be looked at: how the van is built and stands. */
export interface HotDayCase {
  name: string;
  placement: Placement;
  colour: Design['shell']['skin']['colour'];
  covers: boolean;
  open: number;
  air: number;
}

/** What a school costs in heat, weight and money, whatever its seal. */
export interface SchoolFigures {
  school: string;
  heatLoss: number;
  mass: number;
  cost: number;
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
}

export type JobKind = keyof Kinds;
export type Ask<K extends JobKind> = Shelf & Kinds[K]['ask'];
export type Answer<K extends JobKind> = Kinds[K]['answer'];
export type DampJob = { [K in JobKind]: { kind: K } & Ask<K> }[JobKind];
export type Outcome<K extends JobKind = JobKind> =
  | { ok: true; answer: Answer<K> }
  | { ok: false; message: string };

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
          heatLoss: e.heatLoss,
          mass: e.mass,
          cost: e.cost,
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
