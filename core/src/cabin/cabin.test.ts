import { describe, expect, it } from 'vitest';
import { hourlyYear } from '../climate/index.ts';
import { demoDesigns } from '../demo/index.ts';
import { evaluate } from '../evaluate.ts';
import { makeLibrary } from '../materials/index.ts';
import type { Shell } from '../model/index.ts';
import { glassOf } from '../wetting/index.ts';
import {
  type Cabin,
  cabinOf,
  heaterFor,
  hotDay,
  lossOf,
  SLEEPER,
  simulateNight,
  type VanModel,
  VanState,
  vanModel,
  vanYear,
} from './index.ts';

const cabin: Cabin = {
  shell: 30,
  windows: [{ area: 0.5, uValue: 5.5, fRsi: 0.3 }],
  covers: false,
  volume: 10,
  mass: 100_000,
  massLink: 120,
  people: 2,
  ventilation: 0.01,
  production: 2e-5,
  setpoint: 18,
  heater: 4000,
};

describe('a night', () => {
  it('held by the thermostat takes the losses less the sleepers', () => {
    const night = simulateNight(cabin, () => -5, 12);
    const steady = lossOf(cabin) * 23 - 2 * SLEEPER;
    expect(heaterFor(cabin, -5)).toBeCloseTo(steady, 9);
    expect(night.dawn).toBeCloseTo(18, 6);
    expect(night.energy).toBeCloseTo((steady * 12) / 1000, 3);
    expect(lossOf(cabin)).toBeCloseTo(30 + 2.75 + 12.06, 9);
  });
  it('with the heater off falls to outside plus what the sleepers keep, as an exponential when nothing stores', () => {
    const light = { ...cabin, heater: 0, mass: 1, massLink: 1 };
    const rest = (2 * SLEEPER) / lossOf(light);
    expect(simulateNight(light, () => -5, 24).dawn).toBeCloseTo(-5 + rest, 3);
    const tau = (1.2 * 1005 * 10) / lossOf(light);
    const at = simulateNight(light, () => -5, 1).inside[1]!;
    const exact = -5 + rest + (23 - rest) * Math.exp(-600 / tau);
    expect(Math.abs(at - exact)).toBeLessThan(0.6);
  });
  it('tells when it gets too cold to sit in, and that it never does while heated', () => {
    const off = simulateNight({ ...cabin, heater: 0 }, () => -5, 12);
    expect(simulateNight(cabin, () => -5, 12).chill).toBeNull();
    expect(off.chill!).toBeGreaterThan(0);
    const at = off.minutes.findIndex((_, i) => off.inside[i]! < 10);
    expect(Math.abs(off.minutes[at]! / 60 - off.chill!)).toBeLessThanOrEqual(5 / 60 + 1e-9);
  });
  it('mass makes the dawn warmer', () => {
    const off = { ...cabin, heater: 0 };
    expect(simulateNight(off, () => -5, 6).dawn).toBeGreaterThan(
      simulateNight({ ...off, mass: 1000 }, () => -5, 6).dawn,
    );
  });
  it('a heater too small does what it can', () => {
    const night = simulateNight({ ...cabin, heater: 500 }, () => -5, 24);
    expect(night.dawn).toBeCloseTo(-5 + (500 + 2 * SLEEPER) / lossOf(cabin), 1);
  });
  it('closes its water', () => {
    for (const ventilation of [0.002, 0.01, 0.03])
      expect(
        simulateNight({ ...cabin, ventilation }, k => -5 + 3 * Math.cos(k / 200), 12).waterBalance,
      ).toBeLessThan(1e-9);
  });
  it('less fresh air puts more on the glass; covers save heat and make the pane behind them colder', () => {
    const wet = (c: Cabin) => simulateNight(c, () => -5, 12);
    expect(wet({ ...cabin, ventilation: 0.003 }).onGlass).toBeGreaterThan(wet(cabin).onGlass);
    expect(wet({ ...cabin, covers: true }).energy).toBeLessThan(wet(cabin).energy);
    expect(wet({ ...cabin, covers: true }).onGlass).toBeGreaterThan(wet(cabin).onGlass);
  });
});

it('takes its losses from the evaluated van', () => {
  const library = makeLibrary();
  const [design] = demoDesigns(library);
  const e = evaluate(design!, design!.variants[0]!.design, library);
  const made = cabinOf(e, design!.shell, design!.brief, {
    people: 2,
    ventilation: 8,
    covers: false,
    heater: 2000,
  });
  const glass = made.windows.reduce((sum, w) => sum + w.area * w.uValue, 0);
  expect(made.shell + glass).toBeCloseTo(e.heatLoss, 9);
});

describe('the whole van', () => {
  const library = makeLibrary();
  const [design] = demoDesigns(library);
  const { brief } = design!;
  const shell = {
    ...design!.shell,
    skin: { ...design!.shell.skin, colour: 'grey' as Shell['skin']['colour'] },
  };
  const year = hourlyYear(brief, glassOf(shell));
  const placement = design!.variants[2]!.design;
  const e = evaluate(design!, placement, library);
  const choice = { covers: false, heater: null };
  const model = vanModel(e, shell, brief, choice, library);
  const run = vanYear(model, year);

  it('has every bay in one part, with the evaluation’s areas and losses', () => {
    expect(model.parts.flatMap(p => p.bays).sort()).toEqual([...e.bays.keys()].sort());
    const area = model.parts.reduce((s, p) => s + p.area, 0);
    expect(area).toBeCloseTo(
      e.zones.reduce((s, z) => s + z.area, 0),
      9,
    );
  });
  it('makes and loses neither water nor heat', () => {
    expect(run.waterBalance).toBeLessThan(1e-9);
    expect(run.energyBalance).toBeLessThan(1e-9);
    expect(run.given).toBeGreaterThan(run.vented);
  });
  it('held steady loses what the evaluation says, by its bays, ribs, edges, panes and air', () => {
    const still: VanModel = {
      ...model,
      people: 0,
      production: 0,
      heater: 1e6,
      // No sky and no sun: the films of ISO 6946 alone.
      parts: model.parts.map(p => ({ ...p, model: { ...p.model, facing: { sun: 0, sky: 0 } } })),
    };
    const van = new VanState(still, 3600, { t: 18, vapour: 400 });
    const weather = { outside: -5, vapour: 300, sun: 0, open: 1, occupied: true, air: 0.008 };
    for (let h = 0; h < 400; h++) van.advance(weather);
    const parts = still.parts.reduce((sum, p) => {
      const { rsi, rse, layers } = p.model.section;
      const r = layers.reduce((a, l) => a + l.thickness / l.conductivity, rsi + rse);
      return sum + p.area / r;
    }, 0);
    const steady = (parts + model.bridges + model.glass.conductance + 1206 * 0.008) * (brief.cabin + 5);
    expect(Math.abs(van.power / steady - 1)).toBeLessThan(0.002);
    // The parts stand for their bays: within 6 % of the sum over all of them (tapers, battens).
    const bays = e.zones.reduce((s, z) => s + z.bays, 0);
    expect(Math.abs(parts / bays - 1)).toBeLessThan(0.06);
  });
  it('falls as an exponential with the heater off, when only air and panes are there (closed form)', () => {
    const bare: VanModel = {
      ...model,
      parts: [],
      bridges: 20,
      mass: 1,
      massLink: 1,
      people: 0,
      heater: 0,
      production: 0,
    };
    const van = new VanState(bare, 10, { t: 20, vapour: 500 });
    const loss = 20 + bare.glass.conductance;
    for (let k = 0; k < 60; k++)
      van.advance({ outside: 0, vapour: 400, sun: 0, open: 1, occupied: false, air: 0 });
    const tau = (1.2 * 1005 * bare.volume) / loss;
    expect(van.t).toBeCloseTo(20 * Math.exp(-600 / tau), 0);
    expect(Math.abs(van.t - 20 * Math.exp(-600 / tau))).toBeLessThan(0.15);
  });
  it('a bay’s water comes near what its own run with given cabin air finds', () => {
    const part = run.parts.find(p => p.bays.includes('L3m'))!;
    expect(part.peaks[0]!).toBeGreaterThan(0.02);
    expect(part.wetness.hours).toBeGreaterThan(1000);
  });
  it('fewer people, more fresh air and covers do what they do', () => {
    const alone = vanYear(vanModel(e, shell, { ...brief, people: 1 }, choice, library), year);
    expect(alone.given).toBeLessThan(run.given);
    const covered = vanYear(vanModel(e, shell, brief, { ...choice, covers: true }, library), year);
    expect(covered.energy).toBeLessThan(run.energy);
    const small = vanYear(vanModel(e, shell, brief, { ...choice, heater: 600 }, library), year);
    expect(small.hoursCold).toBeGreaterThan(run.hoursCold);
    expect(Math.max(...small.power)).toBeLessThanOrEqual(600);
  });
  it('a cold bare van runs with water', () => {
    const bare = vanModel(
      evaluate(design!, { buildUps: [], zones: {}, bays: {} }, library),
      shell,
      { ...brief, ventilation: 2 },
      choice,
      library,
    );
    const wet = vanYear(bare, year);
    expect(wet.parts.every(p => p.zone === 'F' || p.peaks[0]! > 0.02)).toBe(true);
    expect(wet.waterBalance).toBeLessThan(1e-9);
  });
  it('says how far it is, and two years begin alike', () => {
    const shares: number[] = [];
    const two = vanYear(model, year, 2, s => shares.push(s));
    expect(shares).toHaveLength(24);
    expect(two.inside[1000]).toBe(run.inside[1000]);
    expect(two.parts[0]!.peaks).toHaveLength(2);
  });

  describe('on a hot day', () => {
    const day = (change: Partial<typeof choice>, open = 1, air = model.leakage, colour = shell.skin.colour) =>
      hotDay(
        vanModel(e, { ...shell, skin: { ...shell.skin, colour } }, brief, { ...choice, ...change }, library),
        brief,
        { open, air },
      );
    const now = day({});
    it('shade, colour, covers and moving air each make it cooler, and it is hotter than outside', () => {
      expect(now.peak).toBeGreaterThan(Math.max(...now.outside));
      for (const better of [
        day({}, 0.15),
        day({}, 1, model.leakage, 'white'),
        day({ covers: true }),
        day({}, 1, 0.15),
      ])
        expect(better.peak).toBeLessThan(now.peak);
      expect(day({}, 1, model.leakage, 'black').roofPeak).toBeGreaterThan(now.roofPeak);
    });
    it('has settled: its last two midnights agree', () =>
      expect(Math.abs(now.inside[0]! - now.inside.at(-1)!)).toBeLessThan(0.5));
    it('insulation slows it by minutes, not hours (ISO 13786 of light linings)', () => {
      const bare = hotDay(
        vanModel(
          evaluate(design!, { buildUps: [], zones: {}, bays: {} }, library),
          shell,
          brief,
          choice,
          library,
        ),
        brief,
        { open: 1, air: model.leakage },
      );
      expect(Math.abs(now.peakAt - bare.peakAt)).toBeLessThan(2.5);
    });
  });
});
