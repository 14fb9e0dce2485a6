import { type Library, makeLibrary } from '@overcoat/core/materials';
import type { Material, Price } from '@overcoat/core/model';
import type { Own } from '@overcoat/jobs/asked';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from './client.ts';
import { noteOwn } from './own.ts';

const conversions = ['conversions'] as const;
export const keys = { conversions, bin: [...conversions, 'bin'] as const, library: ['library'] as const };

export const useConversions = () => useQuery({ queryKey: keys.conversions, queryFn: api.conversions });

/** What is in the bin; read again with the conversions. */
export const useBin = () => useQuery({ queryKey: keys.bin, queryFn: api.bin });

export interface OwnLibrary {
  library: Library;
  own: Material[];
  prices: Price[];
  ready: boolean;
}

const NOTHING: Own = { materials: [], prices: [] };
const made = new WeakMap<Own, OwnLibrary>();

/** One library for one answer of the server: results are remembered by it, so every view must hold the same. */
function libraryOf(own: Own): OwnLibrary {
  const known = made.get(own);
  if (known) return known;
  const { materials, prices } = own;
  const fresh = { library: makeLibrary(materials, prices), own: materials, prices, ready: own !== NOTHING };
  made.set(own, fresh);
  noteOwn(fresh.library, own);
  return fresh;
}

/** The reference library with the person's own materials and prices in place. */
export function useLibrary(): OwnLibrary {
  const { data } = useQuery({ queryKey: keys.library, queryFn: api.library });
  return libraryOf(data ?? NOTHING);
}

/** A change to the own library, after which it is read again. */
export function useLibraryChange<T>(change: (input: T) => Promise<unknown>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: () => client.invalidateQueries({ queryKey: keys.library }),
  });
}
