import { randomUUID } from 'node:crypto';
import { readDesignFile } from '@overcoat/core/formats';
import type { ConversionRecord, WorkshopEntry } from '@overcoat/core/model';
import { linesForVan } from '@overcoat/core/order/buying';
import { invalid } from '../contract/problem.ts';
import { fileMistakes } from '../contract/validate.ts';
import type { DocumentStore } from '../documents/store.ts';
import type { LibraryStore } from '../library/store.ts';
import { WORKSHOP } from '../logs/kinds.ts';
import type { LogStore } from '../logs/store.ts';
import type { ConversionStore } from './store.ts';

/** Where what a file carries goes. */
export interface TakesIn {
  conversions: ConversionStore;
  library: LibraryStore;
  workshop: LogStore<WorkshopEntry>;
  documents: DocumentStore;
}

/**
 * Takes in a design file of any format: a new conversion with its log, and what it carries of materials, prices, orders and documents; all of it
 * or nothing.
 */
export async function takeIn(
  document: unknown,
  { conversions, library, workshop, documents }: TakesIn,
): Promise<{ conversion: ConversionRecord; notes: string[] }> {
  const read = readDesignFile(document, fileMistakes, (await library.read()).library.keys());
  if (!read.ok) throw invalid(read.message, read.mistakes);
  const { made, notes } = await library.takeIn(read.file, async (file, writer) => {
    const conversion = await conversions.createIn(writer, file.design, 'imported', file.log);
    const own = linesForVan(file.workshop ?? [], conversion.id, randomUUID);
    if (own.length > 0) await workshop.addIn(writer, WORKSHOP, own);
    await documents.addIn(writer, conversion.id, file.documents ?? [], 'imported');
    return conversion;
  });
  conversions.came();
  workshop.told(WORKSHOP);
  return { conversion: made, notes };
}
