import type { Library } from '../materials/index.ts';
import type { Brief, Design, Measurement, PatternName, Placement, Shell, Variant } from '../model/index.ts';
import { FORMAT } from '../model/lists/index.ts';
import { fromEarlier, setMaster } from '../survey/edits/index.ts';
import { generateShell } from '../survey/patterns/index.ts';
import { applySchool } from './applySchool.ts';
import { defaultBrief } from './defaultBrief.ts';
import { schools } from './schools.ts';

/** Nothing yet to be made ready. */
export const nothingReady = (): Design['ready'] => ({ rust: [], holes: [], fixings: [] });

export const bare: Placement = { buildUps: [], zones: {}, bays: {}, sheets: {} };

/** A variant by a school, counted against the bare van. */
export function variantBySchool(
  id: string,
  shell: Design['shell'],
  school: string,
  library: Library,
): Variant {
  const name = schools.find(s => s.id === school)?.name ?? school;
  return {
    id,
    name,
    school,
    design: applySchool(shell, school, library),
    baseline: { name: 'the bare van', design: bare },
  };
}

/** What of a new van is known at the start. */
export interface Start {
  /** The three large sizes, where they were read. */
  sizes?: Partial<Record<'length' | 'width' | 'height', Measurement>> | undefined;
  /** Shell of an earlier van, whose sizes are assumed in place of the pattern's. */
  earlier?: Shell | undefined;
}

/** A new conversion: a body pattern or an earlier van, a brief to correct, and one bare variant. */
export function newDesign(name: string, pattern: PatternName, { sizes = {}, earlier }: Start = {}): Design {
  let shell = earlier ? fromEarlier(earlier) : generateShell(pattern);
  for (const field of ['length', 'width', 'height'] as const)
    if (sizes[field]) shell = setMaster(shell, field, sizes[field]);
  return {
    format: FORMAT,
    name,
    note: '',
    shell,
    ready: nothingReady(),
    brief: JSON.parse(JSON.stringify(defaultBrief)) as Brief,
    variants: [
      {
        id: 'a',
        name: 'First design',
        school: null,
        design: bare,
        baseline: { name: 'the bare van', design: bare },
      },
    ],
    built: 'a',
  };
}
