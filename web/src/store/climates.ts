import type { Library } from '@overcoat/core/materials';
import type { Brief, Design, Placement, Shell } from '@overcoat/core/model';
import { lifeOf, type VanClimate } from '@overcoat/core/van/wetting';
import { climateAsked } from '@overcoat/jobs/asked';
import { contentKey } from '@overcoat/jobs/contentKey';
import { create } from 'zustand';
import { ownOf } from '../api/own.ts';
import { keptWithin } from './openDesign.ts';
import { reckoner } from './reckoner.ts';

type Van = Pick<Design, 'shell' | 'brief'>;

/** Grows as climates come in: whoever shows what rests on them listens; and whether the last could not be computed. */
export const useClimates = create<{ version: number; failed: boolean }>()(() => ({
  version: 0,
  failed: false,
}));

const climates = reckoner<'climate'>(150, failed =>
  useClimates.setState(s => ({ version: s.version + 1, failed })),
);

/**
 * What the bays of a placement meet in the van's own year, if that is known; otherwise null, and it is worked out off the page's
 * thread. A placement with nothing laid asks for nothing.
 */
export function ownClimateOf(van: Van, placement: Placement, library: Library): VanClimate | null {
  const own = ownOf(library);
  if (!own || placement.buildUps.length === 0) return null;
  const { key, job } = climateAsked(van, placement, own);
  return climates.of(key, job, lifeKey(van));
}

const lives = new WeakMap<Shell, WeakMap<Brief, string>>();

/** A name for the life in a body: climates found for the same are alike, whatever is laid. */
const lifeKey = (van: Van): string =>
  keptWithin(
    keptWithin(lives, van.shell, () => new WeakMap<Brief, string>()),
    van.brief,
    () => contentKey('life', ...Object.values(lifeOf(van))),
  );

/** The climate used last of the same life in the same glass, colour and front; null where none is known. */
export const keptClimate = (van: Van): VanClimate | null => climates.last(lifeKey(van));
