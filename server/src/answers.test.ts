import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import request from 'supertest';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { AnswerStore } from './answers/store.ts';
import { createApp } from './app.ts';
import { type Database, openDatabase } from './db/database.ts';
import { openRooms } from './rooms.ts';

let folder: string;
let db: Database;
beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-answers-'));
  db = await openDatabase(folder);
});
afterEach(async () => {
  await db.close();
  rmSync(folder, { recursive: true });
});
const key = (n: number) => n.toString(16).padStart(64, '0');
const bytes = (n: number) => Buffer.alloc(n, 7);

it('keeps an answer for every window, over a restart, and refuses odd names, kinds and sizes in a sentence', async () => {
  const api = () => request(createApp(openRooms(db), null));
  const put = (name: string, body: Buffer, type = 'application/octet-stream') =>
    api().put(`/api/answers/${name}`).set('Host', 'localhost').set('Content-Type', type).send(body);
  await api()
    .get(`/api/answers/${key(1)}`)
    .set('Host', 'localhost')
    .expect(204);
  await put(key(1), Buffer.from('{"a":1}')).expect(204);
  const { body } = await api()
    .get(`/api/answers/${key(1)}`)
    .set('Host', 'localhost')
    .expect(200);
  expect(body.toString()).toBe('{"a":1}');
  await put('..%2Fovercoat.sqlite', bytes(1)).expect(422);
  await put(key(2), bytes(1), 'text/plain').expect(422);
  expect((await put(key(2), bytes(5_000_000)).expect(422)).body.detail).toContain('4 MB');
  await put(key(2), bytes(50_000_000)).expect(413);
  await api().get('/api/answers/overcoat.sqlite').set('Host', 'localhost').expect(204);
});

it('forgets what was used longest ago where there is no room, and what somebody took away', async () => {
  const store = new AnswerStore(db, { one: 100, all: 300 });
  for (let n = 0; n < 3; n++) await store.put(key(n), bytes(100));
  await store.read(key(0));
  await store.put(key(3), bytes(100));
  expect(await store.read(key(1))).toBeNull();
  for (const n of [0, 2, 3]) expect(await store.read(key(n))).toHaveLength(100);
  expect(readdirSync(path.join(folder, 'answers'))).toHaveLength(3);
  rmSync(path.join(folder, 'answers', key(2)));
  expect(await store.read(key(2))).toBeNull();
  // Of that, and of what stands beside, nothing counts.
  writeFileSync(path.join(folder, 'answers', 'odd'), 'x');
  const again = new AnswerStore(db, { one: 100, all: 300 });
  await again.put(key(4), bytes(100));
  for (const n of [0, 3, 4]) expect(await again.read(key(n))).toHaveLength(100);
});
