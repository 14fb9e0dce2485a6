import type { Design, Entry } from '@overcoat/core/model';
import { partFacts, upgrade } from '@overcoat/core/model/documents';
import { applyPatches } from 'immer';
import { type KeptWork, outbox } from './outbox.ts';

/**
 * Edits that an earlier version of this program left unsent, as today's: each state of the design is brought up, and
 * what the last one tells of what happened goes to the log, where what the server has already stands once.
 */
export async function bringUp(id: string, works: readonly KeptWork<Design>[]): Promise<KeptWork<Design>[]> {
  const today: KeptWork<Design>[] = [];
  for (const work of works) {
    let last: unknown = work.base;
    const edits = work.edits.map(({ patches, label }) => {
      last = applyPatches(last as Design, patches);
      return { label, patches: [{ op: 'replace' as const, path: [], value: designOf(last) }] };
    });
    const { format } = last as { format: number };
    if (format === 2)
      for (const entry of partFacts(last as Record<string, unknown>).log)
        await outbox.keepEntries(id, [{ entry: entry as Entry }]);
    today.push({ ...work, base: designOf(work.base), edits });
  }
  return today;
}

function designOf(document: unknown): Design {
  const read = upgrade(document);
  if (!read.ok) throw new Error(read.message);
  return read.document as Design;
}
