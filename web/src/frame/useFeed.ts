import type { Change } from '@overcoat/core/model';
import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { keys } from '../api/queries.ts';
import { useDesign } from '../store/design.ts';
import { nameOf, useDocuments } from '../store/documents.ts';
import { listenToFeed } from '../store/feed.ts';
import { useLog } from '../store/log.ts';
import { useWorkshop } from '../store/workshop.ts';

/** Keeps this window up to date with what other windows, phones and people do. */
export function useFeed(): void {
  const client = useQueryClient();
  useEffect(
    () =>
      listenToFeed(change => {
        // A server that is away is heard of by whatever is asked of it.
        void Promise.all(takeIn(change, client)).catch(() => undefined);
      }),
    [client],
  );
}

/** Reads what has changed, where this window has it open. */
function takeIn(change: Change, client: QueryClient): Promise<unknown>[] {
  const read = (queryKey: readonly unknown[]) => client.invalidateQueries({ queryKey });
  const { held, load } = useDocuments.getState();
  const open = useDesign.getState().id;
  if (change.what === 'nothing') return [];
  if (change.what === 'anything')
    return [
      useDesign.getState().look(),
      ...Object.values(held)
        .filter(h => h.of.id === open)
        .map(h => load(h.of)),
      useLog.getState().refresh(),
      ...(useWorkshop.getState().ready ? [useWorkshop.getState().load()] : []),
      read(keys.library),
      read(keys.conversions),
    ];
  if (change.what === 'design')
    return [
      ...(change.id === open ? [useDesign.getState().look(change.revision)] : []),
      read(keys.conversions),
      read(['other-van', change.id]),
    ];
  if (change.what === 'document') {
    const own = held[nameOf(change)];
    return [
      ...(own && own.record.revision < change.revision ? [load(own.of)] : []),
      read(['other-van', change.id]),
    ];
  }
  if (change.what === 'log') return change.id === open ? [useLog.getState().refresh()] : [];
  if (change.what === 'workshop') return useWorkshop.getState().ready ? [useWorkshop.getState().load()] : [];
  if (change.what === 'library') return [read(keys.library)];
  return [read(keys.conversions)];
}
