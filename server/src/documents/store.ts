import type { Contract, SentDocument } from '@overcoat/core/model';
import { type Changes, changesBetween, upgradeDocument, WHOLE } from '@overcoat/core/model/documents';
import { QueryTypes, type Sequelize } from 'sequelize';
import { invalid, notFound, Problem } from '../contract/problem.ts';
import type { Database } from '../db/database.ts';
import { mustBeAtHand } from './atHand.ts';
import { changed } from './changed.ts';
import { type HeldHistory, type HistoryStanding, heldOn, packedStep, standingAt } from './history.ts';
import { type KeptKind, KINDS, type Kinds } from './kinds.ts';
import { documentRows, type Row } from './rows.ts';

type DocumentRecord = Contract['document']['answer'];

/** Documents held in memory at a time. */
const REMEMBERED = 16;

/** Which document. */
export interface Named {
  /** Id of the conversion. */
  id: string;
  /** A kind that is declared. */
  kind: string;
  /** Id of the variant it is of, or `all`. */
  key: string;
}

/** A document in memory, as it stands at a revision: shared, nobody changes it. */
interface Latest extends HistoryStanding {
  revision: number;
}

type Links = Pick<Row, 'label'> & { back: number | null; forward: number | null };

/**
 * Every document of every conversion, of each kind that is declared. Every accepted change is a new revision; undo and redo write new
 * revisions too, linked by `back` and `forward`, so that they survive a reload.
 */
export class DocumentStore {
  /** The documents changed last: what the next change is made on. */
  private readonly latest = new Map<string, Latest>();

  constructor(
    private readonly db: Database,
    readonly kinds: Kinds = KINDS,
  ) {}

  /** A document as it stands; nothing on revision 0 while nobody has settled anything. */
  async read(of: Named, connection = this.db.reader): Promise<DocumentRecord> {
    const kind = this.kindOf(of);
    await mustBeAtHand(connection, of.id);
    const row = await lastOf(connection, of);
    const standing = row && (await standingAt(kind, row, connection));
    return this.record(of, row, standing?.document ?? null, connection);
  }

  /** Saves a document of any format as today's. */
  save(of: Named, revision: number, document: unknown, label: string): Promise<DocumentRecord> {
    const today = this.today(of, document);
    return this.next(of, revision, label, before => {
      const changes = before === null ? [] : changesBetween(before, today);
      // What says nearly all of a document is the document.
      return changes.every(c => c.path.length > 0) && isSmall(changes, today) && before
        ? { document: changed(before, changes, ''), changes }
        : { document: today, changes: null };
    });
  }

  /** Saves what changes on a revision. The history keeps the change alone, and a whole document from time to time. */
  change(of: Named, revision: number, changes: Changes, label: string): Promise<DocumentRecord> {
    const { called } = this.kindOf(of);
    return this.next(of, revision, label, before => {
      if (before === null) throw new Problem(409, 'Nothing there', 'There is nothing yet that could change.');
      return { document: changed(before, changes, called), changes };
    });
  }

  undo(of: Named, revision: number): Promise<DocumentRecord> {
    return this.travel(of, revision, 'undo');
  }

  redo(of: Named, revision: number): Promise<DocumentRecord> {
    return this.travel(of, revision, 'redo');
  }

  /** Documents as they stand, as a connection sees them; those in the bin too. */
  async *all(connection: Sequelize, kind: string, id?: string): AsyncIterable<Named & { document: object }> {
    const rows = await connection.query<Row>(
      `SELECT d.* FROM documents d JOIN (
         SELECT conversion_id, kind, key, max(revision) AS revision FROM documents
         WHERE kind = $kind AND ($id IS NULL OR conversion_id = $id) GROUP BY conversion_id, kind, key) l
       USING (conversion_id, kind, key, revision) ORDER BY conversion_id, key`,
      { bind: { kind, id: id ?? null }, type: QueryTypes.SELECT },
    );
    for (const row of rows) {
      const { document } = await standingAt(this.kindOf(row), row, connection);
      if (document !== null) yield { id: row.conversion_id, kind, key: row.key, document };
    }
  }

  /** What travels of a conversion's documents, of those variants that there are. */
  async sent(id: string, variants: ReadonlySet<string>): Promise<SentDocument[]> {
    const sent: SentDocument[] = [];
    for (const [kind, { travels, per }] of Object.entries(this.kinds).sort()) {
      if (!travels) continue;
      for await (const { key, document } of this.all(this.db.reader, kind, id))
        if (per !== 'variant' || variants.has(key)) sent.push({ kind, key, document } as SentDocument);
    }
    return sent;
  }

  /** Hashes of the files that documents name at any revision, whosesoever they are. */
  async filesNamed(): Promise<string[]> {
    const naming = Object.entries(this.kinds).filter(([, k]) => k.files);
    const named: string[] = [];
    for (const [name, kind] of naming)
      for (const row of await documentRows(this.db.reader).DocumentRow.findAll({ where: { kind: name } })) {
        const { document } = await standingAt(kind, row, this.db.reader);
        if (document !== null) named.push(...kind.files!(document as never));
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
      const today = this.today(of, document);
      await this.kindOf(of).check(today, null);
      await this.begin(writer, of, today, label);
    }
  }

  /** The first revision of a document that is accepted, in the write that makes its conversion: nothing can be undone by then. */
  async begin(writer: Sequelize, of: Named, document: object, label: string): Promise<DocumentRecord> {
    const held = { base: null, body: await packedStep(document) };
    return this.append(writer, of, 0, document, { ...held, label, back: null, forward: null });
  }

  /** What another conversion begins with that is started from one with these. */
  begun(documents: readonly SentDocument[]): SentDocument[] {
    return documents.flatMap(sent => {
      const document = this.kinds[sent.kind]?.begun(sent.document as never) ?? null;
      return document === null ? [] : [{ ...sent, document } as SentDocument];
    });
  }

  private kindOf({ kind, key }: Pick<Named, 'kind' | 'key'>): KeptKind {
    const known = Object.hasOwn(this.kinds, kind) ? this.kinds[kind] : undefined;
    if (!known) throw notFound(`kind of document called “${kind.slice(0, 60)}”`);
    // Of some there is one of a conversion, and no other beside it.
    if (known.per === 'conversion' && key !== WHOLE)
      throw notFound(`${known.called} of “${key.slice(0, 60)}”: there is one of all of it`);
    return known;
  }

  private today(of: Named, document: unknown): object {
    const read = upgradeDocument(this.kindOf(of), document);
    if (!read.ok) throw invalid(read.message);
    return read.document as object;
  }

  /** Writes what `make` makes of the document at a revision, checked before its turn to be written comes. */
  private async next(
    of: Named,
    revision: number,
    label: string,
    make: (before: object | null) => { document: object; changes: Changes | null },
  ): Promise<DocumentRecord> {
    const kind = this.kindOf(of);
    const before = await this.latestAt(of, revision);
    const { document, changes } = make(before.document);
    const still = await kind.check(document, before.document);
    const { changes: depth, ...held } = await heldOn(kind, before, document, changes);
    const record = await this.db.writeOne(
      async writer => {
        await still?.();
        return this.append(writer, of, revision, document, { ...held, label, back: revision, forward: null });
      },
      this.tells(of, revision),
    );
    this.remember(of, { revision: record.revision, document, changes: depth });
    return record;
  }

  private travel(of: Named, revision: number, way: 'undo' | 'redo'): Promise<DocumentRecord> {
    const kind = this.kindOf(of);
    return this.db.write(
      async writer => {
        const before = await this.current(writer, of, revision);
        const to = way === 'undo' ? before?.back : before?.forward;
        const there = to ? await at(writer, of, to) : null;
        if (before === null || to === null || to === undefined || (to !== 0 && !there))
          throw new Problem(409, `Nothing to ${way}`, `There is nothing to ${way}.`);
        const links: Links = {
          back: there?.back ?? null,
          forward: way === 'undo' ? revision : (there?.forward ?? null),
          label: there?.label ?? '',
        };
        const held: HeldHistory = there
          ? { base: there.base ?? null, body: there.body }
          : { base: null, body: await packedStep(null) };
        const document = there && (await standingAt(kind, there, writer)).document;
        return this.append(writer, of, revision, document, { ...held, ...links });
      },
      this.tells(of, revision),
    );
  }

  private readonly tells = (of: Named, before: number) => () =>
    this.db.feed.tell({ what: 'document', ...of, revision: before + 1 });

  /** Writes the next revision, unless the document has moved on from `previous`, or its conversion is not at hand. */
  private async append(
    writer: Sequelize,
    of: Named,
    previous: number,
    document: object | null,
    change: HeldHistory & Links,
  ): Promise<DocumentRecord> {
    const row = { revision: previous + 1, saved_at: new Date().toISOString(), ...change };
    const shown = document === null ? undefined : this.kindOf(of).shown?.(document as never);
    // The one hot path, one statement by plain SQL: a trigger moves the conversion on with what it shows.
    // It begins so that Sequelize reads what comes back.
    const [taken] = await writer.query<{ revision: number }>(
      `WITH here AS (
         SELECT id FROM conversions WHERE id = $id AND binned_at IS NULL AND $previous = coalesce(
           (SELECT max(revision) FROM documents WHERE conversion_id = $id AND kind = $kind AND key = $key), 0))
       INSERT INTO documents
         (conversion_id, kind, key, revision, back, forward, label, saved_at, base, body, name, summary)
       SELECT here.id, $kind, $key, $revision, $back, $forward, $label, $saved_at, $base, $body, $name, $summary
       FROM here RETURNING revision`,
      {
        bind: { ...of, previous, ...row, name: shown?.name ?? null, summary: shown?.summary ?? null },
        type: QueryTypes.SELECT,
      },
    );
    if (!taken) throw await this.stale(writer, of, previous);
    return this.record(of, row, document, writer);
  }

  private remember(of: Named, latest: Latest): void {
    const name = `${of.id}/${of.kind}/${of.key}`;
    this.latest.delete(name);
    this.latest.set(name, latest);
    const [oldest] = this.latest.keys();
    if (this.latest.size > REMEMBERED) this.latest.delete(oldest!);
  }

  /** The document at a revision that is expected to be the last one. */
  private async latestAt(of: Named, revision: number): Promise<Latest> {
    const known = this.latest.get(`${of.id}/${of.kind}/${of.key}`);
    if (known?.revision === revision) return known;
    const row = await this.current(this.db.reader, of, revision);
    return {
      revision,
      ...(row ? await standingAt(this.kindOf(of), row, this.db.reader) : { document: null, changes: 0 }),
    };
  }

  /** The last revision, which a change is to be made on; refused with what is there where it was made on another. */
  private async current(connection: Sequelize, of: Named, revision: number): Promise<Row | null> {
    await mustBeAtHand(connection, of.id);
    const row = await lastOf(connection, of);
    if ((row?.revision ?? 0) !== revision) throw await this.stale(connection, of, revision);
    return row;
  }

  /** Why a change on a revision is refused, with what is there now, so that it can be merged. */
  private async stale(connection: Sequelize, of: Named, revision: number): Promise<Problem> {
    const current = await this.read(of, connection);
    return new Problem(
      409,
      'Changed meanwhile',
      `This ${this.kindOf(of).called} was changed elsewhere: it is at revision ${current.revision}, and your change was made on ${revision}.`,
      { current },
    );
  }

  private async record(
    of: Named,
    row: (Links & Pick<Row, 'revision' | 'saved_at'>) | Row | null,
    document: object | null,
    connection: Sequelize,
  ): Promise<DocumentRecord> {
    const redo = row?.forward ? await at(connection, of, row.forward) : null;
    return {
      revision: row?.revision ?? 0,
      savedAt: row?.saved_at ?? null,
      undo: row && (row.back ?? null) !== null ? row.label : null,
      redo: redo?.label ?? null,
      document,
    };
  }
}

const whereOf = ({ id, kind, key }: Named) => ({ conversion_id: id, kind, key });

const lastOf = (connection: Sequelize, of: Named): Promise<Row | null> =>
  documentRows(connection).DocumentRow.findOne({
    where: whereOf(of),
    order: [['revision', 'DESC']],
    raw: true,
  });

const at = (connection: Sequelize, of: Named, revision: number): Promise<Row | null> =>
  documentRows(connection).DocumentRow.findOne({ where: { ...whereOf(of), revision }, raw: true });

/** Whether changes say less than half of what the document does. */
const isSmall = (changes: Changes, document: object): boolean =>
  2 * JSON.stringify(changes).length < JSON.stringify(document).length;
