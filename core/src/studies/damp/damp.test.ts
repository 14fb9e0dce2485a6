import { describe, expect, it } from 'vitest';
import { applySchool } from '../../buildup/index.ts';
import { demoDesigns } from '../../demo/index.ts';
import { bayResult, evaluate } from '../../evaluate/index.ts';
import type { Shell } from '../../model/index.ts';
import { library } from '../../testing/index.ts';
import { climates, hourlyYear } from '../../van/climate/index.ts';
import { glassOf } from '../../van/wetting/index.ts';
import { bayModelInput } from './bayModel.ts';
import { bayYears } from './bayYear.ts';
import { dayResponse } from './dayResponse.ts';
import { roomFace } from './roomFace.ts';
import { schoolsAt, sealed, sealSweep } from './schoolsCompared.ts';
import { adviseSchool, type SchoolYears } from './schoolYears.ts';
import { sensitivity } from './sensitivity.ts';

const demo = demoDesigns(library)[0]!;
const design = {
  ...demo,
  shell: { ...demo.shell, skin: { ...demo.shell.skin, colour: 'grey' as Shell['skin']['colour'] } },
};
const year = hourlyYear(design.brief, glassOf(design.shell));

describe('the hourly year', () => {
  it('keeps each month’s mean within half a kelvin of the climate’s, joined straight, and its sun within a tenth', () => {
    const climate = climates.find(c => c.id === design.brief.climate)!;
    for (let month = 0; month < 12; month++) {
      let [t, sun, n] = [0, 0, 0];
      for (let h = 0; h < 8760; h++)
        if (year.month[h] === month) {
          t += year.outside[h]!;
          sun += year.sun[h]!;
          n++;
        }
      const [before, after] = [
        climate.temperature[(month + 11) % 12]!,
        climate.temperature[(month + 1) % 12]!,
      ];
      const joined = 0.75 * climate.temperature[month]! + 0.125 * (before + after);
      expect(Math.abs(t / n - joined), `month ${month}`).toBeLessThan(0.5);
      expect(sun / (n / 24) / 1000 / climate.sun[month]!).toBeGreaterThan(0.75);
      expect(sun / (n / 24) / 1000 / climate.sun[month]!).toBeLessThan(1.25);
    }
  });
  it('is the same for the same seed and another for another', () => {
    const glass = glassOf(design.shell);
    expect(hourlyYear(design.brief, glass, 1).outside).toEqual(year.outside);
    expect(hourlyYear(design.brief, glass, 2).outside).not.toEqual(year.outside);
  });
  it('has people inside for as many nights as the brief says', () => {
    const { winter, spring, summer, autumn } = design.brief.nights;
    const expected = ((winter * 90 + spring * 92 + summer * 92 + autumn * 91) / 7) * 12;
    const hours = year.occupied.reduce((a, b) => a + b, 0);
    expect(Math.abs(hours / expected - 1)).toBeLessThan(0.03);
  });
});

describe('a bay over two years', () => {
  const run = (variant: number, bay: string, colour = design.shell.skin.colour) => {
    const placement = design.variants[variant]!.design;
    const e = evaluate(design, placement, library);
    const r = e.bays.get(bay)!;
    return bayYears(
      {
        ...bayModelInput({ ...design.shell, skin: { ...design.shell.skin, colour } }, r),
        years: 2,
      },
      year,
      library,
    );
  };
  it('closes its balances and tells its years', () => {
    const r = run(2, 'L3m');
    expect(r.waterBalance).toBeLessThan(1e-6);
    expect(r.energyBalance).toBeLessThan(1e-6);
    expect(r.peaks).toHaveLength(2);
    expect(r.peaks[0]).toBeGreaterThan(0);
  });
  it('fibre without a barrier wets more than bonded foam (common practice, no source)', () => {
    expect(run(2, 'L3m').peaks[0]!).toBeGreaterThan(run(1, 'L3m').peaks[0]! * 3);
  });
  it('a dark roof is drier than a white one: the sun drives the water out', () => {
    expect(run(2, 'C4a', 'black').ends[1]!).toBeLessThanOrEqual(run(2, 'C4a', 'white').ends[1]! + 1e-6);
  });
});

describe('months and hours, two methods on the same leaks and sun', () => {
  it('agree within 12 % on a winter’s water of a white van, and on whether it goes again', () => {
    const shell = { ...design.shell, skin: { ...design.shell.skin, colour: 'white' as const } };
    for (const variant of [0, 2]) {
      const e = evaluate({ ...design, shell }, design.variants[variant]!.design, library);
      for (const id of ['S1w', 'C3a', 'L2u']) {
        const r = bayResult(e, id);
        const hours = bayYears({ ...bayModelInput(shell, r), years: 2 }, year, library);
        const byHours = hours.peaks[0]! + hours.runOff / 2;
        // Behind a board with a drain neither finds more than a gram.
        if (Math.max(r.moisture!.peak, byHours) > 0.001)
          expect(Math.abs(r.moisture!.peak / byHours - 1), `${variant} ${id}`).toBeLessThan(0.12);
        expect(r.moisture!.growth > 0.001).toBe(hours.ends[1]! - hours.ends[0]! > 0.001);
      }
    }
  });
});

describe('schools and seals', () => {
  it('a barrier with missed seams: a winter’s water falls as more of them are closed, and drying gets slower', () => {
    const sweep = sealSweep(design, library, 4);
    const foil = sweep.peak[0]!;
    for (let i = 1; i < foil.length; i++) expect(foil[i]!).toBeLessThanOrEqual(foil[i - 1]! + 1e-9);
    expect(sweep.days[0]!.at(-1)!).toBeGreaterThan(sweep.days[0]![0]!);
    for (const c of sweep.crossings) {
      expect(c.at).toBeGreaterThanOrEqual(0);
      expect(c.at).toBeLessThanOrEqual(1);
      expect(c.first).not.toBe(c.second);
    }
  });
  it('sweeps the same figures as the whole evaluation gives, point by point', () => {
    const sweep = sealSweep(design, library, 2);
    sweep.at.forEach((q, i) => {
      schoolsAt(design, q, library).forEach((p, s) => {
        expect(sweep.peak[s]![i]!).toBeCloseTo(p.peak, 9);
        expect(sweep.night[s]![i]!).toBeCloseTo(p.night, 9);
        expect(sweep.days[s]![i]!).toBeCloseTo(p.days, 6);
      });
    });
  });
  it('compares every school on the same van', () => {
    const points = schoolsAt(design, 0.9, library);
    expect(new Set(points.map(p => p.school)).size).toBe(points.length);
    for (const p of points) {
      const own = evaluate(design, sealed(applySchool(design.shell, p.school, library), 0.9), library);
      expect([...p.evaluation.bays.keys()]).toEqual([...own.bays.keys()]);
      expect(p.evaluation.load.mass).toBeCloseTo(own.load.mass, 9);
      expect(p.peak).toBeCloseTo(
        Math.max(...[...own.damp.bays.values()].map(b => b.moisture?.peak ?? 0)),
        12,
      );
    }
    expect(new Set(points.map(p => p.evaluation.load.mass.toFixed(3))).size).toBe(points.length);
  });
});

describe('what moves the water most', () => {
  const effects = sensitivity(design, design.variants[0]!.design, 'L3m', library);
  const of = (change: string) => effects.find(e => e.change === change)!;
  it('is told strongest first, each in its own direction', () => {
    const size = effects.map(e => Math.abs(e.after - e.peak));
    expect(size).toEqual([...size].sort((a, b) => b - a));
    expect(of('every seam closed').after).toBeLessThan(of('every seam closed').peak);
    expect(of('a tenth more seams missed').after).toBeGreaterThan(of('a tenth more seams missed').peak);
    expect(of('fresh air half as much again').after).toBeLessThan(of('fresh air halved').after);
    expect(of('a night a week more').after).toBeGreaterThan(of('a night a week less').after);
  });
  it('closing every seam makes drying slower: the price is paid after a leak', () =>
    expect(of('every seam closed').days).toBeGreaterThan(of('a tenth more seams missed').days));
  it('says nothing of a bare bay', () =>
    expect(sensitivity(design, { buildUps: [], zones: {}, bays: {}, sheets: {} }, 'L3m', library)).toEqual(
      [],
    ));
  it('a darker skin takes more sun and holds less water', () => {
    // Of fibre, which water crosses: behind a foil a hotter space also draws more air.
    const fibre = sensitivity(design, design.variants[2]!.design, 'L3w', library);
    const after = (colour: string) => fibre.find(x => x.change === `the skin painted ${colour}`)!.after;
    expect(after('black')).toBeLessThan(after('white'));
  });
});

it('light linings have no phase shift to sell: a day’s swing arrives within two hours, nearly whole', () => {
  for (const bay of ['L3m', 'C4a']) {
    const placement = design.variants[2]!.design;
    const r = evaluate(design, placement, library).bays.get(bay)!;
    const p = dayResponse(
      { shell: design.shell, kind: r.zone.kind, bay: r.bay, buildUp: r.buildUp! },
      library,
    );
    expect(p.lag).toBeLessThan(2);
    expect(p.decrement).toBeGreaterThan(0.9);
    expect(p.uValue).toBeGreaterThan(0.2);
  }
});

describe('the advice', () => {
  const school = (school: string, change: Partial<SchoolYears>): SchoolYears => ({
    school,
    state: 'dries',
    bay: 'x',
    peak: 0.05,
    left: 0,
    wetHours: 100,
    mould: 0,
    days: 10,
    ...change,
  });
  const tight = school('tight', { peak: 0.001, days: 900 });
  const open = school('open', { peak: 0.09, days: 4 });
  it('takes the least wet of those that dry a leak within a summer', () => {
    expect(adviseSchool([tight, open], 0.1)).toMatchObject({
      school: 'open',
      because: 'least wet of those that dry',
    });
    // Ten times the leak takes ten times the days, and the quick one still dries in forty.
    expect(adviseSchool([tight, open], 1).school).toBe('open');
    expect(adviseSchool([tight, { ...open, days: 20 }], 1)).toMatchObject({
      school: 'tight',
      because: 'least wet',
    });
  });
  it('leaves out what builds up or moulds, and says why', () => {
    const grows = { ...open, left: 0.05 };
    const moulds = school('mouldy', { mould: 4 });
    const advice = adviseSchool([grows, moulds, tight], 0.1);
    expect(advice.school).toBe('tight');
    expect(advice.out).toEqual([
      { school: 'open', why: 'builds up' },
      { school: 'mouldy', why: 'moulds' },
    ]);
    expect(adviseSchool([grows], 0.1).because).toBe('least bad');
  });
  it('does not recommend what runs with water because it dries', () =>
    expect(adviseSchool([{ ...open, peak: 0.8 }, tight], 0.1).school).toBe('tight'));
});

describe('where the water is', () => {
  const r = (seams: number) => {
    const placement = design.variants[0]!.design;
    const e = evaluate(design, placement, library);
    const b = e.bays.get('L3m')!;
    return bayYears(
      {
        ...bayModelInput(design.shell, { ...b, buildUp: { ...b.buildUp!, sealQuality: seams } }),
        years: 1,
      },
      year,
      library,
    );
  };
  it('is told by layer, and adds up to the whole at the wettest hour', () => {
    const { wettest, water, layers } = r(0.9);
    expect(wettest.free).toHaveLength(layers.length);
    expect(wettest.skin + wettest.free.reduce((a, b) => a + b, 0)).toBeCloseTo(water[wettest.hour]!, 5);
    expect(water[wettest.hour]).toBe(Math.max(...water));
  });
  it('is told also for the hour when most of it is away from the skin', () => {
    const { reversed, wettest, water } = r(0.9);
    const away = (at: typeof reversed) => at.free.reduce((a, b) => a + b, 0);
    expect(away(reversed)).toBeGreaterThan(0);
    expect(away(reversed)).toBeGreaterThanOrEqual(away(wettest));
    expect(away(reversed) + reversed.skin).toBeCloseTo(water[reversed.hour]!, 6);
  });
});

it('the coldest point beside a bay is that of its own build-up, even where two of a zone have one name', () => {
  const placement = design.variants[0]!.design;
  const own = placement.buildUps.find(b => b.id === placement.zones.L)!;
  const bareRibs = { ...own, id: 'thin', layers: own.layers.filter(l => l.role === 'damping') };
  const with_ = (name: string) =>
    evaluate(
      design,
      { ...placement, buildUps: [...placement.buildUps, { ...bareRibs, name }], bays: { L3u: 'thin' } },
      library,
    );
  const [apart, alike] = [with_('another'), with_(own.name)];
  for (const id of ['L3u', 'L3m', 'L6u']) expect(roomFace(alike, id)).toEqual(roomFace(apart, id));
  expect(roomFace(alike, 'L3u')!.coldest).toBeLessThan(roomFace(alike, 'L6u')!.coldest - 3);
});

it('the room’s coldest face is never warmer than the field, and a bare bay’s is its steel', () => {
  const e = evaluate(design, design.variants[0]!.design, library);
  for (const id of e.bays.keys()) {
    const face = roomFace(e, id)!;
    expect(face.coldest).toBeLessThanOrEqual(face.field + 1e-9);
  }
  const bare = evaluate(design, { buildUps: [], zones: {}, bays: {}, sheets: {} }, library);
  const { outside, inside } = bare.damp.night;
  // Thin steel between two films: all of the drop is in them. Rsi 0.13, Rse 0.04.
  const exact = inside.t - ((inside.t - outside.t) * 0.13) / (0.13 + 0.04 + 0.0008 / 50);
  expect(roomFace(bare, 'L3m')!.field).toBeCloseTo(exact, 2);
});
