import { describe, expect, it } from 'vitest';
import { evaluate } from '../../evaluate/index.ts';
import { materialOf } from '../../materials/index.ts';
import { withFront } from '../../survey/patterns/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { cabSavings } from './cabSavings.ts';
import { thickerWalls } from './thickerWalls.ts';
import { uOf, vanModel } from './vanModel.ts';

const [variant] = perigee!.variants;

describe('what can be done about the cab', () => {
  const shares: number[] = [];
  const { asItStands, cases } = cabSavings(perigee!, variant!, library, s => shares.push(s))!;
  const of = (name: RegExp) => cases.find(c => name.test(c.name))!;
  it('is told as far as it is, each thing once', () => {
    expect(cases.map(c => c.name)).toEqual([
      'a thin curtain',
      'a heavy curtain',
      'a bulkhead, lined',
      'screens inside its glass',
      'screens outside its glass',
    ]);
    expect(shares).toHaveLength(1 + 2 * cases.length);
    expect(shares.at(-1)).toBe(1);
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
  });
  it('saves heat with each, more with what closes more, and sun with screens', () => {
    for (const c of cases) {
      expect(c.figures.watts, c.name).toBeLessThan(asItStands.watts);
      expect(c.figures.winter, c.name).toBeLessThan(asItStands.winter);
      expect(c.figures.hottest, c.name).toBeLessThan(asItStands.hottest);
      expect(c.cost, c.name).toBeGreaterThan(0);
    }
    expect(of(/heavy/).figures.watts).toBeLessThan(of(/thin/).figures.watts);
    expect(of(/bulkhead/).figures.watts).toBeLessThan(of(/heavy/).figures.watts);
    expect(of(/outside/).figures.hottest).toBeLessThan(of(/inside/).figures.hottest);
  });
  it('windows undo walls: closing an open cab saves more than the same money in walls that are lined already (common practice, no source)', () => {
    for (const c of cases) {
      expect(c.walls!.watts, c.name).toBeLessThan(asItStands.watts);
      expect(c.figures.watts, c.name).toBeLessThan(c.walls!.watts);
    }
  });
  it('leaves out what is there already, and says nothing of a van whose cab nobody surveyed', () => {
    const shell = withFront(perigee!.shell, 'bulkhead');
    const placement = {
      ...variant!.design,
      zones: { ...variant!.design.zones, B: variant!.design.zones.L! },
    };
    const shut = cabSavings({ ...perigee!, shell }, { ...variant!, design: placement }, library)!;
    expect(shut.cases.map(c => c.name)).toEqual(['screens inside its glass', 'screens outside its glass']);
    const { cab: _, ...unknown } = perigee!.shell;
    expect(cabSavings({ ...perigee!, shell: unknown }, variant!, library)).toBeNull();
  });
});

describe('the same money in the walls', () => {
  const e = evaluate(perigee!, variant!.design, library);
  const model = vanModel(e, perigee!.shell, perigee!.brief, { covers: false, heater: null }, library);
  it('buys so much more of what is there, by hand: money over area and price, of its own conductivity', () => {
    const thick = thickerWalls(model, e, 200, library)!;
    const grown = model.parts.flatMap((p, i) =>
      thick.parts[i] === p ? [] : [{ was: p, is: thick.parts[i]! }],
    );
    expect(grown.length).toBeGreaterThan(3);
    const board = materialOf(library, 'pir');
    const price = Math.min(...board.stock.map(s => s.price / (s.perPack * s.length * s.width * s.thickness)));
    const area = grown.reduce((sum, g) => sum + g.was.area, 0);
    const more = 200 / (area * price);
    for (const { was, is } of grown)
      expect(1 / uOf(is) - 1 / uOf(was)).toBeCloseTo(more / board.conductivity, 6);
  });
  it('buys nothing where there is no money, or nothing to thicken', () => {
    expect(thickerWalls(model, e, 0, library)).toBeNull();
    const bare = { buildUps: [], zones: {}, bays: {}, sheets: {} };
    const none = evaluate(perigee!, bare, library);
    const steel = vanModel(none, perigee!.shell, perigee!.brief, { covers: false, heater: null }, library);
    expect(thickerWalls(steel, none, 200, library)).toBeNull();
  });
});
