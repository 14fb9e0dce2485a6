import { correction, type Facts, factsOf } from '@overcoat/core/log';
import { type Design, type Entry, type Fact, findBay, type LoggedEntry } from '@overcoat/core/model';
import { v7 as uuid } from 'uuid';
import { create } from 'zustand';
import { ApiError, api } from '../api/client.ts';
import { useAside } from './aside.ts';
import { useDesign } from './design.ts';
import { useOpenDesign, within } from './openDesign.ts';
import { outbox, type WaitingEntry } from './outbox.ts';
import { usePreferences } from './preferences.ts';
import { sending } from './sendQueue.ts';

/** Where something happened, and what it is about. */
interface Where {
  bay?: string;
  zone?: string;
  /** A rust spot or hole of the plan. */
  about?: string;
}

interface OpenLog {
  conversion: string | null;
  /** What the server took in, in its order. */
  taken: LoggedEntry[];
  /** What is on its way. */
  waiting: WaitingEntry[];
  /** Both, in this order. */
  entries: Entry[];
  /** The server did not answer when entries were last sent. */
  away: boolean;
  /** The entry made last in this window: it can be taken back where it was made. */
  justNoted: Entry | null;
  open(conversion: string, taken: LoggedEntry[]): Promise<void>;
  close(): void;
  /** Notes what happened. */
  note(fact: Fact, where?: Where): void;
  /** Takes a fact back, or says what it should have been; both by a further entry. */
  correct(id: string, instead?: Fact): void;
  /** Lets go of an entry that the server refused. */
  drop(id: string): void;
  /** Takes in what other windows and devices have noted. */
  refresh(): Promise<void>;
}

const BATCH = 200;
const NOTHING = { conversion: null, taken: [], waiting: [], entries: [], away: false, justNoted: null };

/** The log of the open conversion. Entries are kept in this browser until the server has them, and sent once each. */
export const useLog = create<OpenLog>()((set, get) => {
  /** What the server has is no longer on its way. */
  const hold = (taken: LoggedEntry[], sent: readonly WaitingEntry[]) => {
    const there = new Set(taken.map(t => t.entry.id));
    const waiting = sent.filter(w => !there.has(w.entry.id));
    set({ taken, waiting, entries: [...taken.map(t => t.entry), ...waiting.map(w => w.entry)] });
  };

  const add = (entry: Entry) => {
    const { conversion, taken, waiting } = get();
    if (!conversion) return;
    hold(taken, [...waiting, { entry }]);
    set({ justNoted: entry });
    void outbox.keepEntry(conversion, { entry }).then(() => sending.ask('entries'));
  };

  /** The server has these: they are read back with what it took in between, and let go of here only then. */
  const arrived = async (conversion: string, ids: readonly string[]) => {
    if (get().conversion === conversion) await get().refresh();
    await outbox.dropEntries(conversion, ids);
  };

  const refused = async (conversion: string, waiting: WaitingEntry, message: string) => {
    await outbox.keepEntry(conversion, { ...waiting, refused: message });
    if (get().conversion !== conversion) return;
    hold(
      get().taken,
      get().waiting.map(w => (w.entry.id === waiting.entry.id ? { ...w, refused: message } : w)),
    );
  };

  const send = async (conversion: string, batch: readonly WaitingEntry[]): Promise<void> => {
    try {
      const { entries } = await api.note(
        conversion,
        batch.map(w => w.entry),
      );
      await arrived(
        conversion,
        entries.map(e => e.id),
      );
    } catch (error) {
      if (!(error instanceof ApiError) || error.away) throw error;
      // The conversion was erased, and its log with it.
      const ids = batch.map(w => w.entry.id);
      if (error.status === 404) return void (await outbox.dropEntries(conversion, ids));
      // One that is refused stops no other.
      if (batch.length === 1) await refused(conversion, batch[0]!, error.message);
      else for (const one of batch) await send(conversion, [one]);
    }
  };

  const sendAll = async () => {
    for (const { conversion, waiting } of await outbox.entries())
      for (let i = 0; i < waiting.length; i += BATCH) await send(conversion, waiting.slice(i, i + BATCH));
    // Where the browser keeps nothing, what is in hand is all there is.
    const { conversion, waiting } = get();
    const unkept = (await outbox.works()) ? [] : waiting.filter(w => !w.refused);
    if (conversion && unkept.length > 0) await send(conversion, unkept);
  };
  sending.register('entries', async () => {
    try {
      await sendAll();
      set({ away: false });
    } catch (error) {
      set({ away: true });
      throw error;
    }
  });

  return {
    ...NOTHING,
    async open(conversion, taken) {
      const kept = await outbox.entriesOf(conversion);
      set({ ...NOTHING, conversion });
      hold(taken, kept);
      void sending.ask('entries');
    },
    close: () => set(NOTHING),
    note(fact, { bay, zone, about } = {}) {
      const { design } = useDesign.getState();
      const found = bay && design ? findBay(design.shell, bay) : undefined;
      const at = design?.ready.rust.find(r => r.id === about)?.at ?? holeNamed(design, about)?.at;
      const label = holeNamed(design, about)?.name;
      const place = {
        ...(found || zone ? { zone: found?.zone.id ?? zone! } : {}),
        ...(bay ? { bay } : {}),
        ...(at ? { along: at.along.value, up: at.up.value } : {}),
        ...(label ? { label } : {}),
      };
      add({ ...now(), place, ...(about ? { about } : {}), fact });
      useAside.getState().note('what was noted in the log');
    },
    correct(id, instead) {
      add({ ...now(), ...correction(id, instead) });
    },
    drop(id) {
      const { conversion, taken, waiting } = get();
      if (conversion) void outbox.dropEntries(conversion, [id]);
      hold(
        taken,
        waiting.filter(w => w.entry.id !== id),
      );
    },
    async refresh() {
      const { conversion, taken } = get();
      if (!conversion) return;
      const { entries } = await api.log(conversion, taken.at(-1)?.seq ?? 0);
      if (get().conversion !== conversion || entries.length === 0) return;
      // Another look may have come back first.
      const last = get().taken.at(-1)?.seq ?? 0;
      hold([...get().taken, ...entries.filter(e => e.seq > last)], get().waiting);
    },
  };
});

const holeNamed = (design: Design | null, about: string | undefined) =>
  design?.ready.holes.find(h => h.id === about);

/** A new entry's own: made here and now, by whoever uses this device if they said so. */
function now(): Pick<Entry, 'id' | 'at' | 'by'> {
  const by = usePreferences.getState().by.trim();
  return { id: uuid(), at: `${new Date().toISOString().slice(0, 19)}Z`, ...(by ? { by } : {}) };
}

const memo = new WeakMap<readonly Entry[], WeakMap<Design['shell'], WeakMap<Design['ready'], Facts>>>();

/** What happened in a conversion, as it stands. */
export function factsIn(design: Design, entries: readonly Entry[]): Facts {
  const byShell = within(memo, entries, () => new WeakMap());
  const byReady = within(byShell, design.shell, () => new WeakMap());
  return within(byReady, design.ready, () => factsOf(entries, design));
}

/** The same of the open one. */
export function useFacts(): Facts {
  const design = useOpenDesign();
  const entries = useLog(s => s.entries);
  return factsIn(design, entries);
}
