import type { WorkshopEntry } from '@overcoat/core/model';
import { ordersOf, type ShelfNow, type StandingOrder, shelfOf } from '@overcoat/core/order/buying';
import { v7 as uuid } from 'uuid';
import { create } from 'zustand';
import { api } from '../api/client.ts';
import { type HeldLog, noLog, SentLog, WORKSHOP } from './entries.ts';
import { sending } from './sendQueue.ts';

interface Workshop extends HeldLog<WorkshopEntry>, ShelfNow {
  orders: StandingOrder[];
  /** It has been read: nothing is laid out before. */
  ready: boolean;
  /** Why the server would not take the last note, until the next one. */
  failed: string | null;
  /** Takes in what the server has since it was last read, or all of it anew. Throws ApiError. */
  load(anew?: boolean): Promise<void>;
  /** Notes what happened. */
  note(facts: WorkshopEntry['fact'][]): void;
  /** Sends a refused note again, or lets go of it. */
  settleRefused(id: string, again: boolean): void;
}

/** What stands of entries. */
const standing = (entries: readonly WorkshopEntry[]) => ({ ...shelfOf(entries), orders: ordersOf(entries) });

/**
 * The workshop’s log, for all vans: what is at hand, ordered and on the shelf. Notes are made in shops, where the server does not answer.
 */
export const useWorkshop = create<Workshop>()((set, get) => {
  const log = new SentLog<WorkshopEntry>('workshop', {
    mine: name => name === WORKSHOP,
    read: (_, after) => api.workshop(after),
    note: (_, entries) => api.noteWorkshop([...entries]),
    get,
    set: change =>
      set({
        ...change,
        ...(change.entries && standing(change.entries)),
        ...(get().ready && (change.refused?.length ?? 0) > get().refused.length
          ? { failed: change.refused!.at(-1)!.refused }
          : {}),
      }),
  });
  return {
    ...noLog<WorkshopEntry>(),
    // It takes notes before it is read: the server may be away.
    log: WORKSHOP,
    ...standing([]),
    ready: false,
    failed: null,
    async load(anew = false) {
      if (get().ready) return log.refresh(anew);
      await log.open(WORKSHOP, (await api.workshop()).entries);
      set({ ready: true });
    },
    note(facts) {
      const at = new Date().toISOString();
      log.add(facts.map(fact => ({ id: uuid(), at, fact })));
      set({ failed: null });
    },
    settleRefused(id, again) {
      log.settleRefused(id, again);
      set({ failed: null });
    },
  };
});
/** What an earlier page could not send goes now. */
void sending.ask('workshop');
