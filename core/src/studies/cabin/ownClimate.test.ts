import { describe, expect, it } from 'vitest';
import { anyVan } from '../../demo/index.ts';
import { evaluate, inClimate } from '../../evaluate/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import { inCab } from '../../model/index.ts';
import { laid, library, perigee, sandpiper, sweep } from '../../testing/index.ts';
import { monthsOfYear } from '../../van/climate/index.ts';
import { dampState, wettestAt } from '../../van/wetting/index.ts';
import { bayBand, bayModel, bayModelInput, bayYears, differs, schoolsAt } from '../damp/index.ts';
import { evaluateOwn, ownAirAt, ownClimate, ownYear } from './ownClimate.ts';

/** The library with nothing in it that binds water. */
const unbinding: Library = new Map([...library].map(([id, m]) => [id, { ...m, sorption: 'none' as const }]));

describe('months of a van’s own hours', () => {
  const { year, cab } = ownYear(perigee!, perigee!.variants[0]!.design, library);
  const months = monthsOfYear(year);
  it('have all hours of the year, and their means', () => {
    for (const { month, seconds, regimes } of months) {
      expect(regimes.reduce((sum, r) => sum + r.share, 0)).toBeCloseTo(1, 12);
      const hours = [...year.month.keys()].filter(h => year.month[h] === month);
      expect(seconds).toBe(hours.length * 3600);
      for (const [series, of] of [
        [year.outside, (r: (typeof regimes)[number]) => r.outside.t],
        [year.inside, (r: (typeof regimes)[number]) => r.inside.t],
        [year.vapour, (r: (typeof regimes)[number]) => r.inside.p],
        [year.sun, (r: (typeof regimes)[number]) => r.sun],
      ] as const)
        expect(regimes.reduce((sum, r) => sum + r.share * of(r), 0)).toBeCloseTo(
          hours.reduce((sum, h) => sum + series[h]!, 0) / hours.length,
          8,
        );
    }
  });
  it('keep people warm at night, and the sunniest hours hottest', () => {
    const january = months.find(m => m.month === 0)!;
    const of = (kind: string) => january.regimes.find(r => r.kind === kind)!;
    expect(of('occupied').inside.t).toBeGreaterThan(perigee!.brief.cabin - 1.5);
    expect(of('noon').inside.t).toBeGreaterThan(of('day').inside.t);
    expect(of('empty night').inside.t).toBeLessThan(of('occupied').inside.t - 10);
  });
  it('of a bay round the cab are the cab’s, of a bulkhead those between the two', () => {
    const round = monthsOfYear(year, cab!);
    const between = monthsOfYear(year, year, cab!);
    const at = (list: typeof months) => list[3]!.regimes.find(r => r.kind === 'occupied')!;
    expect(at(round).inside.t).toBeLessThan(at(months).inside.t);
    expect(at(between).outside.t).toBeCloseTo(at(round).inside.t, 9);
    expect(at(between).sun).toBe(0);
  });
});

describe('hours and the verdict, on one climate', () => {
  it('agree within 25 % where nothing binds water, nothing runs off and there are more than 20 g/m2', () => {
    let told = 0;
    const vans = [
      ...perigee!.variants.map(v => ({ design: perigee!, placement: v.design })),
      ...[2, 5, 9, 14, 23].slice(0, sweep(5, 2)).map(seed => {
        const made = anyVan(seed, library);
        // An unflued flame wets everything until it runs.
        return {
          ...made,
          design: { ...made.design, brief: { ...made.design.brief, heating: 'dry' as const } },
        };
      }),
    ];
    for (const { design, placement } of vans) {
      const own = ownYear(design, placement, unbinding);
      const e = evaluateOwn(design, placement, unbinding);
      const seen = new Set<number>();
      for (const [id, laid] of e.bays) {
        const m = e.damp.bays.get(id)!.moisture;
        if (!m || seen.has(laid.like.index) || m.ran > 0 || m.peak < 0.02) continue;
        seen.add(laid.like.index);
        if (seen.size > 6) break;
        const hours = bayYears(
          { ...bayModelInput(design.shell, laid), years: 1 },
          ownAirAt(laid.zone.kind, own),
          unbinding,
        );
        if (hours.runOff > 0.001) continue;
        told++;
        const found = differs(m, { peak: hours.atMonths, ran: 0 }, laid.buildUp, unbinding);
        // Or 10 g/m2: what half a month of net wetting leaves that a whole month's mean does not see.
        const off = Math.abs(found.hours - found.months);
        expect(off, `${design.name} ${design.shell.pattern} ${id}`).toBeLessThan(
          Math.max(0.25 * found.months, 0.01),
        );
        expect(found.why).toEqual(['hours']);
      }
    }
    expect(told).toBeGreaterThan(8);
  });
  it('names storage where a lining binds water, run-off where it runs', () => {
    const { buildUps } = perigee!.variants[2]!.design;
    const lined = buildUps.find(b => b.layers.some(l => l.role === 'lining'))!;
    expect(differs({ peak: 0.08, ran: 0 }, { peak: 0.16, ran: 0 }, lined, library)).toMatchObject({
      by: 1,
      why: ['storage'],
    });
    expect(differs({ peak: 0.3, ran: 0.1 }, { peak: 0.2, ran: 0.2 }, lined, unbinding).why).toEqual([
      'run-off',
    ]);
    expect(differs({ peak: 0.0004, ran: 0 }, { peak: 0, ran: 0 }, null, library).by).toBe(0);
  });
});

describe('one verdict', () => {
  it('is the same wherever a bay is judged: van, bay, band, school and the quick way, over vans nobody chose', () => {
    for (let seed = 1; seed <= sweep(16, 5); seed++) {
      const { design, placement } = anyVan(seed, library);
      const climate = ownClimate(design, placement, library);
      const e = evaluate(design, placement, library, undefined, climate);
      expect(e.damp.climate.own).toBe(true);
      // Asked of damp alone, the same.
      const again = inClimate(evaluate(design, placement, library), design.shell, library, climate);
      expect(again.damp.state).toBe(e.damp.state);
      expect(again.damp.most).toEqual(e.damp.most);
      let [worst, grows] = [0, false];
      for (const [id, { state, moisture, wetEnd }] of e.damp.bays) {
        if (!moisture) continue;
        expect(state, id).toBe(dampState(moisture));
        expect(wetEnd!.moisture.peak).toBeGreaterThanOrEqual(0);
        worst = Math.max(worst, moisture.peak);
        grows ||= state === 'grows';
      }
      expect(e.damp.state === 'grows', `${seed}`).toBe(grows);
      const [quickly] = wettestAt(design, placement, library, [null], undefined, climate);
      expect(quickly!.peak, `${seed}`).toBeCloseTo(worst, 9);
      const band = e.damp.worst && bayBand(e, design, e.damp.worst, library);
      if (band) expect(band.likely).toBe(e.damp.bays.get(e.damp.worst!)!.moisture!.peak);
    }
  }, 240_000);
  it('a school judged among schools is what it is once laid', () => {
    const of = (design: typeof perigee) =>
      schoolsAt(design!, 0.9, library, (d, p) => ownClimate(d, p, library));
    for (const point of of(sandpiper)) {
      expect(point.evaluation.damp.climate.own).toBe(true);
      const most = Math.max(...[...point.evaluation.damp.bays.values()].map(b => b.moisture?.peak ?? 0));
      expect(point.peak).toBeCloseTo(most, 12);
    }
  });
  it('a bulkhead’s hours have the cab for outdoors, as its verdict has', () => {
    const own = ownYear(sandpiper!, sandpiper!.variants[0]!.design, library);
    const air = ownAirAt('bulkhead', own);
    expect([air.outside, air.inside]).toEqual([own.cab!.inside, own.year.inside]);
    const e = laid(sandpiper);
    const bulkhead = [...e.bays.values()].find(b => b.zone.kind === 'bulkhead')!;
    expect(bayModel(bayModelInput(sandpiper!.shell, bulkhead), library).facing).toEqual({ sun: 0, sky: 0 });
  });
  it('the cab’s own bays are judged in the cab’s air', () => {
    const [zone] = perigee!.shell.zones.filter(z => z.kind === 'cab door');
    const wall = perigee!.variants[0]!.design.zones.L!;
    const placement = {
      ...perigee!.variants[0]!.design,
      zones: { ...perigee!.variants[0]!.design.zones, [zone!.id]: wall },
    };
    const climate = ownClimate(perigee!, placement, library);
    const e = evaluate(perigee!, placement, library, undefined, climate);
    const bay = [...e.bays.values()].find(b => inCab(b.zone.kind) && b.buildUp)!;
    const here = e.damp.bays.get(bay.bay.id)!.moisture!;
    const inLoad = evaluate(perigee!, placement, library, undefined, { ...climate, cab: null });
    expect(here.peak).not.toBe(inLoad.damp.bays.get(bay.bay.id)!.moisture!.peak);
  });
});

it('what fibre and ply are is said by the library, not by name', () => {
  expect(materialOf(unbinding, 'birch-ply').sorption).toBe('none');
  expect(materialOf(library, 'birch-ply').sorption).toBe('wood');
});
