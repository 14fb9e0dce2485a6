import { describe, expect, it } from 'vitest';
import { anyVan } from '../../demo/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import type { Front } from '../../model/index.ts';
import { exchangeFlow, pressureOf } from '../../physics/air/index.ts';
import { withFront } from '../../survey/patterns/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { cabFactor, conducts, draught, frontPass } from '../../van/cab/index.ts';
import type { Face } from './faces.ts';
import { hotDay } from './hotDay.ts';
import { shareWater } from './shareWater.ts';
import { twoAirs } from './twoAirs.ts';
import { airLoss, type VanModel, vanModel } from './vanModel.ts';
import { vanNight } from './vanNight.ts';
import { VanState } from './vanState.ts';

const { brief } = perigee!;
const FRONTS = ['swivelled seats', 'open', 'thin curtain', 'heavy curtain', 'bulkhead'] as const;
const choice = { covers: false, heater: null } as const;
const van = (front: Front, covers: Parameters<typeof vanModel>[3]['covers'] = false) => {
  const shell = withFront(perigee!.shell, front);
  const e = evaluate({ shell, brief }, perigee!.variants[0]!.design, library);
  return { shell, e, model: vanModel(e, shell, brief, { ...choice, covers }, library) };
};

const m = (value: number) => ({ basis: 'measured' as const, value, entered: `${value}` });
const passage = { width: m(1.4), height: m(1.3) };

describe('air through the front', () => {
  it('is Cd A/3 sqrt(g H dT/T) each way (Brown and Solvason 1962, from memory): by hand, 2 m2 of 1.3 m at 10 K', () => {
    expect(exchangeFlow(2, 1.3, 15, 5)).toBeCloseTo(0.4 * Math.sqrt((9.81 * 1.3 * 10) / 283.15), 12);
    expect(exchangeFlow(2, 1.3, 8, 8)).toBe(0);
    expect(exchangeFlow(2, 1.3, 5, 15)).toBe(exchangeFlow(2, 1.3, 15, 5));
  });
  it('a bulkhead nobody has surveyed bay by bay is a bare sheet, not nothing: by hand', () => {
    expect(frontPass('bulkhead', passage, 0).conductance).toBeCloseTo((1.4 * 1.3) / 0.26, 9);
    expect(frontPass('bulkhead', passage, 2.4).conductance).toBe(2.4);
  });
  it('passes less the more it is closed: turned seats, seats forward, thin cloth, heavy cloth, bare bulkhead', () => {
    const heat = FRONTS.map(f => conducts(frontPass(f, passage, 2.4), 18, 4));
    expect(heat).toEqual([...heat].sort((a, b) => b - a));
    // Common practice, no source: an open passage passes hundreds of W/K, a heavy curtain about ten.
    expect(heat[1]).toBeGreaterThan(150);
    expect(heat[3]).toBeGreaterThan(5);
    expect(heat[3]).toBeLessThan(15);
  });
});

describe('two airs that stand still', () => {
  it.each(FRONTS)(
    '%s: what comes through the front is what the cab loses, as the balance in closed form',
    front => {
      const pass = frontPass(front, passage, 2.4);
      const f = cabFactor(pass, 30, 20, -10);
      const cab = -10 + 30 * f;
      expect(conducts(pass, 20, cab) * (20 - cab)).toBeCloseTo(30 * (cab + 10), 6);
      // A bulkhead that lets no air past is two conductances in series.
      if (front === 'bulkhead') {
        const tight = { ...pass, opening: 0 };
        expect(cabFactor(tight, 30, 20, -10)).toBeCloseTo(2.4 / (2.4 + 30), 9);
      }
    },
  );
  it('of one step: heater free, on its thermostat and at its limit, nothing made or lost', () => {
    const nodes = [
      { a: 80, rhs: 200 },
      { a: 50, rhs: -300 },
    ];
    for (const front of FRONTS)
      for (const heater of [0, 900, 1e5]) {
        const pass = frontPass(front, passage, 2.4);
        const { t, power, passes } = twoAirs(nodes, pass, 20, heater);
        expect(80 * t[0]!).toBeCloseTo(200 + power - passes, 8);
        expect(50 * t[1]!).toBeCloseTo(-300 + passes, 8);
        // What passes is the front's own law: to the small part by which the mean temperature moves the flow.
        expect(passes / (conducts(pass, t[0]!, t[1]!) * (t[0]! - t[1]!))).toBeCloseTo(1, 1);
        if (heater === 1e5) expect(t[0]).toBe(20);
        expect(power).toBeLessThanOrEqual(heater);
      }
  });
});

describe('vapour between airs and cold faces', () => {
  const node = { volume: 10, had: 0.08, gain: 2e-5, carries: 0.01, v: 0.008 };
  it('in one air with one wet pane is the balance in closed form', () => {
    const pane = { node: 0, link: 0.004, v: 0.003, holds: 0 };
    const { v, taken } = shareWater([node], [pane], 0, 3600);
    const by = (0.08 / 3600 + 2e-5 + 0.004 * 0.003) / (10 / 3600 + 0.01 + 0.004);
    expect(v[0]).toBeCloseTo(by, 12);
    expect(taken[0]).toBeCloseTo(3600 * 0.004 * (by - 0.003), 12);
  });
  it('a face gives no more than it holds, one above the dew point takes nothing, and no water is lost', () => {
    const faces = [
      { node: 0, link: 0.02, v: 0.03, holds: 0.001 },
      { node: 0, link: 0.004, v: 0.02, holds: 0 },
      { node: 1, link: 0.006, v: 0.003, holds: 0.02 },
      { node: 1, link: 0.002, v: 0.0065, holds: 0 },
    ];
    const nodes = [node, { ...node, volume: 3, had: 0.02, gain: 0, v: 0.0067 }];
    const { v, taken } = shareWater(nodes, faces, 0.05, 3600);
    expect(taken[0]).toBeCloseTo(-0.001, 12);
    expect(taken[1]).toBeCloseTo(0, 15);
    const came = nodes.reduce((sum, n) => sum + n.had + 3600 * n.gain, 0);
    const stays = nodes.reduce((sum, n, i) => sum + n.volume * v[i]! + 3600 * n.carries * v[i]!, 0);
    expect(stays + [...taken].reduce((a, b) => a + b, 0)).toBeCloseTo(came, 9);
    for (const [i, f] of faces.entries()) expect(f.holds + taken[i]!).toBeGreaterThanOrEqual(-1e-12);
  });
});

describe('a parked car', () => {
  /** 3 m3, 2.6 m2 of glass, 7 m2 of bare steel with its trim, little mass: no van. */
  const glass: Face = {
    place: 'windscreen',
    air: 0,
    area: 2.6,
    uValue: 5,
    pane: true,
    fRsi: 0.3,
    reached: 1,
    letsIn: 2.6 * 0.6 * 0.6,
    warms: 0,
    cools: 1,
  };
  const steel: Face = {
    ...glass,
    place: 'behind the cab’s trim',
    area: 7,
    uValue: 3.5,
    pane: false,
    letsIn: 0,
    warms: 0.6 * 0.6 * 0.06,
  };
  const { model } = van('open');
  const car: VanModel = {
    ...model,
    parts: [],
    faces: [glass, steel],
    airs: [{ volume: 3, mass: 60_000, massLink: 60, bridges: 0, leakage: 0.0006 }],
    front: null,
    heater: 0,
    people: 0,
    cooking: 0,
    production: 0,
  };
  const sunny = {
    outside: 28,
    vapour: 1500,
    sun: 800,
    open: 1,
    occupied: false,
    heating: false,
    air: 0.0006,
  };
  it('warms by about 22 K in an hour, four fifths of it in the first half (McLaren, Null and Quinn 2005, from memory)', () => {
    const state = new VanState(car, 60, { t: 28, vapour: 1500 });
    const rise: number[] = [];
    for (let k = 0; k < 60; k++) {
      state.advance(sunny);
      rise.push(state.t - 28);
    }
    expect(rise[59]).toBeGreaterThan(17);
    expect(rise[59]).toBeLessThan(27);
    expect(rise[29]! / rise[59]!).toBeGreaterThan(0.7);
    expect(rise[29]! / rise[59]!).toBeLessThan(0.92);
    // By hand, at rest: sun let in and taken by the steel over all it loses.
    const loses = 2.6 * 5 + 7 * 3.5 + 1206 * 0.0006;
    const gains = 800 * glass.letsIn - 2.6 * 5 * 1 + 7 * 3.5 * (800 * steel.warms - 1);
    for (let k = 0; k < 2000; k++) state.advance(sunny);
    expect(state.t - 28).toBeCloseTo(gains / loses, 3);
  });
});

describe('a van with its cab', () => {
  it('loses less heat the more its front is closed, and the cab is colder', () => {
    const nights = FRONTS.map(f => vanNight(van(f).model, () => brief.designNight, 12, true));
    for (const [i, n] of nights.entries()) {
      expect(n.waterBalance).toBeLessThan(1e-9);
      if (i === 0) continue;
      expect(n.energy).toBeLessThan(nights[i - 1]!.energy);
      expect(n.cab!.inside.at(-1)!).toBeLessThan(nights[i - 1]!.cab!.inside.at(-1)!);
      expect(n.cab!.share).toBeLessThan(nights[i - 1]!.cab!.share);
    }
    // Trade fact, common practice, no source: an open cab takes a third to a half of the heat.
    expect(nights[1]!.cab!.share).toBeGreaterThan(0.25);
    expect(nights[1]!.cab!.share).toBeLessThan(0.5);
  });
  it('the headline’s share is the night’s', () => {
    const { e, model } = van('open');
    const night = vanNight(model, () => brief.designNight, 12, true);
    expect(e.heat.cab!.share).toBeGreaterThan(night.cab!.share);
    expect(Math.abs(e.heat.cab!.share - night.cab!.share)).toBeLessThan(0.1);
  });
  it('known by hand: a night of a heater that holds 20 degC over a load space and a cab that only conduct', () => {
    const { model } = van('bulkhead');
    const plain: VanModel = {
      ...model,
      parts: [],
      faces: [],
      airs: [
        { volume: 10, mass: 1, massLink: 1, bridges: 60, leakage: 0 },
        { volume: 3, mass: 1, massLink: 1, bridges: 30, leakage: 0 },
      ],
      front: { conductance: 15, opening: 0, height: 1, seeps: 0 },
      setpoint: 20,
      heater: 1e5,
      people: 0,
      cooking: 0,
      production: 0,
      ventilation: 0.01,
    };
    const night = vanNight(plain, () => -5, 12, true);
    // (60 + 1206 x 0.01 + 15 and 30 in series) x 25 K x 12 h.
    expect(night.energy).toBeCloseTo(((60 + 12.06 + 10) * 25 * 12) / 1000, 3);
    expect(night.cab!.inside.at(-1)).toBeCloseTo(-5 + (25 * 15) / 45, 6);
    expect(night.cab!.share).toBeCloseTo(10 / 82.06, 4);
  });
  it('screens keep heat in and sun out; inside ones leave the pane colder, outside ones warmer', () => {
    const pane = (covers: Parameters<typeof van>[1]) =>
      van('open', covers).model.faces.find(f => f.place === 'windscreen')!;
    const [none, inside, outside] = [pane(false), pane('cab inside'), pane('cab outside')];
    expect(inside.fRsi).toBeLessThan(none.fRsi);
    expect(outside.fRsi).toBeGreaterThan(none.fRsi);
    expect(Math.max(inside.uValue, outside.uValue)).toBeLessThan(none.uValue / 2);
    const hot = (covers: Parameters<typeof van>[1]) =>
      hotDay(van('open', covers).model, brief, { open: 1, air: 0.01 }).peak;
    expect(hot('cab inside')).toBeLessThan(hot(false) - 1);
    expect(hot('cab outside')).toBeLessThan(hot('cab inside'));
  });
  it('in the sun stands 10 to 30 K over outside with its cab open, hotter in the cab behind a curtain', () => {
    const day = (front: Front) => hotDay(van(front).model, brief, { open: 1, air: 0.001 });
    const [open, shut] = [day('open'), day('heavy curtain')];
    const over = open.peak - Math.max(...open.outside);
    expect(over).toBeGreaterThan(8);
    expect(over).toBeLessThan(30);
    expect(Math.max(...shut.cab)).toBeGreaterThan(Math.max(...open.cab));
    expect(shut.peak).toBeLessThan(open.peak);
  });
  it('closes its balances of heat and water, whatever van, front, screens and weather', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const { design, placement } = anyVan(seed, library);
      const shell = withFront(design.shell, FRONTS[seed % 5]!);
      const e = evaluate({ ...design, shell }, placement, library);
      const covers = ([false, true, 'cab inside', 'cab outside'] as const)[seed % 4]!;
      const model = vanModel(e, shell, design.brief, { ...choice, covers }, library);
      const state = new VanState(model, 3600, { t: 5, vapour: 600 });
      for (let h = 0; h < 400; h++) {
        const t = 8 * Math.sin(h / 4) - (seed % 7);
        state.advance({
          outside: t,
          vapour: 350,
          sun: h % 24 > 8 && h % 24 < 16 ? 400 : 0,
          open: 1,
          occupied: h % 24 < 8,
          heating: h % 24 < 8,
          air: h % 24 < 8 ? model.ventilation : model.airs[0]!.leakage,
        });
      }
      const { water, heat } = state.balances();
      expect(water, `${seed}`).toBeLessThan(1e-9);
      expect(heat, `${seed}`).toBeLessThan(1e-9);
      for (const air of state.airs) {
        expect(air.v).toBeGreaterThanOrEqual(0);
        expect(pressureOf(air.v, air.t)).toBeLessThan(6000);
      }
    }
  });
  it('draughts grow with the wind, and a closed van at rest changes about a tenth to a whole of its air an hour (common practice, no source)', () => {
    const { shell, model } = van('open');
    const at = (wind: number) => draught(shell, 'load space', wind);
    expect(at(25).likely / at(4).likely).toBeCloseTo(25 / 4, 9);
    expect(at(0)).toEqual(at(1));
    const changes = (m3: number) => (m3 * 3600) / model.airs[0]!.volume;
    expect(changes(at(4).low)).toBeGreaterThan(0.03);
    expect(changes(at(4).high)).toBeLessThan(1.5);
    expect(airLoss(model, 1)).toBeGreaterThan(30);
  });
});

describe('what runs down', () => {
  it('is told of bare walls too: nothing runs down only where nothing does', () => {
    const bare = { buildUps: [], zones: {}, bays: {}, sheets: {} };
    const { shell } = perigee!;
    const wet = { ...brief, ventilation: 1, people: 6 };
    const of = (placement: typeof bare) => {
      const e = evaluate({ shell, brief: wet }, placement, library);
      return vanNight(vanModel(e, shell, wet, choice, library), () => -14, 120, true);
    };
    // Steel holds 200 g/m2: it takes five nights on end.
    const night = of(bare);
    expect(night.ranBy['skins, bare or behind linings']!).toBeGreaterThan(0.01);
    const places = Object.values(night.ranBy).reduce((a, b) => a + b, night.dripped);
    expect(places).toBeCloseTo(night.ran, 9);
    expect(night.waterBalance).toBeLessThan(1e-9);
  });
});
