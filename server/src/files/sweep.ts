import { fileOf, standing } from '@overcoat/core/log';
import type { Entry } from '@overcoat/core/model';
import { Op } from 'sequelize';
import type { Database } from '../db/database.ts';
import type { DocumentStore } from '../documents/store.ts';
import { WORKSHOP } from '../logs/kinds.ts';
import { entryRows } from '../logs/rows.ts';
import type { FileStore, StoredFile } from './store.ts';

/** How long a file is kept that no log names any more, and a conversion in the bin, ms. */
export const KEPT_FOR = 30 * 86_400_000;

/** The files, and where they may be named. */
export interface Swept {
  db: Database;
  files: FileStore;
  documents: DocumentStore;
}

/**
 * Erases the files that no log has named for 30 days: photos and recordings withdrawn, and what came without ever being named.
 * Returns their hashes.
 */
export async function sweepFiles({ db, files, documents }: Swept, now: Date): Promise<string[]> {
  const { named, unnamedSince } = await namedFiles(db, documents);
  const before = now.getTime() - KEPT_FOR;
  const old = (file: StoredFile) => Date.parse(unnamedSince.get(file.hash) ?? file.createdAt) <= before;
  const gone = (await files.all()).filter(file => !named.has(file.hash) && old(file));
  await files.erase(gone);
  await files.tidy(now);
  return gone.map(f => f.hash);
}

/** Erases at once those of `hashes` that no log names: a conversion was erased with its photos. */
export async function eraseUnnamed(
  { db, files, documents }: Swept,
  hashes: readonly string[],
): Promise<void> {
  const { named } = await namedFiles(db, documents);
  await files.erase((await files.all()).filter(f => hashes.includes(f.hash) && !named.has(f.hash)));
}

/** The files that stand in some log or document, those in the bin too, or in the workshop's log; and when those corrected away were. */
async function namedFiles(
  db: Database,
  documents: DocumentStore,
): Promise<{ named: Set<string>; unnamedSince: Map<string, string> }> {
  const rows = await entryRows(db.reader).EntryRow.findAll({
    where: { [Op.or]: [{ file: { [Op.ne]: null } }, { kind: 'correction' }] },
    order: ['log', 'seq'],
    raw: true,
  });
  const shared = rows.filter(row => row.log === WORKSHOP);
  const logs = new Map<string, Entry[]>();
  const fileNamed = new Map<string, string>();
  const unnamedSince = new Map<string, string>();
  for (const row of rows.filter(r => r.log !== WORKSHOP)) {
    const entry = JSON.parse(row.entry) as Entry;
    const log = logs.get(row.log);
    if (log) log.push(entry);
    else logs.set(row.log, [entry]);
    const { fact } = entry;
    const file = fact.kind === 'correction' ? null : fileOf(fact);
    if (file) fileNamed.set(`${row.log} ${row.id}`, file);
    const corrected = fact.kind === 'correction' && fileNamed.get(`${row.log} ${fact.of}`);
    if (corrected) unnamedSince.set(corrected, row.taken_in);
  }
  const named = new Set([
    ...shared.map(row => row.file!),
    ...(await documents.filesNamed()),
    ...[...logs.values()].flatMap(log => standing(log).flatMap(({ fact }) => fileOf(fact) ?? [])),
  ]);
  return { named, unnamedSince };
}
