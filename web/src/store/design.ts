import { checkDesign, type Design, FORMAT, mend, merge, same } from '@overcoat/core/model';
import { applyPatches, enablePatches, produceWithPatches } from 'immer';
import { create } from 'zustand';
import { useAside } from './aside.ts';
import { selection } from './opened/selection.ts';
import { empty, type OpenDesign, type Pending } from './opened/state.ts';
import { ANY, syncing } from './opened/sync.ts';
import { undoing } from './opened/undo.ts';
import { type KeptWork, outbox } from './outbox.ts';

enablePatches();

/** What an earlier version of this program left in the browser is brought to today's format, on the rare day it is. */
async function broughtUp(id: string, works: KeptWork[]): Promise<KeptWork[]> {
  if (works.every(w => w.base.format === FORMAT)) return works;
  const { bringUp } = await import('./bringUp.ts');
  return bringUp(id, works);
}

/** The one open design: every edit is one undoable step, saved in turn; nothing is dropped when the server is away. */
export const useDesign = create<OpenDesign>()((set, get) => {
  const sync = syncing(set, get);
  let opening = 0;

  /** Puts what was kept back on top: one window's edits as they were, what other windows had merged in. */
  const resume = (works: KeptWork[]) => {
    const [first, ...others] = works;
    if (!first) return;
    const pending: Pending[] = [];
    let design = first.base;
    for (const { patches, label } of first.edits) {
      design = applyPatches(design, patches);
      pending.push(sync.step(design, label, patches));
    }
    for (const other of others) {
      const theirs = other.edits.reduce((d, e) => applyPatches(d, e.patches), other.base);
      const { merged } = merge(other.base, design, theirs);
      const { design: mended } = mend(merged, design, theirs);
      if (!same(mended, design)) pending.push(sync.whole(mended, 'kept from another window'));
      design = mended;
    }
    set({ design, base: first.base, saved: first.saved, pending });
    sync.keep();
    void sync.pump();
  };

  /** Queues a design as the next step, unless it is not sound and the one before was. */
  const take = (before: Design, made: Pending): string | null => {
    const known = new Set(checkDesign(before, ANY).map(m => m.message));
    const mistake = checkDesign(made.design, ANY).find(m => !known.has(m.message));
    if (mistake) {
      set({ notDone: `Not done: ${made.label}. ${mistake.message}` });
      return mistake.message;
    }
    set(s => ({
      design: made.design,
      pending: [...s.pending, made],
      lastChange: { label: made.label, before },
      notDone: null,
    }));
    useAside.getState().note(null);
    const { id, pending, state } = get();
    if (pending.length === 1) sync.keep();
    else void outbox.add(id!, made.seq, { patches: made.patches, label: made.label });
    if (state !== 'conflict') void sync.pump();
    return null;
  };

  return {
    ...empty(),
    ...selection(set),
    ...undoing(set, get, sync),
    async open(record) {
      const mine = ++opening;
      const kept = (await outbox.take(record.id)) ?? [];
      const works = await broughtUp(record.id, kept).catch(async error => {
        await outbox.restore(record.id, kept);
        throw error;
      });
      const refused = await outbox.refused(record.id);
      // Closed or another opened meanwhile: what was taken waits for the next time.
      if (mine !== opening) return void outbox.restore(record.id, works);
      set({ ...empty(), id: record.id, refused: refused.map(({ key, edit }) => ({ key, ...edit })) });
      sync.accept(record);
      resume(works);
    },
    close() {
      opening++;
      set(empty());
    },
    edit(label, recipe) {
      const before = get().design;
      if (!before) return null;
      const [design, patches] = produceWithPatches(before, recipe);
      return design === before ? null : take(before, sync.step(design, label, patches));
    },
    settle: sync.settle,
    retry: () => void sync.pump(),
    retryRefused(key) {
      const { design, refused } = get();
      const edit = refused.find(r => r.key === key);
      if (!design || !edit) return;
      const { merged } = merge(edit.before, edit.after, design);
      const { design: mended } = mend(merged, edit.after, design);
      get().dropRefused(key);
      if (!same(mended, design)) take(design, sync.whole(mended, edit.label));
    },
    dropRefused(key) {
      const { id } = get();
      if (id) void outbox.dropRefused(id, key);
      set(s => ({ refused: s.refused.filter(r => r.key !== key) }));
    },
    clearNotice: () => set({ notDone: null, notice: null }),
  };
});
