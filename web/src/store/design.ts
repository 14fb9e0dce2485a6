import { type ConversionRecord, type Design, mend } from '@overcoat/core/model';
import { documentKinds, merge } from '@overcoat/core/model/documents';
import { FORMAT } from '@overcoat/core/model/lists';
import { checkVan, surveyMistakes } from '@overcoat/core/survey/edits';
import { type Draft, enablePatches, produceWithPatches } from 'immer';
import { create } from 'zustand';
import { api } from '../api/client.ts';
import { useAside } from './aside.ts';
import { type KeptWork, outbox } from './outbox.ts';
import { sending } from './sendQueue.ts';
import { type EditStep, type Stored, type Synced, unknown } from './synced/state.ts';
import { Sync } from './synced/sync.ts';

enablePatches();

interface OpenDesign extends Omit<Synced<Design>, 'document'> {
  /** Which conversion is open. */
  id: string | null;
  design: Design | null;
  /** A change that could not be made, until the next one is. */
  notDone: string | null;
  /** What a merge had to change, until it is read. */
  notice: string | null;
  /** Which variant and which bays are looked at. */
  variantId: string | null;
  selected: string[];
  /** Opens what the server holds, with what this browser still had in hand on top. */
  open(record: ConversionRecord): Promise<void>;
  close(): void;
  /** Makes one undoable step; returns why it cannot be made, or null. */
  edit(label: string, recipe: (draft: Draft<Design>) => void): string | null;
  travel(way: 'undo' | 'redo'): Promise<void>;
  /** Takes in what another window saved, up to a revision that was heard of; what is on its way is answered first. */
  look(revision?: number): Promise<void>;
  settle(side: 'mine' | 'theirs'): void;
  retry(): void;
  /** Makes a refused change again, on what is there now, or lets go of it. */
  settleRefused(key: string, again: boolean): void;
  /** The person has read what was to be told. */
  clearNotice(): void;
  chooseVariant(id: string): void;
  select(bays: string[]): void;
}

/** Materials are the server's to know: what an edit names is chosen from what is there. */
const ANY = { has: () => true };

const empty = () => {
  const { document: design, ...rest } = unknown<Design>();
  return { ...rest, design, id: null, notDone: null, notice: null, variantId: null, selected: [] };
};

/** Both windows' changes together: what was put on a bay that is gone goes with it, and is told. */
function together(base: Design | null, mine: Design, theirs: Design | null) {
  const { merged, conflicts } = merge(base, mine, theirs);
  const { design: document, said } = mend(merged!, mine, theirs!);
  // What stood on one side already is no matter of both together.
  const stood = new Set([mine, theirs!].flatMap(d => surveyMistakes(d.shell)).map(m => m.message));
  const mistakes = checkVan(document, ANY).flatMap(m => (stood.has(m.message) ? [] : m.message));
  return { document, said, conflicts, mistakes };
}

const stored = ({ design, id: _, ...saved }: ConversionRecord): Stored<Design> => ({
  saved,
  document: design,
});

/** What an earlier version of this program left in the browser is brought to today's format, on the rare day it is. */
async function broughtUp(id: string, works: KeptWork<Design>[]): Promise<KeptWork<Design>[]> {
  if (works.every(w => w.base?.format === FORMAT)) return works;
  const { bringUp } = await import('./bringUp.ts');
  return bringUp(id, works);
}

/** The one open design: every edit is one undoable step, saved in turn; nothing is dropped when the server is away. */
export const useDesign = create<OpenDesign>()((set, get) => {
  let sync: Sync<Design> | null = null;
  sending.register('edits', async () => sync?.drain());

  const syncOf = (id: string): Sync<Design> =>
    new Sync<Design>({
      name: id,
      work: 'edits',
      clash: documentKinds.design.clash,
      read: async () => stored(await api.read(id)),
      save: (revision, design, label) => api.save(id, revision, { design, label }),
      change: (revision, patches, label) => api.change(id, revision, { changes: [...patches], label }),
      travel: async (way, revision) => stored(await api.travel(id, way, revision)),
      current: ({ problem: { current } }) => (current ? stored(current as ConversionRecord) : null),
      together,
      say: said => set({ notice: `Another window had changed the same van. ${said}` }),
      get() {
        const { design, ...rest } = get();
        return { ...rest, document: design };
      },
      set({ document, ...change }) {
        if (!document) return set(change);
        const { variantId } = get();
        const stays = document.variants.some(v => v.id === variantId);
        set({ ...change, design: document, variantId: stays ? variantId : document.variants[0]!.id });
      },
    });

  /** Queues a design as the next step, unless it is not sound and the one before was. */
  const take = (before: Design, made: EditStep<Design>): string | null => {
    const known = new Set(checkVan(before, ANY).map(m => m.message));
    const mistake = checkVan(made.document, ANY).find(m => !known.has(m.message));
    if (mistake) {
      set({ notDone: `Not done: ${made.label}. ${mistake.message}` });
      return mistake.message;
    }
    sync!.take(made);
    set({ notDone: null });
    useAside.getState().note(null);
    return null;
  };

  return {
    ...empty(),
    async open(record) {
      sync?.stop();
      const mine = syncOf(record.id);
      sync = mine;
      const kept = (await outbox.take<Design>(record.id)) ?? [];
      const works = await broughtUp(record.id, kept).catch(async error => {
        await outbox.restore(record.id, kept);
        throw error;
      });
      const refused = await outbox.refused(record.id);
      // Closed or another opened meanwhile: what was taken waits for the next time.
      if (sync !== mine) return void outbox.restore(record.id, works);
      set({ ...empty(), id: record.id, refused });
      mine.open(stored(record), works);
    },
    close() {
      sync?.stop();
      sync = null;
      set(empty());
    },
    edit(label, recipe) {
      const before = get().design;
      if (!before || !sync) return null;
      const [design, patches] = produceWithPatches(before, recipe);
      return design === before ? null : take(before, sync.step(design, label, patches));
    },
    travel: async way => sync?.travel(way),
    look: async revision => sync?.look(revision),
    settle: side => sync?.settle(side),
    retry: () => void sync?.pump(),
    settleRefused(key, again) {
      const { design } = get();
      if (!again || !design) return sync?.drop(key);
      const made = sync?.again(key);
      if (made) take(design, made);
    },
    clearNotice: () => set({ notDone: null, notice: null }),
    chooseVariant: variantId => set({ variantId, lastChange: null }),
    select: selected => set({ selected }),
  };
});
