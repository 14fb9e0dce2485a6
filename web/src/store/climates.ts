import type { Library } from '@overcoat/core/materials';
import type { Brief, Design, Placement, Shell } from '@overcoat/core/model';
import { lifeOf, type VanClimate } from '@overcoat/core/van/wetting';
import { climateAsked } from '@overcoat/jobs/asked';
import { contentKey } from '@overcoat/jobs/contentKey';
import type { Job } from '@overcoat/jobs/jobs';
import { create } from 'zustand';
import { ownOf } from '../api/own.ts';
import { runOnce } from '../jobs/results.ts';
import { within } from './openDesign.ts';

type Van = Pick<Design, 'shell' | 'brief'>;

/** Grows as climates come in: whoever shows what rests on them listens; and whether the last could not be computed. */
export const useClimates = create<{ version: number; failed: boolean }>()(() => ({
  version: 0,
  failed: false,
}));

/** Climates by what they depend on, the one used longest ago first, each with the life it was found for; and what could not be computed. */
const known = new Map<string, { climate: VanClimate; life: string }>();
const MOST = 60;
const failed = new Set<string>();
/** Asked for and not begun: after a pause the latest few are, the others have been overtaken. */
const wanted = new Map<string, { van: Van; job: Job<'climate'> }>();
const running = new Set<string>();
const PAUSE = 150;
const AT_ONCE = 6;
let timer: ReturnType<typeof setTimeout> | null = null;

/**
 * What the bays of a placement meet in the van's own year, if that is known; otherwise null, and it is worked out off the page's
 * thread. A placement with nothing laid asks for nothing.
 */
export function climateOf(van: Van, placement: Placement, library: Library): VanClimate | null {
  const own = ownOf(library);
  if (!own || placement.buildUps.length === 0 || typeof Worker === 'undefined') return null;
  const { key, job } = climateAsked(van, placement, own);
  const found = known.get(key);
  if (found) {
    known.delete(key);
    known.set(key, found);
    return found.climate;
  }
  if (running.has(key) || failed.has(key)) return null;
  wanted.delete(key);
  wanted.set(key, { van, job });
  if (timer === null) timer = setTimeout(begin, PAUSE);
  return null;
}

const lives = new WeakMap<Shell, WeakMap<Brief, string>>();

/** A name for the life in a body: climates found for the same are alike, whatever is laid. */
const lifeKey = (van: Van): string =>
  within(
    within(lives, van.shell, () => new WeakMap<Brief, string>()),
    van.brief,
    () => contentKey('life', ...Object.values(lifeOf(van))),
  );

/** The climate used last of the same life in the same glass, colour and front; null where none is known. */
export function keptClimate(van: Van): VanClimate | null {
  const life = lifeKey(van);
  return [...known.values()].findLast(k => k.life === life)?.climate ?? null;
}

function begin(): void {
  timer = null;
  const latest = [...wanted].slice(-AT_ONCE);
  wanted.clear();
  for (const [key, of] of latest) void work(key, of);
}

async function work(key: string, { van, job }: { van: Van; job: Job<'climate'> }) {
  running.add(key);
  try {
    known.set(key, { climate: await runOnce(job, key, new AbortController().signal), life: lifeKey(van) });
    for (const old of [...known.keys()].slice(0, Math.max(0, known.size - MOST))) known.delete(old);
  } catch {
    // What stood before stays, and says so.
    failed.add(key);
  }
  running.delete(key);
  useClimates.setState(s => ({ version: s.version + 1, failed: failed.has(key) }));
}
