import type { WorkshopEntry } from '@overcoat/core/model';
import { ordersOf, shelfOf } from '@overcoat/core/order/buying';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api } from './client.ts';

const KEY = ['workshop'] as const;
const NOTHING: WorkshopEntry[] = [];

/** What is at hand for all vans, and notes of what changes there: kept by the server as entries, nothing is overwritten. */
export function useWorkshop() {
  const client = useQueryClient();
  const { data, isSuccess } = useQuery({ queryKey: KEY, queryFn: api.workshop });
  const entries = data?.entries ?? NOTHING;
  const shelf = useMemo(() => ({ ...shelfOf(entries), orders: ordersOf(entries) }), [entries]);
  const note = useMutation({
    mutationFn: (facts: WorkshopEntry['fact'][]) =>
      api.noteWorkshop(facts.map(fact => ({ id: crypto.randomUUID(), at: new Date().toISOString(), fact }))),
    onSuccess: answer => client.setQueryData(KEY, answer),
  });
  return {
    /** It has been read: nothing is laid out before. */
    ready: isSuccess,
    ...shelf,
    note: note.mutate,
    failed: note.error?.message ?? null,
  };
}
