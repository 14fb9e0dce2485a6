import { correction, type Facts, factsOf } from '@overcoat/core/log';
import { type Design, type Entry, type Fact, findBay, type LoggedEntry } from '@overcoat/core/model';
import { v7 as uuid } from 'uuid';
import { create } from 'zustand';
import { api } from '../api/client.ts';
import { useAside } from './aside.ts';
import { useDesign } from './design.ts';
import { type HeldLog, noLog, SentLog, WORKSHOP } from './entries.ts';
import { keptWithin, useOpenDesign } from './openDesign.ts';
import { usePreferences } from './preferences.ts';

/** Where something happened, and what it is about. */
export interface Where {
  bay?: string;
  zone?: string;
  /** A rust spot or hole of the plan. */
  about?: string;
}

interface OpenLog extends HeldLog<Entry> {
  /** The entry made last in this window: it can be taken back where it was made. */
  justNoted: Entry | null;
  open(conversion: string, taken: readonly LoggedEntry[]): Promise<void>;
  close(): void;
  /** Notes what happened. */
  note(fact: Fact, where?: Where): void;
  /** Takes a fact back, or says what it should have been; both by a further entry. */
  correct(id: string, instead?: Fact): void;
  /** Sends a refused entry again, or lets go of it. */
  settleRefused(id: string, again: boolean): void;
  /** Takes in what other windows and devices have noted; anew where the server may have another folder. */
  refresh(anew?: boolean): Promise<void>;
}

/** The log of the open conversion. */
export const useLog = create<OpenLog>()((set, get) => {
  const log = new SentLog<Entry>('entries', {
    mine: name => name !== WORKSHOP,
    read: (log, after) => api.log(log, after),
    note: (log, entries) => api.note(log, [...entries]),
    get,
    set,
  });
  const add = (entry: Entry) => {
    log.add([entry]);
    set({ justNoted: entry });
  };
  return {
    ...noLog<Entry>(),
    justNoted: null,
    open(conversion, taken) {
      set({ justNoted: null });
      return log.open(conversion, taken);
    },
    close() {
      set({ justNoted: null });
      log.close();
    },
    refresh: anew => log.refresh(anew),
    settleRefused: (id, again) => log.settleRefused(id, again),
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
  const byShell = keptWithin(memo, entries, () => new WeakMap());
  const byReady = keptWithin(byShell, design.shell, () => new WeakMap());
  return keptWithin(byReady, design.ready, () => factsOf(entries, design));
}

/** The same of the open one. */
export function useFacts(): Facts {
  const design = useOpenDesign();
  const entries = useLog(s => s.entries);
  return factsIn(design, entries);
}
