import type { ConversionStore } from './conversions/store.ts';
import type { Database } from './db/database.ts';
import type { FileStore } from './files/store.ts';
import { KEPT_FOR, sweepFiles } from './files/sweep.ts';

/** Empties the bin of what has lain there for 30 days, then erases the files that nothing names any more. */
export async function keepHouse(
  { db, conversions, files }: { db: Database; conversions: ConversionStore; files: FileStore },
  now = new Date(),
): Promise<void> {
  await conversions.erase({ before: new Date(now.getTime() - KEPT_FOR) });
  await sweepFiles(db, files, now);
}
