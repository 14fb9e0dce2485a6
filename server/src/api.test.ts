import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import {
  ConversionRecord,
  ConversionSummary,
  contract,
  ProblemDetails,
  Saved,
} from '@overcoat/core/contract';
import { referenceMaterials } from '@overcoat/core/materials';
import type { Design, Material } from '@overcoat/core/model';
import { LIBRARY_FORMAT } from '@overcoat/core/model/lists';
import { type RouteName, routes } from '@overcoat/core/model/routes';
import { Ajv2020 } from 'ajv/dist/2020.js';
import type { Express } from 'express';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import { apiRouter, createApp } from './app.ts';
import { openApi } from './contract/openapi.ts';
import { type Database, openDatabase } from './db/database.ts';
import { documentRows } from './documents/rows.ts';
import { openRooms } from './rooms.ts';

const ajv = new Ajv2020({ discriminator: true, strict: false });
const conforms = (schema: object, body: unknown) =>
  expect(ajv.validate(schema, body), ajv.errorsText()).toBe(true);

let folder: string;
let db: Database;
let app: Express;
beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-'));
  db = await openDatabase(folder);
  app = createApp(openRooms(db), null);
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true });
});

const api = () => request(app);
const create = async (name = 'Test van') => {
  const response = await api()
    .post('/api/conversions')
    .set('Host', 'localhost')
    .send({ name, pattern: 'mid' })
    .expect(201);
  conforms(ConversionRecord, response.body);
  return response.body as {
    id: string;
    revision: number;
    design: Design;
    undo: string | null;
    redo: string | null;
  };
};
const save = (id: string, revision: number, design: Design, label = 'change') =>
  api()
    .put(`/api/conversions/${id}`)
    .set('Host', 'localhost')
    .set('If-Match', `"${revision}"`)
    .send({ design, label });
const post = (url: string) => api().post(url).set('Host', 'localhost');
const get = (url: string) => api().get(url).set('Host', 'localhost');
const put = (url: string) => api().put(url).set('Host', 'localhost');
const own: Material = {
  ...referenceMaterials.find(m => m.id === 'pir')!,
  id: 'own-board',
  name: 'Own board',
};

describe('conversions', () => {
  it('creates, lists, reads, saves and deletes', async () => {
    const made = await create();
    const list = await get('/api/conversions').expect(200);
    for (const row of list.body) conforms(ConversionSummary, row);
    expect(list.body.map((r: { id: string }) => r.id)).toContain(made.id);
    const saved = await save(made.id, 1, { ...made.design, name: 'Renamed' }, 'rename').expect(200);
    conforms(Saved, saved.body);
    expect(saved.headers.etag).toBe('"2"');
    const read = await get(`/api/conversions/${made.id}`).expect(200);
    conforms(ConversionRecord, read.body);
    expect(read.body.design).toEqual({ ...made.design, name: 'Renamed' });
    await api().delete(`/api/conversions/${made.id}`).set('Host', 'localhost').expect(204);
    const gone = await get(`/api/conversions/${made.id}`).expect(404);
    conforms(ProblemDetails, gone.body);
    expect((await save(made.id, 2, made.design).expect(404)).body.title).toBe('In the bin');
    await api().delete(`/api/bin/${made.id}`).set('Host', 'localhost').expect(204);
    await api().delete(`/api/bin/${made.id}`).set('Host', 'localhost').expect(404);
    const { DocumentRow } = documentRows(db.reader);
    expect(await DocumentRow.count({ where: { conversion_id: made.id } })).toBe(0);
  });

  it('begins with the sizes that are known, and from an earlier van’s, which are assumed', async () => {
    const size = (value: number) => ({ basis: 'measured', value, entered: `${value * 1000}` });
    const begin = (body: object) => post('/api/conversions').send({ name: 'Begun', pattern: 'mid', ...body });
    const first = (await begin({ sizes: { length: size(2.7) } }).expect(201)).body;
    expect(first.design.shell.length).toEqual(size(2.7));
    const later = (await begin({ earlier: first.id, sizes: { height: size(1.5) } }).expect(201)).body;
    expect(later.design.shell.length).toEqual({ basis: 'assumed', value: 2.7, from: 'earlier van' });
    expect(later.design.shell.height).toEqual(size(1.5));
    const absurd = await begin({ sizes: { width: size(0.1) } }).expect(422);
    expect(absurd.body.errors[0].path).toBe('/sizes/width');
    await begin({ earlier: 'nowhere' }).expect(404);
  });

  it('refuses a stale save with what is there now', async () => {
    const made = await create();
    await save(made.id, 1, { ...made.design, note: 'first' }).expect(200);
    const stale = await save(made.id, 1, { ...made.design, note: 'second' }).expect(409);
    expect(stale.body.current).toMatchObject({ revision: 2, design: { note: 'first' } });
    expect(stale.body.detail).toContain('revision 2');
    await api()
      .put(`/api/conversions/${made.id}`)
      .set('Host', 'localhost')
      .send({ design: made.design, label: 'x' })
      .expect(428);
  });

  it('undoes to the start and redoes to the end, and a new change after an undo ends the redo', async () => {
    const { id, design } = await create();
    for (const [i, note] of ['one', 'two', 'three'].entries())
      await save(id, i + 1, { ...design, note }, note).expect(200);
    const travel = async (way: 'undo' | 'redo', revision: number) =>
      (await post(`/api/conversions/${id}/${way}`).set('If-Match', `"${revision}"`)).body;
    const notes: string[] = [];
    let at = (await get(`/api/conversions/${id}`)).body;
    while (at.undo !== null) {
      at = await travel('undo', at.revision);
      notes.push(at.design.note);
    }
    expect(notes).toEqual(['two', 'one', '']);
    expect(await travel('undo', at.revision)).toMatchObject({ status: 409, title: 'Nothing to undo' });
    while (at.redo !== null) {
      at = await travel('redo', at.revision);
      notes.push(at.design.note);
    }
    expect(notes.slice(3)).toEqual(['one', 'two', 'three']);
    at = await travel('undo', at.revision);
    const fresh = (await save(id, at.revision, { ...design, note: 'other' }, 'other')).body;
    expect(fresh.redo).toBe(null);
    at = await travel('undo', fresh.revision);
    expect(at.design.note).toBe('two');
  });

  it('takes many saves at once in turn: one wins, the others are told', async () => {
    const { id, design } = await create();
    const results = await Promise.all(
      Array.from({ length: 8 }, (_, i) => save(id, 1, { ...design, note: `n${i}` })),
    );
    expect(results.map(r => r.status).sort()).toEqual([200, ...Array<number>(7).fill(409)]);
  });
});

describe('bad input is refused at its place, never with a 500', () => {
  const broken: [string, (d: Design) => void, string][] = [
    [
      'a negative length',
      d => {
        d.shell.length.value = -40;
      },
      '/design/shell/length/value',
    ],
    [
      'depths the wrong way round',
      d => {
        d.shell.zones[1]!.bays[0]!.depthMin.value = 0.4;
      },
      '/shell/zones/1/bays/0/depthMin',
    ],
    [
      'a window larger than its bay',
      d => {
        d.shell.zones.find(z => z.openings[0])!.openings[0]!.height.value = 4;
      },
      '/openings/0',
    ],
    [
      'an unknown material',
      d => {
        d.shell.skin.material = 'moon-dust';
      },
      '/shell/skin/material',
    ],
    [
      'a missing brief',
      d => {
        delete (d as Partial<Design>).brief;
      },
      '/design',
    ],
  ];
  it.each(broken)('%s', async (_, edit, where) => {
    const { id, design } = await create();
    const bad = structuredClone(design);
    edit(bad);
    const response = await save(id, 1, bad).expect(422);
    conforms(ProblemDetails, response.body);
    expect(response.body.errors[0].path).toContain(where);
    expect((await get(`/api/conversions/${id}`)).body.design).toEqual(design);
  });

  it.each([
    ['a truncated file', '{"format":1,"design":{', 400, 'cut short'],
    ['a wrong version', JSON.stringify({ format: 9 }), 422, 'format 9'],
    ['no version', '{}', 422, 'no format version'],
    ['not an object', '"hello"', 422, 'not a design file'],
    [
      'a half design',
      JSON.stringify({ format: 1, design: { format: 1 }, materials: [], prices: [] }),
      422,
      'is missing',
    ],
  ])('%s', async (_, body, status, part) => {
    const response = await post('/api/import').type('json').send(body).expect(status);
    expect(response.body.detail).toContain(part);
  });

  it('a 60 MB file', async () => {
    const response = await post('/api/import')
      .type('json')
      .send(`{"format":1,"x":"${'a'.repeat(60 * 1_048_576)}"}`)
      .expect(413);
    expect(response.body.detail).toContain('at most 20 MB');
  });

  it('foreign hosts and origins', async () => {
    await api().get('/api/health').set('Host', 'evil.example').expect(403);
    await get('/api/health').set('Origin', 'https://evil.example').expect(403);
    await get('/api/health').set('Origin', 'http://localhost:4180').expect(200);
  });

  it('any odd request: no 500 from a sweep over every operation', async () => {
    const silent = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    // The feed answers for as long as somebody listens.
    for (const { method, path } of Object.values(routes).filter(r => r !== routes.feed))
      for (const body of [undefined, '[]', '{"a":1}', 'null', '{"label":3}', '{"format":1,"design":null}'])
        for (const match of [undefined, '"x"', '"99"']) {
          let call = api()
            [method](`/api${path.replace(/:\w+/g, '%F0%9F%9A%90')}`)
            .set('Host', 'localhost');
          if (match) call = call.set('If-Match', match);
          const response = await (body === undefined ? call : call.type('json').send(body));
          expect(response.status, `${method} ${path} ${body}`).toBeLessThan(500);
        }
    expect(silent).not.toHaveBeenCalled();
    silent.mockRestore();
  });
});

describe('changes of a design', () => {
  const change = (id: string, revision: number, changes: object[], label = 'change') =>
    api()
      .patch(`/api/conversions/${id}`)
      .set('Host', 'localhost')
      .set('If-Match', `"${revision}"`)
      .send({ changes, label });
  const replace = (path: (string | number)[], value: unknown) => ({ op: 'replace', path, value });

  it('are saved as a step of their own, on the revision they were made on, and undone like any other', async () => {
    const { id, design } = await create('Changed');
    const saved = await change(
      id,
      1,
      [replace(['note'], 'x'), replace(['brief', 'people'], 4)],
      'two',
    ).expect(200);
    conforms(Saved, saved.body);
    expect(saved.body).toMatchObject({ revision: 2, undo: 'two' });
    await change(id, 2, [replace(['shell', 'zones', 0, 'name'], 'deck')]).expect(200);
    const { body } = await get(`/api/conversions/${id}`).expect(200);
    expect(body.design).toEqual({
      ...design,
      note: 'x',
      brief: { ...design.brief, people: 4 },
      shell: {
        ...design.shell,
        zones: [{ ...design.shell.zones[0], name: 'deck' }, ...design.shell.zones.slice(1)],
      },
    });
    const stale = await change(id, 2, [replace(['note'], 'y')]).expect(409);
    expect(stale.body.current).toMatchObject({ revision: 3, design: { note: 'x' } });
    const undone = await post(`/api/conversions/${id}/undo`).set('If-Match', '"3"').expect(200);
    expect(undone.body.design.shell).toEqual(design.shell);
    await change(id, 4, [replace(['note'], 'after')]).expect(200);
    expect((await get(`/api/conversions/${id}`)).body.design).toMatchObject({
      note: 'after',
      brief: { people: 4 },
    });
    await change('nowhere', 1, [replace(['note'], 'y')]).expect(404);
  });

  it('are refused at the place where a save of the whole would be, and leave what is there', async () => {
    const { id, design } = await create('Refused');
    const broken: [(string | number)[], unknown][] = [
      [['note'], 3],
      [['name'], ''],
      [['shell', 'zones', 1, 'bays', 0, 'width'], { basis: 'measured', value: -1, entered: '' }],
      [['shell', 'zones', 1, 'bays', 0, 'colour'], 'red'],
      [['shell', 'zones', 2, 'bays'], []],
      [['shell', 'zones', 1, 'bays', 0, 'id'], design.shell.zones[0]!.bays[0]!.id],
      [['shell', 'zones'], []],
      [['shell', 'zones'], 'none'],
      [['shell', 'skin', 'material'], 'moon-dust'],
      [['variants'], []],
      [['variants', 0, 'school'], 7],
      [['variants', 0, 'design', 'zones'], { F: 'nowhere' }],
      [['built'], 'z'],
      [['shell'], null],
    ];
    for (const [path, value] of broken) {
      const whole = structuredClone(design) as unknown as Record<string | number, never>;
      let at = whole;
      for (const key of path.slice(0, -1)) at = at[key]!;
      (at as Record<string | number, unknown>)[path.at(-1)!] = value;
      const asWhole = await save(id, 1, whole as unknown as Design).expect(422);
      const asChange = await change(id, 1, [replace(path, value)]).expect(422);
      expect(asChange.body.detail, path.join('/')).toBe(asWhole.body.detail);
      expect(asChange.body.errors).toEqual(asWhole.body.errors);
    }
    for (const path of [
      ['shell', 'zones', 999, 'name'],
      ['nowhere', 'at', 'all'],
      ['__proto__', 'polluted'],
      ['shell', 'zones', 'zzz'],
      ['shell', 'zones', 'length'],
      ['shell', 'zones', 0, 'bays', '0', 'station'],
    ])
      await change(id, 1, [replace(path, 'x')]).expect(422);
    // Four thousand million zones once kept the server busy for good, null in place of one was its own mistake.
    await change(id, 1, [replace(['shell', 'zones', 'length'], 4294967295)]).expect(422);
    for (const value of [null, 7, 'x', []])
      for (const path of [['shell', 'zones', 0], ['variants', 0], []])
        await change(id, 1, [replace(path, value)]).expect(422);
    await change(id, 1, [
      { op: 'add', path: ['shell', 'zones', 'zzz'], value: design.shell.zones[0] },
    ]).expect(422);
    expect(({} as { polluted?: string }).polluted).toBeUndefined();
    expect((await get(`/api/conversions/${id}`)).body).toMatchObject({ revision: 1, design });
  });

  it('of a kind and number that no edit has are refused', async () => {
    const { id } = await create('Odd');
    for (const changes of [
      [],
      [{ op: 'move', path: ['note'] }],
      [{ op: 'replace', path: 'note', value: 'x' }],
      'x',
    ])
      await change(id, 1, changes as object[]).expect(422);
  });
});

describe('own materials and prices', () => {
  it('keeps them, and refuses reference ids, negative prices and unknown sizes', async () => {
    await put('/api/materials/own-board').send(own).expect(200);
    await put('/api/materials/pir')
      .send({ ...own, id: 'pir' })
      .expect(422);
    const price = { material: 'own-board', thickness: 0.025, width: 1.2, price: 19 };
    await put('/api/prices').send(price).expect(200);
    const negative = await put('/api/prices')
      .send({ ...price, price: -1 })
      .expect(422);
    expect(negative.body.errors[0]).toMatchObject({
      path: '/price',
      message: expect.stringContaining('at least 0'),
    });
    await put('/api/prices')
      .send({ ...price, thickness: 0.111 })
      .expect(422);
    const { body } = await get('/api/library').expect(200);
    conforms(contract.library.answer, body);
    // It was sent without a format, as one of the first format would be.
    expect(body).toEqual({
      materials: [own],
      prices: [{ format: LIBRARY_FORMAT, ...price, at: expect.any(String) }],
    });
  });

  it('refuses a slip of the decimal point, at its place', async () => {
    const stock = [{ ...own.stock[0]!, width: 0.0012 }];
    const { body } = await put('/api/materials/own-board')
      .send({ ...own, stock })
      .expect(422);
    expect(body.errors[0]).toMatchObject({
      path: '/stock/0/width',
      message: expect.stringContaining('between'),
    });
  });

  it('takes a price back where it was put', async () => {
    const price = { material: 'own-board', thickness: 0.025, width: 1.2 };
    const standing = async () => (await get('/api/library')).body.prices[0].price;
    await put('/api/prices')
      .send({ ...price, price: 190 })
      .expect(200);
    for (let i = 0; i < 2; i++)
      await post('/api/prices/back')
        .send({ ...price, price: 190 })
        .expect(204);
    expect(await standing()).toBe(19);
  });

  it('refuses one that is held by what is not there, at its place', async () => {
    const response = await put('/api/materials/own-board')
      .send({ ...own, fixedWith: 'moon-glue' })
      .expect(422);
    expect(response.body.errors[0]).toMatchObject({ path: '/fixedWith' });
    expect(response.body.detail).toContain('moon-glue');
  });

  it('go with an exported design, and a deleted conversion comes back identical', async () => {
    const { id, design } = await create('Round trip');
    const placed = structuredClone(design);
    placed.variants[0]!.design = {
      buildUps: [
        {
          id: 'b',
          name: 'b',
          layers: [{ id: 'y', role: 'fill', material: 'own-board', thickness: 0.025 }],
          seams: 'taped',
          sealQuality: 0.9,
        },
      ],
      zones: { F: 'b' },
      bays: {},
      sheets: {},
    };
    await save(id, 1, placed).expect(200);
    const used = await api().delete('/api/materials/own-board').set('Host', 'localhost').expect(409);
    expect(used.body.detail).toContain('Round trip');
    const file = await get(`/api/conversions/${id}/export`).expect(200);
    expect(file.headers['content-disposition']).toContain('round-trip.overcoat.json');
    expect(file.body.materials).toEqual([own]);
    await api().delete(`/api/conversions/${id}`).set('Host', 'localhost').expect(204);
    // In the bin it still needs its material.
    await api().delete('/api/materials/own-board').set('Host', 'localhost').expect(409);
    await api().delete(`/api/bin/${id}`).set('Host', 'localhost').expect(204);
    await api().delete('/api/materials/own-board').set('Host', 'localhost').expect(204);
    await api().delete('/api/prices/own-board').set('Host', 'localhost').expect(204);
    const back = await post('/api/import').send(file.body).expect(201);
    conforms(contract.importFile.answer, back.body);
    expect(back.body.conversion.design).toEqual(placed);
    expect((await get('/api/library')).body).toEqual({
      materials: file.body.materials,
      prices: file.body.prices,
    });
    const again = await get(`/api/conversions/${back.body.conversion.id}/export`).expect(200);
    expect(again.body).toEqual(file.body);
  });

  it('are not deleted while a save takes them up: one of the two is told', async () => {
    for (let n = 0; n < 12; n++) {
      const { id, design } = await create(`Race ${n}`);
      await put('/api/materials/raced')
        .send({ ...own, id: 'raced' })
        .expect(200);
      const using = structuredClone(design);
      using.shell.skin.material = 'raced';
      const [saved, gone] = await Promise.all([
        save(id, 1, using),
        api().delete('/api/materials/raced').set('Host', 'localhost'),
      ]);
      expect([
        [200, 409],
        [422, 204],
      ]).toContainEqual([saved.status, gone.status]);
      await save(id, saved.status === 200 ? 2 : 1, design).expect(200);
      await api().delete(`/api/conversions/${id}`).set('Host', 'localhost').expect(204);
      await api().delete(`/api/bin/${id}`).set('Host', 'localhost').expect(204);
      await api().delete('/api/materials/raced').set('Host', 'localhost');
    }
  });

  it('bring a different material of the same id in under a new one, and say so', async () => {
    const { body: list } = await get('/api/conversions');
    const { body: file } = await get(
      `/api/conversions/${list.find((c: { name: string }) => c.name === 'Round trip').id}/export`,
    );
    file.materials[0].conductivity = 0.05;
    const { body } = await post('/api/import').send(file).expect(201);
    expect(body.notes[0]).toContain('own-board-2');
    expect(body.conversion.design.variants[0].design.buildUps[0].layers[0].material).toBe('own-board-2');
  });
});

describe('photos', () => {
  const segment = (marker: number, ...body: number[]) => [0xff, marker, 0, body.length + 2, ...body];
  const picture = (...extra: number[]) =>
    Buffer.from([0xff, 0xd8, ...extra, ...segment(0xdb, 9), ...segment(0xda, 1), 7, 7, 0xff, 0xd9]);
  const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');
  const send = (hash: string, bytes: Buffer) =>
    put(`/api/files/${hash}`).set('Content-Type', 'image/jpeg').send(bytes);

  it('are kept under their hash, once however often sent, and come back as they were', async () => {
    const bytes = picture();
    await send(hashOf(bytes), bytes).expect(204);
    await send(hashOf(bytes), bytes).expect(204);
    const back = await get(`/api/files/${hashOf(bytes)}`).expect(200);
    expect(back.headers['content-type']).toBe('image/jpeg');
    expect(back.headers['cache-control']).toContain('immutable');
    expect(Buffer.compare(back.body, bytes)).toBe(0);
    expect(readdirSync(path.join(folder, 'files')).filter(n => n.endsWith('.part'))).toEqual([]);
  });

  it('are refused with place or owner in them, under a false name, or when they are no picture', async () => {
    const exif = picture(...segment(0xe1, 0x45, 0x78, 0x69, 0x66));
    expect((await send(hashOf(exif), exif).expect(422)).body.detail).toContain('data of the camera');
    const bytes = picture(...segment(0xe0, 1));
    expect((await send('0'.repeat(64), bytes).expect(422)).body.detail).toContain('not the one');
    const text = Buffer.from('hello, this is text');
    await send(hashOf(text), text).expect(422);
    await get(`/api/files/${hashOf(bytes)}`).expect(404);
    await get('/api/files/..%2F..%2Fovercoat.sqlite').expect(404);
    await put(`/api/files/${hashOf(bytes)}`)
      .send({ a: 1 })
      .expect(422);
  });
});

it('what is large enough to be just imported can be saved as well', async () => {
  const { design } = await create('Large');
  const zone = design.shell.zones[0]!;
  const bays = (z: number) =>
    Array.from({ length: 800 }, (_, i) => ({ ...zone.bays[0]!, id: `Z${z}b${i}`, station: (i % 400) + 1 }));
  const zones = Array.from({ length: 30 }, (_, z) => ({
    ...zone,
    id: `Z${z}`,
    bays: bays(z),
    openings: [],
    keepClears: [],
    pockets: [],
  }));
  const large = { ...design, shell: { ...design.shell, zones } };
  const file = { format: 5, design: large, materials: [], prices: [], log: [] };
  expect(JSON.stringify(file).length).toBeGreaterThan(5.5e6);
  const { body } = await post('/api/import').send(file).expect(201);
  await save(body.conversion.id, 1, { ...large, note: 'Saved' }).expect(200);
});

it.each([
  ['a byte-order mark', 'application/json', (text: string) => Buffer.from(`\ufeff${text}`)],
  ['UTF-16', 'application/json; charset=utf-16le', (text: string) => Buffer.from(text, 'utf16le')],
])('what was sent with %s is kept as it was understood', async (_, type, encoded) => {
  const { id, design } = await create('Encoded');
  const body = JSON.stringify({ design: { ...design, note: 'Grüße' }, label: 'note' });
  const response = await api()
    .put(`/api/conversions/${id}`)
    .set('Host', 'localhost')
    .set('If-Match', '"1"')
    .set('Content-Type', type)
    .serialize(x => x as unknown as string)
    .send(encoded(body));
  // Refused or kept: never acknowledged and then unreadable.
  expect([200, 400, 415]).toContain(response.status);
  const { body: after } = await get(`/api/conversions/${id}`).expect(200);
  expect(after.design.note).toBe(response.status === 200 ? 'Grüße' : design.note);
});

it('a revision kept in format 1 is brought up as it is read, and an undo to it too', async () => {
  const { id, design } = await create('Old hand');
  const { uses: _, tapeError: __, ...shell } = design.shell;
  const { ready: ___, ...rest } = design;
  const old = {
    ...rest,
    format: 1,
    shell: { ...shell, zones: shell.zones.map(({ pockets: _, keepClears: __, features: ___, ...z }) => z) },
  };
  const body = gzipSync(JSON.stringify({ design: old, label: 'long ago' }));
  await db.write(writer =>
    documentRows(writer).DocumentRow.update({ body }, { where: { conversion_id: id } }),
  );
  const there = (await get(`/api/conversions/${id}`).expect(200)).body;
  conforms(ConversionRecord, there);
  await save(id, 1, { ...there.design, note: 'new' }).expect(200);
  const undone = await post(`/api/conversions/${id}/undo`).set('If-Match', '"2"').expect(200);
  conforms(ConversionRecord, undone.body);
});

describe('the contract', () => {
  const asDocumented = (path: string) => `/api${path.replace(/:(\w+)/g, '{$1}')}`;

  it('names every route that is really there, and no other', async () => {
    const { stack } = apiRouter(openRooms(db)) as unknown as {
      stack: { route?: { path: string; methods: Record<string, boolean> } }[];
    };
    const served = stack.flatMap(({ route }) =>
      Object.keys(route?.methods ?? {}).map(method => `${method} ${asDocumented(route!.path)}`),
    );
    const { body } = await get('/api/openapi.json').expect(200);
    const documented = Object.entries(body.paths as Record<string, object>).flatMap(([path, methods]) =>
      Object.keys(methods).map(method => `${method} ${path}`),
    );
    expect(documented.sort()).toEqual(served.sort());
    expect(served).toHaveLength(Object.keys(routes).length);
    expect(body).toEqual(JSON.parse(JSON.stringify(openApi())));
  });

  it('and every route answers', async () => {
    for (const name of (Object.keys(routes) as RouteName[]).filter(n => n !== 'feed')) {
      const { method, path } = routes[name];
      const response = await api()
        [method](`/api${path.replace(/:\w+/g, 'nothing')}`)
        .set('Host', 'localhost');
      expect(response.body?.detail ?? '', name).not.toContain('There is nothing at');
    }
    await get('/api/nowhere').expect(404);
  });
});
