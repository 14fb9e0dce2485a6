import { randomUUID } from 'node:crypto';
import type { ConversionRecord, ConversionSummary, Design, Entry } from '@overcoat/core/model';
import { type Changes, WHOLE } from '@overcoat/core/model/documents';
import { Op, type Sequelize } from 'sequelize';
import { notFound, Problem } from '../contract/problem.ts';
import type { Database } from '../db/database.ts';
import type { DocumentStore } from '../documents/store.ts';
import type { LogStore } from '../logs/store.ts';
import { summaryOf } from './designKind.ts';
import { conversionRows } from './rows.ts';

type DocumentRecord = Awaited<ReturnType<DocumentStore['read']>>;

const designOf = (id: string) => ({ id, kind: 'design', key: WHOLE });

/** Conversions: how they come, lie in the bin and go, and the design of each, which is a document like any other. */
export class ConversionStore {
  constructor(
    private readonly db: Database,
    private readonly documents: DocumentStore,
    private readonly log: LogStore<Entry>,
  ) {}

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

  async empty(): Promise<boolean> {
    return (await conversionRows(this.db.reader).Conversion.count()) === 0;
  }

  /** The last design of every conversion as a connection sees them, those in the bin too. */
  async *designs(connection: Sequelize): AsyncIterable<Design> {
    for await (const { document } of this.documents.all(connection, 'design')) yield document as Design;
  }

  read(id: string): Promise<ConversionRecord> {
    return recordOf(id, this.documents.read(designOf(id)));
  }

  save(id: string, revision: number, design: unknown, label: string): Promise<ConversionRecord> {
    return recordOf(id, this.documents.save(designOf(id), revision, design, label));
  }

  change(id: string, revision: number, changes: Changes, label: string): Promise<ConversionRecord> {
    return recordOf(id, this.documents.change(designOf(id), revision, changes, label));
  }

  undo(id: string, revision: number): Promise<ConversionRecord> {
    return recordOf(id, this.documents.undo(designOf(id), revision));
  }

  redo(id: string, revision: number): Promise<ConversionRecord> {
    return recordOf(id, this.documents.redo(designOf(id), revision));
  }

  /** A new conversion, with what its log already tells; its design is sound. */
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
    const { Conversion } = conversionRows(writer);
    const at = new Date().toISOString();
    await Conversion.create({ id, ...summaryOf(design), revision: 1, created_at: at, saved_at: at });
    if (log.length > 0) await this.log.addIn(writer, id, log);
    return recordOf(id, this.documents.begin(writer, designOf(id), design, label));
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
}

/** A conversion's design as its routes answer it, and what is there now where a change of it is refused. */
async function recordOf(id: string, asked: Promise<DocumentRecord>): Promise<ConversionRecord> {
  try {
    return withDesign(id, await asked);
  } catch (error) {
    if (!(error instanceof Problem) || !error.extra.current) throw error;
    const current = withDesign(id, error.extra.current as DocumentRecord);
    throw new Problem(error.status, error.title, error.detail, { ...error.extra, current });
  }
}

const withDesign = (id: string, { document, savedAt, ...rest }: DocumentRecord): ConversionRecord => ({
  id,
  savedAt: savedAt ?? '',
  ...rest,
  design: document as Design,
});
