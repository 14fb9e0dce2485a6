import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { CutList } from '@overcoat/core/model';
import type { Express } from 'express';
import request from 'supertest';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { createApp } from './app.ts';
import { type Database, openDatabase } from './db/database.ts';
import { openRooms } from './rooms.ts';

let folder: string;
let db: Database;
let app: Express;
let address: string;
const call = (method: 'get' | 'post' | 'put' | 'delete', url: string, revision?: number) => {
  const asked = request(app)[method](`/api${url}`).set('Host', 'localhost');
  return revision === undefined ? asked : asked.set('If-Match', `"${revision}"`);
};
beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-cut-'));
  db = await openDatabase(folder);
  app = createApp(openRooms(db), null);
  const { body } = await call('post', '/conversions').send({ name: 'Van', pattern: 'mid' }).expect(201);
  address = `/conversions/${body.id}/cut-lists/a`;
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
const pinsOf = (body: { list: CutList | null }) => body.list?.pins.map(p => p.piece) ?? null;

it('is empty at first, and kept as it was saved', async () => {
  expect((await call('get', address).expect(200)).body).toEqual({
    revision: 0,
    undo: false,
    redo: false,
    list: null,
  });
  const { body } = await call('put', address, 0).send(list('L1')).expect(200);
  expect(body).toEqual({ revision: 1, undo: true, redo: false, list: list('L1') });
  await db.close();
  db = await openDatabase(folder);
  app = createApp(openRooms(db), null);
  expect((await call('get', address)).body).toEqual(body);
});

it('keeps a piece on a rest, whose stock carries the id of the rest', async () => {
  const on = list('L1');
  on.pins[0]!.stock = 'rest-0b8e1f9e-6d1a-4c62-9a0f-3f8f5b1f9a77';
  const { body } = await call('put', address, 0).send(on).expect(200);
  expect(body.list).toEqual(on);
});

it('goes back and forth step by step, and forgets what was undone once something new is settled', async () => {
  await call('put', address, 0).send(list('L1'));
  await call('put', address, 1).send(list('L1', 'L2'));
  const undone = (await call('post', `${address}/undo`, 2).expect(200)).body;
  expect([pinsOf(undone), undone.undo, undone.redo]).toEqual([['L1'], true, true]);
  const empty = (await call('post', `${address}/undo`, 3).expect(200)).body;
  expect([pinsOf(empty), empty.undo, empty.redo]).toEqual([null, false, true]);
  await call('post', `${address}/undo`, 4).expect(409);
  const again = (await call('post', `${address}/redo`, 4).expect(200)).body;
  expect([pinsOf(again), again.undo, again.redo]).toEqual([['L1'], true, true]);
  const both = (await call('post', `${address}/redo`, 5).expect(200)).body;
  expect([pinsOf(both), both.redo]).toEqual([['L1', 'L2'], false]);
  await call('post', `${address}/undo`, 6);
  const other = (await call('put', address, 7).send(list('L9')).expect(200)).body;
  expect([pinsOf(other), other.redo]).toEqual([['L9'], false]);
});

it('refuses a stale change, a malformed one and an unknown conversion', async () => {
  await call('put', address, 0).send(list('L1'));
  await call('put', address, 0).send(list('L2')).expect(409);
  await call('put', address).send(list('L2')).expect(428);
  const pins = [{ ...list('L1').pins[0], x: -1 }];
  await call('put', address, 1)
    .send({ ...list(), pins })
    .expect(422);
  await call('get', '/conversions/nowhere/cut-lists/a').expect(404);
  expect(pinsOf((await call('get', address)).body)).toEqual(['L1']);
});

it('keeps lists of variants apart, and only the latest hundred revisions', async () => {
  for (let i = 0; i < 105; i++) await call('put', address, i).send(list(`P${i}`));
  expect((await call('get', address)).body.revision).toBe(105);
  const [rows] = await db.reader.query('SELECT count(*) AS n FROM cut_lists');
  expect(rows).toEqual([{ n: 100 }]);
  expect((await call('get', address.replace(/a$/, 'b'))).body.revision).toBe(0);
});
