import { evaluate, withPay } from '@overcoat/core/evaluate';
import { weightsOf } from '@overcoat/core/figures';
import type { Placement } from '@overcoat/core/model';
import { payFor, USUAL_PAY } from '@overcoat/core/order/pipeline';
import { settle } from '@overcoat/core/studies/disputes';
import { laid, laidOwn, library, perigee } from '@overcoat/core/testing';
import { NOTHING_HEARD } from '@overcoat/core/van/quiet';
import { climateFor } from '@overcoat/core/van/wetting';
import { describe, expect, it } from 'vitest';
import { grams } from '../format.ts';
import { bestOf, FIGURES } from './index.ts';

const pay = { ...USUAL_PAY, ready: perigee.ready };
/** With what is to pay counted. */
const counted = (placement: Placement) =>
  withPay(
    evaluate(perigee, placement, library),
    perigee.shell,
    payFor(perigee.shell, placement, library, pay),
  );
const [a, b] = perigee.variants.map(v => counted(v.design));
const bare = counted({ buildUps: [], zones: {}, bays: {}, sheets: {} });
const named = (key: string) => FIGURES.find(f => f.key === key)!;

describe('headline figures', () => {
  it('print in both systems, money whole', () => {
    expect(named('mass').print(10, 'metric')).toBe('10.0 kg');
    expect(named('mass').print(10, 'imperial')).toBe('22.0 lb');
    expect(named('money').print(1873.6, 'metric')).toBe('£1874');
    expect(named('heat').print(16.46, 'metric')).toBe('16.5 W/K');
    expect(named('headroom').print(1.87, 'imperial')).toBe('6\' 1 5/8"');
    expect(named('water').print(named('water').of(a!, library), 'metric')).toBe('wets and dries');
  });

  it.each(FIGURES.map(f => [f.key, f] as const))(
    '%s: no change is told where there is none, and one where there is',
    (_, f) => {
      expect(f.change(f.of(a!, library), f.of(a!, library), 'metric')).toBeNull();
      expect(f.change(f.of(bare, library), f.of(a!, library), 'metric')).toMatch(/[−-]|\+|→/);
    },
  );

  it('say the change short beside the value, with its sign and without its unit', () => {
    expect(named('mass').changeShort(10, 12.5, 'metric')).toBe('+2.5');
    expect(named('headroom').changeShort(1.87, 1.83, 'metric')).toMatch(/^[−-]40$/);
    expect(named('water').changeShort(0, 3, 'metric')).toBeNull();
  });

  it.each(['mass', 'money', 'heat', 'fire'])('%s of the zones adds up to that of the van', key => {
    const f = named(key);
    const zones = perigee.shell.zones.reduce((sum, z) => sum + (f.ofZone(a!, z.id, library) ?? 0), 0);
    expect(zones / f.of(a!, library)).toBeCloseTo(1, 6);
  });

  it('of damp: the worst zone is as bad as the van', () => {
    const f = named('water');
    expect(Math.max(...perigee.shell.zones.map(z => f.ofZone(a!, z.id, library)!))).toBe(f.of(a!, library));
  });

  it('warn of the limits in the brief, and say by how much', () => {
    const tight = { ...perigee, brief: { ...perigee.brief, payload: 100, budget: 500 } };
    expect([named('mass').alert(a!, perigee), named('mass').alert(a!, tight)]).toEqual([false, true]);
    expect(named('mass').note(a!, tight, 'metric', library)).toContain('over the payload');
    expect(named('money').note(a!, tight, 'metric', library)).toContain('over the budget');
  });

  it('of hours have a band round what is likely, and none until they are counted', () => {
    const { band, of } = named('hours');
    const [low, high] = /([\d.]+) h to ([\d.]+) h/.exec(band!(a!)!)!.slice(1).map(Number) as [number, number];
    expect(low).toBeLessThan(of(a!, library));
    expect(high).toBeGreaterThan(of(a!, library));
    expect(band!(laid(perigee))).toBeNull();
  });

  it('of money and hours say that they are counted until they are, and are no change by then', () => {
    const fresh = laid(perigee);
    for (const key of ['money', 'hours']) {
      expect(named(key).print(named(key).of(fresh, library), 'metric')).toBe('…');
      expect(named(key).note(fresh, perigee, 'metric', library)).toContain('counted');
      expect(
        named(key).change(named(key).of(a!, library), named(key).of(fresh, library), 'metric'),
      ).toBeNull();
      expect(named(key).alert(fresh, { ...perigee, brief: { ...perigee.brief, budget: 1 } })).toBe(false);
    }
  });

  it('of damp are told with their water once they have settled, and wait until then', () => {
    const f = named('water');
    const own = laidOwn(perigee);
    expect([f.waits!(a!), f.waits!(own), f.waits!(bare)]).toEqual([true, false, false]);
    expect(f.tells!(bare, own)).toBe(`damp: not lined → builds up (${grams(own.damp.most.likely)})`);
    expect(f.tells!(own, own)).toBeNull();
  });

  it('of heat say what ribs take as the dispute over ribs does, the cab’s within the cab', () => {
    const { variants } = perigee;
    const plain = {
      ...variants[0]!.design,
      ribs: Object.fromEntries(perigee.shell.zones.map(z => [z.id, 'clear' as const])),
      buildUps: variants[0]!.design.buildUps.map(layup => ({
        ...layup,
        layers: layup.layers.filter(l => l.role !== 'over-rib'),
      })),
    };
    const e = evaluate(perigee, plain, library);
    const asked = {
      design: perigee,
      placement: plain,
      library,
      heard: NOTHING_HEARD,
      climate: climateFor(perigee.shell, perigee.brief),
      avoided: { materials: [] },
      weights: weightsOf(perigee.brief),
    };
    const { number } = settle(asked).disputes.find(d => d.id === 'ribs')!.dispute!;
    const ribs = `ribs ${Math.round(100 * number.value)} %`;
    expect(named('heat').note(e, perigee, 'metric', library)).toContain(ribs);
  });

  it('each opens a working whose result is the figure', () => {
    for (const f of FIGURES) expect(f.working(a!, perigee, library)!.steps.length).toBeGreaterThan(1);
    expect(named('water').working(bare, perigee, library)).toBeNull();
  });

  it('know which of two is better, and that one alone is not', () => {
    for (const f of FIGURES) {
      const values = [f.of(a!, library), f.of(b!, library)];
      expect(bestOf(f, values)).toBe(f.better === 'less' ? Math.min(...values) : Math.max(...values));
      expect(bestOf(f, values.slice(0, 1))).toBeNaN();
    }
  });
});
