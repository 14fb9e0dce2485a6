import { randomUUID } from 'node:crypto';
import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { type Design, upgrade } from '@overcoat/core/model';
import { measuredBays } from '@overcoat/core/survey/shell';
import { QueryTypes } from 'sequelize';
import type { Database } from '../db/database.ts';
import type { Models, RevisionRow } from '../db/models.ts';
import { notFound, Problem } from './problem.ts';

const pack = promisify(gzip);
/** Packs a body for the history, off this thread. */
export const packBody = (body: Buffer): Promise<Buffer> => pack(body, { level: 1 });
const unpack = promisify(gunzip);

/** What a revision keeps: the design and what the change to it was called. */
export interface Body {
  design: Design;
  label: string;
}

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

  async read(id: string, models = this.db.models): Promise<ConversionRecord> {
    const conversion = await models.Conversion.findByPk(id);
    if (!conversion) throw notFound('such conversion');
    const row = await this.revision(id, conversion.revision, models);
    return this.record(row, await open(row), models);
  }

  async create(design: Design, label: string): Promise<ConversionRecord> {
    const id = randomUUID();
    const document = await packBody(Buffer.from(JSON.stringify({ design, label } satisfies Body)));
    return this.db.write(async models => {
      const at = new Date().toISOString();
      await models.Conversion.create({ id, ...summaryOf(design), revision: 1, created_at: at, saved_at: at });
      await models.Revision.create({ conversion_id: id, revision: 1, label, saved_at: at, document });
      return { id, revision: 1, savedAt: at, undo: null, redo: null, design };
    });
  }

  /** Saves a design; `body` is the checked `{ design, label }` as it came, packed while it was checked. */
  async save(
    id: string,
    expected: number,
    { design, label }: Body,
    body: Promise<Buffer>,
  ): Promise<ConversionRecord> {
    const document = await body;
    return this.db.write(models =>
      this.append(id, expected, design, { document, label, back: expected, forward: null }, models),
    );
  }

  undo(id: string, expected: number): Promise<ConversionRecord> {
    return this.travel(id, expected, async (current, models) => {
      if (current.back === null)
        throw new Problem(409, 'Nothing to undo', 'This is the first state of the conversion.');
      const target = await this.revision(id, current.back, models);
      return { target, back: target.back, forward: current.revision, label: target.label };
    });
  }

  redo(id: string, expected: number): Promise<ConversionRecord> {
    return this.travel(id, expected, async (current, models) => {
      if (current.forward === null)
        throw new Problem(409, 'Nothing to redo', 'This is the last state of the conversion.');
      const target = await this.revision(id, current.forward, models);
      return { target, back: current.revision, forward: target.forward, label: target.label };
    });
  }

  async remove(id: string): Promise<void> {
    const gone = await this.db.write(models => models.Conversion.destroy({ where: { id } }));
    if (gone === 0) throw notFound('such conversion');
  }

  private travel(
    id: string,
    expected: number,
    choose: (
      current: RevisionRow,
      models: Models,
    ) => Promise<{ target: RevisionRow; back: number | null; forward: number | null; label: string }>,
  ): Promise<ConversionRecord> {
    return this.db.write(async models => {
      const current = await models.Revision.findOne({ where: { conversion_id: id, revision: expected } });
      if (!current) throw await this.stale(id, expected, models);
      const { target, ...links } = await choose(current, models);
      return this.append(id, expected, await open(target), { document: target.document, ...links }, models);
    });
  }

  /** Writes the next revision, unless the conversion has moved on from `previous`. */
  private async append(
    id: string,
    previous: number,
    design: Design,
    change: { document: Buffer; label: string; back: number | null; forward: number | null },
    models: Models,
  ): Promise<ConversionRecord> {
    const saved = {
      conversion_id: id,
      revision: previous + 1,
      saved_at: new Date().toISOString(),
      ...change,
    };
    // The one hot path: by plain SQL, for building model instances would cost more than the write itself.
    const { name, summary } = summaryOf(design);
    const [, moved] = (await models.sequelize.query(
      'UPDATE conversions SET name = $name, summary = $summary, revision = $revision, saved_at = $at WHERE id = $id AND revision = $previous',
      {
        bind: { name, summary, revision: saved.revision, at: saved.saved_at, id, previous },
        type: QueryTypes.UPDATE,
      },
    )) as unknown as [undefined, number];
    if (moved === 0) throw await this.stale(id, previous, models);
    await models.sequelize.query(
      'INSERT INTO revisions (conversion_id, revision, back, forward, label, saved_at, document) VALUES ($conversion_id, $revision, $back, $forward, $label, $saved_at, $document)',
      { bind: saved, type: QueryTypes.INSERT },
    );
    return this.record(saved, design, models);
  }

  /** Why a change on `expected` is refused, with what is there now, so that the client can merge. */
  private async stale(id: string, expected: number, models: Models): Promise<Problem> {
    const current = await this.read(id, models);
    return new Problem(
      409,
      'Changed meanwhile',
      `This design was changed elsewhere: it is at revision ${current.revision}, and your change was made on ${expected}.`,
      { current },
    );
  }

  private async revision(id: string, revision: number, models: Models): Promise<RevisionRow> {
    const row = await models.Revision.findOne({ where: { conversion_id: id, revision } });
    if (!row) throw notFound('such revision');
    return row;
  }

  private async record(
    row: Pick<RevisionRow, 'conversion_id' | 'revision' | 'back' | 'forward' | 'label' | 'saved_at'>,
    design: Design,
    models: Models,
  ): Promise<ConversionRecord> {
    const next =
      row.forward === null || row.forward === undefined
        ? null
        : await this.revision(row.conversion_id, row.forward, models);
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

/** The design of a revision; one kept in an earlier format is brought up as it is read. */
async function open(row: RevisionRow): Promise<Design> {
  const kept = JSON.parse((await unpack(row.document)).toString('utf8')) as Body | Design;
  // The first server kept the design alone, its label in the row.
  const current = upgrade('design' in kept ? kept.design : kept);
  if (!current.ok) throw new Error(current.message);
  return current.document as Design;
}

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
