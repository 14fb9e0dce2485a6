import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoConversions } from '../demo/index.ts';
import { makeLibrary } from '../materials/index.ts';
import type { Design, Entry, Fact } from '../model/index.ts';
import { HOLE_STATES, RUST_STEPS } from '../model/lists/index.ts';
import { deleteBays, mergeBays, rename, splitBay } from '../survey/edits/index.ts';
import { factsOf } from './facts.ts';
import { holeUnready, nextHoleState, uncut } from './holes.ts';
import { type RustStepDone, rustState } from './rust.ts';
import { correction, fileOf, standing } from './standing.ts';

const { design: perigee, log: perigeeLog } = demoConversions(makeLibrary())[0]!;
let made = 0;
const entry = (fact: Fact, more: Partial<Entry> = {}): Entry => ({ id: `e${++made}`, fact, ...more });
const flag = (note: string, bay = 'L1w') => entry({ kind: 'flag', note }, { place: { zone: 'L', bay } });
const done = (d: { ok: boolean }) => {
  if (!d.ok) throw new Error('refused');
  return (d as unknown as { design: Design }).design;
};

describe('what stands of a log', () => {
  it('is each fact as its last correction puts it; the corrections themselves tell nothing', () => {
    const [a, b] = [flag('a'), flag('b')];
    const fix = (of: Entry, instead?: Fact): Entry => ({ id: `e${++made}`, ...correction(of.id, instead) });
    const notes = (...log: Entry[]) => standing(log).map(s => s.fact.kind === 'flag' && s.fact.note);
    expect(notes(a, b)).toEqual(['a', 'b']);
    expect(notes(a, b, fix(a))).toEqual(['b']);
    // Two corrections: both stay, the later holds; a fact struck can be put back.
    expect(notes(a, fix(a, { kind: 'flag', note: 'x' }), fix(a, { kind: 'flag', note: 'y' }))).toEqual(['y']);
    expect(notes(a, b, fix(a), fix(a, a.fact as Fact))).toEqual(['a', 'b']);
    // A correction may come in before what it corrects, and of nothing it says nothing.
    expect(notes(fix(a), a, b)).toEqual(['b']);
    expect(notes(fix(flag('gone')), b)).toEqual(['b']);
  });
  it('keeps time, place and who through a correction', () => {
    const told = { ...flag('a'), at: '2026-11-26', by: 'Wren' };
    const [now] = standing([told, { id: 'x', ...correction(told.id, { kind: 'flag', note: 'b' }) }]);
    expect(now).toMatchObject({
      id: told.id,
      at: '2026-11-26',
      by: 'Wren',
      corrected: true,
      place: told.place,
    });
  });
});

describe('rust', () => {
  const begun = '2026-09-12T09:20:00Z';
  const at = (minutes: number) => Date.parse(begun) + minutes * 60_000;
  const step = (name: RustStepDone['step'], when = begun): RustStepDone => ({
    step: name,
    at: when,
    entry: name,
  });
  it('is patched only where it is rusted through, and is bare there without a patch', () => {
    const dried = (['abrade', 'convert', 'rinse', 'dry'] as const).map(s => step(s));
    expect(rustState(dried, at(999), 'pitted')).toMatchObject({ next: 'prime', bare: true });
    expect(rustState(dried, at(999), 'hole')).toMatchObject({ next: 'patch', bare: true });
    const primed = [...dried, step('prime')];
    expect(rustState(primed, at(999), 'pitted').bare).toBe(false);
    expect(rustState(primed, at(999), 'hole')).toMatchObject({ next: 'patch', bare: true });
    expect(rustState([...primed, step('patch')], at(999), 'hole').bare).toBe(false);
  });
  it('waits for the converter: about fifteen minutes (common practice, no source)', () => {
    const spot = [step('abrade', '2026-09-12T09:05:00Z'), step('convert')];
    expect(rustState(spot, at(5))).toMatchObject({ next: 'rinse', wait: 600, bare: true });
    expect(rustState(spot, at(15))).toMatchObject({ next: 'rinse', wait: 0, bare: true });
    expect(rustState([{ ...step('convert'), at: undefined }], at(0)).wait).toBe(0);
  });
  it('is bare until primed and finished after the last step, in whatever order the steps came in', () => {
    expect(rustState([], 0)).toMatchObject({ next: 'abrade', wait: 0, bare: true, last: undefined });
    fc.assert(
      fc.property(fc.shuffledSubarray([...RUST_STEPS], { minLength: 1 }), steps => {
        const furthest = RUST_STEPS.findLast(s => steps.includes(s));
        const state = rustState(
          steps.map(s => step(s)),
          at(999),
          'hole',
        );
        expect(state.last!.step).toBe(furthest);
        expect(state.bare).toBe(!steps.includes('prime') || !steps.includes('patch'));
        expect(state.next).toBe(RUST_STEPS.find(s => !steps.includes(s)) ?? null);
      }),
    );
  });
});

describe('a hole', () => {
  const after = (...facts: Fact[]) =>
    factsOf(
      facts.map(fact => entry(fact, { about: 'hole3' })),
      perigee,
    ).holes.get('hole3') ?? uncut;
  const step = (name: 'cut' | 'edge primed' | 'bonded'): Fact => ({ kind: 'hole step', step: name });
  const test = (result: 'dry' | 'leaks'): Fact => ({ kind: 'leak test', by: 'hose', result });
  it('goes through its states one by one; only a dry test ends the chain, a leak sends it back', () => {
    expect(after().state).toBe('planned');
    const steps = [step('cut'), step('edge primed'), step('bonded')];
    for (const i of steps.keys()) expect(after(...steps.slice(0, i + 1)).state).toBe(HOLE_STATES[i + 1]);
    expect(after(step('cut'), test('dry')).state).toBe('cut');
    expect(after(...steps, test('leaks'))).toMatchObject({
      state: 'edge primed',
      tests: [{ result: 'leaks' }],
    });
    expect(after(...steps, test('leaks'), step('bonded'), test('dry')).state).toBe('leak-tested');
    expect(nextHoleState('leak-tested')).toBeNull();
  });
  it('says what stands against covering it until it is tested dry', () => {
    expect(holeUnready(after(step('cut')))).toContain('bare edge');
    expect(holeUnready(after(step('cut'), step('bonded'), test('leaks')))).toContain('bond it again');
    expect(holeUnready(after(step('bonded'), test('dry')))).toBeNull();
  });
});

describe('where facts are, as the map changes', () => {
  const log = [
    flag('again', 'L3m'),
    entry({ kind: 'knock', on: 'bare', sounds: 'rings' }, { place: { zone: 'L', bay: 'L3m' } }),
    entry({ kind: 'rust step', step: 'abrade' }, { about: 'rust2', place: { zone: 'F', bay: 'F2a' } }),
    entry(
      { kind: 'taken out', name: 'Ply', becomes: 'scrap', fixings: '', kept: '' },
      { place: { zone: 'F' } },
    ),
  ];
  const offMap = (d: Design) => factsOf(log, d).offMap.map(f => f.fact.kind);

  it('follow a bay through new names and into the bay it becomes part of; a part split off has none of its own', () => {
    const renamed = done(rename(done(rename(perigee, 'L3m', 'one')), 'one', 'two'));
    expect([...factsOf(log, renamed).flags.keys()]).toEqual(['two']);
    const merged = done(mergeBays(renamed, ['L3w', 'two']));
    expect([...factsOf(log, merged).knocks.keys()]).toEqual(['L3w']);
    const split = done(splitBay(perigee, 'L3m', 'across', 0.2));
    expect([...factsOf(log, split).flags.keys()]).toEqual(['L3m']);
    for (const d of [renamed, merged, split]) expect(offMap(d)).toEqual([]);
  });
  it('a new bay under an old name has what is logged under that name from now on', () => {
    const renamed = done(rename(done(rename(perigee, 'L3m', 'tall')), 'L2m', 'L3m'));
    expect([...factsOf(log, renamed).flags.keys()]).toEqual(['L3m']);
  });
  it('are kept and listed as off the map when bay, zone or spot has gone, and joined again when it comes back', () => {
    const without: Design = {
      ...done(deleteBays(perigee, ['L3m'])),
      ready: { ...perigee.ready, rust: perigee.ready.rust.filter(r => r.id !== 'rust2') },
    };
    expect(offMap(without)).toEqual(['flag', 'knock', 'rust step']);
    expect(offMap(perigee)).toEqual([]);
    const noFloor = {
      ...perigee,
      shell: { ...perigee.shell, zones: perigee.shell.zones.filter(z => z.id !== 'F') },
    };
    expect(offMap(noFloor)).toContain('taken out');
  });
  it('a fact about a spot lies where the spot lies now, and a photo outlives its spot on the bay', () => {
    const moved: Design = {
      ...perigee,
      ready: {
        ...perigee.ready,
        rust: perigee.ready.rust.map(r => (r.id === 'rust2' ? { ...r, bay: 'F1a' } : r)),
      },
    };
    expect(factsOf(log, moved).all.find(f => f.about === 'rust2')!.bay).toBe('F1a');
    const shot = entry(
      { kind: 'photo', hash: 'a'.repeat(64), width: 1, height: 1, note: '' },
      { about: 'never', place: { zone: 'F', bay: 'F2a' } },
    );
    const facts = factsOf([shot], perigee);
    expect([facts.photos[0]!.bay, facts.offMap]).toEqual(['F2a', []]);
  });
  it('a flag goes when the bay was come back to, and may come again', () => {
    const off = entry({ kind: 'flag off' }, { place: { zone: 'L', bay: 'L3m' } });
    expect(factsOf([...log, off], perigee).flags.size).toBe(0);
    expect(factsOf([...log, off, flag('more', 'L3m')], perigee).flags.get('L3m')!.fact.note).toBe('more');
  });
});

it('the demo van’s log is all about what is on its map', () => {
  const facts = factsOf(perigeeLog, perigee);
  expect(facts.offMap).toEqual([]);
  expect(facts.all).toHaveLength(perigeeLog.length);
  expect([...facts.flags.keys()]).toEqual(['R3w']);
});

it('a file is found in whatever fact names one, of a kind that is not known yet too', () => {
  const hash = 'b'.repeat(64);
  expect(fileOf({ kind: 'photo', hash, width: 1, height: 1, note: '' })).toBe(hash);
  expect(fileOf({ kind: 'spoken', words: '', sound: { hash, seconds: 3 } } as never)).toBe(hash);
  expect(fileOf({ kind: 'flag', note: hash })).toBeNull();
});
