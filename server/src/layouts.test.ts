import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { evaluate } from '@overcoat/core/evaluate';
import { factsOf } from '@overcoat/core/log';
import type { CutList } from '@overcoat/core/model';
import { LIBRARY_FORMAT } from '@overcoat/core/model/lists';
import { shelfOf } from '@overcoat/core/order/buying';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { checkSave } from './contract/validate.ts';
import { type Database, openDatabase } from './db/database.ts';
import { WORKSHOP } from './logs/kinds.ts';
import { openRooms } from './rooms.ts';

const FIXTURES = fileURLToPath(new URL('./fixtures', import.meta.url));
let folder: string;
let db: Database;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-layout-'));
});
afterEach(async () => {
  await db.close();
  rmSync(folder, { recursive: true });
});

/** Each was written by the server that landed with it: a demo van saved once more, an own material and an own price. */
describe.each(['first', 'before-colour', 'format-2'])('the data folder of the layout “%s”', layout => {
  it('opens with everything in it: design, history, own material and price; and can be saved', async () => {
    cpSync(path.join(FIXTURES, layout), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, library: shelf } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    expect(listed).toMatchObject({ name: 'Sandpiper', revision: 2 });
    const record = await conversions.read(listed!.id);
    expect(record.design.note).toBe('Saved once more');
    expect(record.undo).toBe('note');
    const { library, prices } = await shelf.read();
    expect(library.get('supply-foam-19')).toMatchObject({ format: LIBRARY_FORMAT, sorption: 'none' });
    expect(prices).toMatchObject([{ material: 'pir', price: 21 }]);
    // What it holds is what is accepted and computed today.
    const body = { design: record.design, label: 'again' };
    expect(checkSave(structuredClone(body))).toEqual(body);
    expect(evaluate(record.design, record.design.variants[0]!.design, library).load.mass).toBeGreaterThan(30);
    const undone = await conversions.undo(listed!.id, 2);
    expect(undone.design.note).not.toBe('Saved once more');
    expect((await conversions.redo(listed!.id, 3)).design.note).toBe('Saved once more');
    // A change stands on a design kept in the format of then.
    const changes = [{ op: 'replace' as const, path: ['built'], value: 'a' }];
    await conversions.change(listed!.id, 4, changes, 'built');
    expect((await openRooms(db).conversions.read(listed!.id)).design).toMatchObject({
      format: 8,
      note: 'Saved once more',
      built: 'a',
    });
  });
});

describe('a van made ready before there was a log', () => {
  it('has every step, hole, knock, thing taken out, photo and flag in its log, each once, and the picture', async () => {
    cpSync(path.join(FIXTURES, 'made-ready'), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, log, files } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    const { design } = await conversions.read(listed!.id);
    const entries = (await log.read(listed!.id)).map(e => e.entry);
    expect(new Set(entries.map(e => e.id)).size).toBe(entries.length);
    const count: Record<string, number> = {};
    for (const { fact } of entries) count[fact.kind] = (count[fact.kind] ?? 0) + 1;
    expect(count).toEqual({
      'rust step': 8,
      'hole step': 7,
      'leak test': 1,
      knock: 6,
      'taken out': 3,
      photo: 1,
      flag: 1,
    });
    const facts = factsOf(entries, design);
    expect(facts.offMap).toEqual([]);
    expect([...facts.holes].map(([id, hole]) => [id, hole.state])).toEqual([
      ['hole1', 'leak-tested'],
      ['hole2', 'bonded'],
      ['hole4', 'cut'],
    ]);
    expect(facts.rust.get('rust1')).toMatchObject([
      { step: 'abrade', at: '2026-09-12T09:05:00Z' },
      { step: 'convert', at: '2026-09-12T09:20:00Z' },
    ]);
    const [photo] = facts.photos;
    expect(photo).toMatchObject({ bay: 'R5w', about: 'rust1', fact: { note: 'before the converter' } });
    expect((await files.find(photo!.fact.hash)).bytes).toBe(314);
    // An undo to a state that still held them brings none of it back a second time.
    const undone = await conversions.undo(listed!.id, 2);
    expect(checkSave({ design: undone.design, label: 'x' }).design.ready).toEqual(design.ready);
    expect(await log.read(listed!.id)).toHaveLength(entries.length);
    expect(design.shell.zones.flatMap(z => z.bays).find(b => b.id === 'R4w')!.pads).toBe(0.25);
  });
});

describe('the data folder of the layout “format-3”', () => {
  it('opens with design, history, log, photo, own material, price and bin', async () => {
    cpSync(path.join(FIXTURES, 'format-3'), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, log, files, library } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    expect(listed).toMatchObject({ name: 'Perigee', revision: 2, note: 'Saved once more' });
    const { design, undo } = await conversions.read(listed!.id);
    expect([design.note, undo]).toEqual(['Saved once more', 'note']);
    const facts = factsOf(
      (await log.read(listed!.id)).map(e => e.entry),
      design,
    );
    expect(facts.offMap).toEqual([]);
    expect(facts.holes.get('hole1')!.state).toBe('leak-tested');
    expect((await files.find(facts.photos[0]!.fact.hash)).bytes).toBe(11);
    const { materials, prices } = await library.read();
    expect([materials[0]!.id, prices[0]!.price]).toEqual(['own-board', 21]);
    expect(await conversions.list('in the bin')).toMatchObject([{ name: 'Sandpiper' }]);
    expect((await conversions.undo(listed!.id, 2)).design.note).not.toBe('Saved once more');
  });
});

describe('the data folder of the layout “format-4”', () => {
  it('opens with sheets laid by hand of an own material, a recorded knock and its sound, and can be saved', async () => {
    cpSync(path.join(FIXTURES, 'format-4'), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, log, files, library } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    const { design } = await conversions.read(listed!.id);
    expect(design).toMatchObject({ note: 'Saved once more', brief: { noises: { road: 3, doors: 0 } } });
    expect(design.variants[0]!.design.sheets.L3m).toMatchObject({
      material: 'own-sheet',
      patches: [{ turn: 10 }],
    });
    const facts = factsOf(
      (await log.read(listed!.id)).map(e => e.entry),
      design,
    );
    const { recording } = facts.knocks.get('L3m')!.bare!.fact;
    expect(recording!.modes[0]).toEqual({ frequency: 63, lossFactor: 0.012, confidence: 0.9 });
    expect(await files.find(recording!.hash)).toMatchObject({ type: 'audio/wav', bytes: 8044 });
    const { library: shelf } = await library.read();
    expect(shelf.get('own-sheet')!.constrained!.lossFactor).toBe(0.9);
    const body = { design, label: 'again' };
    expect(checkSave(structuredClone(body))).toEqual(body);
    const quiet = evaluate(design, design.variants[0]!.design, shelf).quiet.bays.get('L3m')!;
    expect(quiet.change.likely).toBeLessThan(-3);
  });
});

describe('the data folder of the layout “format-5”', () => {
  it('opens with ways round the barrier, bolts, a shower and joints of its own width, and can be saved', async () => {
    cpSync(path.join(FIXTURES, 'format-5'), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, library } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    const { design } = await conversions.read(listed!.id);
    expect(design.note).toBe('Saved once more');
    const zone = (id: string) => design.shell.zones.find(z => z.id === id)!;
    expect(zone('L').ways!.map(w => w.past)).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect([zone('R').ways, zone('C').ways]).toEqual([[], undefined]);
    expect(zone('F').points).toMatchObject([{ kind: 'bolt', count: 8 }]);
    expect(design.shell.uses.at(-1)).toMatchObject({ kind: 'shower', zone: 'R' });
    expect(design.variants[0]!.design.buildUps[0]).toMatchObject({ seams: 'foamed', jointWidth: 0.0022 });
    const body = { design, label: 'again' };
    expect(checkSave(structuredClone(body))).toEqual(body);
    const { library: shelf } = await library.read();
    const e = evaluate(design, design.variants[0]!.design, shelf);
    expect(e.damp.bays.get('L1u')!.wetEnd!.moisture.peak).toBeGreaterThan(
      e.damp.bays.get('L1u')!.moisture!.peak,
    );
  });
});

describe('the data folder of the layout “format-6”', () => {
  it('opens with the cab, its front, frames, tinted glass and a screen outside, and can be saved', async () => {
    cpSync(path.join(FIXTURES, 'format-6'), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, library } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    const { design } = await conversions.read(listed!.id);
    expect(design.note).toBe('Saved once more');
    expect(design.shell.cab).toMatchObject({
      front: 'heavy curtain',
      passage: { width: { basis: 'assumed' } },
    });
    const of = (kind: string) => design.shell.zones.filter(z => z.kind === kind);
    expect([of('frame').length, of('cab door').length]).toEqual([3, 2]);
    expect(design.ready.fixings).toEqual([]);
    const faces = of('arch').flatMap(z => z.bays.filter(b => b.cornerRadius));
    expect(faces.map(b => b.rounded)).toEqual(['lower', 'lower']);
    expect(of('windscreen')[0]!.openings).toMatchObject([{ glazing: 'glass', screen: 'outside' }]);
    expect(of('cab door')[0]!.openings).toMatchObject([{ glazing: 'tinted glass' }]);
    const body = { design, label: 'again' };
    expect(checkSave(structuredClone(body))).toEqual(body);
    const { library: shelf } = await library.read();
    const e = evaluate(design, design.variants[0]!.design, shelf);
    expect(e.heat.cab!.share).toBeGreaterThan(0.1);
    expect(e.heat.cab!.share).toBeLessThan(0.25);
  });
});

describe('the data folder of the layout “format-7”', () => {
  it('opens with old holes, grooves, wood lines, corners, axles, a price’s history and what was serviced', async () => {
    cpSync(path.join(FIXTURES, 'format-7'), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, library, log } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    const { design } = await conversions.read(listed!.id);
    expect(design.note).toBe('Saved once more');
    expect(design.shell.length).toEqual({ basis: 'measured', value: 2.61, entered: '2.61 m' });
    expect(design.ready.fixings).toMatchObject([{ kind: 'captive nut', pitch: { value: 0.00125 } }]);
    const floor = design.shell.zones.find(z => z.kind === 'floor')!;
    expect([floor.corrugation!.runs, floor.lines![0]!.name, floor.features[0]!.corner]).toEqual([
      'along',
      'locker',
      'rear left',
    ]);
    const { prices, library: shelf } = await library.read();
    expect(prices).toMatchObject([{ price: 23, earlier: [{ price: 21 }] }]);
    const body = { design, label: 'again' };
    expect(checkSave(structuredClone(body))).toEqual(body);
    const entries = (await log.read(listed!.id)).map(e => e.entry);
    const facts = factsOf(entries, design);
    expect(facts.offMap).toEqual([]);
    expect([facts.fixings.get('fix1'), facts.serviced.get('Lsill')]).toEqual([['patched'], ['cavity wax']]);
    const e = evaluate(design, design.variants[0]!.design, shelf);
    expect(e.load.axles!.built.whole).toBe(1900);
  });
});

describe('the data folder of the layout “cut-lists”', () => {
  it('opens with what was pinned, and what was undone', async () => {
    cpSync(path.join(FIXTURES, 'cut-lists'), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, documents } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    const { design } = await conversions.read(listed!.id);
    const variant = design.variants[0]!.id;
    const of = { id: listed!.id, kind: 'cut-list', key: variant };
    const record = await documents.read(of);
    expect(record).toMatchObject({ revision: 3, undo: 'cut list', redo: 'cut list' });
    expect((record.document as CutList).pins).toEqual([
      { group: 'pir/0.04', piece: 'L1w fill', stock: '0', index: 1, x: 0.12, y: 0.34, turn: 90 },
    ]);
    const again = await documents.redo(of, 3);
    expect((again.document as CutList).pins.map(p => p.piece)).toEqual(['L1w fill', 'L2w fill']);
  });
});

describe('the data folder of the layout “cut-choices”', () => {
  it('opens with how it is cut, panels and trims, and materials laid in courses and sold by the metre', async () => {
    cpSync(path.join(FIXTURES, 'cut-choices'), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, documents, library } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    const { design } = await conversions.read(listed!.id);
    const of = { id: listed!.id, kind: 'cut-list', key: design.variants[0]!.id };
    const record = await documents.read(of);
    expect(record).toMatchObject({ revision: 3, undo: 'cut list', redo: 'cut list' });
    const list = record.document as CutList;
    expect(list).toMatchObject({ kerf: 0.0025, grain: 'lengthwise', strips: true, corner: 0.15 });
    expect(list.panels).toMatchObject([{ name: 'old panel', marks: [0.05, 0.55] }]);
    expect(list.trims).toEqual([{ piece: 'F1a lining', edge: 'LEFT', by: 0.003 }]);
    const { library: shelf } = await library.read();
    expect(shelf.get('own-slats')!.tongue).toBe(-0.008);
    expect(shelf.get('own-carpet')!.stock[0]!.byMetre).toBe(true);
  });
});

describe('the data folder of the layout “workshop”', () => {
  it('opens with what is at hand for all vans, what is cut, and how a layer is held', async () => {
    cpSync(path.join(FIXTURES, 'workshop'), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, documents, workshop } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    const { design } = await conversions.read(listed!.id);
    const { document } = await documents.read({
      id: listed!.id,
      kind: 'cut-list',
      key: design.variants[0]!.id,
    });
    expect(document).toMatchObject({
      sawBench: true,
      holding: [{ by: 'strings' }],
      cut: [{ group: 'birch-ply/0.009', rests: [{ id: 'r0', count: 2 }] }],
    });
    const { supplies, rests } = shelfOf((await workshop.read(WORKSHOP)).map(t => t.entry));
    expect(supplies.get('clips')).toBe(40);
    expect(rests).toMatchObject([{ id: 'r1', count: 1, where: 'under the bench' }]);
  });
});

describe('the data folder of the layout “documents”', () => {
  it('opens with what is kept beside a design, what was undone of it, and a rest’s picture', async () => {
    cpSync(path.join(FIXTURES, 'documents'), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, documents, workshop } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    const { design } = await conversions.read(listed!.id);
    const { id: key } = design.variants[0]!;
    const cut = await documents.read({ id: listed!.id, kind: 'cut-list', key });
    expect(cut).toMatchObject({ revision: 3, undo: 'pieces put in place', redo: 'another piece' });
    expect((cut.document as CutList).pins.map(p => p.piece)).toEqual(['L1w fill']);
    const compare = await documents.read({ id: listed!.id, kind: 'compare', key });
    expect(compare.document).toMatchObject({ limits: { money: 1500 }, soft: ['money'], locked: ['C'] });
    expect(shelfOf((await workshop.read(WORKSHOP)).map(t => t.entry)).rests).toMatchObject([
      { id: 'r1', photo: 'a'.repeat(64) },
    ]);
  });
});

describe('the data folder of the layout “one-history”', () => {
  it('opens with a design and a cut list that are kept as what changed, forth and back, and both logs', async () => {
    cpSync(path.join(FIXTURES, 'one-history'), folder, { recursive: true });
    db = await openDatabase(folder);
    const { conversions, documents, log, workshop } = openRooms(db);
    const [listed] = await conversions.list('at hand');
    expect(listed).toMatchObject({ name: 'Sheldrake', note: 'Once', revision: 4 });
    const { id } = listed!;
    expect((await conversions.redo(id, 4)).design.note).toBe('Twice');
    await conversions.undo(id, 5);
    const { design } = await conversions.undo(id, 6);
    expect(design.note).toBe('');
    const cut = { id, kind: 'cut-list', key: design.variants[0]!.id };
    expect(await log.read(id)).toMatchObject([{ seq: 1, entry: { id: 'e1' } }]);
    const shared = (await workshop.read(WORKSHOP)).map(t => t.entry);
    expect(shelfOf(shared).supplies.get('clips')).toBe(7);
    const pieces = ({ document }: { document: unknown }) => (document as CutList).pins.map(p => p.piece);
    expect(pieces(await documents.read(cut))[3]).toBe('R1w fill');
    expect(pieces(await documents.undo(cut, 2))[3]).toBe('L3w fill');
  });
});
