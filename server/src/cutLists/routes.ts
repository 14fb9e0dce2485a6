import type { Handlers } from '../contract/serve.ts';
import type { CutListStore } from './store.ts';

type Names = 'cutList' | 'saveCutList' | 'undoCutList' | 'redoCutList';

export const cutListHandlers = (lists: CutListStore): Pick<Handlers, Names> => ({
  cutList: ({ params }) => lists.read(params.id, params.variant),
  saveCutList: ({ params, revision, body }) => lists.save(params.id, params.variant, revision, body),
  undoCutList: ({ params, revision }) => lists.travel(params.id, params.variant, 'undo', revision),
  redoCutList: ({ params, revision }) => lists.travel(params.id, params.variant, 'redo', revision),
});
