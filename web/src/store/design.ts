import { type Design, merge, same } from '@overcoat/core/model';
import { applyPatches, type Draft, enablePatches, type Patch, produceWithPatches } from 'immer';
import { create } from 'zustand';
import { ApiError, api, type ConversionRecord, type Saved } from '../api/client.ts';
import { type KeptWork, outbox } from './outbox.ts';

enablePatches();

type SaveState = 'saved' | 'saving' | 'offline' | 'refused' | 'conflict';

interface Pending {
  design: Design;
  label: string;
  /** What it changed on the one before, and its place in the row. */
  patches: Patch[];
  seq: number;
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
  /** Opens what the server holds, with what this browser still had in hand on top. */
  open(record: ConversionRecord): Promise<void>;
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
  let seq = 0;
  let opening = 0;
  let journey: Promise<void> = Promise.resolve();

  /** Writes down what is not acknowledged, in place of what was. */
  const keep = () => {
    const { id, base, saved, pending } = get();
    if (id && base && saved) void outbox.keep(id, base, saved, pending);
  };
  const whole = (design: Design, label: string): Pending => ({
    design,
    label,
    patches: [{ op: 'replace', path: [], value: design }],
    seq: ++seq,
  });

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
    keep();
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
        if (get().pending.length === 0) keep();
        else void outbox.arrived(id!, next.seq, answer);
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

  /**
   * Takes in what the server holds instead of `base`. A save whose answer was lost is recognised and not sent again;
   * what another window saved is merged; only where both changed the same thing is the person asked.
   */
  const reconcile = (theirs: ConversionRecord) => {
    const { base, design, pending } = get();
    const { design: held, ...saved } = theirs;
    const arrived = pending.findLastIndex(p => same(p.design, held));
    if (arrived >= 0) {
      set({ base: pending[arrived]!.design, saved, pending: pending.slice(arrived + 1) });
      if (get().pending.length === 0) keep();
      else void outbox.arrived(get().id!, pending[arrived]!.seq, saved);
      setTimeout(() => void pump());
      return;
    }
    const { merged, conflicts } = merge(base!, design!, held);
    if (conflicts.length > 0) {
      set({ state: 'conflict', conflict: { theirs, paths: conflicts } });
      return;
    }
    set({
      design: merged,
      base: held,
      saved,
      pending: pending.length > 0 && !same(merged, held) ? [whole(merged, pending.at(-1)!.label)] : [],
    });
    keep();
    setTimeout(() => void pump());
  };

  /** One undo or redo, after all that is pending. */
  const step = async (way: 'undo' | 'redo') => {
    await pump();
    const { id, saved, pending, state } = get();
    if (!id || !saved || pending.length > 0 || state === 'conflict' || saved[way] === null) return;
    try {
      const label = `${way === 'undo' ? 'undone' : 'done again'}: ${saved[way]}`;
      const record = await api.travel(id, way, saved.revision);
      if (get().id !== id) return;
      // What was edited meanwhile went on its way on the state before: the server's refusal has it merged onto this one.
      if (get().pending.length === 0 && record.revision > get().saved!.revision) accept(record, label);
    } catch (error) {
      if (error instanceof ApiError && error.status === 409 && error.problem.current) {
        if (get().pending.length > 0) reconcile(error.problem.current);
        else accept(error.problem.current, 'changed in another window');
      } else set({ state: 'offline', message: error instanceof Error ? error.message : String(error) });
    }
  };

  /** Puts what was kept back on top: one window's edits as they were, what other windows had merged in. */
  const resume = (works: KeptWork[]) => {
    const [first, ...others] = works;
    if (!first) return;
    const pending: Pending[] = [];
    let design = first.base;
    for (const { patches, label } of first.edits) {
      design = applyPatches(design, patches);
      pending.push({ design, label, patches, seq: ++seq });
    }
    for (const other of others) {
      const theirs = other.edits.reduce((d, e) => applyPatches(d, e.patches), other.base);
      const { merged } = merge(other.base, design, theirs);
      if (!same(merged, design)) pending.push(whole(merged, 'kept from another window'));
      design = merged;
    }
    set({ design, base: first.base, saved: first.saved, pending });
    keep();
    void pump();
  };

  return {
    ...EMPTY,
    pending: [],
    selected: [],
    async open(record) {
      const mine = ++opening;
      const works = (await outbox.take(record.id)) ?? [];
      // Closed or another opened meanwhile: what was taken waits for the next time.
      if (mine !== opening) return void outbox.restore(record.id, works);
      set({ ...EMPTY, pending: [], selected: [], id: record.id });
      accept(record);
      resume(works);
    },
    close() {
      opening++;
      clearTimeout(timer);
      set({ ...EMPTY, pending: [], selected: [] });
    },
    edit(label, recipe) {
      const before = get().design;
      if (!before) return;
      const [design, patches] = produceWithPatches(before, recipe);
      if (design === before) return;
      const made: Pending = { design, label, patches, seq: ++seq };
      set(s => ({ design, pending: [...s.pending, made], lastChange: { label, before } }));
      const { id, pending } = get();
      if (pending.length === 1) keep();
      else void outbox.add(id!, made.seq, { patches, label });
      if (get().state !== 'conflict') void pump();
    },
    travel(way) {
      // One step after another: each press counts, however quick.
      journey = journey.then(() => step(way));
      return journey;
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
        pending: [whole(merged, 'kept over another window’s change')],
      });
      keep();
      void pump();
    },
    retry: () => void pump(),
    chooseVariant: variantId => set({ variantId, lastChange: null }),
    select: selected => set({ selected }),
  };
});
