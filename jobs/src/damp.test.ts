import { applySchool, closesJoints, schools } from '@overcoat/core/buildup';
import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { USUAL_PAY } from '@overcoat/core/order/pipeline';
import { bayModelInput } from '@overcoat/core/studies/damp';
import { evaluateSettled } from '@overcoat/core/studies/settled';
import { library, sweep } from '@overcoat/core/testing';
import { NOTHING_HEARD } from '@overcoat/core/van/quiet';
import { expect, it } from 'vitest';
import type { FiguredRow } from './choose.ts';
import type { NightLife } from './damp.ts';
import { type Answer, type Ask, type JobKind, runJob } from './jobs.ts';
import type { Report } from './shelf.ts';

const [, design] = demoDesigns(library);
const placement = design!.variants[0]!.design;
const bare = { materials: [], prices: [], design: { shell: design!.shell, brief: design!.brief } };
const r = evaluate(design!, placement, library).bays.get('L2u')!;
const input = { ...bayModelInput(design!.shell, r), years: 2 };
const done = async <K extends JobKind>(kind: K, ask: Ask<K>, report?: Report): Promise<Answer<K>> => {
  const outcome = await runJob({ ...bare, kind, ask }, report);
  if (!outcome.ok) throw new Error(outcome.message);
  return outcome.answer;
};

it('computes two years of a bay, and says what it could not', async () => {
  expect((await done('years', { input, placement })).hours).toBe(17_520);
  const layers = [{ id: 'x', role: 'fill' as const, material: 'moon-dust', thickness: 0.02 }];
  const failed = await runJob({
    ...bare,
    kind: 'years',
    ask: { placement, input: { ...input, buildUp: { ...input.buildUp!, layers } } },
  });
  expect(failed).toMatchObject({ ok: false, message: expect.stringContaining('moon-dust') });
});

it('settles every school: at once without a word on damp, then each as its variant would stand', async () => {
  const placements = schools.map(s => ({
    id: s.id,
    design: applySchool(design!.shell, s.id, library),
    pay: USUAL_PAY,
  }));
  const told: { share: number; known: number }[] = [];
  const rows = await done('figured', { placements, heard: NOTHING_HEARD }, (share, soFar) =>
    told.push({ share, known: (soFar as FiguredRow[]).filter(r => r.climate !== null).length }),
  );
  expect(told[0]).toEqual({ share: 0, known: 0 });
  expect(told.map(t => t.known)).toEqual([0, 1, 2, 3, 4, 5]);
  // One of them as it is evaluated where it is laid; the others are settled alike.
  rows.slice(0, sweep(rows.length, 2)).forEach(({ damp, figures }, k) => {
    const e = evaluateSettled(design!, placements[k]!.design, library, NOTHING_HEARD, USUAL_PAY);
    expect([damp.state, damp.wetEnd.state]).toEqual([e.damp.state, e.damp.wetEnd.state]);
    expect([figures.water, damp.wetEnd.most]).toEqual([e.damp.most.likely, e.damp.most.wetEnd]);
    expect([figures.heat, figures.mass]).toEqual([e.heat.asUsed, e.load.mass]);
    expect([figures.money, figures.hours]).toEqual([e.pay!.total, e.pay!.hours[1]]);
  });
  // The sweep starts where the rows stand.
  const climates = rows.map(r => r.climate!);
  const bySeal = await done('sweep', { climates });
  expect(bySeal.at).toHaveLength(21);
  const at = (k: number) => bySeal.at.findIndex(q => Math.abs(q - schools[k]!.sealQuality) < 1e-9);
  rows.forEach((r, k) => {
    if (closesJoints(schools[k]!)) expect(bySeal.peak[k]![at(k)]).toBeCloseTo(r.figures.water, 9);
    expect(bySeal.state[k]![at(k)]).toBe(r.damp.state);
  });
  for (const c of bySeal.crossings) expect(c.at).toBeLessThanOrEqual(1);
  for (const peaks of bySeal.peak) expect(peaks.at(-1)!).toBeLessThanOrEqual(peaks[0]! + 1e-9);
  const band = await done('band', { climates });
  band.likely.forEach((peak, k) => {
    expect(peak).toBeCloseTo(rows[k]!.figures.water, 9);
  });
});

it('tells what moves the water of a bay, and how far it is', async () => {
  const shares: number[] = [];
  const effects = await done('effects', { placement, bay: 'L2u' }, s => shares.push(s));
  expect(effects.length).toBeGreaterThan(5);
  expect(shares.at(-1)).toBe(1);
  expect(shares).toEqual([...shares].sort((a, b) => a - b));
});

it('solves details, null where there is none', async () => {
  const base = {
    layers: r.buildUp!.layers,
    kind: r.zone.kind,
    width: 0.06,
    depth: 0.05,
    stuffed: null,
    outside: -5,
    inside: 18,
  };
  const [rib, batten] = await done('details', {
    cases: [
      { of: 'rib', ...base },
      { of: 'floor batten', ...base, layers: [] },
    ],
  });
  expect(rib!.coldest).toBeGreaterThan(-5);
  expect(batten).toBeNull();
});

it('computes the whole van, and a hot day in it', async () => {
  const shares: number[] = [];
  const choice = { covers: false, heater: null };
  const van = await done('van', { placement, choice }, s => shares.push(s));
  expect(van.hours).toBe(17_520);
  expect(shares.length).toBeGreaterThan(20);
  const here = { placement, colour: 'grey' as const, covers: false, air: 0 };
  const [sun, shade] = await done('hot', {
    cases: [
      { ...here, name: 'sun', open: 1 },
      { ...here, name: 'shade', open: 0.15 },
    ],
  });
  expect(shade!.peak).toBeLessThan(sun!.peak - 1);
}, 60_000);

it('computes the design night as it is lived, heated and not', async () => {
  const night = (life: Partial<NightLife>) =>
    done('night', {
      placement,
      life: { people: 1, ventilation: 8, cooking: 'gas', covers: true, wind: null, ...life },
    });
  const [usual, crowd, stuffy] = await Promise.all([
    night({}),
    night({ people: 4 }),
    night({ ventilation: 2 }),
  ]);
  expect(usual.size).toBeGreaterThan(200);
  expect(usual.heated.dawn).toBeCloseTo(design!.brief.cabin, 1);
  expect(usual.off.dawn).toBeLessThan(usual.heated.dawn - 3);
  expect(crowd.size).toBeLessThan(usual.size);
  expect(stuffy.heated.humidity.at(-1)!).toBeGreaterThan(usual.heated.humidity.at(-1)!);
});

it('studies every school by the hour, with progress', async () => {
  const shares: number[] = [];
  // Of one wall: of a whole van it takes minutes.
  const { shell } = bare.design;
  const small = { ...bare.design, shell: { ...shell, zones: shell.zones.filter(z => z.id === 'L') } };
  const outcome = await runJob({ ...bare, design: small, kind: 'study', ask: {} }, s => shares.push(s));
  if (!outcome.ok) throw new Error(outcome.message);
  const study = outcome.answer as Answer<'study'>;
  expect(study.bySeal).toHaveLength(study.seals.length);
  expect(study.byNights[0]).toHaveLength(study.bySeal[0]!.length);
  expect(shares.at(-1)).toBeCloseTo(1, 9);
  // An untaped school does not care for the seal.
  const open = study.bySeal.map(points => points.find(p => p.school === 'fibre-open')!.peak);
  expect(new Set(open).size).toBe(1);
  // More nights, more water.
  const foam = study.byNights.map(points => points.find(p => p.school === 'fibre-open')!.peak);
  expect(foam).toEqual([...foam].sort((a, b) => a - b));
});
