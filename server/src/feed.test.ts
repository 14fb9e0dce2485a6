import { mkdtempSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { newDesign } from '@overcoat/core/buildup';
import { referenceMaterials } from '@overcoat/core/materials';
import type { Change } from '@overcoat/core/model';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { createApp } from './app.ts';
import { type Database, openDatabase } from './db/database.ts';
import { WORKSHOP } from './logs/kinds.ts';
import { openRooms, type Rooms } from './rooms.ts';

let folder: string;
let db: Database;
let rooms: Rooms;
let server: Server;
const listening: AbortController[] = [];
beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-feed-'));
  db = await openDatabase(folder);
  rooms = openRooms(db);
  server = createApp(rooms, null).listen(0, '127.0.0.1');
  await new Promise(done => server.once('listening', done));
});
afterEach(async () => {
  for (const l of listening.splice(0)) l.abort();
  server.closeAllConnections();
  server.close();
  await db.close();
  rmSync(folder, { recursive: true });
});

/** A window that listens: what it has heard so far, with the numbers. */
async function listen(seen?: string) {
  const ended = new AbortController();
  listening.push(ended);
  const { port } = server.address() as AddressInfo;
  const response = await fetch(`http://127.0.0.1:${port}/api/feed`, {
    signal: ended.signal,
    headers: seen === undefined ? {} : { 'Last-Event-ID': seen },
  });
  expect(response.headers.get('Content-Type')).toBe('text/event-stream');
  const heard: { number: string; change: Change }[] = [];
  const read = async () => {
    let text = '';
    for await (const chunk of response.body!.pipeThrough(new TextDecoderStream())) {
      text += chunk;
      const parts = text.split('\n\n');
      text = parts.pop()!;
      for (const part of parts) {
        const [, number, data] = /^id: (\S+)\ndata: (.*)$/.exec(part) ?? [];
        if (number) heard.push({ number, change: JSON.parse(data!) as Change });
      }
    }
  };
  read().catch(() => undefined);
  await expect.poll(() => heard.length).toBeGreaterThan(0);
  return { heard, end: () => ended.abort() };
}
const whats = (heard: { change: Change }[]) => heard.map(h => h.change.what);

it('tells of every kind of change once it is on disk, in its order, and of none that was refused', async () => {
  const { heard } = await listen();
  expect(whats(heard)).toEqual(['nothing']);
  const { id, design } = await rooms.conversions.create(newDesign('V', 'mid'), 'new');
  await rooms.conversions.save(id, 1, design, 'x');
  await expect(rooms.conversions.save(id, 1, design, 'x')).rejects.toMatchObject({
    status: 409,
  });
  await rooms.conversions.undo(id, 2);
  await rooms.log.add(id, [
    { id: 'e', at: '2026-11-26T10:00:00Z', place: {}, fact: { kind: 'flag', note: 'x' } },
  ]);
  await rooms.documents.save({ id, kind: 'cut-list', key: 'a' }, 0, { format: 1, name: 'x', pins: [] }, 'x');
  await rooms.workshop.add(WORKSHOP, [
    { id: 'w', at: '2026-11-26T10:00:00Z', fact: { kind: 'counted', supply: 'pins', amount: 1 } },
  ]);
  await rooms.library.putMaterial({ ...referenceMaterials[0]!, id: 'mine' });
  await rooms.conversions.remove(id);
  await expect.poll(() => heard.length).toBe(9);
  expect(heard.slice(1).map(h => h.change)).toEqual([
    { what: 'conversions' },
    { what: 'document', id, kind: 'design', key: 'all', revision: 2 },
    { what: 'document', id, kind: 'design', key: 'all', revision: 3 },
    { what: 'log', id },
    { what: 'document', id, kind: 'cut-list', key: 'a', revision: 1 },
    { what: 'workshop' },
    { what: 'library' },
    { what: 'conversions' },
  ]);
});

it('goes on from the last number seen, and says that anything may have changed to a number it does not know', async () => {
  const first = await listen();
  await rooms.conversions.create(newDesign('A', 'mid'), 'new');
  await expect.poll(() => first.heard.length).toBe(2);
  first.end();
  await rooms.library.removePrices('pir');
  await rooms.workshop.add(WORKSHOP, []);
  const back = await listen(first.heard[1]!.number);
  expect(whats(back.heard)).toEqual(['library', 'workshop']);
  for (const odd of ['another-run.3', 'x', `${first.heard[0]!.number.split('.')[0]}.999`, '.', '']) {
    const { heard } = await listen(odd);
    expect(whats(heard), odd).toEqual(['anything']);
  }
  await rooms.workshop.add(WORKSHOP, []);
  await expect.poll(() => whats(back.heard)).toEqual(['library', 'workshop', 'workshop']);
});
