import type { Handlers } from '../contract/serve.ts';
import type { WorkshopStore } from './store.ts';

export const workshopHandlers = (workshop: WorkshopStore): Pick<Handlers, 'workshop' | 'noteWorkshop'> => ({
  workshop: async () => ({ entries: await workshop.read() }),
  noteWorkshop: async ({ body }) => {
    await workshop.add(body.entries);
    return { entries: await workshop.read() };
  },
});
