import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { CutList } from '@overcoat/core/model';
import type { DocumentKind } from '@overcoat/core/model/documents';
import type { Express } from 'express';
import request from 'supertest';
import Type from 'typebox';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { createApp } from './app.ts';
import { type Database, openDatabase } from './db/database.ts';
import { KINDS, kept } from './documents/kinds.ts';
import { DocumentStore } from './documents/store.ts';
import { openRooms } from './rooms.ts';

let folder: string;
let db: Database;
let app: Express;
let conversion: string;
let address: string;
const call = (method: 'get' | 'post' | 'put' | 'patch' | 'delete', url: string, revision?: number) => {
  const asked = request(app)[method](`/api${url}`).set('Host', 'localhost');
  return revision === undefined ? asked : asked.set('If-Match', `"${revision}"`);
};
const variantOf = async (id: string) =>
  (await call('get', `/conversions/${id}`).expect(200)).body.design.variants[0].id as string;
const addressOf = async (id: string, kind = 'cut-list') =>
  `/conversions/${id}/documents/${kind}/${await variantOf(id)}`;
beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-documents-'));
  db = await openDatabase(folder);
  app = createApp(openRooms(db), null);
  const { body } = await call('post', '/conversions').send({ name: 'Van', pattern: 'mid' }).expect(201);
  conversion = body.id;
  address = await addressOf(conversion);
});
afterEach(async () => {
  await db.close();
  rmSync(folder, { recursive: true });
});

const list = (...pieces: string[]): CutList => ({
  format: 1,
  name: 'Board',
  pins: pieces.map(piece => ({ group: 'pir/0.04', piece, stock: '0', index: 0, x: 0.1, y: 0.2, turn: 90 })),
});
const save = (revision: number, document: unknown, label = 'change') =>
  call('put', address, revision).send({ document, label });
const pinsOf = (body: { document: CutList | null }) => body.document?.pins.map(p => p.piece) ?? null;

describe('a cut list', () => {
  it('is empty at first, and kept as it was saved', async () => {
    expect((await call('get', address).expect(200)).body).toEqual({
      revision: 0,
      savedAt: null,
      undo: null,
      redo: null,
      document: null,
    });
    const { body } = await save(0, list('L1'), 'a piece put').expect(200);
    expect(body).toMatchObject({ revision: 1, undo: 'a piece put', redo: null, document: list('L1') });
    await db.close();
    db = await openDatabase(folder);
    app = createApp(openRooms(db), null);
    expect((await call('get', address)).body).toEqual(body);
  });

  it('keeps a piece on a rest, whose stock carries the id of the rest', async () => {
    const on = list('L1');
    on.pins[0]!.stock = 'rest-0b8e1f9e-6d1a-4c62-9a0f-3f8f5b1f9a77';
    const { body } = await save(0, on).expect(200);
    expect(body.document).toEqual(on);
  });

  it('goes back and forth step by step, and forgets what was undone once something new is settled', async () => {
    await save(0, list('L1'), 'one');
    await save(1, list('L1', 'L2'), 'two');
    const undone = (await call('post', `${address}/undo`, 2).expect(200)).body;
    expect([pinsOf(undone), undone.undo, undone.redo]).toEqual([['L1'], 'one', 'two']);
    const empty = (await call('post', `${address}/undo`, 3).expect(200)).body;
    expect([pinsOf(empty), empty.undo, empty.redo]).toEqual([null, null, 'one']);
    await call('post', `${address}/undo`, 4).expect(409);
    const again = (await call('post', `${address}/redo`, 4).expect(200)).body;
    expect([pinsOf(again), again.undo, again.redo]).toEqual([['L1'], 'one', 'two']);
    const both = (await call('post', `${address}/redo`, 5).expect(200)).body;
    expect([pinsOf(both), both.redo]).toEqual([['L1', 'L2'], null]);
    await call('post', `${address}/undo`, 6);
    const other = (await save(7, list('L9')).expect(200)).body;
    expect([pinsOf(other), other.redo]).toEqual([['L9'], null]);
  });

  it('takes a change of a part, on the revision it was made on', async () => {
    await save(0, list('L1'));
    const changes = [{ op: 'add', path: ['pins', 1], value: list('L2').pins[0] }];
    const { body } = await call('patch', address, 1).send({ changes, label: 'another' }).expect(200);
    expect(pinsOf(body)).toEqual(['L1', 'L2']);
    for (const bad of [
      [{ op: 'replace', path: ['pins', 'length'], value: 4294967295 }],
      [{ op: 'add', path: ['pins', 'zzz'], value: list('L2').pins[0] }],
      [{ op: 'replace', path: ['pins', 0], value: null }],
      [{ op: 'replace', path: [], value: 7 }],
    ])
      await call('patch', address, 2).send({ changes: bad, label: 'x' }).expect(422);
    await call('patch', address, 1).send({ changes, label: 'late' }).expect(409);
    expect(pinsOf((await call('get', address)).body)).toEqual(['L1', 'L2']);
  });

  it('refuses a stale change with what is there, a malformed one, and what there is not, in a sentence', async () => {
    await save(0, list('L1'));
    const stale = await save(0, list('L2')).expect(409);
    expect(pinsOf(stale.body.current)).toEqual(['L1']);
    await call('put', address).send({ document: list(), label: 'x' }).expect(428);
    const pins = [{ ...list('L1').pins[0], x: -1 }];
    expect((await save(1, { ...list(), pins }).expect(422)).body.errors[0].path).toBe('/pins/0/x');
    expect((await save(1, { ...list(), format: 2 }).expect(422)).body.detail).toContain('newer Overcoat');
    for (const odd of [null, 7, [], 'x', {}]) await save(1, odd).expect(422);
    await call('get', address.replace(conversion, 'nowhere')).expect(404);
    for (const kind of ['hearsay', '__proto__', 'constructor']) {
      const { body } = await call('get', address.replace('cut-list', kind)).expect(404);
      expect(body.detail).toContain('kind of document');
    }
    await call('delete', `/conversions/${conversion}`).expect(204);
    expect((await save(1, list()).expect(404)).body.title).toBe('In the bin');
    await call('post', `/bin/${conversion}/restore`).expect(204);
    expect(pinsOf((await call('get', address)).body)).toEqual(['L1']);
  });

  it('of each variant stands apart, and holds what changed, and a whole list from time to time', async () => {
    const pieces = Array.from({ length: 30 }, (_, i) => `L${i}`);
    const at = (n: number) => list(...pieces.map((p, i) => (i === n % 30 ? `${p} cut ${n}` : p)));
    for (let n = 0; n < 130; n++) await save(n, at(n), `cut ${n}`);
    expect((await call('get', address)).body).toMatchObject({ revision: 130, document: at(129) });
    const [rows] = await db.reader.query(
      "SELECT revision, base, length(body) AS bytes FROM documents WHERE kind = 'cut-list' ORDER BY revision",
    );
    const kept = rows as { revision: number; base: number | null; bytes: number }[];
    expect(kept.filter(r => r.base === null).map(r => r.revision)).toEqual([1, 62, 123]);
    for (const { base, bytes } of kept) if (base !== null) expect(bytes).toBeLessThan(300);
    for (let n = 128; n >= 0; n--) {
      const { body } = await call('post', `${address}/undo`, 258 - n).expect(200);
      expect(body.document, String(n)).toEqual(at(n));
    }
    expect((await call('get', `${address}x`)).body.revision).toBe(0);
  });

  it('goes with the design file and the archive, and comes in with them', async () => {
    await save(0, { ...list('L1'), cut: [{ group: 'pir/0.04', rests: [] }] });
    await call('put', `${address}-gone`, 0)
      .send({ document: list('X'), label: 'x' })
      .expect(200);
    const { body: file } = await call('get', `/conversions/${conversion}/export`).expect(200);
    expect(file.documents).toHaveLength(1);
    const { body } = await call('post', '/import').send(file).expect(201);
    const there = (await call('get', await addressOf(body.conversion.id)).expect(200)).body;
    expect(there).toMatchObject({ revision: 1, undo: null, document: file.documents[0].document });
    const bad = structuredClone(file);
    bad.documents[0].kind = 'hearsay';
    await call('post', '/import').send(bad).expect(422);
    bad.documents[0] = { ...file.documents[0], document: { ...list(), pins: 3 } };
    await call('post', '/import').send(bad).expect(422);
    bad.documents = [file.documents[0], file.documents[0]];
    expect((await call('post', '/import').send(bad).expect(422)).body.detail).toContain('stands twice');
    expect((await call('get', '/conversions')).body).toHaveLength(2);
  });

  it('goes along where another conversion is started from this one, but not what is cut already', async () => {
    await save(0, { ...list('L1'), cut: [{ group: 'pir/0.04', rests: [] }] });
    const { body } = await call('post', `/conversions/${conversion}/copy`).send({ name: 'Twin' }).expect(201);
    const there = (await call('get', await addressOf(body.id))).body;
    expect(there.document).toEqual(list('L1'));
  });
});

it('the design is a document like any other, and there is one of a conversion', async () => {
  const design = `/conversions/${conversion}/documents/design`;
  const { body } = await call('get', `${design}/all`).expect(200);
  expect(body).toMatchObject({ revision: 1, undo: null, document: { name: 'Van' } });
  const document = { ...body.document, note: 'by its other address' };
  await call('put', `${design}/all`, 1).send({ document, label: 'note' }).expect(200);
  expect((await call('get', `/conversions/${conversion}`)).body).toMatchObject({
    revision: 2,
    design: { note: 'by its other address' },
  });
  await call('put', `${design}/other`, 0).send({ document, label: 'x' }).expect(404);
  await call('get', `${design}/other`).expect(404);
  const bad = { ...document, built: 'nowhere' };
  await call('put', `${design}/all`, 2).send({ document: bad, label: 'x' }).expect(422);
  expect((await call('get', '/conversions')).body).toMatchObject([
    { note: 'by its other address', revision: 2 },
  ]);
});

describe('a kind that is declared', () => {
  const small: DocumentKind<{ format: 2; words: string; photo: string }> = {
    called: 'note',
    per: 'conversion',
    steps: [d => ({ ...d, format: 2, photo: '' })],
    travels: true,
    clash: 'later',
    begun: d => ({ ...d, photo: '' }),
    follow: d => d,
    files: d => (d.photo === '' ? [] : [d.photo]),
  };
  const schema = Type.Object(
    { format: Type.Literal(2), words: Type.String({ maxLength: 20 }), photo: Type.String() },
    { additionalProperties: false },
  );
  const store = () => new DocumentStore(db, { ...KINDS, note: kept(small as never, schema) });

  it('is saved, undone over a restart, brought up, sent along, begun from, and names its files', async () => {
    const of = { id: conversion, kind: 'note', key: 'all' };
    await store().save(of, 0, { format: 1, words: 'first' }, 'first');
    await store().save(of, 1, { format: 2, words: 'second', photo: 'abc' }, 'second');
    await expect(store().save(of, 1, { format: 2, words: 'late', photo: '' }, 'late')).rejects.toMatchObject({
      status: 409,
      extra: { current: { revision: 2 } },
    });
    await expect(
      store().save(of, 2, { format: 2, words: 'x'.repeat(21), photo: '' }, 'x'),
    ).rejects.toMatchObject({
      status: 422,
    });
    await db.close();
    db = await openDatabase(folder);
    expect(await store().filesNamed()).toEqual(['abc']);
    const sent = await store().sent(conversion, new Set());
    expect(sent).toEqual([
      { kind: 'note', key: 'all', document: { format: 2, words: 'second', photo: 'abc' } },
    ]);
    expect(store().begun(sent)).toMatchObject([{ document: { words: 'second', photo: '' } }]);
    const undone = await store().undo(of, 2);
    expect(undone).toMatchObject({
      revision: 3,
      redo: 'second',
      document: { format: 2, words: 'first', photo: '' },
    });
    // A server that does not know it leaves it alone.
    expect(await new DocumentStore(db).sent(conversion, new Set())).toEqual([]);
    expect(await new DocumentStore(db).filesNamed()).toEqual([]);
  });
});
