import { describe, expect, it } from 'vitest';
import { applySchool, layUp, schools } from '../../buildup/index.ts';
import { demoDesigns } from '../../demo/index.ts';
import { evaluate } from '../../evaluate/evaluate.ts';
import { inCab, type Placement } from '../../model/index.ts';
import { takeOff } from '../../order/takeoff/index.ts';
import { laid as evaluated, library } from '../../testing/index.ts';
import { glazing } from '../climate/index.ts';
import { glassOf } from './bayMonths.ts';
import { dampState } from './verdict.ts';
import { wetterThan, wettestAt } from './wettest.ts';

const vans = demoDesigns(library);
const [perigee] = vans;

/** The slow way: evaluate everything, look at every bay. */
function bruteForce(van: (typeof vans)[number], placement: Placement) {
  let worst = { bay: '', peak: -1, night: 0, days: 0 };
  for (const [bay, { moisture }] of evaluate(van, placement, library).damp.bays) {
    if (!moisture) continue;
    const here = {
      bay,
      peak: moisture.peak,
      night: moisture.nightDiffusion + moisture.nightLeakage,
      days: moisture.daysToDry,
    };
    if (wetterThan(here, worst)) worst = here;
  }
  return worst;
}

describe('the wettest bay against seal quality', () => {
  const seals = [0, 0.2, 0.5, 0.8, 0.9, 0.95, 0.99, 1];
  for (const van of vans)
    it.each(schools.map(s => s.id))(
      `${van.name}, %s: asking only some bays finds the same as asking all`,
      id => {
        const placement = applySchool(van.shell, id, library);
        const found = wettestAt(van, placement, library, seals);
        seals.forEach((sealQuality, i) => {
          const sealed = {
            ...placement,
            buildUps: placement.buildUps.map(b => (b.seams === 'taped' ? { ...b, sealQuality } : b)),
          };
          const all = bruteForce(van, sealed);
          expect(found[i]!.peak, `${sealQuality}`).toBeCloseTo(all.peak, 10);
          expect(found[i]!.night, `${sealQuality}`).toBeCloseTo(all.night, 10);
        });
      },
    );
  it('gives them back in the order they were asked in', () => {
    const placement = applySchool(perigee!.shell, 'board-foil', library);
    const up = wettestAt(perigee!, placement, library, [0.2, 0.9]);
    const down = wettestAt(perigee!, placement, library, [0.9, 0.2]);
    expect(down).toEqual([...up].reverse());
  });
  it('has nothing to say of a bare van', () =>
    expect(wettestAt(perigee!, { buildUps: [], zones: {}, bays: {}, sheets: {} }, library, [0.5])).toEqual([
      { bay: '', peak: 0, night: 0, days: 0 },
    ]));
});

describe('what a bay is given', () => {
  const laid = layUp(perigee!.shell, perigee!.variants[0]!.design, library);
  it('air rises over an upright bay’s own height, hardly at all under a ceiling or over a floor', () => {
    for (const { zone, bay, like } of laid.bays.values()) {
      const h = like.joints.height;
      if (zone.kind === 'wall') expect(h).toBe(bay.height.value);
      if (zone.kind === 'floor' || zone.kind === 'ceiling') expect(h).toBeLessThanOrEqual(0.05);
    }
  });
  it('joints a square metre are those the take-off tapes, none where nothing is', () => {
    const { length, area } = laid.joints.find(j => j.zone === 'L')!;
    expect(laid.bays.get('L1w')!.like.joints.seamLength).toBeCloseTo(length / area, 12);
    const tapes = takeOff(laid, library).lines.filter(l => l.why === 'tapes every seam');
    const taped = laid.joints.filter(j => j.taped).reduce((sum, j) => sum + j.length, 0);
    expect(tapes.reduce((sum, l) => sum + l.need, 0)).toBeCloseTo(taped * 1.1, 9);
    const bare = layUp(perigee!.shell, { buildUps: [], zones: {}, bays: {}, sheets: {} }, library);
    expect(bare.bays.get('L1w')!.like.joints.seamLength).toBe(0);
  });
  it('all glass is one pane, weighed by area', () => {
    const { area, fRsi } = glassOf(perigee!.shell);
    const openings = perigee!.shell.zones
      .filter(z => !inCab(z.kind))
      .flatMap(z => z.openings.map(o => ({ o, z })));
    expect(area).toBeCloseTo(
      openings.reduce((s, { o }) => s + o.width.value * o.height.value, 0),
      12,
    );
    const factors = openings.map(
      ({ o, z }) => glazing(o.glazing, z.kind === 'ceiling' ? 'up' : 'horizontal').fRsi,
    );
    expect(fRsi).toBeGreaterThanOrEqual(Math.min(...factors) - 1e-12);
    expect(fRsi).toBeLessThanOrEqual(Math.max(...factors) + 1e-12);
    const bare = { ...perigee!.shell, zones: perigee!.shell.zones.map(z => ({ ...z, openings: [] })) };
    expect(glassOf(bare)).toEqual({ area: 0, fRsi: 1 });
  });
  it('is dry under a tenth of the 500 g/m2 of DIN 4108-3 (from memory), and grows only beyond noise', () => {
    const [some] = evaluated(perigee!).damp.bays.values();
    const m = some!.moisture!;
    expect(dampState({ ...m, highest: 0.049, growth: 0.5 })).toBe('dry');
    expect(dampState({ ...m, highest: 0.051, growth: 0.0009 })).toBe('dries');
    expect(dampState({ ...m, highest: 0.051, growth: 0.0011 })).toBe('grows');
  });
});
