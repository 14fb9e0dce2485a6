import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { evaluate } from '@overcoat/core/evaluate';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { ConversionStore } from './api/conversionStore.ts';
import { LibraryStore } from './api/libraryStore.ts';
import { checkSave } from './api/validate.ts';
import { type Database, openDatabase } from './db/database.ts';

const FIXTURES = fileURLToPath(new URL('./fixtures', import.meta.url));
let folder: string;
let db: Database;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-layout-'));
});
afterEach(async () => {
  await db.close();
  rmSync(folder, { recursive: true });
});

/** Each was written by the server that landed with it: a demo van saved once more, an own material and an own price. */
describe.each(['first', 'before-colour', 'format-2'])('the data folder of the layout “%s”', layout => {
  it('opens with everything in it: design, history, own material and price; and can be saved', async () => {
    cpSync(path.join(FIXTURES, layout), folder, { recursive: true });
    db = await openDatabase(folder);
    const conversions = new ConversionStore(db);
    const [listed] = await conversions.list();
    expect(listed).toMatchObject({ name: 'Sandpiper', revision: 2 });
    const record = await conversions.read(listed!.id);
    expect(record.design.note).toBe('Saved once more');
    expect(record.undo).toBe('note');
    const { library, prices } = await new LibraryStore(db).read();
    expect(library.get('supply-foam-19')).toMatchObject({ format: 2, sorption: 'none' });
    expect(prices).toMatchObject([{ material: 'pir', price: 21 }]);
    // What it holds is what is accepted and computed today.
    const body = { design: record.design, label: 'again' };
    expect(checkSave(structuredClone(body))).toEqual(body);
    expect(evaluate(record.design, record.design.variants[0]!.design, library).load.mass).toBeGreaterThan(30);
    const undone = await conversions.undo(listed!.id, 2);
    expect(undone.design.note).not.toBe('Saved once more');
    expect((await conversions.redo(listed!.id, 3)).design.note).toBe('Saved once more');
  });
});
