import fc from 'fast-check';
import psychrolib from 'psychrolib';
import { describe, expect, it } from 'vitest';
import reference from '../../../reference/heat-moisture.json';
import { demoBrief } from '../../demo/brief.ts';
import { occupiedAir } from '../../van/climate/indoor.ts';
import { airDensity, dewPoint, pressureOf, saturationPressure } from '../air/index.ts';
import { saturationPressureFast } from '../air/saturation.ts';
import { type AirWay, Circulation } from './circulation.ts';
import {
  type Assembly,
  condensation,
  condensations,
  type Period,
  skinGain,
  vapourProfile,
} from './condensation.ts';
import { type FlowLaw, orificeLaw } from './cracks.ts';
import { drying } from './drying.ts';

const STEEL = { resistance: 0.0008 / 50, sd: 1500 };
const PLY = { resistance: 0.006 / 0.13, sd: 0.6 };
const WOOL = { resistance: 0.04 / 0.037, sd: 0.04 };
const FOIL = { resistance: 0, sd: 1500 };
const assembly = (...layers: Assembly['layers']): Assembly => ({
  rse: 0.04,
  rsi: 0.13,
  layers: [STEEL, ...layers],
});
/** The independent program did not subdivide thick layers. */
const undivided = (build: Assembly): Assembly => ({ ...build, subdivideAbove: Number.POSITIVE_INFINITY });
const bare = assembly(WOOL, PLY);
const foiled = assembly(WOOL, FOIL, PLY);
/** The independent program's indoor vapour film, 2.5e-8 kg/(m2 s Pa). */
const FILM = { resistance: 0, sd: 2e-10 / 2.5e-8 };
const foam = assembly({ resistance: 0.025 / 0.036, sd: 175 }, PLY);
const night = (leak = 0) => ({
  share: 1,
  outside: { t: -5, p: 0.8 * saturationPressure(-5) },
  inside: { t: 18, p: 0.65 * saturationPressure(18) },
  leak,
});
const TEN_HOURS = 36_000;

describe('saturation', () => {
  it('matches ISO 13788 and stays within 0.6 % of Hyland and Wexler', () => {
    for (const [t, row] of Object.entries(reference.saturation.psat_Pa)) {
      expect(saturationPressure(Number(t))).toBeCloseTo(row.iso13788, 1);
      expect(Math.abs(saturationPressure(Number(t)) / row.hyland_wexler - 1)).toBeLessThan(0.006);
    }
  });

  it('agrees with psychrolib (ASHRAE 2017 formulas) within 0.6 % and 0.1 K of dew point', () => {
    psychrolib.SetUnitSystem(psychrolib.SI);
    for (let t = -20; t <= 40; t += 5) {
      expect(Math.abs(saturationPressure(t) / psychrolib.GetSatVapPres(t) - 1)).toBeLessThan(0.006);
      const p = 0.6 * saturationPressure(t);
      expect(Math.abs(dewPoint(p) - psychrolib.GetTDewPointFromVapPres(t, p))).toBeLessThan(0.1);
    }
  });

  it('gives the dew points of the reference', () => {
    for (const row of Object.values(reference.saturation.dewpoint_C))
      expect(dewPoint(row.p_iso)).toBeCloseTo(row.iso13788, 2);
  });

  it('inverts', () =>
    fc.assert(
      fc.property(fc.double({ min: -40, max: 55, noNaN: true }), t => {
        expect(dewPoint(saturationPressure(t))).toBeCloseTo(t, 6);
      }),
    ));
});

describe('the table of saturation pressures', () => {
  it('stays within 6e-7 of the formula', () => {
    for (let t = -59.99; t < 89.9; t += 0.0137)
      expect(Math.abs(saturationPressureFast(t) / saturationPressure(t) - 1)).toBeLessThan(6e-7);
    expect(saturationPressureFast(120)).toBe(saturationPressure(120));
  });
});

describe('a winter night (independently computed)', () => {
  it.each([
    ['a', bare],
    ['b', foiled],
    ['c', foam],
  ] as const)('lining %s', (key, build) => {
    const expected = reference.glaser_night[key];
    const { diffusion, skin } = skinGain(undivided(build), night());
    expect(skin).toBeCloseTo(expected.T_steel_inner, 3);
    expect(diffusion * 3600 * 1000).toBeCloseTo(expected.g_per_m2h, 4);
    const once = condensation(undivided(build), [{ seconds: TEN_HOURS, regimes: [night()] }], 1);
    expect(once.water[0]! * 1000).toBeCloseTo(expected.g_per_m2_night10h, 3);
  });
});

describe('the profile that the section shows', () => {
  it.each([
    ['a', bare],
    ['b', foiled],
    ['c', foam],
  ] as const)('lining %s: temperatures and vapour pressures at every face', (key, build) => {
    const expected = reference.glaser_night[key];
    const points = vapourProfile(build, night()).slice(1);
    for (const [i, t] of expected.T_interfaces_from_outer_face.slice(1).entries())
      expect(points[i]!.t).toBeCloseTo(t, 2);
    for (const [i, p] of expected.psat_at_interfaces.entries())
      expect(points[i]!.saturation).toBeCloseTo(p, 0);
    for (const [i, p] of expected.p_at_interfaces.entries()) expect(points[i]!.vapour).toBeCloseTo(p, 0);
  });
});

/** Two openings of half the area each, 0.8 m apart. */
const pair = (law: FlowLaw): AirWay[] => [
  { law, end: 'lower', at: -0.4, from: 'room' },
  { law, end: 'upper', at: 0.4, from: 'room' },
];
const density = (airDensity(18) + airDensity(reference.missed_seams.T_cavity)) / 2;
const flow = (missed: number, fill: number, cavity: number, room: number) => {
  const ways = pair(orificeLaw((4 * 0.0005 * missed) / 2, density));
  const space = new Circulation({ ways, fill, above: 0, toOutside: 1, toRoom: 1 });
  space.at(-5, room, cavity);
  return space.room;
};

describe('lining leakage (independently computed)', () => {
  const leak = (missed: number, fill = 0) => flow(missed, fill, reference.missed_seams.T_cavity, 18);

  it.each(['1', '20', '100'] as const)('%s %% of the seams missed, empty cavity', percent => {
    const expected = reference.missed_seams.missed_percent[percent];
    const flow = leak(Number(percent) / 100);
    expect(Math.abs((flow * 3600) / expected.Q_m3_m2h - 1)).toBeLessThan(0.002);
    const { leakage } = skinGain(foiled, night(flow));
    expect(Math.abs((leakage * TEN_HOURS * 1000) / expected.convection_g_m2_night - 1)).toBeLessThan(0.002);
  });

  it('meets an airtight lining without a barrier at about 12.3 % missed', () => {
    const target = skinGain(bare, night()).diffusion;
    const { diffusion, leakage } = skinGain(foiled, night(leak(0.122966)));
    expect(Math.abs((diffusion + leakage) / target - 1)).toBeLessThan(0.003);
  });

  it('is throttled by fibre to about 1 g a night', () => {
    const { leakage } = skinGain(foiled, night(leak(1, (5000 * 0.8 ** 2) / 0.04)));
    expect(leakage * TEN_HOURS * 1000).toBeGreaterThan(0.8);
    expect(leakage * TEN_HOURS * 1000).toBeLessThan(1.5);
  });

  it('grows with the missed share and vanishes without it or without a temperature difference', () => {
    expect(leak(0)).toBe(0);
    expect(leak(0.2)).toBeGreaterThan(leak(0.1));
    expect(flow(1, 0, 10, 10)).toBe(0);
  });
});

describe('drying 100 g/m2 (independently computed)', () => {
  it('takes four days without foil and decades behind a sealed one', () => {
    expect(drying(bare).days).toBeCloseTo(reference.drying_100_g_m2_days_of_8h_at_steel_30C.a, 2);
    expect(
      Math.abs(drying(foiled).days / reference.drying_100_g_m2_days_of_8h_at_steel_30C.b_sealed - 1),
    ).toBeLessThan(0.01);
  });
  it('takes months with 1 % of the seams missed', () => {
    const { days } = drying(foiled, (skin, room) => ({
      room: flow(0.01, 0, (skin + room) / 2, room),
      outside: 0,
    }));
    const [low, high] = reference.drying_100_g_m2_days_of_8h_at_steel_30C.b_1_percent_missed_range;
    expect(days).toBeGreaterThan(low!);
    expect(days).toBeLessThan(high!);
  });
});

describe('the year, hour by hour without storage, against an independent program', () => {
  const hours: Period[] = Array.from({ length: 8760 }, (_, i) => {
    const day = (i + 0.5) / 24;
    const h = (i + 0.5) % 24;
    const t = 9 - 8 * Math.cos((2 * Math.PI * day) / 365) - 4 * Math.cos((2 * Math.PI * (h - 3)) / 24);
    const occupied = h >= 20 || h < 8;
    const inside = occupied ? 18 : t + 3;
    const p = 0.8 * saturationPressure(t);
    const v = p / (461.5 * (t + 273.15)) + (occupied ? 0.0035 : 0.0005);
    return {
      seconds: 3600,
      regimes: [
        {
          share: 1,
          outside: { t, p },
          inside: { t: inside, p: Math.min(pressureOf(v, inside), 0.95 * saturationPressure(inside)) },
          leak: 0,
        },
      ],
    };
  });

  it.each([
    ['a', bare, 0.15],
    ['c', foam, 0.005],
  ] as const)('ratchets up as the reference does: %s', (key, build, tolerance) => {
    const run = condensation(
      undivided({ ...build, faces: Number.POSITIVE_INFINITY, layers: [...build.layers, FILM] }),
      hours,
      3,
    );
    const expected = reference.hourly_year.storage_free_sum[key].years;
    for (let year = 0; year < 3; year++) {
      const slice = run.water.subarray(year * 8760, (year + 1) * 8760);
      expect(Math.abs(Math.max(...slice) * 1000 - expected[year]!.peak)).toBeLessThan(tolerance);
      expect(Math.abs(slice[8759]! * 1000 - expected[year]!.end)).toBeLessThan(tolerance);
    }
  });
});

describe('the monthly method', () => {
  const month = (te: number, ti: number, pi: number): Period => ({
    seconds: 30 * 86_400,
    regimes: [
      { share: 1, outside: { t: te, p: 0.8 * saturationPressure(te) }, inside: { t: ti, p: pi }, leak: 0 },
    ],
  });

  it('does a two-month example worked by hand: fills in the cold month, empties in the warm one', () => {
    // Wool and ply on steel. T_skin = Te + 0.040016/1.29724 (Ti - Te).
    // Cold: Te -5, Ti 20, pi 1200: T_skin -4.22881, psat 428.496; g = 2e-10 (1200 - 428.496)/0.64 = 2.41095e-7;
    // times 2 592 000 s = 0.62492 kg/m2.
    const all = { ...bare, faces: Number.POSITIVE_INFINITY };
    const cold = condensation(all, [month(-5, 20, 1200)], 1);
    expect(cold.water[0]).toBeCloseTo(0.62492, 3);
    // Steel holds 200 g/m2 of it: the rest has run down, by either way of computing it.
    for (const run of [
      condensation(bare, [month(-5, 20, 1200)], 1),
      condensations(bare, [month(-5, 20, 1200)])(1),
    ]) {
      expect(run.water[0]).toBe(0.2);
      expect(run.ran[0]).toBeCloseTo(0.42492, 3);
    }
    // Warm: Te 25, Ti 25, pi 1600: psat(25) 3165.92; g = 2e-10 (1600 - 3165.92)/0.64 = -4.8935e-7 (and a little
    // outward through the steel); 0.62492 kg is gone after 14.8 days, so the month ends dry.
    const both = condensation(all, [month(-5, 20, 1200), month(25, 25, 1600)], 2);
    expect([...both.water].map(w => Number(w.toFixed(2)))).toEqual([0.62, 0, 0.62, 0]);
    const half = month(25, 25, 1600);
    half.seconds = 7 * 86_400;
    const partly = condensation(all, [month(-5, 20, 1200), half], 1);
    expect(partly.water[1]).toBeCloseTo(0.62492 - 4.8935e-7 * 7 * 86_400, 3);
  });

  it('keeps water and drying of regimes that take turns: shares add like time', () => {
    const wet = { ...night(), share: 0.5 };
    const dry = { share: 0.5, outside: { t: 10, p: 900 }, inside: { t: 13, p: 900 }, leak: 0 };
    const net = condensation(bare, [{ seconds: 1e6, regimes: [wet, dry] }], 1).water[0]!;
    const byHand = 5e5 * (skinGain(bare, wet).diffusion + skinGain(bare, dry).diffusion);
    expect(net).toBeCloseTo(Math.max(0, byHand), 6);
  });

  it('finds two wet planes where two vapour-tight layers sandwich warm-side moisture', () => {
    const two = assembly(
      { resistance: 0.5, sd: 1 },
      { resistance: 0.001, sd: 60 },
      { resistance: 0.6, sd: 0.5 },
    );
    const run = condensation(two, [{ seconds: 1e6, regimes: [night()] }], 1);
    expect(run.water[0]!).toBeGreaterThan(run.atSkin[0]! + 1e-4);
  });

  it('a hot dry skin by day makes no water: what moves inward has condensed by night', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 25, max: 70, noNaN: true }),
        fc.double({ min: 0, max: 2e-4, noNaN: true }),
        fc.constantFrom(bare, foiled, foam),
        (hot, leak, build) => {
          const half = { share: 0.5, leak };
          const wetting = { ...night(leak), ...half };
          const inside = { t: 22, p: 700 };
          const mild = { ...half, outside: { t: 22, p: 700 }, inside };
          const sunny = { ...half, outside: { t: hot, p: 700 }, inside };
          const total = (day: typeof mild) =>
            condensation(build, [{ seconds: 2.6e6, regimes: [wetting, day] }], 4).water.at(-1)!;
          // The night's own gain, four times over, is all there ever is.
          const gain = skinGain(build, wetting);
          const most = 4 * 1.3e6 * (Math.max(0, gain.diffusion) + Math.max(0, gain.leakage));
          expect(total(sunny)).toBeLessThanOrEqual(most + 1e-9);
          expect(total(sunny)).toBeLessThanOrEqual(total(mild) + 1e-6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('air that leaks past a dry skin dries what is wet further in', () => {
    // In summer the water sits on the cold side of a foil; leaking air has to reach it there.
    const summer = (leak: number) => ({
      seconds: 2.6e6,
      regimes: [
        { share: 0.5, leak, outside: { t: 40, p: 1200 }, inside: { t: 26, p: 1200 } },
        { share: 0.5, leak, outside: { t: 18, p: 1200 }, inside: { t: 20, p: 1200 } },
      ],
    });
    const left = (leak: number) =>
      condensation(foiled, [{ seconds: 1e6, regimes: [night(5e-5)] }, summer(leak)], 1).water;
    expect(left(0)[1]!).toBeGreaterThan(0.95 * left(0)[0]!);
    expect(left(5e-5)[1]!).toBeLessThan(0.5 * left(5e-5)[0]!);
  });

  it('never holds negative water, and none without a source', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 30, noNaN: true }),
        fc.double({ min: 0.1, max: 0.99, noNaN: true }),
        (te, rh) => {
          const wet = condensation(bare, [month(te, 20, rh * 2336), month(20, 22, 900)], 3);
          expect(wet.water.every(w => w >= 0)).toBe(true);
          const none = condensation(bare, [month(te, te, 0.3 * saturationPressure(te))], 2);
          expect(none.water.every(w => w === 0)).toBe(true);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('cabin air', () => {
  const outside = { t: 0, p: 0.85 * saturationPressure(0) };
  it('gets drier with ventilation and with cold glass, wetter with people', () => {
    const base = demoBrief;
    const air = (change: object, glass = 0) =>
      occupiedAir({ ...base, ...change }, outside, { area: glass, fRsi: 0.25 }).p;
    expect(air({ ventilation: 12 })).toBeLessThan(air({ ventilation: 6 }));
    expect(air({ people: 1, ventilation: 12 })).toBeLessThan(air({ people: 2, ventilation: 12 }));
    expect(air({}, 2)).toBeLessThan(air({}, 0));
    expect(occupiedAir({ ...base, heating: 'none' }, outside, { area: 0, fRsi: 1 }).t).toBe(5);
    expect(air({ heating: 'unflued gas' })).toBeLessThanOrEqual(0.95 * saturationPressure(base.cabin) + 1e-9);
  });
});

describe('the same years, asked again and again with other leaks', () => {
  it('is that of the whole method, whichever places are wetted', () => {
    const air = (t: number, rh: number) => ({ t, p: rh * saturationPressure(t) });
    const layer = fc.record({
      resistance: fc.double({ min: 0.002, max: 2, noNaN: true }),
      sd: fc.constantFrom(1e-4, 0.02, 0.1, 0.5, 2, 50),
    });
    const month = fc.record({
      outside: fc.double({ min: -20, max: 25, noNaN: true }),
      inside: fc.double({ min: 12, max: 25, noNaN: true }),
      humid: fc.double({ min: 0.4, max: 0.95, noNaN: true }),
      share: fc.double({ min: 0, max: 1, noNaN: true }),
    });
    let wetted = 0;
    fc.assert(
      fc.property(
        fc.array(layer, { minLength: 1, maxLength: 4 }),
        fc.array(month, { minLength: 12, maxLength: 12 }),
        fc.array(fc.double({ min: 0, max: 3e-4, noNaN: true }), { minLength: 2, maxLength: 3 }),
        fc.constantFrom(1500, 1500, 0.8),
        (layers, months, leaks, skin) => {
          const assembly = { rse: 0.04, rsi: 0.13, layers: [{ resistance: 1e-2, sd: skin }, ...layers] };
          const periods = months.map(m => ({
            seconds: 30 * 86_400,
            regimes: [
              { share: m.share, outside: air(m.outside, 0.85), inside: air(m.inside, m.humid), leak: 0 },
              { share: 1 - m.share, outside: air(m.outside, 0.85), inside: air(m.outside + 2, 0.8), leak: 0 },
            ],
          }));
          const again = condensations(assembly, periods);
          for (const leak of leaks) {
            for (const { regimes } of periods)
              for (const r of regimes) Object.assign(r, { leak, vent: leak / 3 });
            const whole = condensation(assembly, periods, 4);
            if (Math.max(...whole.water) > 0.001) wetted++;
            const found = again(4);
            for (const [i, w] of whole.water.entries()) {
              expect(Math.abs(found.water[i]! - w)).toBeLessThanOrEqual(2e-9 * Math.max(1, w));
              expect(Math.abs(found.atSkin[i]! - whole.atSkin[i]!)).toBeLessThanOrEqual(
                2e-9 * Math.max(1, w),
              );
            }
          }
        },
      ),
      { numRuns: 150 },
    );
    expect(wetted).toBeGreaterThan(100);
  });
});
