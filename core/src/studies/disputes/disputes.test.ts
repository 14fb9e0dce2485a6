import { describe, expect, it } from 'vitest';
import { applySchool, newDesign } from '../../buildup/index.ts';
import { figuresBy } from '../../figures/index.ts';
import { assumed, type Design } from '../../model/index.ts';
import { library } from '../../testing/index.ts';
import { NOTHING_HEARD } from '../../van/quiet/index.ts';
import { climateFor, moister } from '../../van/wetting/index.ts';
import {
  answerWords,
  DISPUTES,
  type Dispute,
  type DisputeId,
  type DisputeQuestion,
  QUESTIONS,
  settle,
  turnWords,
} from './index.ts';

const design = newDesign('Judge', 'mid');
const weights = { ...figuresBy(() => 2 as const), fire: 0 } as const;
const asked = (school: string, more: Partial<DisputeQuestion> = {}): DisputeQuestion => ({
  design,
  placement: applySchool(design.shell, school, library),
  library,
  heard: NOTHING_HEARD,
  climate: climateFor(design.shell, design.brief),
  weights,
  ...more,
});
const settled = (of: DisputeQuestion): Record<DisputeId, Dispute | null> => {
  const { disputes } = settle(of);
  return Object.fromEntries(disputes.map(d => [d.id, d.dispute])) as Record<DisputeId, Dispute | null>;
};
const [fibre, board] = [settled(asked('fibre-open')), settled(asked('board-foil'))];
const turnOf = (d: Dispute | null) => d!.turning.x.turns;
const priced = (factor: number, pick: (id: string) => boolean) =>
  new Map(
    [...library].map(([id, m]) => [
      id,
      pick(id) ? { ...m, stock: m.stock.map(s => ({ ...s, price: s.price * factor })) } : m,
    ]),
  );
const brief = (change: Partial<Design['brief']>): Design => ({
  ...design,
  brief: { ...design.brief, ...change },
});

describe('all ten', () => {
  it('have a question, an answer among their ways or in words, a figure and lines to tell it by', () => {
    const print = (v: number, unit: string) => `${v.toFixed(3)} ${unit}`;
    for (const id of DISPUTES) {
      const d = board[id]!;
      expect(QUESTIONS[id]).toMatch(/\?$/);
      expect(answerWords(d, print), id).toMatch(/[.]$/);
      expect(answerWords(d, print), id).not.toMatch(/undefined|NaN|null/);
      expect(turnWords(d, print), id).not.toMatch(/undefined|NaN|null/);
      expect(Number.isFinite(d.number.value), id).toBe(true);
      expect(d.moves.length, id).toBeGreaterThan(1);
      for (const { points } of d.turning.lines) {
        expect(points.length, id).toBeGreaterThan(1);
        for (const p of points) expect(Number.isFinite(p.x + p.y), id).toBe(true);
        expect(points.map(p => p.x)).toEqual(points.map(p => p.x).sort((a, b) => a - b));
      }
    }
  });
  it('of a bare van rest on what the usual school would lay, and say so', () => {
    const bare = settle(
      asked('board-foil', { placement: { buildUps: [], zones: {}, bays: {}, sheets: {} } }),
    );
    expect(bare.assumed).toBe(true);
    expect(bare.disputes.every(d => d.dispute)).toBe(true);
  });
  it('of a van with one zone say nothing where it has nothing', () => {
    const shell = { ...design.shell, zones: design.shell.zones.filter(z => z.kind === 'floor') };
    const own = settled(asked('board-foil', { design: { ...design, shell } }));
    expect(own.floor).not.toBeNull();
    for (const id of ['barrier', 'seal', 'foil', 'ribs', 'ceiling', 'deadening'] as const)
      expect(own[id], id).toBeNull();
  });
});

describe('vapour', () => {
  it('a barrier is worth it where people add water to fibre, and not where they add none or the fill keeps it off', () => {
    expect(fibre.barrier!.answer).toBe('barrier');
    const dry = settled(asked('fibre-open', { climate: moister(asked('fibre-open').climate, 0) }));
    expect(dry.barrier!.answer).toBe('none');
    const foam = settled(asked('bonded-foam'));
    expect(foam.barrier!.number.value).toBeLessThan(fibre.barrier!.number.value);
    // The wetter inside, the more it keeps out.
    const wet = settled(asked('fibre-open', { climate: moister(asked('fibre-open').climate, 2) }));
    expect(wet.barrier!.number.value).toBeGreaterThan(fibre.barrier!.number.value);
  });
  it('the better it is sealed, the less it takes up, and never more than none by much', () => {
    const [own, none] = fibre.seal!.turning.lines;
    const ys = own!.points.map(p => p.y);
    expect(ys).toEqual([...ys].sort((a, b) => b - a));
    expect(ys.at(-1)!).toBeLessThan(none!.points[0]!.y);
    const dry = settled(asked('fibre-open', { climate: moister(asked('fibre-open').climate, 0) }));
    expect(dry.seal!.answer).toBe('no seal is worth it');
  });
  it('a foil is a mirror only before air, the more of it the more, and against vapour where there is some', () => {
    const points = fibre.foil!.turning.lines[0]!.points;
    expect(points.at(-1)!.y).toBeGreaterThan(points[0]!.y);
    expect(fibre.foil!.answer).toBe('against vapour');
    const dry = settled(asked('fibre-open', { climate: moister(asked('fibre-open').climate, 0) }));
    expect(dry.foil!.answer).not.toBe('against vapour');
    // A film that does not shine is no mirror.
    const dull = new Map([...library].map(([id, m]) => [id, { ...m, emissivity: 0.9, emissivityBack: 0.9 }]));
    expect(
      settled(asked('fibre-open', { library: dull })).foil!.turning.lines[0]!.points.at(-1)!.y,
    ).toBeLessThan(0.01);
  });
});

describe('what is stuck, stuffed and laid', () => {
  it('more deadening is worth it to whom quiet matters more, less to whom weight does', () => {
    const at = (quiet: number, mass: number) =>
      turnOf(settled(asked('fibre-open', { weights: { ...weights, quiet, mass } })).deadening)!;
    expect(at(0, 2)).toBe(0);
    expect(at(3, 1)).toBeGreaterThan(at(1, 3));
    const ys = fibre.deadening!.turning.lines[0]!.points.map(p => p.y);
    expect(ys.at(-1)!).toBeLessThan(ys[0]!);
  });
  it('ribs: a strip turns with what warmth is worth and with its price', () => {
    expect(fibre.ribs!.sides.find(s => s.name === 'a strip over them')!.heat).toBeLessThan(
      fibre.ribs!.sides.find(s => s.name === 'clear')!.heat,
    );
    const cold = settled(asked('fibre-open', { weights: { ...weights, heat: 0 } }));
    expect(cold.ribs!.answer).toBe('clear');
    const dear = settled(asked('fibre-open', { library: priced(4, id => id === 'elastomeric-plain') }));
    expect(turnOf(dear.ribs) ?? 1e9).toBeGreaterThan(turnOf(fibre.ribs)!);
  });
  it('a floor loses more by wider battens, and its insulation thins where height is short', () => {
    const wide = asked('board-foil');
    const widened: DisputeQuestion = {
      ...wide,
      placement: {
        ...wide.placement,
        buildUps: wide.placement.buildUps.map(b => ({
          ...b,
          layers: b.layers.map(l => (l.role === 'batten' ? { ...l, width: l.width * 2 } : l)),
        })),
      },
    };
    const battens = settled(widened)['floor battens']!;
    expect(battens.number.value).toBeGreaterThan(board['floor battens']!.number.value);
    const high = { headHeight: assumed(design.shell.height.value - 0.03) };
    const keen = { ...weights, heat: 3, headroom: 0 } as const;
    const low = brief({ headHeight: assumed(design.shell.height.value - 0.3) });
    const free = settled(asked('board-foil', { weights: keen, design: low })).floor!;
    const short = settled(asked('board-foil', { weights: keen, design: brief(high) })).floor!;
    expect(turnOf(short)!).toBeLessThan(turnOf(free)!);
    const none = brief({ headHeight: assumed(design.shell.height.value) });
    expect(settled(asked('board-foil', { weights: keen, design: none })).floor!.answer).toBe('no room');
    expect(free.answer).toBe('insulated');
    const careless = settled(asked('board-foil', { design: low, weights: { ...weights, heat: 0 } })).floor!;
    expect(careless.answer).toBe('bare ply');
  });
  it('a ceiling is soft where money and work count alone, strong where warmth does', () => {
    const by = (w: Partial<DisputeQuestion['weights']>) =>
      settled(asked('fibre-open', { weights: { ...weights, ...w } })).ceiling!.answer;
    expect(by({ heat: 3, money: 0, hours: 0 })).toBe('thin and strong');
    expect(by({ heat: 0, water: 0, mass: 0, headroom: 0 })).toBe('thick and soft');
  });
});

describe('where money goes', () => {
  it('screens are worth it with much glass and bare walls less', () => {
    const points = fibre.glass!.turning.lines[0]!.points;
    expect(points.at(-1)!.y).toBeCloseTo(fibre.glass!.number.value, 9);
    // Dear insulation: the same money does less in the walls; a dearer screen leaves more money for them.
    const dear = settled(asked('fibre-open', { library: priced(5, id => id === 'recycled-polyester') }));
    const walls = (d: typeof fibre) => d.glass!.turning.lines[1]!.points[0]!.y;
    expect(walls(dear)).toBeLessThan(walls(fibre));
    expect(turnOf(dear.glass) ?? 1).toBeLessThanOrEqual(turnOf(fibre.glass) ?? 1);
    const screens = settled(asked('fibre-open', { library: priced(0.05, id => id === 'screen-mat') }));
    expect(walls(screens)).toBeLessThan(walls(fibre));
    expect(turnOf(screens.glass)!).toBeLessThan(1);
  });
  it('a kit pays to whom hours matter, and later where its material is dear', () => {
    const turn = turnOf(board.kit)!;
    expect(turnOf(settled(asked('board-foil', { library: priced(2, () => true) })).kit)!).toBeCloseTo(
      2 * turn,
      6,
    );
    const at = (hours: number, money: number) =>
      settled(asked('board-foil', { weights: { ...weights, hours, money } })).kit!;
    expect(at(0, 3).answer).toBe('own cutting');
    expect(at(3, 1).turning.x.at!).toBeGreaterThan(at(0, 3).turning.x.at!);
  });
});
