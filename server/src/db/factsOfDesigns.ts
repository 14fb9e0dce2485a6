import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { partFacts } from '@overcoat/core/model/documents';
import { QueryTypes, type Sequelize } from 'sequelize';

const unpack = promisify(gunzip);

/**
 * Moves what happened out of the designs into the log: what the last revision of each conversion holds. Earlier
 * revisions keep theirs inside, as they were written. Part of a migration: it names tables and reads formats 1 and 2
 * as they were then.
 */
export async function factsOfDesigns(sequelize: Sequelize): Promise<void> {
  const rows = await sequelize.query<{ id: string; saved_at: string; document: Buffer }>(
    `SELECT c.id, r.saved_at, r.document FROM conversions c
     JOIN revisions r ON r.conversion_id = c.id AND r.revision = c.revision`,
    { type: QueryTypes.SELECT },
  );
  for (const { id: conversion, saved_at, document } of rows) {
    const kept = JSON.parse((await unpack(document)).toString('utf8')) as Record<string, unknown>;
    const design = (kept.design ?? kept) as Record<string, unknown>;
    // Format 1 knew nothing of what happened.
    if (design.format !== 2) continue;
    for (const [i, entry] of partFacts(design).log.entries()) {
      const fact = entry.fact as { kind: string; hash?: string };
      await sequelize.query(
        `INSERT INTO log (conversion_id, seq, id, kind, at, taken_in, file, entry)
         VALUES ($conversion, $seq, $id, $kind, $at, $saved_at, $file, $entry)`,
        {
          bind: {
            conversion,
            seq: i + 1,
            id: entry.id,
            kind: fact.kind,
            at: entry.at ?? null,
            saved_at,
            file: fact.hash ?? null,
            entry: JSON.stringify(entry),
          },
          type: QueryTypes.INSERT,
        },
      );
    }
  }
}
