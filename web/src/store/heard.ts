import type { Facts } from '@overcoat/core/log';
import type { Library } from '@overcoat/core/materials';
import type { Design, Entry, Placement, Shell } from '@overcoat/core/model';
import { heardOf } from '@overcoat/core/studies/knocks';
import { type Heard, NOTHING_HEARD } from '@overcoat/core/van/quiet';
import { useLibrary } from '../api/queries.ts';
import { factsIn, useLog } from './log.ts';
import { builtOf, keptWithin, useOpenDesign } from './openDesign.ts';

type Knocks = Facts['knocks'];
type Memo = WeakMap<Knocks, WeakMap<Shell, WeakMap<Placement, WeakMap<Library, Heard>>>>;
const memo: Memo = new WeakMap();

/** What knocks told of a van; the same object while neither they nor what they were heard through changes. */
export function heardIn(design: Design, entries: readonly Entry[], library: Library): Heard {
  const { knocks } = factsIn(design, entries);
  if (knocks.size === 0) return NOTHING_HEARD;
  const { shell } = design;
  const built = builtOf(design).design;
  const byShell = keptWithin(memo, knocks, () => new WeakMap());
  const byBuilt = keptWithin(byShell, shell, () => new WeakMap());
  const byLibrary = keptWithin(byBuilt, built, () => new WeakMap());
  return keptWithin(byLibrary, library, () => heardOf(knocks, shell, built, library));
}

/** The same of the open van. */
export function useHeard(): Heard {
  const design = useOpenDesign();
  const entries = useLog(s => s.entries);
  const { library } = useLibrary();
  return heardIn(design, entries, library);
}
