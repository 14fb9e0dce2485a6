import type { Library } from '../materials/index.ts';
import {
  type Brief,
  type Design,
  FORMAT,
  type PatternName,
  type Placement,
  type Variant,
} from '../model/index.ts';
import { generateShell } from '../survey/shell/index.ts';
import { applySchool } from './applySchool.ts';
import { defaultBrief } from './defaultBrief.ts';
import { schools } from './schools.ts';

/** Nothing yet to be made ready. */
export const nothingReady = (): Design['ready'] => ({ rust: [], holes: [] });

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

/** A new conversion: a body pattern, a brief to correct, and one bare variant. */
export function newDesign(name: string, pattern: PatternName): Design {
  return {
    format: FORMAT,
    name,
    note: '',
    shell: generateShell(pattern),
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
