import type { Library } from '@overcoat/core/materials';
import type { Design, Placement } from '@overcoat/core/model';
import type { VanClimate } from '@overcoat/core/van/wetting';
import { create } from 'zustand';
import { ownOf } from '../api/own.ts';
import { contentKey } from '../jobs/contentKey.ts';
import type { Job } from '../jobs/jobs.ts';
import { runOnce } from '../jobs/results.ts';

type Van = Pick<Design, 'shell' | 'brief'>;

/** Grows as climates come in: whoever shows what rests on them listens; and whether the last could not be computed. */
export const useClimates = create<{ version: number; failed: boolean }>()(() => ({
  version: 0,
  failed: false,
}));

/** Climates by what they depend on, the one used longest ago first; and what could not be computed. */
const known = new Map<string, VanClimate>();
const MOST = 60;
const failed = new Set<string>();
/** Asked for and not begun: after a pause the latest few are, the others have been overtaken. */
const wanted = new Map<string, { van: Van; placement: Placement; library: Library }>();
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
  const key = contentKey(
    'climate',
    van.shell,
    van.brief,
    placement.buildUps,
    placement.zones,
    placement.bays,
    own,
  );
  const found = known.get(key);
  if (found) {
    known.delete(key);
    known.set(key, found);
    return found;
  }
  if (running.has(key) || failed.has(key)) return null;
  wanted.delete(key);
  wanted.set(key, { van, placement, library });
  if (timer === null) timer = setTimeout(begin, PAUSE);
  return null;
}

function begin(): void {
  timer = null;
  const latest = [...wanted].slice(-AT_ONCE);
  wanted.clear();
  for (const [key, of] of latest) void work(key, of);
}

async function work(
  key: string,
  { van, placement, library }: { van: Van; placement: Placement; library: Library },
) {
  const { materials, prices } = ownOf(library)!;
  const { shell, brief } = van;
  const job: Job<'climate'> = {
    kind: 'climate',
    design: { shell, brief },
    materials,
    prices,
    ask: { placement },
  };
  running.add(key);
  try {
    known.set(key, await runOnce(job, new AbortController().signal));
    for (const old of [...known.keys()].slice(0, Math.max(0, known.size - MOST))) known.delete(old);
  } catch {
    // The quick months stay, and say so.
    failed.add(key);
  }
  running.delete(key);
  useClimates.setState(s => ({ version: s.version + 1, failed: failed.has(key) }));
}
