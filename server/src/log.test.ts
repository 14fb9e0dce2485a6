import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { existsSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { PassThrough } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { contract } from '@overcoat/core/contract';
import { writeWav } from '@overcoat/core/formats';
import { correction } from '@overcoat/core/log';
import type { Entry, Fact, LoggedEntry } from '@overcoat/core/model';
import { Ajv2020 } from 'ajv/dist/2020.js';
import type { Express } from 'express';
import request from 'supertest';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import yazl from 'yazl';
import { createApp } from './app.ts';
import { writeArchive } from './conversions/archive.ts';
import { type Database, openDatabase } from './db/database.ts';
import { keepHouse } from './housekeeping.ts';
import { openRooms, type Rooms } from './rooms.ts';

const ajv = new Ajv2020({ discriminator: true, strict: false });
const DAY = 86_400_000;

let folder: string;
let db: Database;
let rooms: Rooms;
let app: Express;
beforeEach(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-log-'));
  db = await openDatabase(folder);
  rooms = openRooms(db);
  app = createApp(rooms, null);
});
afterEach(async () => {
  await db.close();
  rmSync(folder, { recursive: true });
});

const call = (method: 'get' | 'post' | 'put' | 'delete', url: string) =>
  request(app)[method](`/api${url}`).set('Host', 'localhost');
const create = async (): Promise<string> =>
  (await call('post', '/conversions').send({ name: 'Van', pattern: 'mid' }).expect(201)).body.id;
const note = (id: string, ...entries: Entry[]) => call('post', `/conversions/${id}/log`).send({ entries });
const logOf = async (id: string, after = ''): Promise<LoggedEntry[]> => {
  const { body } = await call('get', `/conversions/${id}/log${after}`).expect(200);
  expect(ajv.validate(contract.log.answer, body), ajv.errorsText()).toBe(true);
  return body.entries;
};
const entry = (id: string, fact: Fact = { kind: 'flag', note: id }): Entry => ({
  id,
  at: '2026-11-26T10:00:00Z',
  place: { zone: 'L', bay: 'L1w' },
  fact,
});
const jpeg = (...body: number[]) => Buffer.from([0xff, 0xd8, 0xff, 0xda, 0, 2, ...body, 0xff, 0xd9]);
const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
const photo = (bytes: Buffer): Fact => ({
  kind: 'photo',
  hash: hashOf(bytes),
  width: 1,
  height: 1,
  note: '',
});
const keep = (bytes: Buffer) =>
  call('put', `/files/${hashOf(bytes)}`)
    .set('Content-Type', 'image/jpeg')
    .send(bytes)
    .expect(204);

describe('a log', () => {
  it('takes each entry once, in the order of the server, however often and in whatever company it is sent', async () => {
    const id = await create();
    const first = await note(id, entry('a'), entry('b')).expect(200);
    expect(first.body.entries).toEqual([
      { id: 'a', seq: 1 },
      { id: 'b', seq: 2 },
    ]);
    const again = await note(id, entry('b'), entry('c'), entry('a', { kind: 'flag off' }), entry('c')).expect(
      200,
    );
    expect(again.body.entries).toEqual([
      { id: 'b', seq: 2 },
      { id: 'c', seq: 3 },
      { id: 'a', seq: 1 },
      { id: 'c', seq: 3 },
    ]);
    const log = await logOf(id);
    expect(log.map(e => [e.seq, e.entry.id])).toEqual([
      [1, 'a'],
      [2, 'b'],
      [3, 'c'],
    ]);
    // The one that came first stands.
    expect(log[0]!.entry).toEqual(entry('a'));
    expect((await logOf(id, '?after=2')).map(e => e.entry.id)).toEqual(['c']);
  });

  it('is no part of the design: a save, an undo and a stale revision leave it alone', async () => {
    const id = await create();
    await note(id, entry('a')).expect(200);
    const { body } = await call('get', `/conversions/${id}`).expect(200);
    expect(body.revision).toBe(1);
    const change = { design: { ...body.design, note: 'x' }, label: 'note' };
    await call('put', `/conversions/${id}`).set('If-Match', '"1"').send(change).expect(200);
    await call('post', `/conversions/${id}/undo`).set('If-Match', '"2"').expect(200);
    expect((await logOf(id)).map(e => e.entry.id)).toEqual(['a']);
  });

  it('is never changed, not even by a program that would', async () => {
    const id = await create();
    await note(id, entry('a')).expect(200);
    const change = db.write(writer => writer.query("UPDATE entries SET kind = 'other'"));
    await expect(change).rejects.toMatchObject({
      parent: { message: expect.stringContaining('never changes') },
    });
    expect((await logOf(id))[0]!.entry).toEqual(entry('a'));
  });

  it('refuses what is no entry at its place, and a conversion that is not there', async () => {
    const id = await create();
    const refused = await note(id, { ...entry('a'), fact: { kind: 'knock', on: 'bare' } as Fact }).expect(
      422,
    );
    expect(refused.body.errors[0]).toMatchObject({ path: '/entries/0/fact' });
    await note('nowhere', entry('a')).expect(404);
    await call('get', `/conversions/${id}/log?after=x`).expect(422);
    expect(await logOf(id)).toEqual([]);
  });
});

describe('what leaves with a conversion', () => {
  it('another conversion started from it has its design and nothing of its log', async () => {
    const id = await create();
    await note(id, entry('a')).expect(200);
    const { body } = await call('post', `/conversions/${id}/copy`).send({ name: 'Second van' }).expect(201);
    const { design } = (await call('get', `/conversions/${id}`)).body;
    expect(body.design).toEqual({ ...design, name: 'Second van' });
    expect(body).toMatchObject({ revision: 1, undo: null });
    expect(await logOf(body.id)).toEqual([]);
    await call('post', '/conversions/nowhere/copy').send({ name: 'x' }).expect(404);
    await call('post', `/conversions/${id}/copy`).send({ name: ' ' }).expect(422);
  });

  it('its log goes with the file, and a second import is another conversion with the same entries', async () => {
    const id = await create();
    await note(id, entry('a'), entry('b'), { ...entry('c'), ...correction('a') }).expect(200);
    const { body: file } = await call('get', `/conversions/${id}/export`).expect(200);
    expect(file.log.map((e: Entry) => e.id)).toEqual(['a', 'b', 'c']);
    for (let i = 0; i < 2; i++) {
      const { body } = await call('post', '/import').send(file).expect(201);
      expect(body.conversion.id).not.toBe(id);
      expect((await logOf(body.conversion.id)).map(e => e.entry)).toEqual(file.log);
    }
  });

  it('an archive carries the photos too, and brings all of it back where nothing was', async () => {
    const id = await create();
    const picture = jpeg(1, 2, 3);
    await keep(picture);
    await note(id, entry('p', photo(picture))).expect(200);
    const { body: zip } = await call('get', `/conversions/${id}/archive`)
      .buffer(true)
      .parse((response, done) => {
        buffer(response as never).then(
          bytes => done(null, bytes),
          error => done(error as Error, null),
        );
      })
      .expect(200)
      .expect('Content-Type', 'application/zip');
    const elsewhere = mkdtempSync(path.join(tmpdir(), 'overcoat-log-'));
    const other = await openDatabase(elsewhere);
    try {
      const there = request(createApp(openRooms(other), null));
      const { body } = await there
        .post('/api/import/archive')
        .set('Host', 'localhost')
        .set('Content-Type', 'application/zip')
        .send(zip)
        .expect(201);
      expect(body.conversion.design.name).toBe('Van');
      const back = await there
        .get(`/api/files/${hashOf(picture)}`)
        .set('Host', 'localhost')
        .expect(200);
      expect(Buffer.compare(back.body, picture)).toBe(0);
      const log = await openRooms(other).log.read(body.conversion.id);
      expect(log.map(e => e.entry.id)).toEqual(['p']);
    } finally {
      await other.close();
      rmSync(elsewhere, { recursive: true });
    }
  });

  it('an archive goes without a photo whose bytes are gone, and ends where they go while it is written; the server goes on', async () => {
    const id = await create();
    const [kept, gone] = [jpeg(1), jpeg(2)];
    for (const one of [kept, gone]) await keep(one);
    await note(id, entry('k', photo(kept)), entry('g', photo(gone))).expect(200);
    const { path: bytes } = await rooms.files.find(hashOf(gone));
    rmSync(bytes);
    await call('get', `/files/${hashOf(gone)}`).expect(404);
    await call('get', `/conversions/${id}/archive`).expect(200);
    const held = await rooms.files.find(hashOf(kept));
    const out = new PassThrough();
    out.resume();
    await expect(
      writeArchive({} as never, [held, { ...held, path: `${bytes}.missing` }], out),
    ).rejects.toThrow('ENOENT');
    await call('get', `/conversions/${id}`).expect(200);
  });

  it('an archive or a photo that nobody waits for any more leaves no file open', async () => {
    const large = Buffer.alloc(5_000_000, 7);
    const file = path.join(folder, 'large');
    writeFileSync(file, large);
    const held = { hash: '0', type: 'image/jpeg', bytes: large.length, createdAt: '', path: file };
    const open = () => readdirSync('/proc/self/fd').length;
    const before = open();
    for (let i = 0; i < 8; i++) {
      const out = new PassThrough();
      const written = writeArchive({} as never, [held, held], out);
      await once(out, 'readable');
      out.destroy();
      await expect(written).rejects.toThrow();
    }
    await expect.poll(open).toBeLessThanOrEqual(before);
  });

  it.each([
    ['no archive', async () => Buffer.from('hello'), 'no readable zip'],
    [
      'an archive cut short',
      async () => (await zipped({ 'design.overcoat.json': Buffer.from('{}') })).subarray(0, 40),
      'no readable zip',
    ],
    [
      'one without a design',
      async () => zipped({ 'notes.txt': Buffer.from('x') }),
      'no design.overcoat.json',
    ],
    [
      'one whose design is no JSON',
      async () => zipped({ 'design.overcoat.json': Buffer.from('{') }),
      'not complete JSON',
    ],
    [
      'a picture under another’s name',
      async () => zipped({ [`files/${hashOf(jpeg(1))}.jpg`]: jpeg(2) }),
      'not the one its address names',
    ],
  ])('an import refuses %s and leaves nothing behind', async (_, bytes, part) => {
    const response = await call('post', '/import/archive')
      .set('Content-Type', 'application/zip')
      .send(await bytes())
      .expect(422);
    expect(response.body.detail).toContain(part);
    expect(await rooms.conversions.empty()).toBe(true);
    expect(await rooms.files.all()).toEqual([]);
  });

  const zipped = (files: Record<string, Buffer>): Promise<Buffer> => {
    const zip = new yazl.ZipFile();
    for (const [name, bytes] of Object.entries(files)) zip.addBuffer(bytes, name);
    zip.end();
    return buffer(zip.outputStream as never);
  };
});

describe('the bin and the files nothing names', () => {
  const later = (days: number) => keepHouse(rooms, new Date(Date.now() + days * DAY));

  it('a photo withdrawn is erased, bytes too, after 30 days and not before; one put back stays', async () => {
    const id = await create();
    const [withdrawn, putBack, kept] = [jpeg(1), jpeg(2), jpeg(3)];
    for (const bytes of [withdrawn, putBack, kept]) await keep(bytes);
    await note(
      id,
      entry('w', photo(withdrawn)),
      entry('b', photo(putBack)),
      entry('k', photo(kept)),
      { id: 'w1', ...correction('w') },
      { id: 'b1', ...correction('b') },
      { id: 'b2', ...correction('b', photo(putBack)) },
    ).expect(200);
    const { path: file } = await rooms.files.find(hashOf(withdrawn));
    await later(29);
    await call('get', `/files/${hashOf(withdrawn)}`).expect(200);
    await later(31);
    await call('get', `/files/${hashOf(withdrawn)}`).expect(404);
    expect(existsSync(file)).toBe(false);
    await call('get', `/files/${hashOf(putBack)}`).expect(200);
    await call('get', `/files/${hashOf(kept)}`).expect(200);
    // The entries stay: what happened is not forgotten with the picture.
    expect(await logOf(id)).toHaveLength(6);
  });

  it('the recording of a knock is kept with it, and goes 30 days after the knock was withdrawn', async () => {
    const id = await create();
    const bytes = Buffer.from(writeWav(Float32Array.of(0, 0.5, -0.5, 0), 44_100));
    const send = (body: Buffer) =>
      call('put', `/files/${hashOf(body)}`)
        .set('Content-Type', 'audio/wav')
        .send(body);
    await send(bytes).expect(204);
    expect((await send(jpeg(1)).expect(422)).body.detail).toContain('no WAV file');
    const long = Buffer.from(writeWav(new Float32Array(600_000), 44_100));
    expect((await send(long).expect(422)).body.detail).toContain('1024 kB');
    const modes = [{ frequency: 63, lossFactor: 0.012, confidence: 0.9 }];
    const recording = { hash: hashOf(bytes), modes, simulated: false };
    await note(id, entry('k', { kind: 'knock', on: 'bare', sounds: 'rings', recording })).expect(200);
    await later(60);
    const { headers } = await call('get', `/files/${hashOf(bytes)}`).expect(200);
    expect(headers['content-type']).toBe('audio/wav');
    await note(id, { id: 'k1', ...correction('k') }).expect(200);
    await later(31);
    await call('get', `/files/${hashOf(bytes)}`).expect(404);
  });

  it('a photo that stands in another conversion’s log outlives being withdrawn in one', async () => {
    const [one, two] = [await create(), await create()];
    const bytes = jpeg(4);
    await keep(bytes);
    await note(one, entry('p', photo(bytes)), { id: 'x', ...correction('p') }).expect(200);
    await note(two, entry('p', photo(bytes))).expect(200);
    await later(60);
    await call('get', `/files/${hashOf(bytes)}`).expect(200);
  });

  it('files that came and were never named go, and what a write struck down left on disk', async () => {
    await keep(jpeg(5));
    const draft = path.join(rooms.files.folder, 'half.part');
    writeFileSync(draft, 'half');
    await later(0);
    expect(existsSync(draft)).toBe(true);
    utimesSync(draft, new Date(0), new Date(0));
    await later(31);
    expect(existsSync(draft)).toBe(false);
    expect(await rooms.files.all()).toEqual([]);
  });

  it('a conversion put into the bin comes back with log and photos, is refused meanwhile, and still takes entries in', async () => {
    const id = await create();
    const bytes = jpeg(6);
    await keep(bytes);
    await note(id, entry('p', photo(bytes))).expect(200);
    await call('delete', `/conversions/${id}`).expect(204);
    expect((await call('get', '/conversions').expect(200)).body).toEqual([]);
    const { body: bin } = await call('get', '/bin').expect(200);
    expect(bin).toMatchObject([{ id, name: 'Van', binnedAt: expect.any(String) }]);
    expect((await call('get', `/conversions/${id}`).expect(404)).body.detail).toContain('in the bin');
    await note(id, entry('late')).expect(200);
    await later(29);
    await call('post', `/bin/${id}/restore`).expect(204);
    await call('post', `/bin/${id}/restore`).expect(404);
    expect((await logOf(id)).map(e => e.entry.id)).toEqual(['p', 'late']);
    await call('get', `/files/${hashOf(bytes)}`).expect(200);
  });

  it('erased from the bin it is gone at once with what only it named; left there, after 30 days', async () => {
    const [now, waits] = [await create(), await create()];
    const [own, shared] = [jpeg(7), jpeg(8)];
    await keep(own);
    await keep(shared);
    await note(now, entry('o', photo(own)), entry('s', photo(shared))).expect(200);
    await note(waits, entry('s', photo(shared))).expect(200);
    for (const id of [now, waits]) await call('delete', `/conversions/${id}`).expect(204);
    await call('delete', `/bin/${now}`).expect(204);
    await call('get', `/files/${hashOf(own)}`).expect(404);
    await call('get', `/files/${hashOf(shared)}`).expect(200);
    await note(now, entry('x')).expect(404);
    await later(31);
    expect((await call('get', '/bin').expect(200)).body).toEqual([]);
    await call('get', `/files/${hashOf(shared)}`).expect(404);
  });
});
