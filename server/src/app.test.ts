import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { newDesign } from '@overcoat/core/buildup';
import { referenceMaterials } from '@overcoat/core/materials';
import type { Design } from '@overcoat/core/model';
import { FORMAT, LIBRARY_FORMAT } from '@overcoat/core/model/lists';
import type { Express } from 'express';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import kept from '../../core/src/model/fixtures/own-1.json' with { type: 'json' };
import { createApp } from './app.ts';
import { conversionRows } from './conversions/rows.ts';
import { type Database, openDatabase } from './db/database.ts';
import { documentRows } from './documents/rows.ts';
import { libraryRows } from './library/rows.ts';
import { LibraryStore } from './library/store.ts';
import { openRooms } from './rooms.ts';

let folder: string;
let db: Database;
let app: Express;
beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-app-'));
  mkdirSync(path.join(folder, 'web/assets'), { recursive: true });
  writeFileSync(path.join(folder, 'web/index.html'), '<!doctype html><title>Overcoat</title>');
  writeFileSync(path.join(folder, 'web/assets/a.js'), 'export {}');
  db = await openDatabase(path.join(folder, 'data'));
  app = createApp(openRooms(db), path.join(folder, 'web'));
});
afterAll(async () => {
  await db.close();
  rmSync(folder, { recursive: true });
});

const get = (url: string) => request(app).get(url).set('Host', '127.0.0.1:4180');

describe('the served interface', () => {
  it('answers every view’s address with the page, and assets as they are', async () => {
    for (const url of ['/', '/c/any/survey', '/nowhere'])
      expect((await get(url).expect(200)).text).toContain('<title>Overcoat</title>');
    const asset = await get('/assets/a.js').expect(200);
    expect(asset.headers['cache-control']).toContain('immutable');
  });
  it('says 404 for a missing asset, not the page', async () => {
    expect((await get('/assets/none.js')).status).toBe(404);
    expect((await get('/assets/../data/overcoat.sqlite')).text).not.toContain('SQLite');
    expect((await get('/assets/%2e%2e/%2e%2e/data/overcoat.sqlite')).text).not.toContain('SQLite');
  });
  it('sends a strict policy for scripts and none that needs HTTPS', async () => {
    const { headers } = await get('/');
    expect(headers['content-security-policy']).toContain("script-src 'self' 'wasm-unsafe-eval';");
    expect(headers['content-security-policy']).not.toContain('upgrade-insecure-requests');
    expect(headers['strict-transport-security']).toBeUndefined();
    expect(headers['x-powered-by']).toBeUndefined();
  });
});

describe('revisions', () => {
  const store = () => openRooms(db).conversions;
  const save = (id: string, revision: number, design: Design, label: string) =>
    store().save(id, revision, design, label);
  const rowsOf = (id: string) =>
    documentRows(db.reader).DocumentRow.findAll({
      where: { conversion_id: id },
      order: [['revision', 'ASC']],
    });

  it('keep every state, also those left by undo and a new change', async () => {
    const made = await store().create(newDesign('Kept', 'compact'), 'new');
    await save(made.id, 1, { ...made.design, note: 'one' }, 'one');
    await store().undo(made.id, 2);
    await save(made.id, 3, { ...made.design, note: 'other' }, 'other');
    const rows = await rowsOf(made.id);
    expect(rows.map(r => [r.revision, r.back, r.forward, r.label])).toEqual([
      [1, null, null, 'new'],
      [2, 1, null, 'one'],
      [3, null, 2, 'new'],
      [4, 3, null, 'other'],
    ]);
  });

  it('name what undo takes back and redo brings back', async () => {
    const made = await store().create(newDesign('Labels', 'compact'), 'new');
    const saved = await save(made.id, 1, { ...made.design, note: 'x' }, 'note changed');
    expect([saved.undo, saved.redo]).toEqual(['note changed', null]);
    const back = await store().undo(made.id, 2);
    expect([back.undo, back.redo]).toEqual([null, 'note changed']);
  });

  it('hold what changed, and a whole design from time to time: every state comes back, in a new process too', async () => {
    const made = await store().create(newDesign('Long', 'compact'), 'new');
    const first = store();
    const states: Design[] = [made.design];
    for (let n = 1; n <= 130; n++) {
      const changes = [
        { op: 'replace' as const, path: ['note'], value: `note ${n}` },
        { op: 'replace' as const, path: ['shell', 'zones', n % 5, 'name'], value: `zone ${n}` },
      ];
      // Half of them by a store that has nothing in memory.
      const by = n % 2 ? first : store();
      const saved = await by.change(made.id, n, changes, `change ${n}`);
      states.push(saved.design);
    }
    const rows = await rowsOf(made.id);
    const whole = rows.filter(r => r.base === null);
    expect(whole.map(r => r.revision)).toEqual([1, 62, 123]);
    for (const row of rows) if (row.base !== null) expect(row.body.length).toBeLessThan(300);
    let at = 131;
    for (let n = 129; n >= 0; n--) expect((await store().undo(made.id, at++)).design).toEqual(states[n]);
    for (let n = 1; n <= 130; n++) expect((await store().redo(made.id, at++)).design).toEqual(states[n]);
    expect((await store().read(made.id)).design).toEqual(states[130]);
    // And what is changed after a travel stands on where it went.
    const after = [{ op: 'replace' as const, path: ['name'], value: 'After' }];
    await store().change(made.id, at, after, 'after');
    expect((await store().read(made.id)).design).toEqual({ ...states[130], name: 'After' });
  });

  it('refuse a change on what is no longer the last state, and one that its maker refuses, and keep nothing of them', async () => {
    const made = await store().create(newDesign('Refusing', 'compact'), 'new');
    const changes = [{ op: 'replace' as const, path: ['note'], value: 'x' }];
    await store().change(made.id, 1, changes, 'x');
    await expect(store().change(made.id, 1, changes, 'x')).rejects.toMatchObject({
      status: 409,
      extra: { current: { revision: 2, design: { note: 'x' } } },
    });
    const bare = [{ op: 'replace' as const, path: ['built'], value: 'nowhere' }];
    await expect(store().change(made.id, 2, bare, 'x')).rejects.toMatchObject({ status: 422 });
    const { design } = await store().read(made.id);
    await expect(save(made.id, 2, { ...design, built: 'nowhere' }, 'x')).rejects.toMatchObject({
      status: 422,
    });
    expect((await store().read(made.id)).revision).toBe(2);
  });

  it('refuse a size that no van has, and let a van that has one already be changed elsewhere', async () => {
    const slip = newDesign('Slip', 'compact');
    slip.shell.zones[1]!.rail = { basis: 'measured', value: 5, entered: '5000' };
    const made = await store().create(slip, 'from before there were limits');
    const changes = (path: (string | number)[], value: unknown) => [{ op: 'replace' as const, path, value }];
    await store().change(made.id, 1, changes(['note'], 'x'), 'note');
    await save(made.id, 2, { ...slip, note: 'y' }, 'note');
    const rib = changes(['shell', 'zones', 1, 'ribs', 0, 'width', 'value'], 5.8);
    const refused = store().change(made.id, 3, rib, 'rib');
    await expect(refused).rejects.toMatchObject({
      status: 422,
      extra: { errors: [{ path: '/shell/zones/1/ribs/0/width' }] },
    });
    await store().change(made.id, 3, changes(['shell', 'zones', 1, 'rail', 'value'], 0.04), 'put right');
    await expect(
      store().change(made.id, 4, changes(['shell', 'zones', 1, 'rail', 'value'], 5), 'wrong again'),
    ).rejects.toMatchObject({ status: 422 });
  });

  it('leave nothing half done when a change fails', async () => {
    const made = await store().create(newDesign('Whole', 'compact'), 'new');
    await expect(
      db.write(async writer => {
        await conversionRows(writer).Conversion.update({ name: 'Half' }, { where: { id: made.id } });
        throw new Error('stop');
      }),
    ).rejects.toThrow('stop');
    expect((await conversionRows(db.reader).Conversion.findByPk(made.id))!.name).toBe('Whole');
    await save(made.id, 1, { ...made.design, note: 'after' }, 'after');
  });

  it('show readers only what is committed', async () => {
    const made = await store().create(newDesign('Committed', 'compact'), 'new');
    await db.write(async writer => {
      await conversionRows(writer).Conversion.update({ name: 'Not yet' }, { where: { id: made.id } });
      expect((await conversionRows(db.reader).Conversion.findByPk(made.id))!.name).toBe('Committed');
    });
    expect((await conversionRows(db.reader).Conversion.findByPk(made.id))!.name).toBe('Not yet');
  });

  it('refuse a stale undo with what is there', async () => {
    const made = await store().create(newDesign('Stale', 'compact'), 'new');
    await save(made.id, 1, { ...made.design, note: 'x' }, 'x');
    await expect(store().undo(made.id, 1)).rejects.toMatchObject({ status: 409 });
    await expect(store().undo('none', 1)).rejects.toMatchObject({ status: 404 });
  });
});

describe('the own library', () => {
  const library = () => new LibraryStore(db);
  const own = { ...referenceMaterials[0]!, id: 'mine' };
  const file = (change: object = {}) => ({
    format: FORMAT,
    log: [],
    design: newDesign('F', 'compact'),
    materials: [],
    prices: [],
    ...change,
  });

  const takenIn = (store: LibraryStore, change: object) => store.takeIn(file(change), async read => read);

  it('takes in what is new once, and nothing twice', async () => {
    const store = library();
    const price = { format: LIBRARY_FORMAT, material: 'pir', thickness: 0.025, width: 1.2, price: 21 };
    expect((await takenIn(store, { materials: [own], prices: [price] })).notes).toEqual([]);
    expect((await takenIn(store, { materials: [own], prices: [price] })).notes).toEqual([]);
    const { materials, prices, library: all } = await store.read();
    expect([materials, prices]).toEqual([[own], [price]]);
    expect(all.get('pir')!.stock.find(s => s.thickness === 0.025)!.price).toBe(21);
  });

  it('opens a material that the first format kept, and gives it a format', async () => {
    const [foam] = kept.materials;
    await db.write(writer =>
      libraryRows(writer).Material.upsert({ id: foam!.id, document: JSON.stringify(foam) }),
    );
    const found = (await library().read()).library.get('supply-foam-19');
    expect(found).toMatchObject({
      format: LIBRARY_FORMAT,
      sorption: 'none',
      mould: 'resistant',
      conductivity: 0.036,
    });
    await db.write(writer => libraryRows(writer).Material.destroy({ where: { id: foam!.id } }));
  });

  it('lets what a material is fixed with follow a new id', async () => {
    const store = library();
    const glue = { ...own, id: 'mine', name: 'Another of that id' };
    const board = { ...own, id: 'glued', fixedWith: 'mine' };
    await takenIn(store, { materials: [glue, board] });
    expect((await store.read()).library.get('glued')!.fixedWith).toBe('mine-2');
    await db.write(writer => libraryRows(writer).Material.destroy({ where: { id: ['glued', 'mine-2'] } }));
  });

  it('keeps the person’s own price and says so', async () => {
    const { notes } = await takenIn(library(), {
      prices: [{ format: LIBRARY_FORMAT, material: 'pir', thickness: 0.025, width: 1.2, price: 99 }],
    });
    expect(notes).toEqual(['Your own price for pir stays.']);
    expect((await library().read()).prices[0]!.price).toBe(21);
  });

  it('never lets a file change a reference material: it comes in beside it', async () => {
    const { notes } = await takenIn(library(), { materials: [{ ...own, id: 'pir', conductivity: 0.001 }] });
    expect(notes[0]).toContain('pir-2');
    const { library: all } = await library().read();
    expect(all.get('pir')!.conductivity).toBe(0.022);
    expect(all.get('pir-2')!.conductivity).toBe(0.001);
  });

  it('dates a price, keeps what it was before, and takes it back once however often it is asked', async () => {
    const store = library();
    const size = { material: 'pir', thickness: 0.025, width: 1.2 };
    const put = (price: number, day: string) =>
      store.putPrice({ format: LIBRARY_FORMAT, ...size, price }, new Date(`${day}T08:00:00Z`));
    const standing = async () => (await store.read()).prices[0];
    await put(23, '2026-03-02');
    await put(23, '2026-03-03');
    await put(2300, '2026-03-04');
    expect(await standing()).toMatchObject({
      price: 2300,
      at: '2026-03-04T08:00:00Z',
      earlier: [{ price: 21 }, { price: 23, at: '2026-03-02T08:00:00Z' }],
    });
    for (let i = 0; i < 2; i++) await store.takeBackPrice({ ...size, price: 2300 });
    expect(await standing()).toMatchObject({
      price: 23,
      at: '2026-03-02T08:00:00Z',
      earlier: [{ price: 21 }],
    });
    await store.takeBackPrice({ ...size, price: 23 });
    expect(await standing()).toEqual({ format: LIBRARY_FORMAT, ...size, price: 21 });
    await store.takeBackPrice({ ...size, price: 21 });
    expect(await standing()).toBeUndefined();
  });

  it('keeps every price of many that are put at once', async () => {
    const store = library();
    const size = { format: LIBRARY_FORMAT, material: 'pir', thickness: 0.03, width: 1.2 };
    await Promise.all([...Array(20).keys()].map(n => store.putPrice({ ...size, price: 20 + n })));
    const found = (await store.read()).prices.find(p => p.thickness === 0.03)!;
    expect([...found.earlier!.map(e => e.price), found.price].sort()).toEqual(
      [...Array(20).keys()].map(n => 20 + n),
    );
  });

  it('gives many files at once, each with its own material of one id, an id each', async () => {
    const store = library();
    const made = await Promise.all(
      [...Array(8).keys()].map(n =>
        takenIn(store, {
          materials: [{ ...own, id: 'same', name: `Board ${n}`, conductivity: 0.03 + n / 1000 }],
        }),
      ),
    );
    const { library: all } = await store.read();
    const ids = [...all.values()].filter(m => m.name.startsWith('Board ')).map(m => m.name);
    expect(ids.sort()).toEqual([...Array(8).keys()].map(n => `Board ${n}`));
    expect(made.filter(m => m.notes.length > 0)).toHaveLength(7);
  });

  it('goes back to indicative prices', async () => {
    const store = library();
    await store.removePrices('pir');
    expect((await store.read()).prices).toEqual([]);
    await expect(
      store.removeMaterial('none', w => openRooms(db).conversions.designs(w)),
    ).rejects.toMatchObject({
      status: 404,
    });
  });
});
