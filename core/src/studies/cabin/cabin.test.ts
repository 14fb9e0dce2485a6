import { describe, expect, it } from 'vitest';
import { bare as bareVan } from '../../buildup/index.ts';
import { anyVan, demoDesigns } from '../../demo/index.ts';
import { evaluate } from '../../evaluate/evaluate.ts';
import { makeLibrary } from '../../materials/index.ts';
import type { Shell } from '../../model/index.ts';
import { saturationPressure } from '../../physics/air/index.ts';
import { simulateHourly } from '../../physics/hourly/index.ts';
import { hourlyYear } from '../../van/climate/index.ts';
import { glassOf } from '../../van/wetting/index.ts';
import { airIsShort, anyRan } from './freshAir.ts';
import { type HotDay, hotDay } from './hotDay.ts';
import { hotDayCases, hotDayCautions } from './hotDayCases.ts';
import { inWind } from './inWind.ts';
import { airLoss, cabTakes, heaterNeed, SLEEPER, skyLoss, type VanModel, vanModel } from './vanModel.ts';
import { vanNight } from './vanNight.ts';
import { VanState } from './vanState.ts';
import { vanYear } from './vanYear.ts';

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
    const [lined, plain] = [
      [...e.bays.values()].filter(b => b.buildUp),
      [...e.bays.values()].filter(b => !b.buildUp),
    ];
    expect(model.parts.flatMap(p => p.bays).sort()).toEqual(lined.map(b => b.bay.id).sort());
    const sum = (of: { area: number }[]) => of.reduce((s, b) => s + b.area, 0);
    expect(sum(model.parts)).toBeCloseTo(sum(lined), 9);
    // What is left as the factory made it answers at once, and is counted as faces.
    expect(sum(model.faces.filter(f => !f.pane && f.uValue > 0))).toBeCloseTo(sum(plain), 9);
  });
  it('makes and loses neither water nor heat', () => {
    expect(run.waterBalance).toBeLessThan(1e-9);
    expect(run.energyBalance).toBeLessThan(1e-9);
    expect(run.given).toBeGreaterThan(run.vented);
  });
  it('held steady loses what the headline says: this van, and five that nobody chose', () => {
    const others = [3, 8, 13, 21, 34].map(seed => {
      const { design: other, placement } = anyVan(seed, library);
      const found = evaluate(other, placement, library);
      const choice = { covers: false, heater: null };
      return {
        found,
        of: vanModel(found, other.shell, other.brief, choice, library),
        night: other.brief.designNight,
      };
    });
    for (const { found, of, night } of [{ found: e, of: model, night: brief.designNight }, ...others]) {
      const still: VanModel = {
        ...of,
        people: 0,
        cooking: 0,
        production: 0,
        unflued: false,
        heater: 1e6,
        faces: of.faces.map(f => ({ ...f, cools: 0 })),
        airs: of.airs.map(a => ({ ...a, leakage: 0 })),
        // No sky and no sun, no wet and no leak: the films of ISO 6946 alone.
        parts: of.parts.map(p => ({
          ...p,
          model: {
            ...p.model,
            facing: { sun: 0, sky: 0 },
            leakAt: () => ({ room: 0, outside: 0, met: 1, t: 0, v: 0 }),
          },
        })),
      };
      const van = new VanState(still, 3600, { t: of.setpoint, vapour: 50 });
      const weather = {
        outside: night,
        vapour: 50,
        sun: 0,
        open: 1,
        occupied: true,
        heating: true,
        air: 0.008,
      };
      for (let h = 0; h < 800; h++) van.advance(weather);
      const headline = (found.heat.loss + 1206 * 0.008) * (of.setpoint - night);
      expect(Math.abs(van.power / headline - 1)).toBeLessThan(0.003);
    }
  });
  it('falls as an exponential with the heater off, when only air and panes are there (closed form)', () => {
    const bare: VanModel = {
      ...model,
      parts: [],
      airs: [{ ...model.airs[0]!, bridges: 20, mass: 1, massLink: 1 }],
      faces: model.faces.filter(f => f.air === 0).map(f => ({ ...f, cools: 0 })),
      front: null,
      people: 0,
      cooking: 0,
      heater: 0,
      production: 0,
    };
    const van = new VanState(bare, 10, { t: 20, vapour: 500 });
    const loss = 20 + bare.faces.reduce((sum, f) => sum + f.area * f.uValue, 0);
    for (let k = 0; k < 60; k++)
      van.advance({ outside: 0, vapour: 400, sun: 0, open: 1, occupied: false, heating: false, air: 0 });
    const tau = (1.2 * 1005 * bare.airs[0]!.volume) / loss;
    expect(van.t).toBeCloseTo(20 * Math.exp(-600 / tau), 0);
    expect(Math.abs(van.t - 20 * Math.exp(-600 / tau))).toBeLessThan(0.15);
  });
  it('a part’s water comes near what its bay alone takes up in the cabin air that the van found', () => {
    const k = model.parts.findIndex(p => p.bays.includes('L3m'));
    const { section, leakAt, facing } = model.parts[k]!.model;
    const inside = Float64Array.from(run.inside);
    const alone = simulateHourly(
      { ...section, leak: 0, start: { t: year.outside[0]!, humidity: 0.6 } },
      {
        outside: year.outside,
        inside,
        vapour: inside.map((t, h) => run.humidity[h]! * saturationPressure(t)),
        gain: year.sun.map(s => model.absorptance * facing.sun * s - facing.sky),
        passing: h =>
          leakAt(
            year.outside[h]!,
            year.vapourOutside[h]!,
            inside[h]!,
            year.outside[h]! + (model.absorptance * facing.sun * year.sun[h]! - facing.sky) * section.rse,
          ),
      },
      year.outside.length,
    );
    const peak = Math.max(...alone.water);
    expect(peak).toBeGreaterThan(0.02);
    expect(Math.abs(run.parts[k]!.peaks[0]! / peak - 1)).toBeLessThan(0.05);
  });
  it('in still air it loses less, driving more; at the standard’s own film nothing changes', () => {
    const need = (wind: number) => heaterNeed(inWind(model, wind, -5), -5);
    const usual = heaterNeed(model, -5);
    expect(need(0)).toBeLessThan(usual);
    expect(need(25)).toBeGreaterThan(usual);
    // The wind whose film is 0.04 at this temperature: 4 + 4 v + 0.9 h_r = 25 (ISO 6946 Annex C, from memory).
    const wind = (25 - 4 - 0.9 * 4 * 5.67e-8 * 268.15 ** 3) / 4;
    // Its draughts are those of 4 m/s, a trifle less.
    expect(Math.abs(need(wind) / usual - 1)).toBeLessThan(1e-3);
    const bare = vanModel(evaluate(design!, bareVan, library), shell, brief, choice, library);
    // Bare steel feels the wind most.
    const share = (of: VanModel) => heaterNeed(inWind(of, 25, -5), -5) / heaterNeed(of, -5);
    expect(share(bare)).toBeGreaterThan(share(model));
  });
  it('cooking gives its heat to the air: half a kilowatt hour of gas a meal less its steam, as the heater need not', () => {
    const gas = vanModel(e, shell, { ...brief, cooking: 'gas' }, choice, library);
    // By hand: (0.5 - 0.15 x 2.5 / 3.6) kWh over 12 h.
    expect(gas.cooking).toBeCloseTo((brief.people * 0.395833 * 1000) / 12, 2);
    expect(vanModel(e, shell, { ...brief, cooking: 'none' }, choice, library).cooking).toBe(0);
    const night = (cooking: number) => vanNight({ ...gas, cooking }, () => -10, 12, true).energy;
    expect(night(0) - night(gas.cooking)).toBeCloseTo((gas.cooking * 12) / 1000, 1);
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
      evaluate(design!, { buildUps: [], zones: {}, bays: {}, sheets: {} }, library),
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

  describe('on the design night', () => {
    const cold = () => -5;
    const night = (change: Partial<typeof brief> = {}, more: Partial<VanModel> = {}, heated = true) => {
      const made = vanModel(e, shell, { ...brief, ...change }, choice, library);
      return vanNight({ ...made, ...more }, cold, 12, heated);
    };
    const asIs = vanModel(e, shell, brief, choice, library);
    it('held by the thermostat takes the losses and the sky, less the sleepers', () => {
      // The heater is sized for a night on which nobody cooks.
      const held = night({}, { cooking: 0 });
      const steady = heaterNeed(asIs, -5);
      const sky = asIs.parts.reduce((sum, p) => {
        const { layers, rse, rsi } = p.model.section;
        const r = layers.reduce((a, l) => a + l.thickness / l.conductivity, rse + rsi);
        return sum + (p.area / r) * p.model.facing.sky * rse;
      }, 0);
      // Windows see the sky too.
      expect(skyLoss(asIs, 0)).toBeGreaterThan(sky);
      expect(skyLoss(asIs, 0)).toBeLessThan(1.2 * sky);
      const own = airLoss(asIs, 0) * (brief.cabin + 5) + skyLoss(asIs, 0);
      expect(steady).toBeCloseTo(own + cabTakes(asIs, brief.cabin, -5) - 2 * SLEEPER, 6);
      expect(held.dawn).toBeCloseTo(brief.cabin, 6);
      // What the linings take up and give off as heat of vapour is the rest.
      expect(Math.abs(held.power.at(-1)! / steady - 1)).toBeLessThan(0.02);
      expect(held.energy * 1000).toBeGreaterThan(0.97 * steady * 12);
    });
    it('with the heater off falls towards outside and what the sleepers keep, slower with more in it', () => {
      const off = night({}, {}, false);
      // By hand, with what the cab takes of each kelvin.
      const rest =
        -5 + (2 * SLEEPER) / (airLoss(asIs, 0) + cabTakes(asIs, brief.cabin, -5) / (brief.cabin + 5));
      expect(off.dawn).toBeGreaterThan(rest - 3);
      expect(off.dawn).toBeLessThan(rest + 4);
      expect(
        night({}, { airs: asIs.airs.map(a => ({ ...a, mass: 1e6, massLink: 400 })) }, false).dawn,
      ).toBeGreaterThan(off.dawn);
      for (let i = 1; i < off.inside.length; i++)
        expect(off.inside[i]!).toBeLessThan(off.inside[i - 1]! + 0.05);
    });
    it('tells when it gets too cold to sit in, and that it never does while heated', () => {
      const off = night({}, {}, false);
      expect(night().chill).toBeNull();
      const first = off.inside.findIndex(t => t < 10);
      expect(off.chill).toBeCloseTo(off.minutes[first]! / 60, 9);
    });
    it('a heater too small does what it can', () => {
      const small = night({}, { heater: 500 });
      expect(small.dawn).toBeLessThan(brief.cabin - 5);
      expect(Math.max(...small.power)).toBeLessThanOrEqual(500);
    });
    it('less fresh air puts more on the glass; covers save heat; a meal without gas is drier', () => {
      expect(night({ ventilation: 2 }).onGlass).toBeGreaterThan(night().onGlass);
      const covered = vanModel(e, shell, brief, { ...choice, covers: true }, library);
      expect(vanNight(covered, cold, 12, true).energy).toBeLessThan(night().energy);
      expect(night({ cooking: 'none' }).humidity.at(-1)!).toBeLessThan(night().humidity.at(-1)!);
      expect(night({ people: 4 }).humidity.at(-1)!).toBeGreaterThan(night().humidity.at(-1)!);
    });
    it('makes and loses no water', () => {
      for (const ventilation of [1, 8, 40]) expect(night({ ventilation }).waterBalance).toBeLessThan(1e-9);
    });
  });

  describe('on a hot day', () => {
    const day = (
      change: Partial<typeof choice>,
      open = 1,
      air = model.airs[0]!.leakage,
      colour = shell.skin.colour,
    ) =>
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
        day({}, 1, model.airs[0]!.leakage, 'white'),
        day({ covers: true }),
        day({}, 1, 0.15),
      ])
        expect(better.peak).toBeLessThan(now.peak);
      expect(day({}, 1, model.airs[0]!.leakage, 'black').roofPeak).toBeGreaterThan(now.roofPeak);
    });
    it('has settled: its last two midnights agree', () =>
      expect(Math.abs(now.inside[0]! - now.inside.at(-1)!)).toBeLessThan(0.5));
    it('insulation slows it by minutes, not hours (ISO 13786 of light linings)', () => {
      const bare = hotDay(
        vanModel(
          evaluate(design!, { buildUps: [], zones: {}, bays: {}, sheets: {} }, library),
          shell,
          brief,
          choice,
          library,
        ),
        brief,
        { open: 1, air: model.airs[0]!.leakage },
      );
      expect(Math.abs(now.peakAt - bare.peakAt)).toBeLessThan(2.5);
    });
  });
});

describe('what a hot day is worked out for', () => {
  const placement = { buildUps: [], zones: {}, bays: {}, sheets: {} };
  const names = (...of: Parameters<typeof hotDayCases>) => hotDayCases(...of).map(c => c.name);
  it('is the van as it stands, bare, and with each change that is not made yet', () => {
    expect(names(placement, 'grey', false, 'sun', 'shut')).toEqual([
      'as it stands',
      'bare steel',
      'painted white',
      'painted black',
      'screens up in windows and cab',
      'in the shade',
      'with the roof fan on',
      'shade, fan and screens',
    ]);
    expect(names(placement, 'white', true, 'shade', 'fan')).toEqual([
      'as it stands',
      'bare steel',
      'painted black',
      'shade, fan and screens',
    ]);
  });
  it('asks for a look at the glue over 60 degrees and warns over 28 (common practice, no source)', () => {
    const day = { roofPeak: 61, peak: 27 } as HotDay;
    expect(hotDayCautions(day)).toEqual({ glue: true, nobodyLeft: false });
    expect(hotDayCautions({ ...day, roofPeak: 60, peak: 29 })).toEqual({ glue: false, nobodyLeft: true });
  });
});

it('air is short under four litres a second a person (common practice, no source), and drops are told from litres', () => {
  expect([airIsShort(7.9, 2), airIsShort(8, 2)]).toEqual([true, false]);
  expect([anyRan(0.04), anyRan(0.06)]).toEqual([false, true]);
});
