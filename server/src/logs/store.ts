import { Op, QueryTypes, type Sequelize } from 'sequelize';
import { notFound, Problem } from '../contract/problem.ts';
import type { Database } from '../db/database.ts';
import type { LogKind, Noted } from './kinds.ts';
import { entryRows } from './rows.ts';

/** An entry as it was taken in: its place in the order, and when. */
interface Taken<E> {
  seq: number;
  takenIn: string;
  entry: E;
}

/** Logs of one kind: entries are added and never changed. */
export class LogStore<E extends Noted> {
  constructor(
    private readonly db: Database,
    private readonly kind: LogKind<E>,
  ) {}

  /** What a log holds, in its order; with `after` only what came after that place. */
  read(log: string, after = 0): Promise<Taken<E>[]> {
    return entriesOf(this.db.reader, log, after);
  }

  /** Hashes of the files a log ever named. */
  async filesOf(log: string): Promise<string[]> {
    const rows = await entryRows(this.db.reader).EntryRow.findAll({
      attributes: ['file'],
      where: { log, file: { [Op.ne]: null } },
      group: 'file',
      raw: true,
    });
    return rows.map(r => r.file!);
  }

  /**
   * Adds entries; one whose id is there already stands as it is. Answers each with its place. What happened is taken in
   * for a conversion in the bin too; one that is gone for good is refused.
   */
  add(log: string, entries: readonly E[]): Promise<{ id: string; seq: number }[]> {
    const write = entries.length === 1 && !this.kind.wrong ? this.db.writeOne : this.db.write;
    return write(
      writer => this.addIn(writer, log, entries),
      () => this.told(log),
    );
  }

  /** Tells that entries came. */
  told(log: string): void {
    this.db.feed.tell(this.kind.told(log));
  }

  /** The same within a write that does more; a single one is one statement. */
  async addIn(writer: Sequelize, log: string, entries: readonly E[]): Promise<{ id: string; seq: number }[]> {
    await this.refuseWrong(writer, log, entries);
    const conversion = this.kind.conversionOf(log);
    const taken_in = new Date().toISOString();
    const placed: { id: string; seq: number }[] = [];
    for (const entry of entries) {
      // By plain SQL: building model instances would cost more than the write itself.
      const [added] = await writer.query<{ seq: number }>(
        // It begins so that Sequelize reads what comes back.
        `WITH here AS (SELECT coalesce(max(seq), 0) + 1 AS seq FROM entries WHERE log = $log)
         INSERT INTO entries (log, conversion_id, seq, id, kind, at, taken_in, file, entry)
         SELECT $log, $conversion, here.seq, $id, $kind, $at, $taken_in, $file, $entry FROM here
         WHERE $conversion IS NULL OR EXISTS (SELECT 1 FROM conversions WHERE id = $conversion)
         ON CONFLICT (log, id) DO NOTHING RETURNING seq`,
        {
          bind: {
            log,
            conversion,
            id: entry.id,
            kind: entry.fact.kind,
            at: entry.at ?? null,
            taken_in,
            file: this.kind.fileOf(entry),
            entry: JSON.stringify(entry),
          },
          type: QueryTypes.SELECT,
        },
      );
      placed.push({ id: entry.id, seq: added?.seq ?? (await placeOf(writer, log, entry.id)) });
    }
    return placed;
  }

  private async refuseWrong(writer: Sequelize, log: string, entries: readonly E[]): Promise<void> {
    const { wrong } = this.kind;
    if (!wrong) return;
    const standing = (await entriesOf<E>(writer, log)).map(t => t.entry);
    const known = new Set(standing.map(e => e.id));
    for (const entry of entries.filter(e => !known.has(e.id))) {
      const why = wrong(standing, entry);
      if (why) throw new Problem(422, 'Cannot be', why);
      standing.push(entry);
    }
  }
}

async function entriesOf<E>(connection: Sequelize, log: string, after = 0): Promise<Taken<E>[]> {
  const rows = await entryRows(connection).EntryRow.findAll({
    where: { log, seq: { [Op.gt]: after } },
    order: [['seq', 'ASC']],
    raw: true,
  });
  return rows.map(r => ({ seq: r.seq, takenIn: r.taken_in, entry: JSON.parse(r.entry) as E }));
}

/** Where an entry stands that was there already; refused when there is no such conversion. */
async function placeOf(writer: Sequelize, log: string, id: string): Promise<number> {
  const [row] = await writer.query<{ seq: number }>('SELECT seq FROM entries WHERE log = $log AND id = $id', {
    bind: { log, id },
    type: QueryTypes.SELECT,
  });
  if (!row) throw notFound('such conversion');
  return row.seq;
}
