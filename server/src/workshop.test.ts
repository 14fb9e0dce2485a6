import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { WorkshopEntry } from '@overcoat/core/model';
import { ordersOf, paceOf, shelfOf } from '@overcoat/core/order/buying';
import type { Express } from 'express';
import request from 'supertest';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { createApp } from './app.ts';
import { type Database, openDatabase } from './db/database.ts';
import { openRooms } from './rooms.ts';

let folder: string;
let db: Database;
let app: Express;
const read = async () =>
  (await request(app).get('/api/workshop').set('Host', 'localhost').expect(200)).body.entries.map(
    (t: { entry: WorkshopEntry }) => t.entry,
  );
const note = (entries: object[]) =>
  request(app).post('/api/workshop').set('Host', 'localhost').send({ entries });
const at = '2026-05-02T08:00:00Z';
const rest = {
  material: 'pir',
  thickness: 0.04,
  width: 0.6,
  length: 0.8,
  count: 2,
  where: 'under the bench',
};
const order = (van: string) => ({
  kind: 'ordered',
  order: `o-${van}`,
  van,
  supplier: 'yard',
  lead: 3,
  lines: [{ key: 'clips', name: 'Clips', packs: 2, price: 9 }],
});
const kept: WorkshopEntry = { id: 'e1', at, fact: { kind: 'rest kept', rest: 'r1', ...rest } };
beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-workshop-'));
  db = await openDatabase(folder);
  app = createApp(openRooms(db), null);
});
afterEach(async () => {
  await db.close();
  rmSync(folder, { recursive: true });
});

it('keeps entries in their order, each once, over a restart', async () => {
  expect(await read()).toEqual([]);
  const counted = { id: 'e2', at, fact: { kind: 'counted', supply: 'clips', amount: 40 } };
  await note([kept, counted]).expect(200);
  // Sent again after a lost answer.
  await note([kept, { id: 'e3', at, fact: { kind: 'rest gone', rest: 'r1', count: 1 } }]).expect(200);
  const entries = await read();
  expect(entries.map((e: WorkshopEntry) => e.id)).toEqual(['e1', 'e2', 'e3']);
  await db.close();
  db = await openDatabase(folder);
  app = createApp(openRooms(db), null);
  expect(await read()).toEqual(entries);
  const { rests, supplies } = shelfOf(entries);
  expect(rests).toMatchObject([{ id: 'r1', count: 1, where: 'under the bench' }]);
  expect(supplies.get('clips')).toBe(40);
  const gone: WorkshopEntry = { id: 'e4', at, fact: { kind: 'rest gone', rest: 'r1', count: 5 } };
  expect(shelfOf([...entries, gone]).rests).toEqual([]);
});

it('refuses a delivery without its order, more than is to come, and one before it was ordered', async () => {
  const lines = [{ key: 'clips', name: 'Clips', packs: 2, price: 9 }];
  const ordered = { kind: 'ordered', order: 'o1', van: 'a', supplier: 'yard', lead: 3, lines };
  const came = (packs: number) => ({ kind: 'delivery', order: 'o1', key: 'clips', what: 'arrived', packs });
  await note([{ id: 'd0', at, fact: came(1) }]).expect(422);
  await note([{ id: 'o', at, fact: ordered }]).expect(200);
  await note([{ id: 'd1', at: '2026-05-01T08:00:00Z', fact: came(1) }]).expect(422);
  expect((await note([{ id: 'd2', at, fact: came(3) }]).expect(422)).body.detail).toContain('Only 2');
  await note([{ id: 'd3', at, fact: came(2) }]).expect(200);
  await note([{ id: 'd3', at, fact: came(2) }]).expect(200);
  await note([{ id: 'o2', at, fact: { ...ordered, supplier: 'x'.repeat(300) } }]).expect(422);
  expect(await read()).toHaveLength(2);
});

it('refuses amounts below nothing, rests larger than anything, and facts nobody knows, at their place', async () => {
  const wrong = [
    { kind: 'counted', supply: 'clips', amount: -1 },
    { kind: 'rest kept', rest: 'r2', ...rest, width: 300 },
    { kind: 'sold', supply: 'clips', amount: 1 },
    { kind: 'priced', supply: 'clips', price: -4 },
    { kind: 'priced', supply: 'clips', price: 1e9 },
    { kind: 'shop', name: 'y'.repeat(300), lead: 1, keys: [] },
    { kind: 'shop', name: '  ', lead: 1, keys: [] },
    { kind: 'pace', van: 'a', start: '2026-06-01', hours: 30, days: 'weekends' },
    { ...order('a'), currency: 'XYZ' },
  ];
  for (const fact of wrong) {
    const { body } = await note([{ id: 'x', at, fact }]).expect(422);
    expect(body.detail ?? body.errors).toBeTruthy();
  }
  expect(await read()).toEqual([]);
});

it('answers with what came after a place, and says where an entry stands', async () => {
  const first = (await note([kept]).expect(200)).body.entries;
  expect(first).toEqual([{ id: 'e1', seq: 1 }]);
  const after = (place: string) => request(app).get(`/api/workshop?after=${place}`).set('Host', 'localhost');
  const counted = { id: 'e2', at, fact: { kind: 'counted', supply: 'clips', amount: 40 } };
  expect((await note([kept, counted]).expect(200)).body.entries).toEqual([...first, { id: 'e2', seq: 2 }]);
  expect((await after('1').expect(200)).body.entries).toMatchObject([{ seq: 2, entry: counted }]);
  expect((await after('2').expect(200)).body.entries).toEqual([]);
  for (const odd of ['x', '-3', '1.5']) await after(odd).expect(422);
});

it('refuses a rest that is booked twice', async () => {
  const gone = { kind: 'rest gone', rest: 'r1', count: 2 };
  await note([kept, { id: 'g1', at, fact: gone }]).expect(200);
  expect((await note([{ id: 'g2', at, fact: gone }]).expect(422)).body.detail).toContain('no longer');
  await note([{ ...kept, id: 'e9' }]).expect(200);
  expect(await read()).toHaveLength(3);
  expect((await note([{ ...kept, id: 'e10' }]).expect(422)).body.detail).toContain('already');
});

it('sends a van’s own lines along in its file, and takes them in for the van they become', async () => {
  const ask = (method: 'get' | 'post', path: string) => request(app)[method](path).set('Host', 'localhost');
  const made = await ask('post', '/api/conversions').send({ name: 'One', pattern: 'compact' }).expect(201);
  const van = made.body.id as string;
  const pace = { kind: 'pace', van, start: '2026-06-01', hours: 6, days: 'weekends' };
  const came = { kind: 'delivery', order: 'o-other', key: 'clips', what: 'arrived', packs: 1 };
  await note([
    { id: 'p', at, fact: pace },
    { id: 'o1', at, fact: order(van) },
    { id: 'o2', at, fact: { ...order('other'), order: 'o-other' } },
    { id: 'd', at, fact: came },
    { id: 'd1', at, fact: { ...came, order: `o-${van}` } },
    kept,
  ]).expect(200);
  const { body: file } = await ask('get', `/api/conversions/${van}/export`).expect(200);
  expect(file.workshop.map((e: WorkshopEntry) => e.id)).toEqual(['p', 'o1', 'd1']);
  const taken = await ask('post', '/api/import').send(file).expect(201);
  const orders = ordersOf(await read());
  const own = orders.filter(o => o.van === taken.body.conversion.id);
  expect(own).toHaveLength(1);
  expect(own[0]!.lines[0]).toMatchObject({ packs: 2, arrived: 1 });
  expect(paceOf(await read(), taken.body.conversion.id)).toMatchObject({ hours: 6 });
  // The first van's orders stand as they were.
  expect(orders.filter(o => o.van === van)).toHaveLength(1);
});
