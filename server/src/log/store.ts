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
    return this.db.write(async writer => {
      const [known] = await writer.query('SELECT 1 FROM conversions WHERE id = $conversion', {
        bind: { conversion },
        type: QueryTypes.SELECT,
      });
      if (!known) throw notFound('such conversion');
      return addEntries(writer, conversion, entries);
    });
  }
}

/** Adds entries within a write that does more. */
export async function addEntries(
  writer: Sequelize,
  conversion: string,
  entries: readonly Entry[],
): Promise<{ id: string; seq: number }[]> {
  const [top] = await writer.query<{ seq: number | null }>(
    'SELECT max(seq) AS seq FROM log WHERE conversion_id = $conversion',
    { bind: { conversion }, type: QueryTypes.SELECT },
  );
  let seq = top?.seq ?? 0;
  const taken_in = new Date().toISOString();
  const placed: { id: string; seq: number }[] = [];
  for (const entry of entries) {
    // By plain SQL: building model instances would cost more than the write itself.
    const [, added] = (await writer.query(
      `INSERT INTO log (conversion_id, seq, id, kind, at, taken_in, file, entry)
       VALUES ($conversion, $seq, $id, $kind, $at, $taken_in, $file, $entry)
       ON CONFLICT (conversion_id, id) DO NOTHING`,
      {
        bind: {
          conversion,
          seq: seq + 1,
          id: entry.id,
          kind: entry.fact.kind,
          at: entry.at ?? null,
          taken_in,
          file: fileNamedBy(entry),
          entry: JSON.stringify(entry),
        },
        type: QueryTypes.UPDATE,
      },
    )) as unknown as [undefined, number];
    if (added > 0) placed.push({ id: entry.id, seq: ++seq });
    else placed.push({ id: entry.id, seq: await placeOf(writer, conversion, entry.id) });
  }
  return placed;
}

async function placeOf(writer: Sequelize, conversion: string, id: string): Promise<number> {
  const [row] = await writer.query<{ seq: number }>(
    'SELECT seq FROM log WHERE conversion_id = $conversion AND id = $id',
    { bind: { conversion, id }, type: QueryTypes.SELECT },
  );
  return row!.seq;
}

function fileNamedBy({ fact }: Entry): string | null {
  const told = fact.kind === 'correction' ? fact.instead : fact;
  return told?.kind === 'photo' ? told.hash : null;
}
