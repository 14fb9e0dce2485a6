import type { WorkshopEntry } from '@overcoat/core/model';
import { ordersOf, type ShelfNow, type StandingOrder, shelfOf } from '@overcoat/core/order/buying';
import { v7 as uuid } from 'uuid';
import { create } from 'zustand';
import { ApiError, api } from '../api/client.ts';
import { outbox } from './outbox.ts';
import { sending } from './sendQueue.ts';

interface Workshop extends ShelfNow {
  /** What the server took in, in its order. */
  taken: WorkshopEntry[];
  /** What is on its way. */
  waiting: WorkshopEntry[];
  /** Both, in this order. */
  entries: WorkshopEntry[];
  orders: StandingOrder[];
  /** It has been read: nothing is laid out before. */
  ready: boolean;
  /** The server did not answer when notes were last sent. */
  away: boolean;
  /** Why the server would not take the last note it refused. */
  failed: string | null;
  /** Takes in what the server has. Throws ApiError. */
  load(): Promise<void>;
  /** Notes what happened. */
  note(facts: WorkshopEntry['fact'][]): void;
}

const BATCH = 200;

const standing = (taken: WorkshopEntry[], sent: readonly WorkshopEntry[]) => {
  const there = new Set(taken.map(e => e.id));
  // Each once: what this page holds is in the browser's store as well.
  const waiting = [...new Map(sent.map(e => [e.id, e])).values()].filter(e => !there.has(e.id));
  const entries = [...taken, ...waiting];
  return { taken, waiting, entries, ...shelfOf(entries), orders: ordersOf(entries) };
};

/**
 * The workshop’s log, for all vans: what is at hand, ordered and on the shelf. Notes are kept in this browser until the
 * server has them, for they are made in shops where it does not answer.
 */
export const useWorkshop = create<Workshop>()((set, get) => {
  const send = async (batch: WorkshopEntry[]): Promise<void> => {
    try {
      const { entries } = await api.noteWorkshop(batch);
      set(standing(entries, get().waiting));
      await outbox.dropNotes(batch.map(e => e.id));
    } catch (error) {
      if (!(error instanceof ApiError) || error.away) throw error;
      // One that is refused stops no other.
      if (batch.length > 1) for (const one of batch) await send([one]);
      else {
        await outbox.dropNotes(batch.map(e => e.id));
        const left = get().waiting.filter(e => e.id !== batch[0]!.id);
        set({ ...standing(get().taken, left), failed: error.message });
      }
    }
  };
  sending.register('workshop', async () => {
    const kept = (await outbox.works()) ? await outbox.notes() : get().waiting;
    try {
      for (let i = 0; i < kept.length; i += BATCH) await send(kept.slice(i, i + BATCH));
      set({ away: false });
    } catch (error) {
      set({ away: true });
      throw error;
    }
  });
  return {
    ...standing([], []),
    ready: false,
    away: false,
    failed: null,
    async load() {
      const { entries } = await api.workshop();
      set({ ...standing(entries, [...(await outbox.notes()), ...get().waiting]), ready: true });
    },
    note(facts) {
      const at = new Date().toISOString();
      const made = facts.map((fact): WorkshopEntry => ({ id: uuid(), at, fact }));
      set({ ...standing(get().taken, [...get().waiting, ...made]), failed: null });
      void outbox.keepNotes(made).then(() => sending.ask('workshop'));
    },
  };
});
/** What an earlier page could not send goes now. */
void sending.ask('workshop');
