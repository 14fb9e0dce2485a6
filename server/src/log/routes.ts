import { invalid } from '../contract/problem.ts';
import type { Handlers } from '../contract/serve.ts';
import type { LogStore } from './store.ts';

export const logHandlers = (log: LogStore): Pick<Handlers, 'log' | 'note'> => ({
  async log({ params, query }) {
    const after = Number(query.after ?? 0);
    if (!Number.isSafeInteger(after) || after < 0)
      throw invalid('“after” must be the place of an entry, such as 12.');
    return { entries: await log.read(params.id, after) };
  },
  note: async ({ params, body }) => ({ entries: await log.add(params.id, body.entries) }),
});
