import type { CutList, Pin } from '@overcoat/core/model';
import { useDesign } from '../store/design.ts';
import { documentOf, useDocuments } from '../store/documents.ts';
import { useVariant } from '../store/openDesign.ts';
import { useDocument } from './useDocument.ts';

/** What a person settled, without the name it is kept under. */
type Settled = Omit<CutList, 'format' | 'name'>;

const NOTHING: Settled = { pins: [] };

/** What is to be settled otherwise; undefined for as is usual. */
type Change = { [K in keyof Settled]?: Settled[K] | undefined };

/** A list with a change, without what is as usual. */
const changed = (list: CutList | null, change: Change, name: string): CutList => {
  const all = Object.entries({ ...NOTHING, ...list, ...change }).filter(([, value]) => value !== undefined);
  return { ...(Object.fromEntries(all) as Settled), format: 1, name };
};

/** What a change is called, by what it settles. */
const LABELS: Partial<Record<keyof Settled, string>> = {
  pins: 'pieces put in place',
  panels: 'panels that are there',
  holding: 'how a layer is held',
  cut: 'what is cut',
  kits: 'kits',
  trims: 'what was trimmed',
};
const labelOf = (change: Change): string =>
  Object.keys(change)
    .map(key => LABELS[key as keyof Settled] ?? 'how it is cut')
    .join(', ');

/** What was settled about cutting the variant in view. */
export function useCutList() {
  const id = useDesign(s => s.id) ?? '';
  const { id: variant, name } = useVariant();
  const { ready, document, put, undo, redo, failed } = useDocument('cut-list', variant);
  /** On what stands by now: keys repeat faster than a page is drawn. Answers whether it stands: refused, it does not. */
  const settle = (ask: Change): Promise<boolean> => {
    const standing = documentOf(useDocuments.getState().held, { id, kind: 'cut-list', key: variant });
    return put(changed(standing ?? null, ask, name), labelOf(ask));
  };
  const list: Settled = document ?? NOTHING;
  return {
    /** What was settled has been read: nothing is laid out before. */
    ready,
    list,
    pins: list.pins,
    setPins: (pins: Pin[]) => void settle({ pins }),
    set: (ask: Change) => void settle(ask),
    /** The same for what has to know whether it stands. */
    saved: settle,
    undo,
    redo,
    failed,
  };
}
