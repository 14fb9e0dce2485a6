import type { Change } from '@overcoat/core/model';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useDesign } from '../store/design.ts';
import { documentName, type NamedDocument, useDocuments } from '../store/documents.ts';
import { onChange } from '../store/feed.ts';
import { useLog } from '../store/log.ts';
import { useWorkshop } from '../store/workshop.ts';

/** Keeps what is open in this window up to date with what other windows, phones and people do to it. */
export function useFeed(): void {
  const client = useQueryClient();
  useEffect(
    () =>
      onChange(change => {
        const read = (id: string) => client.invalidateQueries({ queryKey: ['other-van', id] });
        // A server that is away is heard of by whatever is asked of it.
        void Promise.all(takeIn(change, read)).catch(() => undefined);
      }),
    [client],
  );
}

/** Reads what has changed, where this window has it open; `otherVan` that of a van bought for besides. */
function takeIn(change: Change, otherVan: (id: string) => Promise<unknown>): Promise<unknown>[] {
  const { held, look } = useDocuments.getState();
  const open = useDesign.getState().id;
  const { ready, load: loadWorkshop } = useWorkshop.getState();
  if (change.what === 'anything')
    return [
      useDesign.getState().look(),
      ...Object.values(held)
        .filter(h => h.of.id === open)
        .map(h => look(h.of)),
      useLog.getState().refresh(true),
      ...(ready ? [loadWorkshop(true)] : []),
    ];
  if (change.what === 'document') {
    if (change.kind === 'design' && change.id === open) return [useDesign.getState().look(change.revision)];
    const own = held[documentName(change as NamedDocument)];
    return [
      ...(own ? [look(own.of, change.revision)] : []),
      ...(change.id === open ? [] : [otherVan(change.id)]),
    ];
  }
  if (change.what === 'log') return change.id === open ? [useLog.getState().refresh()] : [];
  return change.what === 'workshop' && ready ? [loadWorkshop()] : [];
}
