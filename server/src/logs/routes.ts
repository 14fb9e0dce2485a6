import type { Entry, WorkshopEntry } from '@overcoat/core/model';
import { invalid } from '../contract/problem.ts';
import type { Handlers } from '../contract/serve.ts';
import { WORKSHOP } from './kinds.ts';
import type { LogStore } from './store.ts';

/** A place in a log; its beginning where none is named. */
function placeOf(after: string | undefined): number {
  const place = Number(after ?? 0);
  if (!Number.isSafeInteger(place) || place < 0)
    throw invalid('“after” must be the place of an entry, such as 12.');
  return place;
}

export const logHandlers = (
  log: LogStore<Entry>,
  workshop: LogStore<WorkshopEntry>,
): Pick<Handlers, 'log' | 'note' | 'workshop' | 'noteWorkshop'> => ({
  log: async ({ params, query }) => ({ entries: await log.read(params.id, placeOf(query.after)) }),
  note: async ({ params, body }) => ({ entries: await log.add(params.id, body.entries) }),
  workshop: async ({ query }) => ({ entries: await workshop.read(WORKSHOP, placeOf(query.after)) }),
  noteWorkshop: async ({ body }) => ({ entries: await workshop.add(WORKSHOP, body.entries) }),
});
