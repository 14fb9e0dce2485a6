import { randomUUID } from 'node:crypto';
import type { ConversionRecord, ConversionSummary, Design, Entry } from '@overcoat/core/model';
import { measuredBays } from '@overcoat/core/survey/shell';
import { Op, QueryTypes, type Sequelize } from 'sequelize';
import { notFound, Problem } from '../contract/problem.ts';
import type { Database } from '../db/database.ts';
import { addEntries } from '../log/store.ts';
import type { Changes } from './changed.ts';
import { designOf, type Held, heldChanges, MOST_CHANGES, packBody, revisionAt } from './revisions.ts';
import { type ConversionRows, conversionRows, mustBeAtHand, type RevisionRow } from './rows.ts';

/** Designs held in memory at a time. */
const REMEMBERED = 8;

/** A design in memory, and on how many changes it stands in the history. */
interface Latest {
  revision: number;
  design: Design;
  changes: number;
}

/** Refuses what no longer holds; a matter of nothing where nothing has changed. */
export type Still = () => Promise<void>;

/** What a revision keeps: the design and what the change to it was called. */
export interface Body {
  design: Design;
  label: string;
}

/**
 * Conversions and their revisions. Every accepted change is a new revision; undo and redo write new revisions
 * too, linked by `back` and `forward`, so that they survive a reload.
 */
export class ConversionStore {
  /** Last designs of the conversions changed last: what the next change is made on. */
  private readonly latest = new Map<string, Latest>();

  constructor(private readonly db: Database) {}

  private remember({ id, revision, design }: ConversionRecord, changes: number): void {
    this.latest.delete(id);
    this.latest.set(id, { revision, design, changes });
    const [oldest] = this.latest.keys();
    if (this.latest.size > REMEMBERED) this.latest.delete(oldest!);
  }

  /** Those at hand, or those in the bin. */
  async list(where: 'at hand' | 'in the bin'): Promise<ConversionSummary[]> {
    const rows = await conversionRows(this.db.reader).Conversion.findAll({
      where: { binned_at: where === 'at hand' ? null : { [Op.ne]: null } },
      order: [[where === 'at hand' ? 'saved_at' : 'binned_at', 'DESC']],
    });
    return rows.map(r => ({
      id: r.id,
      name: r.name,
      revision: r.revision,
      savedAt: r.saved_at,
      binnedAt: r.binned_at ?? null,
      ...JSON.parse(r.summary),
    }));
  }

  async read(id: string, models = conversionRows(this.db.reader)): Promise<ConversionRecord> {
    const conversion = await mustBeAtHand(models.sequelize, id);
    const row = await revisionAt(id, conversion.revision, models);
    return this.record(row, (await designOf(row, models)).design, models);
  }

  async empty(): Promise<boolean> {
    return (await conversionRows(this.db.reader).Conversion.count()) === 0;
  }

  /** The last design of every conversion as a connection sees them, those in the bin too. */
  async *designs(connection: Sequelize): AsyncIterable<Design> {
    const rows = conversionRows(connection);
    for (const { id, revision } of await rows.Conversion.findAll())
      yield (await designOf(await revisionAt(id, revision, rows), rows)).design;
  }

  /** A new conversion, with what its log already tells. */
  create(design: Design, label: string, log: readonly Entry[] = []): Promise<ConversionRecord> {
    return this.db.write(writer => this.createIn(writer, design, label, log), this.came);
  }

  /** Tells that conversions came or went. */
  readonly came = (): void => this.db.feed.tell({ what: 'conversions' });

  /** The same within a write that does more. */
  async createIn(
    writer: Sequelize,
    design: Design,
    label: string,
    log: readonly Entry[],
  ): Promise<ConversionRecord> {
    const id = randomUUID();
    const document = await packBody(Buffer.from(JSON.stringify({ design, label } satisfies Body)));
    const models = conversionRows(writer);
    const at = new Date().toISOString();
    await models.Conversion.create({ id, ...summaryOf(design), revision: 1, created_at: at, saved_at: at });
    await models.Revision.create({ conversion_id: id, revision: 1, label, saved_at: at, document });
    if (log.length > 0) await addEntries(writer, id, log);
    return { id, revision: 1, savedAt: at, undo: null, redo: null, design };
  }

  /**
   * Saves a design; `body` is the checked `{ design, label }` as it came, packed while it was checked. `still` refuses, when its turn
   * to be written has come, what no longer holds of what it was checked against.
   */
  async save(
    id: string,
    expected: number,
    { design, label }: Body,
    body: Promise<Buffer>,
    still: Still = async () => undefined,
  ): Promise<ConversionRecord> {
    return this.next(id, expected, design, label, { document: await body, base: null }, 0, still);
  }

  /**
   * Saves what changes on the revision `expected`, which `make` makes of its design and refuses when it is not
   * accepted. The history keeps the change alone, and a whole design from time to time.
   */
  async change(
    id: string,
    expected: number,
    changes: Changes,
    label: string,
    make: (before: Design) => Promise<Design>,
    still: Still = async () => undefined,
  ): Promise<ConversionRecord> {
    const before = await this.latestAt(id, expected);
    const design = await make(before.design);
    if (before.changes < MOST_CHANGES)
      return this.next(
        id,
        expected,
        design,
        label,
        await heldChanges(changes, expected),
        before.changes + 1,
        still,
      );
    const body = Buffer.from(JSON.stringify({ design, label } satisfies Body));
    return this.save(id, expected, { design, label }, packBody(body), still);
  }

  private async next(
    id: string,
    expected: number,
    design: Design,
    label: string,
    held: Held,
    changes: number,
    still: Still,
  ): Promise<ConversionRecord> {
    const saved = await this.db.writeOne(
      async writer => {
        await still();
        const links = { label, back: expected, forward: null };
        return this.append(id, expected, design, { ...held, ...links }, conversionRows(writer));
      },
      this.tells(id, expected),
    );
    this.remember(saved, changes);
    return saved;
  }

  /** The design at a revision that is expected to be the last one; it is shared: nobody changes it. */
  private async latestAt(id: string, expected: number): Promise<Latest> {
    const kept = this.latest.get(id);
    if (kept?.revision === expected) return kept;
    const models = conversionRows(this.db.reader);
    const conversion = await models.Conversion.findByPk(id);
    if (conversion?.revision !== expected || conversion.binned_at)
      throw await this.stale(id, expected, models);
    return { revision: expected, ...(await designOf(await revisionAt(id, expected, models), models)) };
  }

  undo(id: string, expected: number): Promise<ConversionRecord> {
    return this.travel(id, expected, async (current, models) => {
      if (current.back === null)
        throw new Problem(409, 'Nothing to undo', 'This is the first state of the conversion.');
      const target = await revisionAt(id, current.back, models);
      return { target, back: target.back, forward: current.revision, label: target.label };
    });
  }

  redo(id: string, expected: number): Promise<ConversionRecord> {
    return this.travel(id, expected, async (current, models) => {
      if (current.forward === null)
        throw new Problem(409, 'Nothing to redo', 'This is the last state of the conversion.');
      const target = await revisionAt(id, current.forward, models);
      return { target, back: current.revision, forward: target.forward, label: target.label };
    });
  }

  /** Puts a conversion into the bin, its log and files with it. */
  async remove(id: string): Promise<void> {
    await this.bin(id, new Date().toISOString(), null);
  }

  async restore(id: string): Promise<void> {
    await this.bin(id, null, { [Op.ne]: null });
  }

  /** Erases conversions in the bin, history and log with them: the one with this id, or those put there before a moment. */
  async erase(which: { id: string } | { before: Date }): Promise<string[]> {
    const where =
      'id' in which
        ? { id: which.id, binned_at: { [Op.ne]: null } }
        : { binned_at: { [Op.lte]: which.before.toISOString() } };
    return this.db.write(async writer => {
      const { Conversion } = conversionRows(writer);
      const ids = (await Conversion.findAll({ where, attributes: ['id'] })).map(r => r.id);
      await Conversion.destroy({ where: { id: ids } });
      return ids;
    }, this.came);
  }

  private async bin(id: string, binned_at: string | null, is: null | { [Op.ne]: null }): Promise<void> {
    const [moved] = await this.db.write(
      writer => conversionRows(writer).Conversion.update({ binned_at }, { where: { id, binned_at: is } }),
      this.came,
    );
    if (moved === 0) throw notFound(binned_at ? 'such conversion' : 'such conversion in the bin');
  }

  private travel(
    id: string,
    expected: number,
    choose: (
      current: RevisionRow,
      models: ConversionRows,
    ) => Promise<{ target: RevisionRow; back: number | null; forward: number | null; label: string }>,
  ): Promise<ConversionRecord> {
    return this.db.write(
      async writer => {
        const models = conversionRows(writer);
        const current = await models.Revision.findOne({ where: { conversion_id: id, revision: expected } });
        if (!current) throw await this.stale(id, expected, models);
        const { target, ...links } = await choose(current, models);
        const { design } = await designOf(target, models);
        const { document, base } = target;
        return this.append(id, expected, design, { document, base: base ?? null, ...links }, models);
      },
      this.tells(id, expected),
    );
  }

  private readonly tells = (id: string, before: number) => () =>
    this.db.feed.tell({ what: 'design', id, revision: before + 1 });

  /** Writes the next revision, unless the conversion has moved on from `previous`. */
  private async append(
    id: string,
    previous: number,
    design: Design,
    change: Held & { label: string; back: number | null; forward: number | null },
    models: ConversionRows,
  ): Promise<ConversionRecord> {
    const row = { revision: previous + 1, saved_at: new Date().toISOString(), ...change };
    const saved = { conversion_id: id, ...row };
    // The one hot path, one statement by plain SQL: a trigger moves the conversion on with its revision.
    // It begins so that Sequelize reads what comes back.
    const [taken] = await models.sequelize.query<{ revision: number }>(
      `WITH here AS (SELECT id FROM conversions WHERE id = $id AND revision = $previous AND binned_at IS NULL)
       INSERT INTO revisions (conversion_id, revision, back, forward, label, saved_at, base, document, name, summary)
       SELECT here.id, $revision, $back, $forward, $label, $saved_at, $base, $document, $name, $summary FROM here
       RETURNING revision`,
      { bind: { id, previous, ...row, ...summaryOf(design) }, type: QueryTypes.SELECT },
    );
    if (!taken) throw await this.stale(id, previous, models);
    return this.record(saved, design, models);
  }

  /** Why a change on `expected` is refused, with what is there now, so that the client can merge. */
  private async stale(id: string, expected: number, models: ConversionRows): Promise<Problem> {
    return changedMeanwhile(await this.read(id, models), expected);
  }

  private async record(
    row: Pick<RevisionRow, 'conversion_id' | 'revision' | 'back' | 'forward' | 'label' | 'saved_at'>,
    design: Design,
    models: ConversionRows,
  ): Promise<ConversionRecord> {
    const next =
      row.forward === null || row.forward === undefined
        ? null
        : await revisionAt(row.conversion_id, row.forward, models);
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

const changedMeanwhile = (current: ConversionRecord, expected: number) =>
  new Problem(
    409,
    'Changed meanwhile',
    `This design was changed elsewhere: it is at revision ${current.revision}, and your change was made on ${expected}.`,
    { current },
  );

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
