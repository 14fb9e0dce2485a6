import {
  type Contract,
  type Documents,
  documentKinds,
  type KindName,
  type Moved,
  merge,
  same,
} from '@overcoat/core/model';
import { create } from 'zustand';
import { ApiError, api } from '../api/client.ts';
import { useDesign } from './design.ts';
import { type KeptDocument, outbox } from './outbox.ts';
import { sending } from './sendQueue.ts';

type DocumentRecord = Contract['document']['answer'];
type Named = KeptDocument['of'];

/** A change as what the document is after it, and what it is called. */
type Step = KeptDocument['steps'][number];

/** A document as this window has it. */
interface Held {
  of: Named;
  /** As the server last acknowledged it. */
  record: DocumentRecord;
  /** As it stands here. */
  document: unknown;
  /** Changes that the server has not yet, each what the document is by then, in their order. */
  pending: readonly Step[];
  /** What the server would not take, with its sentence: it is undone here, and stands to be tried again. */
  refused: { document: unknown; label: string; message: string } | null;
}

interface HeldDocuments {
  held: Readonly<Record<string, Held>>;
  /** The server did not answer when documents were last sent. */
  away: boolean;
  /** Takes in what the server has of a document, and what this browser still had in hand of it. */
  load(of: Named): Promise<void>;
  /** It stands here at once, and is kept in this browser until the server has it. Answers whether it stands: refused, it does not. */
  put(of: Named, document: unknown, label: string): Promise<boolean>;
  travel(of: Named, way: 'undo' | 'redo'): Promise<void>;
  /** Makes the refused change again, or lets go of it. */
  settleRefused(of: Named, again: boolean): void;
}

const EMPTY: DocumentRecord = { revision: 0, savedAt: null, undo: null, redo: null, document: null };

const LEFT = 'overcoat-documents-left';

/** What a page that went left behind; nothing where the browser keeps none, or what is there cannot be read. */
const leftBehind = {
  put(left: readonly KeptDocument[]): void {
    try {
      // Another window may have gone just before.
      if (left.length > 0) localStorage.setItem(LEFT, JSON.stringify([...leftBehind.take(), ...left]));
    } catch {
      // What the browser's own database has by then is all there is.
    }
  },
  take(): KeptDocument[] {
    try {
      const left = JSON.parse(localStorage.getItem(LEFT) ?? '[]') as KeptDocument[];
      localStorage.removeItem(LEFT);
      return left;
    } catch {
      return [];
    }
  },
};

/** What a document is held under. */
export const nameOf = ({ id, kind, key }: Named): string => `${id}/${kind}/${key}`;

/** What is kept beside designs: cut lists, what is asked of the best choice. */
export const useDocuments = create<HeldDocuments>()((set, get) => {
  const hold = (of: Named, change: Partial<Held>) =>
    set(({ held }) => {
      const name = nameOf(of);
      const before = held[name] ?? { of, record: EMPTY, document: null, pending: [], refused: null };
      return { held: { ...held, [name]: { ...before, ...change } } };
    });

  /** Goes on with what an earlier page left. */
  const resume = ({ of, revision, base, steps }: KeptDocument) =>
    hold(of, {
      record: { ...EMPTY, revision, document: base },
      document: steps.at(-1)?.document ?? base,
      pending: steps,
    });

  const keep = (of: Named) => {
    const { record, pending } = get().held[nameOf(of)]!;
    return pending.length === 0
      ? outbox.dropDocument(of.id, nameOf(of))
      : outbox.keepDocument(nameOf(of), {
          of,
          revision: record.revision,
          base: record.document,
          steps: [...pending],
        });
  };

  /** Goes on from what the server holds, with what was changed here on top of it. A save whose answer was lost is recognised. */
  const takeIn = (of: Named, theirs: DocumentRecord) => {
    const { record = EMPTY, pending = [] } = get().held[nameOf(of)] ?? {};
    const arrived = pending.findLastIndex(p => same(p.document, theirs.document));
    const left = pending.slice(arrived + 1);
    const mine = left.at(-1);
    if (!mine || arrived >= 0)
      return hold(of, { record: theirs, pending: left, document: mine ? mine.document : theirs.document });
    const { merged, conflicts } = merge(record.document ?? {}, mine.document, theirs.document ?? {});
    if (conflicts.length > 0)
      useDesign.setState({
        notice: `Another window had changed the same ${documentKinds[of.kind as KindName].called}: where both changed one thing, this window’s stands.`,
      });
    hold(of, { record: theirs, document: merged, pending: [{ document: merged, label: mine.label }] });
  };

  const send = async (of: Named): Promise<void> => {
    for (;;) {
      const own = get().held[nameOf(of)];
      const [next] = own?.pending ?? [];
      if (!own || !next) return;
      try {
        const saved = await api.saveDocument(of, own.record.revision, next);
        const { pending } = get().held[nameOf(of)]!;
        hold(of, {
          record: { ...saved, document: next.document },
          pending: pending.filter(p => p !== next),
        });
      } catch (error) {
        if (!(error instanceof ApiError) || error.away) throw error;
        if (error.status === 409 && error.problem.current)
          takeIn(of, error.problem.current as DocumentRecord);
        else {
          // Gone with its conversion, or refused: it is as the server has it, and what came after goes with it.
          const last = get().held[nameOf(of)]!.pending.at(-1)!;
          hold(of, {
            document: own.record.document,
            pending: [],
            refused: { ...last, message: error.message },
          });
        }
      }
      await keep(of);
    }
  };

  sending.register('documents', async () => {
    let away: unknown = null;
    const sendAll = async () => {
      for (const { of } of Object.values(get().held).filter(h => h.pending.length > 0))
        await send(of).catch(error => {
          away = error;
        });
    };
    await sendAll();
    // What an earlier page left, of whatever conversion.
    for (const kept of await outbox.documents()) if (!get().held[nameOf(kept.of)]) resume(kept);
    await sendAll();
    set({ away: away !== null });
    if (away) throw away;
  });

  // A page that goes cannot wait for the browser's database: what is pending by then is left where it is written at once.
  queueMicrotask(() => {
    for (const kept of leftBehind.take()) {
      resume(kept);
      void keep(kept.of);
    }
    // What an earlier page could not send goes now.
    void sending.ask('documents');
    if (typeof addEventListener === 'function')
      addEventListener('pagehide', () =>
        leftBehind.put(
          Object.values(get().held)
            .filter(h => h.pending.length > 0)
            .map(({ of, record, pending }) => ({
              of,
              revision: record.revision,
              base: record.document,
              steps: [...pending],
            })),
        ),
      );
  });

  let journey: Promise<void> = Promise.resolve();
  const step = async (of: Named, way: 'undo' | 'redo') => {
    await sending.ask('documents');
    const own = get().held[nameOf(of)];
    if (!own || own.pending.length > 0 || own.record[way] === null) return;
    try {
      const record = await api.travelDocument(of, way, own.record.revision);
      hold(of, { record, document: record.document });
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      if (error.away) set({ away: true });
      if (error.problem.current) takeIn(of, error.problem.current as DocumentRecord);
    }
  };

  return {
    held: {},
    away: false,
    async load(of) {
      const kept = get().held[nameOf(of)] ? undefined : await outbox.document(of.id, nameOf(of));
      if (kept && !get().held[nameOf(of)]) resume(kept);
      const theirs = await api.document(of);
      // What was saved meanwhile is newer.
      if (theirs.revision > (get().held[nameOf(of)]?.record.revision ?? -1)) takeIn(of, theirs);
      if (get().held[nameOf(of)]!.pending.length > 0) void sending.ask('documents');
    },
    async put(of, document, label) {
      const pending = get().held[nameOf(of)]?.pending ?? [];
      hold(of, { document, pending: [...pending, { document, label }], refused: null });
      void keep(of);
      await sending.ask('documents');
      return get().held[nameOf(of)]!.refused === null;
    },
    travel(of, way) {
      // One step after another: each press counts, however quick.
      journey = journey.then(() => step(of, way)).catch(error => console.error(error));
      return journey;
    },
    settleRefused(of, again) {
      const { refused } = get().held[nameOf(of)] ?? {};
      hold(of, { refused: null });
      if (refused && again) void get().put(of, refused.document, refused.label);
    },
  };
});

/** A document of a kind as it stands here; null where nothing is settled, undefined before it is read. */
export const documentOf = <K extends KindName>(
  held: HeldDocuments['held'],
  of: Named & { kind: K },
): Documents[K] | null | undefined => held[nameOf(of)]?.document as Documents[K] | null | undefined;

/** Ids of the shell have moved: what every document of the conversion says of them moves with them. */
export function followMoved(id: string, moved: Moved, label: string): void {
  for (const { of, document } of Object.values(useDocuments.getState().held)) {
    if (of.id !== id || document === null) continue;
    const { follow } = documentKinds[of.kind as KindName];
    const next = follow(document as never, moved);
    if (next !== document) void useDocuments.getState().put(of, next, label);
  }
}
