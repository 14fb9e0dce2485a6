import type { Library } from '@overcoat/core/materials';
import type { Own } from '@overcoat/jobs/asked';

const owns = new WeakMap<Library, Own>();

/** Remembers what of a library is the person's own, and tells it: a worker makes the library anew from that. */
export const noteOwn = (library: Library, own: Own): void => void owns.set(library, own);
export const ownOf = (library: Library): Own | undefined => owns.get(library);
