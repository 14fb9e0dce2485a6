import { readDesignFile } from '@overcoat/core/formats';
import type { ConversionRecord } from '@overcoat/core/model';
import { invalid } from '../contract/problem.ts';
import { fileMistakes } from '../contract/validate.ts';
import type { LibraryStore } from '../library/store.ts';
import type { ConversionStore } from './store.ts';

/** Takes in a design file of any format: a new conversion with its log, and what it carries of materials and prices. */
export async function takeIn(
  document: unknown,
  { conversions, library }: { conversions: ConversionStore; library: LibraryStore },
): Promise<{ conversion: ConversionRecord; notes: string[] }> {
  const read = readDesignFile(document, fileMistakes, (await library.read()).library.keys());
  if (!read.ok) throw invalid(read.message, read.mistakes);
  const { file, notes } = await library.takeIn(read.file);
  return { conversion: await conversions.create(file.design, 'imported', file.log), notes };
}
