import { useQueries } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useDesign } from '../store/design.ts';
import { useOpenDesign } from '../store/openDesign.ts';
import { usePays } from '../store/pays.ts';
import { api } from './client.ts';
import { useWorkshopRead } from './workshop.ts';

/** Reads what was settled about cutting every variant, and what is at hand: what is to pay rests on both, in every view. */
export function useCutListsRead(): void {
  useWorkshopRead();
  const conversion = useDesign(s => s.id) ?? '';
  const { variants } = useOpenDesign();
  const lists = useQueries({
    queries: variants.map(v => ({
      queryKey: ['cut-list', conversion, v.id],
      queryFn: () => api.cutList(conversion, v.id),
      enabled: conversion !== '',
    })),
    combine: found =>
      JSON.stringify(found.map(({ data }, i) => [variants[i]!.id, data ? (data.list ?? {}) : null])),
  });
  useEffect(() => {
    const read = (JSON.parse(lists) as [string, object | null][]).filter(([, list]) => list !== null);
    usePays.setState(({ lists: before, version }) => {
      const next = Object.fromEntries(read) as typeof before;
      // A list that holds the same stays the same object.
      for (const [id, list] of Object.entries(next))
        if (before[id] && JSON.stringify(before[id]) === JSON.stringify(list)) next[id] = before[id];
      return { lists: next, version: version + 1 };
    });
  }, [lists]);
}
