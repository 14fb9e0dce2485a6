import { fileOf } from '@overcoat/core/log';
import type { Entry, LoggedEntry } from '@overcoat/core/model';
import { Op, QueryTypes, type Sequelize } from 'sequelize';
import { notFound } from '../contract/problem.ts';
import type { Database } from '../db/database.ts';
import { logRows } from './rows.ts';

/** Logs of all conversions: entries are added and never changed. */
export class LogStore {
  constructor(private readonly db: Database) {}

  /** What a conversion's log holds, in its order; with `after` only what came after that place. */
  async read(conversion: string, after = 0): Promise<LoggedEntry[]> {
    const rows = await logRows(this.db.reader).LogEntry.findAll({
      where: { conversion_id: conversion, seq: { [Op.gt]: after } },
      order: [['seq', 'ASC']],
      raw: true,
    });
    return rows.map(r => ({ seq: r.seq, takenIn: r.taken_in, entry: JSON.parse(r.entry) as Entry }));
  }

  /** Hashes of the files a log ever named. */
  async filesOf(conversion: string): Promise<string[]> {
    const rows = await logRows(this.db.reader).LogEntry.findAll({
      attributes: ['file'],
      where: { conversion_id: conversion, file: { [Op.ne]: null } },
      group: 'file',
      raw: true,
    });
    return rows.map(r => r.file!);
  }

  /**
   * Adds entries; one whose id is there already stands as it is. Answers each with its place. What happened is taken in
   * for a conversion in the bin too; one that is gone for good is refused.
   */
  add(conversion: string, entries: readonly Entry[]): Promise<{ id: string; seq: number }[]> {
    const write = entries.length === 1 ? this.db.writeOne : this.db.write;
    return write(
      writer => addEntries(writer, conversion, entries),
      () => this.db.feed.tell({ what: 'log', id: conversion }),
    );
  }
}

/** Adds entries within a write that does more; a single one is one statement. */
export async function addEntries(
  writer: Sequelize,
  conversion: string,
  entries: readonly Entry[],
): Promise<{ id: string; seq: number }[]> {
  const taken_in = new Date().toISOString();
  const placed: { id: string; seq: number }[] = [];
  for (const entry of entries) {
    // By plain SQL: building model instances would cost more than the write itself.
    const [added] = await writer.query<{ seq: number }>(
      // It begins so that Sequelize reads what comes back.
      `WITH here AS (
         SELECT id, coalesce((SELECT max(seq) FROM log WHERE conversion_id = $conversion), 0) + 1 AS seq
         FROM conversions WHERE id = $conversion)
       INSERT INTO log (conversion_id, seq, id, kind, at, taken_in, file, entry)
       SELECT here.id, here.seq, $id, $kind, $at, $taken_in, $file, $entry FROM here WHERE true
       ON CONFLICT (conversion_id, id) DO NOTHING RETURNING seq`,
      {
        bind: {
          conversion,
          id: entry.id,
          kind: entry.fact.kind,
          at: entry.at ?? null,
          taken_in,
          file: fileNamedBy(entry),
          entry: JSON.stringify(entry),
        },
        type: QueryTypes.SELECT,
      },
    );
    placed.push({ id: entry.id, seq: added?.seq ?? (await placeOf(writer, conversion, entry.id)) });
  }
  return placed;
}

/** Where an entry stands that was there already; refused when there is no such conversion. */
async function placeOf(writer: Sequelize, conversion: string, id: string): Promise<number> {
  const [row] = await writer.query<{ seq: number }>(
    'SELECT seq FROM log WHERE conversion_id = $conversion AND id = $id',
    { bind: { conversion, id }, type: QueryTypes.SELECT },
  );
  if (!row) throw notFound('such conversion');
  return row.seq;
}

function fileNamedBy({ fact }: Entry): string | null {
  const told = fact.kind === 'correction' ? fact.instead : fact;
  return told ? fileOf(told) : null;
}
