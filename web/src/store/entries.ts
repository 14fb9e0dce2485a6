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
export class SentLog<E extends Noted> {
  constructor(
    private readonly name: 'entries' | 'workshop',
    private readonly of: Logging<E>,
  ) {
    sending.register(name, () => this.sendAll());
  }

  /** What the server has is no longer on its way. */
  private hold(
    taken: readonly Taken<E>[],
    sent: readonly E[],
    turnedDown: readonly RefusedEntry<E>[] = this.of.get().refused,
  ): void {
    const there = new Set(taken.map(t => t.entry.id));
    const refused = turnedDown.filter(r => !there.has(r.entry.id));
    for (const { entry } of refused) there.add(entry.id);
    // Each once: what this page holds is in the browser's store as well.
    const waiting = [...new Map(sent.map(e => [e.id, e])).values()].filter(e => !there.has(e.id));
    this.of.set({ taken, waiting, refused, entries: [...taken.map(t => t.entry), ...waiting] });
  }

  /** The server has these: they are read back with what it took in between, and let go of here only then. */
  private async arrived(log: string, ids: readonly string[]): Promise<void> {
    if (this.of.get().log === log) await this.refresh();
    await outbox.dropEntries(log, ids);
  }

  private async turnDown(log: string, entry: E, refused: string): Promise<void> {
    await outbox.keepEntries(log, [{ entry, refused }]);
    if (this.of.get().log === log)
      this.hold(this.of.get().taken, this.of.get().waiting, [...this.of.get().refused, { entry, refused }]);
  }

  private async send(log: string, batch: readonly E[]): Promise<void> {
    const ids = batch.map(e => e.id);
    try {
      await this.of.note(log, batch);
    } catch (error) {
      if (!(error instanceof ApiError) || error.away) throw error;
      // The conversion was erased, and its log with it.
      if (error.status === 404) {
        if (this.of.get().log === log)
          this.hold(
            this.of.get().taken,
            this.of.get().waiting.filter(e => !ids.includes(e.id)),
          );
        await outbox.dropEntries(log, ids);
        return;
      }
      // One that is refused stops no other.
      if (batch.length === 1) return this.turnDown(log, batch[0]!, error.message);
      for (const one of batch) await this.send(log, [one]);
      return;
    }
    await this.arrived(log, ids);
  }

  /** Sends what is on its way, of whatever log. */
  private async sendAll(): Promise<void> {
    try {
      for (const { log, waiting } of await outbox.entries())
        if (this.of.mine(log))
          for (let i = 0; i < waiting.length; i += BATCH)
            await this.send(
              log,
              waiting.slice(i, i + BATCH).map(w => w.entry as unknown as E),
            );
      // Where the browser keeps nothing, what is in hand is all there is.
      const { log, waiting } = this.of.get();
      if (log && waiting.length > 0 && !(await outbox.works())) await this.send(log, waiting);
      this.of.set({ away: false });
    } catch (error) {
      this.of.set({ away: true });
      throw error;
    }
  }

  /** Takes in what other windows and devices have noted; all of it anew where what is here may be another folder's. */
  async refresh(anew = false): Promise<void> {
    const { log, taken } = this.of.get();
    if (!log) return;
    const { entries } = await this.of.read(log, anew ? 0 : (taken.at(-1)?.seq ?? 0));
    if (this.of.get().log !== log) return;
    if (anew) return this.hold(entries, this.of.get().waiting);
    // Another look may have come back first.
    const last = this.of.get().taken.at(-1)?.seq ?? 0;
    const fresh = entries.filter(e => e.seq > last);
    // Nothing new is no change to whoever goes by it.
    if (fresh.length > 0) this.hold([...this.of.get().taken, ...fresh], this.of.get().waiting);
  }

  /** Stands here at once, and goes to the server. */
  add(entries: readonly E[]): void {
    const { log, taken, waiting, refused } = this.of.get();
    if (!log || entries.length === 0) return;
    const again = new Set(entries.map(e => e.id));
    this.hold(
      taken,
      [...waiting, ...entries],
      refused.filter(r => !again.has(r.entry.id)),
    );
    const kept = entries.map(entry => ({ entry }));
    void outbox.keepEntries(log, kept).then(() => sending.ask(this.name));
  }

  /** Opens a log that has been read, with what this browser still has to send of it. */
  async open(log: string, taken: readonly Taken<E>[]): Promise<void> {
    const kept = (await outbox.entriesOf(log)) as unknown as { entry: E; refused?: string }[];
    const refused = kept.filter((w): w is RefusedEntry<E> => w.refused !== undefined);
    // What was noted before it was read is on its way too.
    const inHand = this.of.get().log === log ? this.of.get().waiting : [];
    this.of.set({ ...noLog<E>(), log });
    this.hold(taken, [...kept.filter(w => !w.refused).map(w => w.entry), ...inHand], refused);
    void sending.ask(this.name);
  }

  close(): void {
    this.of.set(noLog<E>());
  }

  /** Sends a refused entry again, or lets go of it. */
  settleRefused(id: string, again: boolean): void {
    const { log, taken, waiting, refused } = this.of.get();
    const one = refused.find(r => r.entry.id === id);
    if (!log || !one) return;
    if (again) this.add([one.entry]);
    else {
      void outbox.dropEntries(log, [id]);
      this.hold(
        taken,
        waiting,
        refused.filter(r => r !== one),
      );
    }
  }
}
