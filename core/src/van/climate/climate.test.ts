import { describe, expect, it } from 'vitest';
import { demoBrief } from '../../demo/brief.ts';
import type { Brief } from '../../model/index.ts';
import { dewPoint, saturationPressure } from '../../physics/air/index.ts';
import { climateOf, climates } from './climates.ts';
import { glazing } from './glazing.ts';
import { hourlyYear } from './hours.ts';
import { designNight, monthsOf } from './months.ts';

const NO_GLASS = { area: 0, fRsi: 1 };
const months = (change: Partial<Brief> = {}, glass = NO_GLASS) =>
  monthsOf({ ...demoBrief, ...change }, glass);

describe.each(climates.map(c => c.id))('climate %s', id => {
  const climate = climateOf(id);
  it('has twelve months of plausible air, coldest in winter', () => {
    for (const row of [climate.temperature, climate.humidity, climate.swing]) expect(row).toHaveLength(12);
    expect(climate.humidity.every(h => h > 0.3 && h < 1)).toBe(true);
    expect(Math.min(...climate.temperature)).toBe(climate.temperature[0]);
    expect([6, 7]).toContain(climate.temperature.indexOf(Math.max(...climate.temperature)));
  });
});

describe('the months of a brief', () => {
  it('run from October through a whole year of seconds', () => {
    const year = months();
    expect(year.map(m => m.month)).toEqual([9, 10, 11, 0, 1, 2, 3, 4, 5, 6, 7, 8]);
    expect(year.reduce((s, m) => s + m.seconds, 0)).toBe(365 * 86_400);
  });

  it('share every month out among nights with people, empty nights and days', () => {
    for (const m of months()) expect(m.regimes.reduce((s, r) => s + r.share, 0)).toBeCloseTo(1, 12);
    const january = months({ nights: { winter: 7, spring: 0, summer: 0, autumn: 0 } }).find(
      m => m.month === 0,
    )!;
    expect(january.regimes.map(r => r.share)).toEqual([0.5, 0, 1 / 3, 1 / 6]);
    // The month's sun is all in its days.
    const climate = climateOf(demoBrief.climate);
    for (const m of months()) {
      const sun = m.regimes.reduce((s, r) => s + r.sun * r.share, 0);
      expect((sun * 24) / 1000).toBeCloseTo(climate.sun[m.month]!, 9);
    }
    const july = months({ nights: { winter: 7, spring: 0, summer: 0, autumn: 0 } }).find(m => m.month === 6)!;
    expect(july.regimes[0]!.share).toBe(0);
  });

  it('are colder by night than by day, about the monthly mean', () => {
    for (const m of months()) {
      const [night, , day] = m.regimes.map(r => r.outside.t) as [number, number, number];
      expect(night).toBeLessThan(day);
      expect((night + day) / 2).toBeCloseTo(climateOf(demoBrief.climate).temperature[m.month]!, 9);
    }
  });

  it('never hold more vapour than the air can', () => {
    for (const climate of climates)
      for (const m of months({ climate: climate.id, heating: 'unflued gas', ventilation: 1, people: 8 }))
        for (const r of m.regimes) {
          expect(r.outside.p).toBeLessThanOrEqual(saturationPressure(r.outside.t) + 1e-9);
          expect(r.inside.p).toBeLessThanOrEqual(0.95 * saturationPressure(r.inside.t) + 1e-9);
        }
  });

  it('never cool the cabin below the night outside', () => {
    for (const m of months({ cabin: 5, climate: 'southern dry' }))
      expect(m.regimes[0]!.inside.t).toBeGreaterThanOrEqual(m.regimes[0]!.outside.t);
  });
});

describe('the design night', () => {
  it('has the brief’s cold outside and people inside', () => {
    const night = designNight(demoBrief, NO_GLASS);
    expect(night.outside.t).toBe(-14);
    expect(night.inside.t).toBe(demoBrief.cabin);
    expect(night.inside.p).toBeGreaterThan(night.outside.p);
  });

  it('has a lower dew point the more fresh air and the more cold glass there is', () => {
    const dew = (change: Partial<Brief>, area = 0) =>
      dewPoint(designNight({ ...demoBrief, ...change }, { area, fRsi: 0.24 }).inside.p);
    expect(dew({ ventilation: 16 })).toBeLessThan(dew({ ventilation: 8 }));
    expect(dew({ ventilation: 2 }, 2)).toBeLessThan(dew({ ventilation: 2 }, 0));
  });

  it('balances by hand: two people who do not cook at 8 l/s', () => {
    // 2 (8 h 40 g + 4 h 60 g) / 12 h = 93.3 g/h; at 8 l/s = 28.8 m3/h this is 3.241 g/m3 above outside.
    const outside = designNight(demoBrief, NO_GLASS).outside;
    const inside = designNight({ ...demoBrief, cooking: 'none', ventilation: 8 }, NO_GLASS).inside;
    const v = (air: { t: number; p: number }) => (air.p / (461.5 * (air.t + 273.15))) * 1000;
    expect(v(inside) - v(outside)).toBeCloseTo(93.333 / 28.8, 3);
  });
});

describe('the year by the hour', () => {
  const year = (nights: number) =>
    hourlyYear(
      { ...demoBrief, nights: { winter: nights, spring: nights, summer: nights, autumn: nights } },
      { area: 0, fRsi: 1 },
    );
  it('has whole nights: twelve hours through midnight, the last one into the first morning', () => {
    for (const n of [1, 2.5, 4, 6]) {
      const { occupied } = year(n);
      const turned = [...occupied.slice(12), ...occupied.slice(0, 12)];
      const stays: number[] = [];
      let run = 0;
      for (const inside of [...turned, 0]) {
        if (inside) run++;
        else if (run > 0) {
          stays.push(run);
          run = 0;
        }
      }
      expect(stays.every(hours => hours === 12)).toBe(true);
      expect(Math.abs(stays.length - (n / 7) * 365)).toBeLessThanOrEqual(1);
    }
  });
  it('has every night at seven a week and none at none', () => {
    expect(year(7).occupied.reduce((a, b) => a + b, 0)).toBe(365 * 12);
    expect(year(0).occupied.every(o => o === 0)).toBe(true);
  });
});

describe('panes', () => {
  const single = glazing('glass', 'horizontal');
  it('single glass of 4 mm loses 5.8 W/m2K (ISO 10077-1:2017 Table H.1, from memory) and is nearly as cold as outside', () => {
    expect(single.uValue).toBeCloseTo(5.8, 0);
    expect(single.uValue).toBeCloseTo(1 / (0.04 + 0.004 + 0.13), 9);
    expect(single.fRsi).toBeCloseTo(0.044 / 0.174, 9);
    expect(single.letsIn).toBe(0.8);
    expect(glazing('tinted glass', 'horizontal')).toEqual({ ...single, letsIn: 0.6 });
  });
  it('two panes of acrylic lose half of it; a screen adds its resistance on its own side of the pane (by hand)', () => {
    expect(glazing('double acrylic', 'horizontal').uValue).toBeLessThan(0.55 * single.uValue);
    const [inside, outside] = [
      glazing('glass', 'horizontal', 'inside'),
      glazing('glass', 'horizontal', 'outside'),
    ];
    expect(inside.uValue).toBeCloseTo(1 / (0.174 + 0.6), 9);
    expect(inside.fRsi).toBeCloseTo(0.044 / 0.774, 9);
    expect(outside.fRsi).toBeCloseTo((0.044 + 0.35) / (0.174 + 0.35), 9);
    expect(inside.reached).toBeLessThan(outside.reached);
  });
});
