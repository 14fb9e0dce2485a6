import type { Documents, KindName } from '@overcoat/core/model/documents';
import { useQuery } from '@tanstack/react-query';
import { useDesign } from '../store/design.ts';
import { documentName, documentOf, useDocuments } from '../store/documents.ts';

/** A document of the open conversion: read, kept, and undone by itself. */
export function useDocument<K extends KindName>(kind: K, key: string) {
  const id = useDesign(s => s.id) ?? '';
  const of = { id, kind, key };
  const own = useDocuments(s => s.held[documentName(of)]);
  const document = useDocuments(s => documentOf(s.held, of));
  const { isSuccess, isLoading } = useDocumentRead(kind, key);
  const { put, travel } = useDocuments.getState();
  const last = own?.refused.at(-1);
  return {
    /** It has been read, or what this browser had in hand of it. */
    ready: isSuccess || document !== undefined,
    /** It is still being read: what stands here may not be what was settled. */
    reading: isLoading && document === undefined,
    document: document ?? null,
    /** It stands on the screen at once. Answers whether it stands: refused, it does not. */
    put: (next: Documents[K], label: string) => put(of, next, label),
    undo: own?.saved?.undo != null || (own?.pending.length ?? 0) > 0 ? () => void travel(of, 'undo') : null,
    redo: own?.saved?.redo != null && own.pending.length === 0 ? () => void travel(of, 'redo') : null,
    /** Why the last change does not stand, until one does: it is to be tried again or let go of at the top. */
    failed: last && last.before === own?.base ? last.message : null,
  };
}

/** Keeps a document read while a view that goes by it is open, and read again when one comes back to it. */
const useDocumentRead = (kind: KindName, key: string) => {
  const id = useDesign(s => s.id) ?? '';
  return useQuery(documentQuery(id, kind, key));
};

/** What reads a document. */
export const documentQuery = (id: string, kind: KindName, key: string) => ({
  queryKey: ['document', id, kind, key],
  queryFn: async () => {
    await useDocuments.getState().load({ id, kind, key });
    return true;
  },
  enabled: id !== '',
});
