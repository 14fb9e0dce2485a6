import { ApiError } from '../api/client.ts';
import { outbox } from './outbox.ts';
import { sending } from './sendQueue.ts';

/** What every log's entries have. */
interface Noted {
  /** Made here, once a log; it grows with time. */
  id: string;
}

/** An entry as the server took it in. */
interface Taken<E> {
  seq: number;
  entry: E;
}

/** An entry that the server would not take, with its sentence. */
export interface RefusedEntry<E> {
  entry: E;
  refused: string;
}

/** A log as this window has it. */
export interface HeldLog<E> {
  /** Which: a conversion's id, or what all vans share; null while none is open. */
  log: string | null;
  /** What the server took in, in its order. */
  taken: readonly Taken<E>[];
  /** What is on its way. */
  waiting: readonly E[];
  /** Both, in this order. */
  entries: readonly E[];
  /** What the server would not take: it counts for nothing, and stands to be tried again. */
  refused: readonly RefusedEntry<E>[];
  /** The server did not answer when entries were last sent. */
  away: boolean;
}

interface Logging<E> {
  /** Whether a log is of this kind. */
  mine(log: string): boolean;
  read(log: string, after: number): Promise<{ entries: readonly Taken<E>[] }>;
  note(log: string, entries: readonly E[]): Promise<{ entries: readonly { id: string }[] }>;
  get(): HeldLog<E>;
  set(change: Partial<HeldLog<E>>): void;
}

/** The name of the log that all vans share. */
export const WORKSHOP = 'workshop';

const BATCH = 200;

/** A log of which nothing is known. */
export const noLog = <E>(): HeldLog<E> => ({
  log: null,
  taken: [],
  waiting: [],
  entries: [],
  refused: [],
  away: false,
});

/**
 * One log of a kind. Entries are kept in this browser until the server has them, and sent once each; what others noted is read from the
 * place of the last one on. `name` is its work in what is sent.
 */
export function logging<E extends Noted>(name: 'entries' | 'workshop', of: Logging<E>) {
  const { get, set } = of;

  /** What the server has is no longer on its way. */
  const hold = (
    taken: readonly Taken<E>[],
    sent: readonly E[],
    turnedDown: readonly RefusedEntry<E>[] = get().refused,
  ) => {
    const there = new Set(taken.map(t => t.entry.id));
    const refused = turnedDown.filter(r => !there.has(r.entry.id));
    for (const { entry } of refused) there.add(entry.id);
    // Each once: what this page holds is in the browser's store as well.
    const waiting = [...new Map(sent.map(e => [e.id, e])).values()].filter(e => !there.has(e.id));
    set({ taken, waiting, refused, entries: [...taken.map(t => t.entry), ...waiting] });
  };

  /** The server has these: they are read back with what it took in between, and let go of here only then. */
  const arrived = async (log: string, ids: readonly string[]) => {
    if (get().log === log) await refresh();
    await outbox.dropEntries(log, ids);
  };

  const turnedDown = async (log: string, entry: E, refused: string) => {
    await outbox.keepEntries(log, [{ entry, refused }]);
    if (get().log === log) hold(get().taken, get().waiting, [...get().refused, { entry, refused }]);
  };

  const send = async (log: string, batch: readonly E[]): Promise<void> => {
    const ids = batch.map(e => e.id);
    try {
      await of.note(log, batch);
    } catch (error) {
      if (!(error instanceof ApiError) || error.away) throw error;
      // The conversion was erased, and its log with it.
      if (error.status === 404) {
        if (get().log === log)
          hold(
            get().taken,
            get().waiting.filter(e => !ids.includes(e.id)),
          );
        await outbox.dropEntries(log, ids);
        return;
      }
      // One that is refused stops no other.
      if (batch.length === 1) return turnedDown(log, batch[0]!, error.message);
      for (const one of batch) await send(log, [one]);
      return;
    }
    await arrived(log, ids);
  };

  sending.register(name, async () => {
    try {
      for (const { log, waiting } of await outbox.entries())
        if (of.mine(log))
          for (let i = 0; i < waiting.length; i += BATCH)
            await send(
              log,
              waiting.slice(i, i + BATCH).map(w => w.entry as unknown as E),
            );
      // Where the browser keeps nothing, what is in hand is all there is.
      const { log, waiting } = get();
      if (log && waiting.length > 0 && !(await outbox.works())) await send(log, waiting);
      set({ away: false });
    } catch (error) {
      set({ away: true });
      throw error;
    }
  });

  /** Takes in what other windows and devices have noted; all of it anew where what is here may be another folder's. */
  const refresh = async (anew = false): Promise<void> => {
    const { log, taken } = get();
    if (!log) return;
    const { entries } = await of.read(log, anew ? 0 : (taken.at(-1)?.seq ?? 0));
    if (get().log !== log) return;
    if (anew) return hold(entries, get().waiting);
    // Another look may have come back first.
    const last = get().taken.at(-1)?.seq ?? 0;
    const fresh = entries.filter(e => e.seq > last);
    // Nothing new is no change to whoever goes by it.
    if (fresh.length > 0) hold([...get().taken, ...fresh], get().waiting);
  };

  /** Stands here at once, and goes to the server. */
  const add = (entries: readonly E[]): void => {
    const { log, taken, waiting, refused } = get();
    if (!log || entries.length === 0) return;
    const again = new Set(entries.map(e => e.id));
    hold(
      taken,
      [...waiting, ...entries],
      refused.filter(r => !again.has(r.entry.id)),
    );
    const kept = entries.map(entry => ({ entry }));
    void outbox.keepEntries(log, kept).then(() => sending.ask(name));
  };

  return {
    refresh,
    /** Opens a log that has been read, with what this browser still has to send of it. */
    async open(log: string, taken: readonly Taken<E>[]): Promise<void> {
      const kept = (await outbox.entriesOf(log)) as unknown as { entry: E; refused?: string }[];
      const refused = kept.filter((w): w is RefusedEntry<E> => w.refused !== undefined);
      // What was noted before it was read is on its way too.
      const inHand = get().log === log ? get().waiting : [];
      set({ ...noLog<E>(), log });
      hold(taken, [...kept.filter(w => !w.refused).map(w => w.entry), ...inHand], refused);
      void sending.ask(name);
    },
    close: () => set(noLog<E>()),
    add,
    /** Sends a refused entry again, or lets go of it. */
    settleRefused(id: string, again: boolean): void {
      const { log, taken, waiting, refused } = get();
      const one = refused.find(r => r.entry.id === id);
      if (!log || !one) return;
      if (again) add([one.entry]);
      else {
        void outbox.dropEntries(log, [id]);
        hold(
          taken,
          waiting,
          refused.filter(r => r !== one),
        );
      }
    },
  };
}
