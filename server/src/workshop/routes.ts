import type { Handlers } from '../contract/serve.ts';
import type { WorkshopStore } from './store.ts';

/** A place in the log; its beginning where none is named. */
const placeOf = (after: string | undefined): number => Math.max(0, Math.floor(Number(after ?? 0)) || 0);

export const workshopHandlers = (workshop: WorkshopStore): Pick<Handlers, 'workshop' | 'noteWorkshop'> => ({
  workshop: ({ query }) => workshop.after(placeOf(query.after)),
  noteWorkshop: async ({ body, query }) => {
    await workshop.add(body.entries);
    return workshop.after(placeOf(query.after));
  },
});
