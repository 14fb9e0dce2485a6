import { type Contract, type SentDocument, upgradeDocument } from '@overcoat/core/model';
import { Op, QueryTypes, type Sequelize } from 'sequelize';
import { invalid, notFound, Problem } from '../contract/problem.ts';
import { type Changes, changed } from '../conversions/changed.ts';
import { packed, unpacked } from '../conversions/revisions.ts';
import { mustBeAtHand } from '../conversions/rows.ts';
import type { Database } from '../db/database.ts';
import { type KeptKind, KINDS, type Kinds } from './kinds.ts';
import { documentRows } from './rows.ts';

type DocumentRecord = Contract['document']['answer'];

/** Revisions of one document that are kept. */
const KEPT = 100;

/** Which document. */
export interface Named {
  /** Id of the conversion. */
  id: string;
  /** A kind that is declared. */
  kind: string;
  /** Id of the variant it is of, or `all`. */
  key: string;
}

interface Kept {
  revision: number;
  back: number | null;
  forward: number | null;
  label: string;
  saved_at: string;
  body: Buffer;
}

/**
 * Documents that are kept beside designs, of every kind that is declared: every change is a revision, and undo and redo write one too.
 */
export class DocumentStore {
  constructor(
    private readonly db: Database,
    readonly kinds: Kinds = KINDS,
  ) {}

  /** A document as it stands; nothing on revision 0 while nobody has settled anything. */
  async read(of: Named): Promise<DocumentRecord> {
    this.kindOf(of);
    await mustBeAtHand(this.db.reader, of.id);
    return this.record(of, await latest(this.db.reader, of), this.db.reader);
  }

  /** Saves a document of any format as today's. */
  async save(of: Named, revision: number, document: unknown, label: string): Promise<DocumentRecord> {
    const today = this.checked(of, document);
    return this.next(of, revision, async () => ({ document: today, label }));
  }

  /** Saves what changes on a revision. */
  change(of: Named, revision: number, changes: Changes, label: string): Promise<DocumentRecord> {
    return this.next(of, revision, async before => {
      if (before === null) throw new Problem(409, 'Nothing there', 'There is nothing yet that could change.');
      return { document: this.checked(of, changed(before, changes, 'document')), label };
    });
  }

  undo(of: Named, revision: number): Promise<DocumentRecord> {
    return this.travel(of, revision, 'undo');
  }

  redo(of: Named, revision: number): Promise<DocumentRecord> {
    return this.travel(of, revision, 'redo');
  }

  /** What travels of a conversion's documents, of those variants that there are. */
  async sent(id: string, variants: ReadonlySet<string>): Promise<SentDocument[]> {
    const rows = await this.db.reader.query<Kept & { kind: string; key: string }>(
      `SELECT d.* FROM documents d JOIN (
         SELECT kind, key, max(revision) AS revision FROM documents WHERE conversion_id = $id GROUP BY kind, key) l
       ON d.kind = l.kind AND d.key = l.key AND d.revision = l.revision
       WHERE d.conversion_id = $id ORDER BY d.kind, d.key`,
      { bind: { id }, type: QueryTypes.SELECT },
    );
    const sent: SentDocument[] = [];
    for (const { kind, key, body } of rows) {
      const declared = this.kinds[kind];
      if (!declared?.travels || (declared.per === 'variant' && !variants.has(key))) continue;
      const document = await this.open(kind, body);
      if (document !== null) sent.push({ kind, key, document } as SentDocument);
    }
    return sent;
  }

  /** Hashes of the files that documents name, whosesoever they are. */
  async filesNamed(): Promise<string[]> {
    const rows = await documentRows(this.db.reader).DocumentRow.findAll({ raw: true });
    const named: string[] = [];
    for (const { kind, body } of rows) {
      const document = await this.open(kind, body);
      if (document !== null) named.push(...(this.kinds[kind]?.files(document as never) ?? []));
    }
    return named;
  }

  /** Documents that come with a new conversion, in the write that makes it. Refuses what is of no kind, or not as its kind is. */
  async addIn(
    writer: Sequelize,
    id: string,
    documents: readonly SentDocument[],
    label: string,
  ): Promise<void> {
    const seen = new Set<string>();
    for (const { kind, key, document } of documents) {
      const of = { id, kind, key };
      if (seen.has(`${kind}/${key}`))
        throw invalid(`The ${this.kindOf(of).called} of variant “${key}” stands twice.`);
      seen.add(`${kind}/${key}`);
      const body = await packed(this.checked(of, document));
      await add(writer, of, { revision: 1, back: null, forward: null, label, saved_at: now(), body });
    }
  }

  /** What another conversion begins with that is started from one with these. */
  begun(documents: readonly SentDocument[]): SentDocument[] {
    return documents.flatMap(sent => {
      const document = this.kinds[sent.kind]?.begun(sent.document as never) ?? null;
      return document === null ? [] : [{ ...sent, document } as SentDocument];
    });
  }

  private kindOf({ kind }: Pick<Named, 'kind'>): KeptKind {
    const known = Object.hasOwn(this.kinds, kind) ? this.kinds[kind] : undefined;
    if (!known) throw notFound(`kind of document called “${kind.slice(0, 60)}”`);
    return known;
  }

  private checked(of: Named, document: unknown): unknown {
    const kind = this.kindOf(of);
    const read = upgradeDocument(kind, document);
    if (!read.ok) throw invalid(read.message);
    kind.check(read.document);
    return read.document;
  }

  private async open(kind: string, body: Buffer): Promise<unknown> {
    const document = await unpacked(body);
    if (document === null || !this.kinds[kind]) return null;
    const read = upgradeDocument(this.kinds[kind]!, document);
    if (!read.ok) throw new Error(read.message);
    return read.document;
  }

  private async next(
    of: Named,
    revision: number,
    make: (before: object | null) => Promise<{ document: unknown; label: string }>,
  ): Promise<DocumentRecord> {
    this.kindOf(of);
    return this.db.write(
      async writer => {
        const before = await this.current(writer, of, revision);
        const there = before && ((await this.open(of.kind, before.body)) as object | null);
        const { document, label } = await make(there);
        const links = { back: before?.revision ?? 0, forward: null };
        const row = {
          revision: revision + 1,
          ...links,
          label,
          saved_at: now(),
          body: await packed(document),
        };
        await add(writer, of, row);
        return this.record(of, row, writer);
      },
      this.tells(of, revision),
    );
  }

  private async travel(of: Named, revision: number, way: 'undo' | 'redo'): Promise<DocumentRecord> {
    this.kindOf(of);
    return this.db.write(
      async writer => {
        const before = await this.current(writer, of, revision);
        const to = way === 'undo' ? before?.back : before?.forward;
        const there = to ? await at(writer, of, to) : null;
        if (before === null || to === null || to === undefined || (to !== 0 && !there))
          throw new Problem(409, 'Nothing there', `There is nothing to ${way}.`);
        const row = {
          revision: revision + 1,
          back: there?.back ?? null,
          forward: way === 'undo' ? revision : (there?.forward ?? null),
          label: there?.label ?? '',
          saved_at: now(),
          body: there?.body ?? (await packed(null)),
        };
        await add(writer, of, row);
        return this.record(of, row, writer);
      },
      this.tells(of, revision),
    );
  }

  private readonly tells = (of: Named, before: number) => () =>
    this.db.feed.tell({ what: 'document', ...of, revision: before + 1 });

  /** The last revision, which a change is to be made on; refused with what is there where it was made on another. */
  private async current(writer: Sequelize, of: Named, revision: number): Promise<Kept | null> {
    await mustBeAtHand(writer, of.id);
    const before = await latest(writer, of);
    if ((before?.revision ?? 0) === revision) return before;
    throw new Problem(
      409,
      'Changed meanwhile',
      `This was changed elsewhere: it is at revision ${before?.revision ?? 0}, and your change was made on ${revision}.`,
      { current: await this.record(of, before, writer) },
    );
  }

  private async record(of: Named, row: Kept | null, connection: Sequelize): Promise<DocumentRecord> {
    const redo = row?.forward ? await at(connection, of, row.forward) : null;
    return {
      revision: row?.revision ?? 0,
      savedAt: row?.saved_at ?? null,
      undo: row && row.back !== null ? row.label : null,
      redo: redo?.label ?? null,
      document: row ? await this.open(of.kind, row.body) : null,
    };
  }
}

const now = (): string => new Date().toISOString();
const whereOf = ({ id, kind, key }: Named) => ({ conversion_id: id, kind, key });

const latest = (connection: Sequelize, of: Named): Promise<Kept | null> =>
  documentRows(connection).DocumentRow.findOne({
    where: whereOf(of),
    order: [['revision', 'DESC']],
    raw: true,
  });

const at = (connection: Sequelize, of: Named, revision: number): Promise<Kept | null> =>
  documentRows(connection).DocumentRow.findOne({ where: { ...whereOf(of), revision }, raw: true });

async function add(writer: Sequelize, of: Named, row: Kept): Promise<void> {
  const { DocumentRow } = documentRows(writer);
  await DocumentRow.create({ ...whereOf(of), ...row });
  await DocumentRow.destroy({ where: { ...whereOf(of), revision: { [Op.lte]: row.revision - KEPT } } });
}
