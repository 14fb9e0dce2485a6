import { type Library, type Material, makeLibrary, type Price } from '@overcoat/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api } from './client.ts';

export const keys = { conversions: ['conversions'] as const, library: ['library'] as const };

export const useConversions = () => useQuery({ queryKey: keys.conversions, queryFn: api.conversions });

const NOTHING: { materials: Material[]; prices: Price[] } = { materials: [], prices: [] };

export interface OwnLibrary {
  library: Library;
  own: Material[];
  prices: Price[];
  ready: boolean;
}

/** The reference library with the person's own materials and prices in place. */
export function useLibrary(): OwnLibrary {
  const { data, isPending } = useQuery({ queryKey: keys.library, queryFn: api.library });
  const { materials, prices } = data ?? NOTHING;
  const library = useMemo(() => makeLibrary(materials, prices), [materials, prices]);
  return { library, own: materials, prices, ready: !isPending };
}

/** A change to the own library, after which it is read again. */
export function useLibraryChange<T>(change: (input: T) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => client.invalidateQueries({ queryKey: keys.library }),
  });
}
