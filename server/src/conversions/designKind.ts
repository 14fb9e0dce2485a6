import { checkDesign, type Design, type Mistake } from '@overcoat/core/model';
import { type DocumentKind, documentKinds } from '@overcoat/core/model/documents';
import { surveyMistakes } from '@overcoat/core/survey/edits';
import { measuredBays } from '@overcoat/core/survey/geometry';
import { checkChanged } from '../contract/designCheck.ts';
import { invalid } from '../contract/problem.ts';
import type { KeptKind, Still } from '../documents/kinds.ts';
import type { LibraryStore } from '../library/store.ts';

/**
 * Refuses what the schema cannot see, and what no van has, unless it stood before: whoever opens such a van can still change the rest.
 * Answers a check that it still is so, should the library have changed since.
 */
export async function sound(
  design: Design,
  library: LibraryStore,
  before: Design | null = null,
): Promise<Still> {
  const seen = await library.read();
  refuse(checkDesign(design, seen.library));
  const odd = surveyMistakes(design.shell);
  const stood = new Set(odd.length > 0 && before ? surveyMistakes(before.shell).map(m => m.message) : []);
  refuse(odd.filter(m => !stood.has(m.message)));
  return async () => {
    const now = await library.read();
    if (now !== seen) refuse(checkDesign(design, now.library));
  };
}

function refuse(mistakes: readonly Mistake[]): void {
  if (mistakes.length > 0) throw invalid(mistakes[0]!.message, [...mistakes]);
}

/** The design as the server keeps it: it is checked against the library too, and its conversion shows of it what lists have. */
export const keptDesign = (library: LibraryStore): KeptKind => ({
  ...(documentKinds.design as DocumentKind<never>),
  check(document, before) {
    checkChanged(document as Design);
    return sound(document as Design, library, before as Design | null);
  },
  shown: summaryOf,
  // The first servers kept the design alone, later ones its label with it.
  unwrapped: body => (body as { design?: unknown }).design ?? body,
});

/** What lists show of a design. */
export function summaryOf(design: Design): { name: string; summary: string } {
  const { measured, total } = measuredBays(design.shell);
  const summary = {
    pattern: design.shell.pattern,
    note: design.note,
    variants: design.variants.map(v => v.name),
    measured,
    bays: total,
  };
  return { name: design.name, summary: JSON.stringify(summary) };
}
