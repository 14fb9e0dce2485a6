import type { Contract } from '@overcoat/core/model';
import {
  changesBetween,
  type Documents,
  documentKinds,
  formatOf,
  type KindName,
  type MovedIds,
  merge,
  upgradeDocument,
} from '@overcoat/core/model/documents';
import { movedBetween } from '@overcoat/core/survey/edits';
import { applyPatches } from 'immer';
import { create, type StoreApi } from 'zustand';
import { api } from '../api/client.ts';
import { useDesign } from './design.ts';
import { type KeptWork, outbox } from './outbox.ts';
import { sending } from './sendQueue.ts';
import { type Stored, type Synced, unknown } from './synced/state.ts';
import { Sync } from './synced/sync.ts';

/** Which document. */
export interface NamedDocument {
  /** Id of the conversion. */
  id: string;
  kind: KindName;
  /** Id of the variant it is of, or `all`. */
  key: string;
}

/** A document as this window has it. */
interface Held extends Synced<object> {
  of: NamedDocument;
}

interface HeldDocuments {
  held: Readonly<Record<string, Held>>;
  /** Takes in what the server has of a document, and what this browser still had in hand of it. Throws ApiError. */
  load(of: NamedDocument): Promise<void>;
  /** Takes in what another window saved, up to a revision that was heard of. */
  look(of: NamedDocument, revision?: number): Promise<void>;
  /** It stands here at once, and is kept in this browser until the server has it. Answers whether it stands: refused, it does not. */
  put(of: NamedDocument, document: object, label: string): Promise<boolean>;
  travel(of: NamedDocument, way: 'undo' | 'redo'): Promise<void>;
  settle(of: NamedDocument, side: 'mine' | 'theirs'): void;
  /** Makes a refused change again, on what is there now, or lets go of it. */
  settleRefused(of: NamedDocument, key: string, again: boolean): void;
}

/** What a document is held under. */
export const documentName = ({ id, kind, key }: NamedDocument): string => `${id}/${kind}/${key}`;

const namedBy = (name: string): NamedDocument | null => {
  const [id, kind, key] = name.split('/');
  return id && key && kind && kind in documentKinds ? { id, kind: kind as KindName, key } : null;
};

const stored = ({ document, ...saved }: Contract['document']['answer']): Stored<object> => ({
  saved,
  document: document as object | null,
});

/** What an earlier version of this program left in the browser, in today's format. */
function broughtUp(kind: KindName, works: readonly KeptWork<object>[]): KeptWork<object>[] {
  const today = (document: object | null): object | null => {
    const read = document && upgradeDocument(documentKinds[kind], document);
    return read?.ok ? (read.document as object) : null;
  };
  const isToday = (work: KeptWork<object>) =>
    work.base === null || (work.base as { format?: number }).format === formatOf(documentKinds[kind]);
  return works.map(work => {
    if (isToday(work)) return work;
    let last = work.base;
    const edits = work.edits.map(edit => {
      last = applyPatches(last!, edit.patches);
      return { ...edit, patches: [{ op: 'replace' as const, path: [], value: today(last) }] };
    });
    return { ...work, base: today(work.base), edits };
  });
}

/** What is kept beside designs: cut lists, what is asked of the best choice. */
export const useDocuments = create<HeldDocuments>()((set, get) => {
  const syncs = new Map<string, Sync<object>>();

  const syncOf = (of: NamedDocument): Sync<object> => {
    const name = documentName(of);
    const known = syncs.get(name);
    if (known && get().held[name]) return known;
    const { change, sync } = syncFor(set, get, of, name);
    change({});
    syncs.set(name, sync);
    // What was refused to an earlier page stands to be tried again.
    void outbox.refused(name).then(earlier => {
      const { refused } = get().held[name] ?? { refused: [] };
      const known = new Set(refused.map(r => r.key));
      if (earlier.some(r => !known.has(r.key)))
        change({ refused: [...earlier.filter(r => !known.has(r.key)), ...refused] });
    });
    return sync;
  };

  const drainAll = async () => {
    let away: unknown = null;
    for (const [name, sync] of syncs) {
      const own = get().held[name];
      // One that is in the bin is not asked for without end.
      if (!own || (own.state === 'gone' && own.of.id !== useDesign.getState().id)) continue;
      await sync.drain().catch(error => {
        away = error;
      });
    }
    if (away) throw away;
  };
  /** Goes on with what an earlier page left of a document, once. */
  const looked = new Set<string>();
  const resume = async (of: NamedDocument) => {
    const name = documentName(of);
    if (looked.has(name) && get().held[name]) return;
    looked.add(name);
    const kept = (await outbox.take<object>(name)) ?? [];
    // What this page has in hand by now is kept as well.
    const inHand = (get().held[name]?.pending.length ?? 0) > 0;
    const works = inHand ? kept.filter(w => w.session !== outbox.session) : kept;
    if (kept.length > 0) syncOf(of).resume(broughtUp(of.kind, works));
  };
  sending.register('documents', async () => {
    // Of whatever conversion.
    for (const name of await outbox.names()) {
      const of = namedBy(name);
      if (of) await resume(of);
    }
    await drainAll();
  });
  queueMicrotask(() => void sending.ask('documents'));

  const load = async (of: NamedDocument): Promise<void> => {
    await resume(of);
    const known = () => get().held[documentName(of)]?.saved != null;
    if (known()) return get().look(of);
    const theirs = stored(await api.document(of));
    // Another look may have come back first.
    if (known() || get().held[documentName(of)]?.pending.length) return get().look(of, theirs.saved.revision);
    syncOf(of).open(theirs, []);
  };
  return {
    held: {},
    load,
    look: (of, revision) => syncOf(of).look(revision),
    async put(of, document, label) {
      const sync = syncOf(of);
      const before = get().held[documentName(of)]!.document;
      const patches = before === null ? [] : changesBetween(before, document);
      const made = patches.length > 0 ? sync.step(document, label, patches) : sync.whole(document, label);
      const refused = new Set(get().held[documentName(of)]!.refused.map(r => r.key));
      sync.take(made);
      await sync.pump();
      return get().held[documentName(of)]!.refused.every(r => refused.has(r.key));
    },
    travel: (of, way) => syncOf(of).travel(way),
    settle: (of, side) => syncOf(of).settle(side),
    settleRefused(of, key, again) {
      const sync = syncOf(of);
      if (!again) return sync.drop(key);
      const made = sync.again(key);
      if (made) sync.take(made);
    },
  };
});

/** A document and the server, kept where all of them are held. */
function syncFor(
  set: StoreApi<HeldDocuments>['setState'],
  get: () => HeldDocuments,
  of: NamedDocument,
  name: string,
) {
  const { called, clash } = documentKinds[of.kind];
  const change = (to: Partial<Held>) =>
    set(({ held }) => ({ held: { ...held, [name]: { ...(held[name] ?? { of, ...unknown() }), ...to } } }));
  const sync = new Sync<object>({
    name,
    work: 'documents',
    clash,
    read: async () => stored(await api.document(of)),
    save: async (revision, document, label) =>
      stored(await api.saveDocument(of, revision, { document, label })).saved,
    change: async (revision, patches, label) =>
      stored(await api.changeDocument(of, revision, { changes: [...patches], label })).saved,
    travel: async (way, revision) => stored(await api.travelDocument(of, way, revision)),
    current: ({ problem: { current } }) =>
      current ? stored(current as Contract['document']['answer']) : null,
    together(base, mine, theirs) {
      const { merged, conflicts } = merge(base ?? {}, mine, theirs ?? {});
      const both = `Another window had changed the same ${called}: where both changed one thing, this window’s stands.`;
      return { document: merged, conflicts, mistakes: [], said: conflicts.length > 0 ? [both] : [] };
    },
    say: notice => useDesign.setState({ notice }),
    get: () => get().held[name] ?? unknown(),
    set: change,
  });
  return { change, sync };
}

/** A document of a kind as it stands here; null where nothing is settled, undefined before it is read. */
export function documentOf<K extends KindName>(
  held: HeldDocuments['held'],
  of: NamedDocument & { kind: K },
): Documents[K] | null | undefined {
  const own = held[documentName(of)];
  return own && (own.saved || own.document) ? (own.document as Documents[K] | null) : undefined;
}

/** Ids of the shell have moved: what every document of the conversion says of them moves with them. */
export function followMoved(id: string, moved: MovedIds, label: string): void {
  for (const { of, document } of Object.values(useDocuments.getState().held)) {
    if (of.id !== id || document === null) continue;
    const { follow } = documentKinds[of.kind];
    const next = follow(document as never, moved);
    if (next !== document) void useDocuments.getState().put(of, next, label);
  }
}

// A change that is not this window's own (undone, or another window's) may give names back: what stands of them follows.
useDesign.subscribe((now, before) => {
  if (!now.id || now.id !== before.id || !now.design || !before.design) return;
  const own = now.pending.length > 0 || before.pending.length > 0;
  if (own || now.design.shell === before.design.shell) return;
  const moved = movedBetween(before.design.shell, now.design.shell);
  if (moved.size > 0) followMoved(now.id, moved, now.lastChange?.label ?? 'names of bays');
});
