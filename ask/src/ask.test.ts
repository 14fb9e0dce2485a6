import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { FIGURE_KEYS, wholeVan } from '@overcoat/core/figures';
import { evaluateSettled } from '@overcoat/core/studies/settled';
import { library, perigee } from '@overcoat/core/testing';
import { afterAll, describe, expect, it } from 'vitest';
import { ask } from './ask.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'overcoat-ask-'));
afterAll(() => rmSync(folder, { recursive: true }));
const file = path.join(folder, 'perigee.overcoat.json');
/** Each question is answered once. */
const answers = new Map<string, ReturnType<typeof ask>>();
const answer = async (...args: string[]) => {
  const question = args.join(' ');
  const answered = answers.get(question) ?? ask(args);
  answers.set(question, answered);
  const { out, error, code } = await answered;
  expect([error, code]).toEqual(['', 0]);
  return JSON.parse(out);
};
writeFileSync(file, (await ask(['demo', 'Perigee'])).out);

/** A file of the same van surveyed in part, by its path: what takes long takes a third as long. */
function partOf(name: string, kept: readonly string[]): string {
  const part = JSON.parse(readFileSync(file, 'utf8'));
  const { shell, variants } = part.design;
  shell.zones = shell.zones.filter((z: { id: string }) => kept.includes(z.id));
  shell.uses = [];
  for (const v of variants)
    for (const placement of [v.design, v.baseline.design]) {
      const zones = Object.entries(placement.zones).filter(([zone]) => kept.includes(zone));
      Object.assign(placement, { zones: Object.fromEntries(zones), bays: {}, sheets: {} });
    }
  part.design.ready = { rust: [], holes: [], fixings: [] };
  part.log = [];
  const at = path.join(folder, `${name}.overcoat.json`);
  writeFileSync(at, JSON.stringify(part));
  return at;
}
const walled = partOf('walled', ['F', 'L', 'C', 'V', 'K1', 'K2']);

describe('asked by command line', () => {
  it('evaluate gives what the interface shows, of the variant named', async () => {
    const e = evaluateSettled(perigee!, perigee!.variants[1]!.design, library);
    const a = await answer('evaluate', file, '--variant', 'Bonded foam');
    expect(Object.keys(a.figures)).toEqual(FIGURE_KEYS);
    // Knocks that the file's log has told of move drumming a little.
    const own = wholeVan(e, library);
    expect(a.figures).toEqual({ ...own, quiet: expect.closeTo(own.quiet, 2) });
    expect(Object.keys(a.bays)).toEqual([...e.bays.keys()]);
    expect(a.bays.L3u).toMatchObject({
      uValue: e.heat.bays.get('L3u'),
      damp: { state: e.damp.bays.get('L3u')!.state },
    });
    const loss = a.zones.reduce((sum: number, z: { heat: number }) => sum + z.heat, 0);
    expect(loss).toBeCloseTo(e.heat.loss, 9);
    expect(await answer('evaluate', file, '--variant', 'b')).toEqual(a);
  });

  it('night, year and hot day are in SI units and close', async () => {
    const night = await answer('night', file);
    // A heater of a kilowatt or two, on for twelve hours.
    expect(night.energy).toBeGreaterThan(0.3 * night.heater * 12 * 3600);
    expect(night.energy).toBeLessThan(night.heater * 12 * 3600);
    expect(night.dawn).toBeCloseTo(perigee!.brief.cabin, 0);
    expect((await answer('night', file, '--heater-off')).dawn).toBeLessThan(night.dawn - 5);
    const year = await answer('year', file);
    expect(Math.max(year.waterBalance, year.energyBalance)).toBeLessThan(1e-9);
    expect(year.energy).toBeGreaterThan(50 * night.energy);
    const hot = await answer('hot-day', file, '--open', '0.15');
    expect(hot.hottest).toBeLessThan((await answer('hot-day', file)).hottest);
    expect(hot.roof).toBeGreaterThan(hot.outside);
  });

  it('night, year and hot day say what the cab does, and what another front or screens change', async () => {
    const open = await answer('night', walled);
    const heavy = await answer('night', walled, '--bulkhead', 'curtain');
    const fixed = await answer('night', walled, '--bulkhead', 'fixed');
    expect([open, heavy, fixed].map(n => n.cab.front)).toEqual(['open', 'heavy curtain', 'bulkhead']);
    expect(open.cab.share).toBeGreaterThan(heavy.cab.share);
    expect(heavy.cab.share).toBeGreaterThan(fixed.cab.share);
    expect(open.energy).toBeGreaterThan(fixed.energy);
    expect(open.cab.energy / open.energy).toBeGreaterThan(open.cab.share);
    const sum = (ran: Record<string, number>) => Object.values(ran).reduce((a, b) => a + b, 0);
    const wet = await answer('year', walled, '--bulkhead', 'curtain', '--nights', '7,0,0,0');
    expect(sum(wet.ranDown)).toBeCloseTo(wet.ran, 9);
    expect(wet.ranDown.windscreen).toBeGreaterThan(0);
    const hot = await answer('hot-day', walled);
    expect((await answer('hot-day', walled, '--covers')).hottest).toBeLessThan(hot.hottest);
    expect((await answer('hot-day', walled, '--bulkhead', 'fixed')).cab.hottest).toBeGreaterThan(
      hot.cab.hottest,
    );
    const wrong = await ask(['night', walled, '--bulkhead', 'half']);
    expect([wrong.code, wrong.error]).toEqual([2, expect.stringContaining('open, curtain or fixed')]);
  });

  it('answers for other nights and another seal than the file’s, and says what it would take', async () => {
    const bay = (a: { bays: Record<string, { damp: { peak: number } }> }) => a.bays.L3u!.damp.peak;
    const board = ['evaluate', walled, '--variant', 'Board and foil'];
    const [asIs, tight, away] = await Promise.all([
      answer(...board),
      answer(...board, '--seal', '1'),
      answer(...board, '--nights', '0,0,0,0'),
    ]);
    expect(bay(tight)).toBeLessThan(bay(asIs));
    expect(bay(away)).toBeLessThan(bay(asIs));
    const n = perigee!.brief.nights;
    const same = [n.winter, n.spring, n.summer, n.autumn].join(',');
    expect(await answer(...board, '--nights', same)).toEqual(asIs);
    const error = async (...args: string[]) => (await ask([...board, ...args])).error;
    expect(await error('--nights', '4,2')).toBe(
      '--nights takes four, from winter to autumn, as in 4,2,1,3, not “4,2”.\n',
    );
    expect(await error('--nights', '4,2,x,1')).toMatch(/--nights must be a number from 0 to 7, not “x”/);
    expect(await error('--seal', '90')).toMatch(/--seal must be a number from 0 to 1/);
  });

  it('evaluate tells drumming of the van and of each bay, by the knocks in the file', async () => {
    const { about, bays } = await answer('evaluate', file);
    expect(about.quietChange.likely).toBeLessThan(-3);
    expect(about.quietChange.low).toBeLessThan(about.quietChange.likely);
    expect(bays.L1w.quiet).toMatchObject({ lossFactor: 0.01, lossFactorFrom: 'word' });
    expect(bays.L3w.quiet.lossFactor).toBe(0.03);
    const all = Object.values(bays as Record<string, { quiet: { share: number } | null }>);
    expect(all.reduce((sum, b) => sum + (b.quiet?.share ?? 0), 0)).toBeCloseTo(1, 9);
  });

  it('deaden gives the sheet plan within its weight, in the order of sticking, with what was left out', async () => {
    const plan = await answer('deaden', file, '--mass', '8');
    expect(plan.mass).toBeLessThanOrEqual(8);
    expect(plan.stick.length + plan.leftOut.length).toBe(91);
    expect(plan.stick.reduce((sum: number, b: { mass: number }) => sum + b.mass, 0)).toBeCloseTo(
      plan.mass,
      6,
    );
    expect(plan.packs * plan.material.perPack).toBeGreaterThanOrEqual(plan.sheets);
    const worth = plan.stick.map((b: { takes: number; mass: number }) => b.takes / b.mass);
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
    const quiet = await answer('deaden', file, '--level=-4');
    expect(quiet.change.likely).toBeLessThan(-3.8);
    expect(quiet.mass).toBeLessThan(12);
  });

  it('knock reads the tones of a recording', async () => {
    const wav = fileURLToPath(new URL('../../core/src/physics/sound/fixtures/tap-bare.wav', import.meta.url));
    const { modes, verdict } = await answer('knock', wav);
    expect(verdict).toBe('rings');
    expect(modes[0].frequency).toBeCloseTo(63, 0);
    expect(modes[0].lossFactor).toBeCloseTo(0.012, 3);
    const picture = path.join(folder, 'picture.wav');
    writeFileSync(picture, Uint8Array.of(0xff, 0xd8, 0xff, 0xe0, 0, 0, 0, 0, 0, 0, 0, 0));
    expect(await ask(['knock', picture])).toMatchObject({
      code: 2,
      error: expect.stringContaining('no WAV file'),
    });
  });

  it.each([
    [
      [],
      'Ask something: evaluate, night, year, hot-day, knock, deaden, nest, pieces, holding, order, choose, disputes, demo are.',
    ],
    [['frobnicate'], '“frobnicate” is not asked here'],
    [['evaluate'], 'Name the design file'],
    [['evaluate', path.join(folder, 'none')], 'There is no readable file'],
    [['evaluate', file, '--variant', 'Z'], 'There is no variant “Z”; the file has “Board and foil”'],
    [['year', file, '--years', '1.5'], '--years must be a whole number from 1 to 10, not “1.5”.'],
    [
      ['night', file, '--wind'],
      'accepted: --variant, --nights, --seal, --covers, --bulkhead, --heater-off, --outside, --wind.',
    ],
    [['knock'], 'Name the recording'],
    [['deaden', file], 'Say what the plan may take'],
    [['deaden', file, '--mass', 'x'], '--mass must be a number from 0 to 500'],
    [['deaden', file, '--mass', '8', '--material', 'pir'], 'is no material for damping'],
    [['demo', 'moon'], 'There is no demo van “moon”: perigee or sandpiper.'],
  ])('a mistake is one sentence: %j', async (args, says) => {
    const { out, error, code } = await ask(args);
    expect(error).toContain(says);
    expect(error.trim().split('\n')).toHaveLength(1);
    expect([out, code]).toEqual(['', 2]);
  });

  it.each([
    ['{', 'is not complete JSON'],
    ['{"format":9}', 'format 9'],
    ['{"format":2,"design":{"format":2},"materials":[],"prices":[]}', 'The file is not accepted: at /design'],
  ])('a file that cannot be read is named: %s', async (text, says) => {
    const bad = path.join(folder, 'bad.json');
    writeFileSync(bad, text);
    const { error, code } = await ask(['evaluate', bad]);
    expect(error).toContain(says);
    expect(code).toBe(2);
  });

  it('runs unbuilt as a program: JSON on standard output, a mistake on standard error with exit 2', () => {
    const root = fileURLToPath(new URL('../..', import.meta.url));
    const run = (...args: string[]) =>
      spawnSync(process.execPath, ['--import', 'tsx', 'ask/src/main.ts', ...args], {
        cwd: root,
        encoding: 'utf8',
      });
    const demo = run('demo', 'sandpiper');
    expect(JSON.parse(demo.stdout).design.name).toBe('Sandpiper');
    expect([demo.stderr, demo.status]).toEqual(['', 0]);
    const wrong = run('evaluate');
    expect([wrong.stdout, wrong.status]).toEqual(['', 2]);
    expect(wrong.stderr).toContain('Name the design file');
  });

  it('nest lays an instance and says how far from the least it is; its mistakes in one sentence', async () => {
    const at = path.join(folder, 'instance.json');
    const write = (value: object) => writeFileSync(at, JSON.stringify(value));
    const instance = {
      kerf: 3,
      stock: [{ id: 'board', width: 1200, height: 2400, price: 30, quantity: null }],
      pieces: [{ id: 'a', width: 590, height: 590, quantity: 9, rotatable: true }],
    };
    write(instance);
    const a = await answer('nest', at, '--seconds', '0.2');
    expect(a).toMatchObject({ cost: 60, leastCost: 60, cheapest: true });
    expect(a.layout).toHaveLength(9);
    write({ ...instance, pieces: [{ ...instance.pieces[0], width: 1300, height: 1300 }] });
    expect(await ask(['nest', at])).toMatchObject({
      code: 2,
      error: expect.stringContaining('1300 x 1300 mm'),
    });
    write({ ...instance, stock: [{ ...instance.stock[0], quantity: 1 }] });
    expect(await ask(['nest', at])).toMatchObject({
      code: 2,
      error: expect.stringContaining('enough stock'),
    });
    expect(await ask(['nest', at, '--seconds', 'long'])).toMatchObject({ code: 2 });
    expect(await ask(['nest', 'nowhere.json'])).toMatchObject({ code: 2 });
  });

  it('pieces gives every outline as it is cut', async () => {
    const a = await answer('pieces', file);
    const taper = a.pieces.find((p: { id: string }) => p.id === 'L7u fill');
    expect(taper).toMatchObject({ material: expect.any(String), mirrored: true, above: 'TOP', left: 'REAR' });
    expect(taper.outline).toHaveLength(5);
    const fewer = await answer('pieces', file, '--gap-behind', '0.02');
    const scored = (all: { lines: { kind: string }[] }[]) =>
      all.flatMap(p => p.lines).filter(l => l.kind === 'score').length;
    expect(scored(fewer.pieces)).toBeLessThan(scored(a.pieces));
    const settled = await answer('pieces', file, '--strips', '--corner', '0.15', '--grain', 'crosswise');
    expect(scored(settled.pieces)).toBe(0);
    expect(settled.pieces.some((p: { role: string }) => p.role === 'corner')).toBe(true);
    expect(await ask(['pieces', file, '--grain', 'upwards'])).toMatchObject({
      code: 2,
      error: expect.stringContaining('lengthwise or crosswise'),
    });
  });

  it('holding says of every piece what holds it, and whether it will', async () => {
    const a = await answer('holding', file, '--variant', 'Breathing fibre');
    const overhead = a.pieces.find((p: { piece: string }) => p.piece === 'C1b fill');
    expect(overhead).toMatchObject({ by: 'friction', lies: 'overhead', verdict: 'comes down' });
    expect(a.hottest.roof).toBeGreaterThan(a.hottest.outside + 8);
    expect(a.pieces.length).toBeGreaterThan(150);
  });

  it('choose finds the proven optimum of an instance, names what is wrong with one, and a lay-up for every zone of a van', async () => {
    const layups = path.join(process.cwd(), 'core/src/choosing/fixtures/layups.json');
    const { instances } = JSON.parse(readFileSync(layups, 'utf8'));
    const [first] = instances;
    const a = await answer('choose', layups, '--name', first.name, '--seconds', '15');
    expect(Object.keys(a.choice)).toEqual(first.zones.map((z: { id: string }) => z.id));
    expect(a.value).toBeCloseTo(first.optimum.heatLoss, 3);
    expect(a.bound).toBeCloseTo(a.value, 3);
    expect(a.proven).toBe(true);
    expect(await ask(['choose', layups, '--name', 'none'])).toMatchObject({
      code: 2,
      error: expect.stringContaining('There is no instance “none”'),
    });
    // Two zones of it are weighed in seconds.
    const at = partOf('small', ['F', 'D1']);
    const b = await answer('choose', at, '--budget', '1000');
    expect(b.zones.map((z: { zone: string }) => z.zone)).toEqual(['F', 'D1']);
    expect(b.figures.money).toBeLessThanOrEqual(1000);
    expect((await answer('choose', at, '--budget', '200')).over).toBeGreaterThan(0.2);
    expect(b.zones[0].not.layers.length).toBeGreaterThan(0);
  });

  it('disputes gives ten answers, each with its figure, where it turns and what moves it', async () => {
    const { disputes, assumed } = await answer('disputes', file);
    expect(assumed).toBe(false);
    expect(disputes).toHaveLength(10);
    for (const d of disputes) {
      expect(d.says, d.id).toMatch(/\.$/);
      expect(typeof d.number.value, d.id).toBe('number');
      expect(d.turns.what.length, d.id).toBeGreaterThan(3);
      expect(d.moves.length, d.id).toBeGreaterThan(1);
    }
  });

  it('evaluate and order have one figure for what is to pay, and its parts add up', async () => {
    const [e, o] = [await answer('evaluate', file), await answer('order', file)];
    expect(o.cost).toBeCloseTo(e.figures.money, 9);
    expect(o.lines.reduce((sum: number, l: { cost: number }) => sum + l.cost, 0)).toBeCloseTo(o.cost, 9);
    expect(Object.values<number>(o.parts).reduce((a, b) => a + b, 0)).toBeCloseTo(o.cost, 9);
    expect(o.hours).toEqual(e.about.hoursBand);
    const zones = e.zones.reduce((sum: number, z: { money: number }) => sum + z.money, 0);
    expect(zones).toBeCloseTo(e.figures.money, 6);
    // Whoever has done it before buys fewer spares.
    expect((await answer('order', file, '--practised')).parts.spares).toBeLessThanOrEqual(o.parts.spares);
  });

  it('order lists everything to buy, takes what is at hand first, and refuses what is no shelf', async () => {
    const a = await answer('order', file, '--steps', '0');
    const keys = a.lines.map((l: { key: string }) => l.key);
    expect(keys).toEqual(expect.arrayContaining(['knife-blades', 'metal-primer', 'screws-16', 'respirator']));
    const at = path.join(folder, 'shelf.json');
    const shelf = {
      format: 1,
      supplies: { 'knife-blades': 40 },
      offcuts: [{ material: 'birch-ply', thickness: 0.009, width: 1.22, length: 1.9, count: 3 }],
    };
    writeFileSync(at, JSON.stringify(shelf));
    const b = await answer('order', file, '--steps', '0', '--shelf', at);
    expect(b.cost).toBeLessThan(a.cost - 100);
    const large = { ...shelf.offcuts[0]!, width: 3 };
    writeFileSync(at, JSON.stringify({ ...shelf, offcuts: [shelf.offcuts[0], large] }));
    expect(await ask(['order', file, '--shelf', at])).toMatchObject({
      code: 2,
      error: expect.stringContaining('/offcuts/1 It is larger than any sheet'),
    });
    writeFileSync(at, JSON.stringify({ ...shelf, offcuts: [{ material: 'pir', count: -1 }] }));
    expect(await ask(['order', file, '--currency', 'XYZ'])).toMatchObject({
      code: 2,
      error: expect.stringContaining('“XYZ” is no currency known here'),
    });
    expect(await ask(['order', file, '--shelf', at])).toMatchObject({
      code: 2,
      error: expect.stringContaining('is no shelf'),
    });
  });
});
