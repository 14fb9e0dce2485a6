import type { WorkshopEntry } from '@overcoat/core/model';
import { ordersOf, type ShelfNow, type StandingOrder, shelfOf } from '@overcoat/core/order/buying';
import { v7 as uuid } from 'uuid';
import { create } from 'zustand';
import { ApiError, api } from '../api/client.ts';
import { outbox, type WaitingNote } from './outbox.ts';
import { sending } from './sendQueue.ts';

interface Workshop extends ShelfNow {
  /** What the server took in, in its order. */
  taken: WorkshopEntry[];
  /** What is on its way. */
  waiting: WorkshopEntry[];
  /** Both, in this order. */
  entries: WorkshopEntry[];
  /** What the server would not take, with its sentence: it counts for nothing until it is tried again. */
  refused: (WaitingNote & { refused: string })[];
  orders: StandingOrder[];
  /** It has been read: nothing is laid out before. */
  ready: boolean;
  /** The server did not answer when notes were last sent. */
  away: boolean;
  /** Why the server would not take the last note it refused. */
  failed: string | null;
  /** Takes in what the server has since it was last read, or all of it anew. Throws ApiError. */
  load(anew?: boolean): Promise<void>;
  /** Notes what happened. */
  note(facts: WorkshopEntry['fact'][]): void;
  /** Sends a refused note again. */
  retry(id: string): void;
  /** Lets go of a refused note. */
  drop(id: string): void;
}

const BATCH = 200;

const isRefused = (n: WaitingNote): n is Workshop['refused'][number] => n.refused !== undefined;

const standing = (taken: WorkshopEntry[], notes: readonly WaitingNote[]) => {
  const there = new Set(taken.map(e => e.id));
  // Each once: what this page holds is in the browser's store as well.
  const left = [...new Map(notes.map(n => [n.entry.id, n])).values()].filter(n => !there.has(n.entry.id));
  const refused = left.filter(isRefused);
  const waiting = left.filter(n => !isRefused(n)).map(n => n.entry);
  const entries = [...taken, ...waiting];
  return { taken, waiting, refused, entries, ...shelfOf(entries), orders: ordersOf(entries) };
};

/**
 * The workshop’s log, for all vans: what is at hand, ordered and on the shelf. Notes are kept in this browser until the
 * server has them, for they are made in shops where it does not answer.
 */
export const useWorkshop = create<Workshop>()((set, get) => {
  /** The place of the last entry that was read. */
  let last = 0;
  /** Takes in what came after that: another answer may have come back first. */
  const takeIn = (answer: { entries: WorkshopEntry[]; last: number }, notes: readonly WaitingNote[]) => {
    last = Math.max(last, answer.last);
    const there = new Set(get().taken.map(e => e.id));
    set(standing([...get().taken, ...answer.entries.filter(e => !there.has(e.id))], notes));
  };
  /** What waits here, refused or not. */
  const held = (): WaitingNote[] => [...get().refused, ...get().waiting.map(entry => ({ entry }))];
  const send = async (batch: WorkshopEntry[]): Promise<void> => {
    try {
      takeIn(await api.noteWorkshop(batch, last), held());
      await outbox.dropNotes(batch.map(e => e.id));
    } catch (error) {
      if (!(error instanceof ApiError) || error.away) throw error;
      // One that is refused stops no other, and stands to be tried again.
      if (batch.length > 1) for (const one of batch) await send([one]);
      else {
        const note = { entry: batch[0]!, refused: error.message };
        await outbox.keepNotes([note]);
        set({ ...standing(get().taken, [...held(), note]), failed: error.message });
      }
    }
  };
  sending.register('workshop', async () => {
    const kept = (await outbox.works()) ? await outbox.notes() : held();
    const ready = kept.filter(n => !isRefused(n)).map(n => n.entry);
    try {
      for (let i = 0; i < ready.length; i += BATCH) await send(ready.slice(i, i + BATCH));
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
    async load(anew = false) {
      const answer = await api.workshop(anew ? 0 : last);
      if (anew) {
        last = answer.last;
        return set({ ...standing(answer.entries, [...held(), ...(await outbox.notes())]), ready: true });
      }
      // Nothing new is no change to whoever goes by it.
      if (answer.entries.length === 0 && get().ready) return;
      takeIn(answer, [...held(), ...(await outbox.notes())]);
      set({ ready: true });
    },
    note(facts) {
      const at = new Date().toISOString();
      const made = facts.map((fact): WaitingNote => ({ entry: { id: uuid(), at, fact } }));
      set({ ...standing(get().taken, [...held(), ...made]), failed: null });
      void outbox.keepNotes(made).then(() => sending.ask('workshop'));
    },
    retry(id) {
      const again = held()
        .filter(n => n.entry.id === id)
        .map(({ entry }): WaitingNote => ({ entry }));
      set({ ...standing(get().taken, [...held(), ...again]), failed: null });
      void outbox.keepNotes(again).then(() => sending.ask('workshop'));
    },
    drop(id) {
      set({
        ...standing(
          get().taken,
          held().filter(n => n.entry.id !== id),
        ),
        failed: null,
      });
      void outbox.dropNotes([id]);
    },
  };
});
/** What an earlier page could not send goes now. */
void sending.ask('workshop');
