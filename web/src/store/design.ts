import { type Design, merge } from '@overcoat/core';
import { type Draft, produce } from 'immer';
import { create } from 'zustand';
import { ApiError, api, type ConversionRecord, type Saved } from '../api/client.ts';

type SaveState = 'saved' | 'saving' | 'offline' | 'refused' | 'conflict';

interface Pending {
  design: Design;
  label: string;
}

/** What the last change was made on, so that its consequences can be told. */
interface LastChange {
  label: string;
  before: Design;
}

interface OpenDesign {
  id: string | null;
  design: Design | null;
  saved: Saved | null;
  /** The design the server holds at `saved.revision`. */
  base: Design | null;
  pending: Pending[];
  state: SaveState;
  message: string | null;
  conflict: { theirs: ConversionRecord; paths: string[] } | null;
  lastChange: LastChange | null;
  variantId: string | null;
  selected: string[];
  open(record: ConversionRecord): void;
  close(): void;
  edit(label: string, recipe: (draft: Draft<Design>) => void): void;
  travel(way: 'undo' | 'redo'): Promise<void>;
  settle(side: 'mine' | 'theirs'): void;
  retry(): void;
  chooseVariant(id: string): void;
  select(bays: string[]): void;
}

const RETRY_AFTER = 2500;
const EMPTY = {
  id: null,
  design: null,
  saved: null,
  base: null,
  pending: [],
  state: 'saved',
  message: null,
  conflict: null,
  lastChange: null,
  variantId: null,
  selected: [],
} as const;

/** The one open design: every edit is one undoable step, saved in turn; nothing is dropped when the server is away. */
export const useDesign = create<OpenDesign>()((set, get) => {
  let inFlight: Promise<void> | null = null;
  let timer: ReturnType<typeof setTimeout> | undefined;

  const accept = (record: ConversionRecord, label?: string) => {
    const { design, ...saved } = record;
    const before = get().design;
    set({
      design,
      saved,
      base: design,
      pending: [],
      state: 'saved',
      message: null,
      conflict: null,
      lastChange: label && before ? { label, before } : null,
      variantId: design.variants.some(v => v.id === get().variantId)
        ? get().variantId
        : design.variants[0]!.id,
    });
  };

  /** Sends what is pending, one change after another; while it runs, callers share the run. */
  const pump = (): Promise<void> => {
    if (!inFlight)
      inFlight = drain().finally(() => {
        inFlight = null;
      });
    return inFlight;
  };

  const drain = async () => {
    clearTimeout(timer);
    try {
      while (get().pending.length > 0 && get().id) {
        const { id, saved, pending } = get();
        const [next] = pending as [Pending];
        set({ state: 'saving' });
        const answer = await api.save(id!, saved!.revision, next.design, next.label);
        if (get().id !== id) return;
        set(s => ({ saved: answer, base: next.design, pending: s.pending.slice(1), message: null }));
      }
      if (get().id) set({ state: 'saved' });
    } catch (error) {
      fail(error);
    }
  };

  const fail = (error: unknown) => {
    const message = error instanceof Error ? error.message : String(error);
    if (!(error instanceof ApiError) || error.status === 0 || error.status >= 500) {
      set({ state: 'offline', message });
      timer = setTimeout(() => void pump(), RETRY_AFTER);
    } else if (error.status === 409 && error.problem.current) reconcile(error.problem.current);
    else set({ state: 'refused', message });
  };

  /** Takes in what another window saved; asks only where both changed the same thing. */
  const reconcile = (theirs: ConversionRecord) => {
    const { base, design, pending } = get();
    const { merged, conflicts } = merge(base!, design!, theirs.design);
    if (conflicts.length > 0) {
      set({ state: 'conflict', conflict: { theirs, paths: conflicts } });
      return;
    }
    const { design: _, ...saved } = theirs;
    set({
      design: merged,
      base: theirs.design,
      saved,
      pending: pending.length > 0 ? [{ design: merged, label: pending.at(-1)!.label }] : [],
    });
    setTimeout(() => void pump());
  };

  return {
    ...EMPTY,
    pending: [],
    selected: [],
    open(record) {
      set({ ...EMPTY, pending: [], selected: [], id: record.id });
      accept(record);
    },
    close() {
      clearTimeout(timer);
      set({ ...EMPTY, pending: [], selected: [] });
    },
    edit(label, recipe) {
      const before = get().design;
      if (!before) return;
      const design = produce(before, recipe);
      if (design === before) return;
      set(s => ({ design, pending: [...s.pending, { design, label }], lastChange: { label, before } }));
      if (get().state !== 'conflict') void pump();
    },
    async travel(way) {
      await pump();
      const { id, saved, pending, state } = get();
      if (!id || !saved || pending.length > 0 || state === 'conflict' || saved[way] === null) return;
      try {
        const label = `${way === 'undo' ? 'undone' : 'done again'}: ${saved[way]}`;
        accept(await api.travel(id, way, saved.revision), label);
      } catch (error) {
        if (error instanceof ApiError && error.status === 409 && error.problem.current)
          accept(error.problem.current, 'changed in another window');
        else set({ state: 'offline', message: error instanceof Error ? error.message : String(error) });
      }
    },
    settle(side) {
      const { conflict, design, base } = get();
      if (!conflict) return;
      if (side === 'theirs') return accept(conflict.theirs, 'changed in another window');
      const { merged } = merge(base!, design!, conflict.theirs.design);
      const { design: theirs, ...saved } = conflict.theirs;
      set({
        design: merged,
        base: theirs,
        saved,
        conflict: null,
        state: 'saving',
        pending: [{ design: merged, label: 'kept over another window’s change' }],
      });
      void pump();
    },
    retry: () => void pump(),
    chooseVariant: variantId => set({ variantId, lastChange: null }),
    select: selected => set({ selected }),
  };
});
