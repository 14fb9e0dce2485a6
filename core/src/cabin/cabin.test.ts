import { describe, expect, it } from 'vitest';
import { demoDesigns } from '../demo/index.ts';
import { evaluate } from '../evaluate.ts';
import { makeLibrary } from '../materials/index.ts';
import { type Cabin, cabinOf, heaterFor, lossOf, SLEEPER, simulateNight } from './index.ts';

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
