import type { Shell, WorkshopEntry } from '../../model/index.ts';
import type { WORK_DAYS } from '../../model/lists/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import { type Effort, STAGES, stageOf, type WorkStage } from '../work/index.ts';
import type { BuyLine } from './orderList.ts';
import type { Shop } from './shops.ts';

/** When work begins, and how much of it is done a day. */
export interface Pace {
  /** First day, as YYYY-MM-DD. */
  start: string;
  /** Hours on a day of work. */
  hours: number;
  days: (typeof WORK_DAYS)[number];
}

/** When something has to be there, and to be ordered; days as YYYY-MM-DD. */
export interface Due {
  /** Work it is first used in. */
  stage: WorkStage;
  /** The first day that work could be reached: with everything before it done at best speed. */
  needed: string;
  /** The last day on which it can be ordered and still be there; for what is fetched, the day before. */
  order: string;
}

const DAY = 86_400_000;
const dayOf = (time: number): string => new Date(time).toISOString().slice(0, 10);
const timeOf = (day: string): number => Date.parse(`${day}T00:00:00Z`);
const add = (day: string, days: number): string => dayOf(timeOf(day) + days * DAY);

/** The pace as last said for a van; null where nobody said. */
export function paceOf(entries: readonly WorkshopEntry[], van: string): Pace | null {
  const last = entries.findLast(e => e.fact.kind === 'pace' && e.fact.van === van);
  if (last?.fact.kind !== 'pace') return null;
  const { start, hours, days } = last.fact;
  return { start: start.slice(0, 10), hours, days };
}

/** Whether it is the first time for whoever works here, until they say otherwise. */
export function isFirstTime(entries: readonly WorkshopEntry[]): boolean {
  const last = entries.findLast(e => e.fact.kind === 'practised');
  return last?.fact.kind !== 'practised' || !last.fact.practised;
}

const worksOn = (time: number, days: Pace['days']): boolean => {
  const weekend = [0, 6].includes(new Date(time).getUTCDay());
  return days === 'every day' || (days === 'weekends') === weekend;
};

/** The day of work that so many hours after the start fall on. */
function dayAfter({ start, hours, days }: Pace, done: number): string {
  let time = timeOf(start);
  let left = Math.floor(done / hours + ROUNDING);
  for (;;) {
    if (worksOn(time, days)) {
      if (left === 0) return dayOf(time);
      left--;
    }
    time += DAY;
  }
}

/** Tasks by the first word of their name. */
const TASKS: Record<string, WorkStage> = {
  rust: 'making ready',
  hole: 'making ready',
  close: 'making ready',
  wax: 'making ready',
  cable: 'cables',
  fill: 'walls and doors',
  clip: 'lining',
  bolt: 'lining',
  fix: 'finish',
  oil: 'finish',
};

/** The first stage that uses each line, by key. */
export function stagesOf(
  lines: readonly BuyLine[],
  pieces: readonly Pick<CutPiece, 'id' | 'zone' | 'role'>[],
  shell: Pick<Shell, 'zones'>,
): Map<string, WorkStage> {
  const kinds = new Map(shell.zones.map(z => [z.id, z.kind]));
  const stages = new Map(pieces.map(p => [p.id, stageOf(p.role, kinds.get(p.zone) ?? 'wall')]));
  const stageOfUse = (use: string) => stages.get(use) ?? TASKS[use.split(' ')[0]!] ?? 'finish';
  return new Map(
    lines.map(l => {
      const first = Math.min(...l.uses.map(u => STAGES.indexOf(stageOfUse(u))));
      return [l.key, STAGES[first] ?? 'finish'];
    }),
  );
}

/**
 * When each line has to be ordered so that the work does not stop: the first day its stage could be reached if all before
 * it went at best speed, less the days it takes to come. What is fetched is fetched the day before at the latest.
 */
export function dueOf(
  stages: ReadonlyMap<string, WorkStage>,
  hours: ReadonlyMap<WorkStage, Effort>,
  pace: Pace,
  shops: ReadonlyMap<string, Shop>,
): Map<string, Due> {
  const reached = new Map<WorkStage, string>();
  let done = 0;
  for (const stage of STAGES) {
    reached.set(stage, dayAfter(pace, done));
    done += hours.get(stage)?.[0] ?? 0;
  }
  return new Map(
    [...stages].map(([key, stage]) => {
      const needed = reached.get(stage)!;
      return [key, { stage, needed, order: add(needed, -Math.max(1, shops.get(key)?.lead ?? 0)) }];
    }),
  );
}
