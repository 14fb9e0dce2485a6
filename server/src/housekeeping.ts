import type { ConversionStore } from './conversions/store.ts';
import { KEPT_FOR, type Swept, sweepFiles } from './files/sweep.ts';

/** Empties the bin of what has lain there for 30 days, then erases the files that nothing names any more. */
export async function keepHouse(
  { conversions, ...swept }: Swept & { conversions: ConversionStore },
  now = new Date(),
): Promise<void> {
  await conversions.erase({ before: new Date(now.getTime() - KEPT_FOR) });
  await sweepFiles(swept, now);
}
