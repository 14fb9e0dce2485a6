import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { type Changes, formatOf, upgradeDocument } from '@overcoat/core/model/documents';
import { QueryTypes, type Sequelize } from 'sequelize';
import { changed } from './changed.ts';
import type { KeptKind } from './kinds.ts';
import type { Row } from './rows.ts';

const pack = promisify(gzip);
const unpack = promisify(gunzip);

/** What a revision holds: a document whole, or what it changes on the revision `base`. */
export type HeldHistory = Pick<Row, 'body'> & { base: number | null };

/** A document as it stands, and on how many changes it does in the history. */
export interface HistoryStanding {
  document: object | null;
  changes: number;
}

/** How many changes may stand on one another before a document is written down whole again: what an undo has to read. */
const MOST_CHANGES = 60;
/** Smaller than this nothing is gained by packing, bytes. */
const PACKED_FROM = 1500;

/** A value as the history holds it: JSON, packed off this thread where that gains something. */
export async function packedStep(value: unknown): Promise<Buffer> {
  const text = Buffer.from(JSON.stringify(value));
  return text.length < PACKED_FROM ? text : pack(text, { level: 1 });
}

const GZIP = 0x1f;
/** What was packed; text where an earlier server kept that. */
const unpacked = async (held: Buffer | string): Promise<unknown> =>
  JSON.parse((held[0] === GZIP ? await unpack(held) : held).toString('utf8'));

/** A document as a revision holds it: what changes on the one before, and whole from time to time. */
export async function heldOn(
  kind: KeptKind,
  before: HistoryStanding & { revision: number },
  document: unknown,
  changes: Changes | null,
): Promise<HeldHistory & { changes: number }> {
  if (changes === null || before.document === null || before.changes >= MOST_CHANGES)
    return { base: null, body: await packedStep(document), changes: 0 };
  const body = await packedStep({ format: formatOf(kind), changes });
  return { base: before.revision, body, changes: before.changes + 1 };
}

/** The document of a revision, brought up to today's format. */
export async function standingAt(kind: KeptKind, row: Row, connection: Sequelize): Promise<HistoryStanding> {
  const rows = typeof row.base === 'number' ? await standsOn(row, connection) : [];
  const [whole, ...later] = [...rows, row];
  const steps = (await Promise.all(later.map(r => unpacked(r.body)))) as {
    format: number;
    changes: Changes;
  }[];
  const body = await unpacked(whole!.body);
  let document = kind.unwrapped ? kind.unwrapped(body) : body;
  if (document === null) return { document, changes: 0 };
  // Each change is made on the document in the format that it was in then.
  for (const { format, changes } of steps)
    document = changed(broughtTo(kind, document, format), changes, kind.called);
  return { document: broughtTo(kind, document, formatOf(kind)), changes: steps.length };
}

/** What a revision stands on: a whole one, then the changes on it. */
const standsOn = (
  { conversion_id: id, kind, key, base }: Row,
  connection: Sequelize,
): Promise<Pick<Row, 'body'>[]> =>
  connection.query<Pick<Row, 'body'>>(
    `WITH RECURSIVE chain (base, body, depth) AS (
       SELECT base, body, 0 FROM documents
       WHERE conversion_id = $id AND kind = $kind AND key = $key AND revision = $base
       UNION ALL
       SELECT d.base, d.body, c.depth + 1 FROM documents d JOIN chain c
       ON d.conversion_id = $id AND d.kind = $kind AND d.key = $key AND d.revision = c.base)
     SELECT body FROM chain ORDER BY depth DESC`,
    { bind: { id, kind, key, base }, type: QueryTypes.SELECT },
  );

function broughtTo(kind: KeptKind, document: unknown, format: number): object {
  const current = upgradeDocument(kind, document, format);
  if (!current.ok) throw new Error(current.message);
  return current.document as object;
}
