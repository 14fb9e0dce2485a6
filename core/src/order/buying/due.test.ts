import { describe, expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import type { WorkshopEntry } from '../../model/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { cutGroups } from '../cutting/index.ts';
import { holdingOf } from '../holding/index.ts';
import { NestSearch } from '../nesting/index.ts';
import { cutPieces, USUAL_CHOICES } from '../pieces/index.ts';
import { takeOff } from '../takeoff/index.ts';
import { type Effort, STAGES, stageOf, workByStage, workHours } from '../work/index.ts';
import {
  dueOf,
  joinNeeds,
  needsFor,
  orderList,
  paceOf,
  shopsOf,
  stagesOf,
  surveyErrors,
  weighKit,
} from './index.ts';

const placement = perigee.variants[0]!.design;
const laid = layUp(perigee.shell, placement, library);
const pieces = cutPieces(perigee.shell, placement, laid, library, USUAL_CHOICES);
const mild = { roof: 40, outside: 25, inside: 30 };
const holdings = holdingOf(pieces, perigee.shell, placement, library, mild, new Map(), []);
const needs = needsFor(
  { ...perigee, placement, joints: laid.joints, takeOff: takeOff(laid, library), pieces, holdings },
  library,
);
const cuts = cutGroups(pieces, library).map(group => ({ group, nest: new NestSearch(group.problem).best }));
const by = { supplies: new Map(), prices: new Map(), firstTime: false, errors: surveyErrors(perigee.shell) };
const lines = orderList(cuts, null, needs, library, by);
const at = '2026-03-02T08:00:00Z';
let n = 0;
const entry = (fact: WorkshopEntry['fact']): WorkshopEntry => ({ id: `e${n++}`, at, fact });

describe('the work by stages', () => {
  it('has every piece in one stage, the floor’s together, and more hours for more of it', () => {
    expect(stageOf('damping', 'floor')).toBe('deadening');
    expect(stageOf('lining', 'floor')).toBe('floor');
    expect([stageOf('fill', 'ceiling'), stageOf('fill', 'wall')]).toEqual(['ceiling', 'walls and doors']);
    const hours = workByStage({ ...perigee, pieces, joints: laid.joints }, library);
    expect([...hours.keys()]).toEqual(STAGES);
    for (const [least, likely, most] of hours.values()) {
      expect(least).toBeLessThanOrEqual(likely);
      expect(likely).toBeLessThanOrEqual(most);
    }
    const half = workByStage({ ...perigee, pieces: pieces.slice(0, 60), joints: [] }, library);
    const sum = (of: Map<unknown, Effort>) => [...of.values()].reduce((s, h) => s + h[1], 0);
    expect(sum(half)).toBeLessThan(sum(hours));
  });
  it('takes hours for taping alone, as everybody finds: 185 m', () => {
    // Common practice, no source: always longer than thought.
    const [least, likely, most] = workHours({ taped: 185 });
    expect(least).toBeGreaterThan(3);
    expect(likely).toBeCloseTo(5.55, 9);
    expect(most).toBeLessThan(10);
  });
});

describe('when to order', () => {
  const stages = stagesOf(lines, pieces, perigee.shell);
  const hours = new Map(STAGES.map(s => [s, [4, 8, 16] as Effort]));
  const shops = shopsOf(lines, [], library);
  const key = (start: string) => lines.find(l => l.key.startsWith(start))!.key;
  it('by hand: eight hours a day, each stage half a day at best, less the days it takes to come', () => {
    const pace = { start: '2026-06-01', hours: 8, days: 'every day' as const };
    const due = dueOf(stages, hours, pace, shops);
    // Damping comes after making ready: four hours, the same day; linings after seven stages, on the fourth day.
    expect(due.get(key('damping-sheet'))).toEqual({
      stage: 'deadening',
      needed: '2026-06-01',
      order: '2026-05-28',
    });
    expect(due.get(key('screws-13'))).toMatchObject({
      stage: 'lining',
      needed: '2026-06-04',
      order: '2026-06-03',
    });
  });
  it('works on the days that were said', () => {
    // The first of June 2026 is a Monday.
    const due = dueOf(stages, hours, { start: '2026-06-01', hours: 8, days: 'weekends' }, shops);
    expect(due.get(key('damping-sheet'))!.needed).toBe('2026-06-06');
    expect(due.get(key('screws-13'))!.needed).toBe('2026-06-14');
    const week = dueOf(stages, hours, { start: '2026-06-06', hours: 8, days: 'weekdays' }, shops);
    expect(week.get(key('damping-sheet'))!.needed).toBe('2026-06-08');
  });
  it('knows a van’s pace as last said, and its own alone', () => {
    const pace = {
      kind: 'pace' as const,
      van: 'a',
      start: '2026-06-01',
      hours: 6,
      days: 'weekends' as const,
    };
    const entries = [entry(pace), entry({ ...pace, hours: 4 }), entry({ ...pace, van: 'b' })];
    expect(paceOf(entries, 'a')).toEqual({ start: '2026-06-01', hours: 4, days: 'weekends' });
    expect(paceOf(entries, 'c')).toBeNull();
  });
});

describe('shops', () => {
  it('are the usual ones until the person says, or orders there', () => {
    const ply = lines.find(l => l.key.startsWith('birch-ply'))!.key;
    expect(shopsOf(lines, [], library).get(ply)).toEqual({
      name: 'Builders’ merchant',
      lead: 1,
      said: false,
    });
    const said = entry({ kind: 'shop', name: 'the board yard', lead: 6, keys: [ply] });
    expect(shopsOf(lines, [said], library).get(ply)).toEqual({ name: 'the board yard', lead: 6, said: true });
    const ordered = entry({
      kind: 'ordered',
      order: 'o',
      van: 'a',
      supplier: 'the mill',
      lead: 9,
      lines: [{ key: ply, name: 'Ply', packs: 1, price: 1 }],
    });
    expect(shopsOf(lines, [said, ordered], library).get(ply)).toMatchObject({ name: 'the mill', lead: 9 });
  });
});

describe('several vans', () => {
  const twice = joinNeeds([
    { name: 'one', needs },
    { name: 'two', needs },
  ]);
  it('need the sum of what is used up, and one of each tool', () => {
    for (const t of twice) {
      const own = needs.find(o => o.supply.id === t.supply.id)!;
      expect(t.need).toBeCloseTo(own.supply.lasts ? own.need : 2 * own.need, 9);
      expect(t.uses).toHaveLength(2 * own.uses.length);
    }
  });
  it('never buy more packs together than each for itself', () => {
    const together = orderList([], null, twice, library, by);
    const apart = orderList([], null, needs, library, by);
    for (const t of together)
      expect(t.packs, t.name).toBeLessThanOrEqual(2 * apart.find(l => l.key === t.key)!.packs);
    expect(together.find(l => l.key === 'jigsaw')!.packs).toBe(1);
  });
});

describe('a kit against one’s own cutting', () => {
  const kit = {
    id: 'k',
    name: 'ready-cut linings',
    price: 600,
    zones: ['L', 'R'],
    roles: ['lining' as const],
    misfits: 0.1,
  };
  it('by hand: its price and misfits less the packs’ share, over the hours of cutting less those of cutting anew', () => {
    const w = weighKit(kit, pieces, lines, library);
    const own = pieces.filter(p => ['L', 'R'].includes(p.zone) && p.role === 'lining');
    expect(w.covers).toEqual(own.map(p => p.id));
    expect(w.own).toBeGreaterThan(20);
    expect(w.more).toBeCloseTo(600 + 0.1 * w.own - w.own, 9);
    for (const i of [0, 1, 2] as const)
      expect(w.turns![i]).toBeCloseTo(w.more / (w.saves[i] - w.misfits.hours[i]), 9);
    // The slower one cuts, the less an hour has to be worth.
    expect(w.turns![2]).toBeLessThan(w.turns![0]);
  });
  it('is worth it for nothing where it is cheaper, and never where it covers nothing or all of it misfits', () => {
    expect(weighKit({ ...kit, price: 1 }, pieces, lines, library).turns).toEqual([0, 0, 0]);
    expect(weighKit({ ...kit, zones: [] }, pieces, lines, library)).toMatchObject({
      covers: [],
      own: 0,
      turns: null,
    });
    expect(weighKit({ ...kit, misfits: 1 }, pieces, lines, library).turns).toBeNull();
  });
});
