import type { Contract, CutList, Pin } from '@overcoat/core/model';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useDesign } from '../store/design.ts';
import { useVariant } from '../store/openDesign.ts';
import { api } from './client.ts';

type CutListRecord = Contract['cutList']['answer'];

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
const EMPTY: CutListRecord = { revision: 0, undo: false, redo: false, list: null };

/** The pins of the variant in view: kept by the server with revisions and an undo of their own. */
export function useCutList() {
  const conversion = useDesign(s => s.id) ?? '';
  const { id: variant, name } = useVariant();
  const client = useQueryClient();
  const queryKey = ['cut-list', conversion, variant] as const;
  const { data = EMPTY, isSuccess } = useQuery({
    queryKey,
    queryFn: () => api.cutList(conversion, variant),
    enabled: conversion !== '',
  });
  const standing = () => client.getQueryData<CutListRecord>(queryKey) ?? EMPTY;
  const change = useMutation({
    // One after another, each on the revision the one before it made: keys repeat faster than the server answers.
    scope: { id: queryKey.join('/') },
    mutationFn: (ask: CutList | 'undoCutList' | 'redoCutList') =>
      typeof ask === 'string'
        ? api.travelCutList(conversion, variant, ask, standing().revision)
        : api.saveCutList(conversion, variant, standing().revision, ask),
    // What is already waiting stands on the screen before it is saved.
    onSuccess: record =>
      client.setQueryData(
        queryKey,
        client.isMutating({ mutationKey: queryKey }) > 1 ? { ...record, list: standing().list } : record,
      ),
    mutationKey: queryKey,
    // Refused, or another window was first: what stands there is loaded.
    onError: () => client.invalidateQueries({ queryKey }),
  });
  /** It stands on the screen at once, whatever is still being saved before it. Answers whether it was kept. */
  const settle = (ask: Change): Promise<boolean> => {
    const before = standing();
    const list = changed(before.list, ask, name);
    client.setQueryData(queryKey, { ...before, list });
    return change.mutateAsync(list).then(
      () => true,
      () => false,
    );
  };
  return {
    /** What was settled has been read: nothing is laid out before. */
    ready: isSuccess,
    list: data.list ?? NOTHING,
    pins: data.list?.pins ?? NOTHING.pins,
    setPins: (pins: Pin[]) => void settle({ pins }),
    set: (ask: Change) => void settle(ask),
    /** The same for what has to wait until it is kept. */
    saved: settle,
    undo: data.undo ? () => change.mutate('undoCutList') : null,
    redo: data.redo ? () => change.mutate('redoCutList') : null,
    failed: change.error?.message ?? null,
  };
}
