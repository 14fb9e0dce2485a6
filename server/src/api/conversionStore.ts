import { randomUUID } from 'node:crypto';
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { type Design, measuredBays } from '@overcoat/core';
import type { Transaction } from 'sequelize';
import type { Database } from '../db/database.ts';
import type { RevisionRow } from '../db/models.ts';
import { notFound, Problem } from './problem.ts';

const pack = promisify(gzip);
const unpack = promisify(gunzip);

export interface ConversionRecord {
  id: string;
  revision: number;
  savedAt: string;
  /** What undo and redo would take back or bring back; null when there is nothing. */
  undo: string | null;
  redo: string | null;
  design: Design;
}

export interface ConversionSummary {
  id: string;
  name: string;
  revision: number;
  savedAt: string;
  pattern: string;
  note: string;
  variants: string[];
  measured: number;
  bays: number;
}

/**
 * Conversions and their revisions. Every accepted change is a new revision; undo and redo write new revisions
 * too, linked by `back` and `forward`, so that they survive a reload.
 */
export class ConversionStore {
  constructor(private readonly db: Database) {}

  async list(): Promise<ConversionSummary[]> {
    const rows = await this.db.models.Conversion.findAll({ order: [['saved_at', 'DESC']] });
    return rows.map(r => ({
      id: r.id,
      name: r.name,
      revision: r.revision,
      savedAt: r.saved_at,
      ...JSON.parse(r.summary),
    }));
  }

  async read(id: string, transaction?: Transaction): Promise<ConversionRecord> {
    const options = transaction ? { transaction } : {};
    const conversion = await this.db.models.Conversion.findByPk(id, options);
    if (!conversion) throw notFound('such conversion');
    const row = await this.revision(id, conversion.revision, transaction);
    return this.record(row, await open(row), transaction);
  }

  async create(design: Design, label: string): Promise<ConversionRecord> {
    const id = randomUUID();
    const document = await pack(JSON.stringify(design), { level: 1 });
    return this.db.write(async transaction => {
      const at = new Date().toISOString();
      await this.db.models.Conversion.create(
        { id, ...summaryOf(design), revision: 1, created_at: at, saved_at: at },
        { transaction },
      );
      await this.db.models.Revision.create(
        { conversion_id: id, revision: 1, label, saved_at: at, document },
        { transaction },
      );
      return { id, revision: 1, savedAt: at, undo: null, redo: null, design };
    });
  }

  async save(id: string, expected: number, design: Design, label: string): Promise<ConversionRecord> {
    const document = await pack(JSON.stringify(design), { level: 1 });
    return this.db.write(async transaction => {
      await this.guard(id, expected, transaction);
      return this.append(
        id,
        expected,
        design,
        { document, label, back: expected, forward: null },
        transaction,
      );
    });
  }

  undo(id: string, expected: number): Promise<ConversionRecord> {
    return this.travel(id, expected, async (current, transaction) => {
      if (current.back === null)
        throw new Problem(409, 'Nothing to undo', 'This is the first state of the conversion.');
      const target = await this.revision(id, current.back, transaction);
      return { target, back: target.back, forward: current.revision, label: target.label };
    });
  }

  redo(id: string, expected: number): Promise<ConversionRecord> {
    return this.travel(id, expected, async (current, transaction) => {
      if (current.forward === null)
        throw new Problem(409, 'Nothing to redo', 'This is the last state of the conversion.');
      const target = await this.revision(id, current.forward, transaction);
      return { target, back: current.revision, forward: target.forward, label: target.label };
    });
  }

  async remove(id: string): Promise<void> {
    const gone = await this.db.write(transaction =>
      this.db.models.Conversion.destroy({ where: { id }, transaction }),
    );
    if (gone === 0) throw notFound('such conversion');
  }

  private travel(
    id: string,
    expected: number,
    choose: (
      current: RevisionRow,
      transaction: Transaction,
    ) => Promise<{ target: RevisionRow; back: number | null; forward: number | null; label: string }>,
  ): Promise<ConversionRecord> {
    return this.db.write(async transaction => {
      await this.guard(id, expected, transaction);
      const { target, ...links } = await choose(await this.revision(id, expected, transaction), transaction);
      return this.append(
        id,
        expected,
        await open(target),
        { document: target.document, ...links },
        transaction,
      );
    });
  }

  /** Refuses a stale change with what is there now, so that the client can merge. */
  private async guard(id: string, expected: number, transaction: Transaction): Promise<void> {
    const conversion = await this.db.models.Conversion.findByPk(id, { transaction });
    if (!conversion) throw notFound('such conversion');
    if (conversion.revision === expected) return;
    throw new Problem(
      409,
      'Changed meanwhile',
      `This design was changed elsewhere: it is at revision ${conversion.revision}, and your change was made on ${expected}.`,
      {
        current: await this.read(id, transaction),
      },
    );
  }

  private async append(
    id: string,
    previous: number,
    design: Design,
    {
      document,
      label,
      back,
      forward,
    }: { document: Buffer; label: string; back: number | null; forward: number | null },
    transaction: Transaction,
  ): Promise<ConversionRecord> {
    const revision = previous + 1;
    const at = new Date().toISOString();
    const row = await this.db.models.Revision.create(
      { conversion_id: id, revision, back, forward, label, saved_at: at, document },
      { transaction },
    );
    await this.db.models.Conversion.update(
      { ...summaryOf(design), revision, saved_at: at },
      { where: { id }, transaction },
    );
    return this.record(row, design, transaction);
  }

  private async revision(id: string, revision: number, transaction?: Transaction): Promise<RevisionRow> {
    const row = await this.db.models.Revision.findOne({
      where: { conversion_id: id, revision },
      ...(transaction ? { transaction } : {}),
    });
    if (!row) throw notFound('such revision');
    return row;
  }

  private async record(
    row: RevisionRow,
    design: Design,
    transaction?: Transaction,
  ): Promise<ConversionRecord> {
    const next =
      row.forward === null || row.forward === undefined
        ? null
        : await this.revision(row.conversion_id, row.forward, transaction);
    return {
      id: row.conversion_id,
      revision: row.revision,
      savedAt: row.saved_at,
      undo: row.back === null || row.back === undefined ? null : row.label,
      redo: next?.label ?? null,
      design,
    };
  }
}

const open = async (row: RevisionRow): Promise<Design> =>
  JSON.parse((await unpack(row.document)).toString('utf8'));

function summaryOf(design: Design): { name: string; summary: string } {
  const { measured, total } = measuredBays(design.shell);
  const summary = {
    pattern: design.shell.pattern,
    note: design.note,
    variants: design.variants.map(v => v.name),
    measured,
    bays: total,
  };
  return { name: design.name, summary: JSON.stringify(summary) };
}
