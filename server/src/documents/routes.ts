import type { Handlers } from '../contract/serve.ts';
import type { DocumentStore } from './store.ts';

type Names = 'document' | 'saveDocument' | 'changeDocument' | 'undoDocument' | 'redoDocument';

export const documentHandlers = (documents: DocumentStore): Pick<Handlers, Names> => ({
  document: ({ params }) => documents.read(params),
  saveDocument: ({ params, revision, body }) => documents.save(params, revision, body.document, body.label),
  changeDocument: ({ params, revision, body }) =>
    documents.change(params, revision, body.changes, body.label),
  undoDocument: ({ params, revision }) => documents.undo(params, revision),
  redoDocument: ({ params, revision }) => documents.redo(params, revision),
});
