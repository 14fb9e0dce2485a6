import { promisify } from 'node:util';
import { gunzip, gzip } from 'node:zlib';
import { type Design, FORMAT, upgrade } from '@overcoat/core/model';
import { QueryTypes } from 'sequelize';
import { notFound } from '../contract/problem.ts';
import { type Changes, changed } from './changed.ts';
import type { ConversionRows, RevisionRow } from './rows.ts';

const pack = promisify(gzip);
const unpack = promisify(gunzip);

/** What a revision holds: a design whole, or what it changes on the revision `base`. */
export interface Held {
  document: Buffer;
  base: number | null;
}

/** How many changes may stand on one another before a design is written down whole again: what an undo has to read. */
export const MOST_CHANGES = 60;
/** Smaller than this nothing is gained by packing, bytes. */
const PACKED_FROM = 1500;

/** Packs a body `{ design, label }` for the history, off this thread. */
export const packBody = (body: Buffer): Promise<Buffer> => pack(body, { level: 1 });

/** Changes as a revision holds them, with the format of the design they were made on. */
export async function heldChanges(changes: Changes, base: number): Promise<Held> {
  return { base, document: await packed({ format: FORMAT, changes }) };
}

/** A value as the history holds it: JSON, packed where that gains something. */
export async function packed(value: unknown): Promise<Buffer> {
  const text = Buffer.from(JSON.stringify(value));
  return text.length < PACKED_FROM ? text : packBody(text);
}

const GZIP = 0x1f;
/** What was packed; text where an earlier server kept that. */
export const unpacked = async (held: Buffer | string): Promise<unknown> =>
  JSON.parse((held[0] === GZIP ? await unpack(held) : held).toString('utf8'));

/** The design of a revision, brought up to today's format, and on how many changes it stands. */
export async function designOf(
  row: RevisionRow,
  models: ConversionRows,
): Promise<{ design: Design; changes: number }> {
  const rows = typeof row.base === 'number' ? await standsOn(row, models) : [];
  const [whole, ...changes] = [...rows, row];
  const steps = (await Promise.all(changes.map(r => unpacked(r.document)))) as {
    format: number;
    changes: Changes;
  }[];
  const kept = (await unpacked(whole!.document)) as { design: unknown } | Record<string, unknown>;
  // The first server kept the design alone, its label in the row.
  let design = 'design' in kept ? kept.design : kept;
  // Each change is made on the design in the format that it was in then.
  for (const { format, changes } of steps) design = changed(broughtTo(design, format) as Design, changes);
  return { design: broughtTo(design, FORMAT) as Design, changes: steps.length };
}

/** What a revision stands on: a whole one, then the changes on it. */
const standsOn = (
  { conversion_id: id, base }: RevisionRow,
  models: ConversionRows,
): Promise<{ document: Buffer }[]> =>
  models.sequelize.query<{ document: Buffer }>(
    `WITH RECURSIVE chain (base, document, depth) AS (
       SELECT base, document, 0 FROM revisions WHERE conversion_id = $id AND revision = $base
       UNION ALL
       SELECT r.base, r.document, c.depth + 1 FROM revisions r JOIN chain c
       ON r.conversion_id = $id AND r.revision = c.base)
     SELECT document FROM chain ORDER BY depth DESC`,
    { bind: { id, base }, type: QueryTypes.SELECT },
  );

export async function revisionAt(
  conversion: string,
  revision: number,
  models: ConversionRows,
): Promise<RevisionRow> {
  const row = await models.Revision.findOne({ where: { conversion_id: conversion, revision } });
  if (!row) throw notFound('such revision');
  return row;
}

function broughtTo(design: unknown, format: number): unknown {
  const current = upgrade(design, format);
  if (!current.ok) throw new Error(current.message);
  return current.document;
}
