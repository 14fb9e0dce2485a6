import { bare } from '@overcoat/core/buildup';
import { bayResult, bayResults, evaluate } from '@overcoat/core/evaluate';
import type { PartYear, VanYear } from '@overcoat/core/studies/cabin';
import { perigee as design, laid, library } from '@overcoat/core/testing';
import { describe, expect, it } from 'vitest';
import { mapResults } from './results.ts';

const e = laid(design);
const part: PartYear = {
  zone: 'L',
  name: 'left wall',
  bays: ['L1w', 'L3m'],
  area: 2,
  peaks: [0.12, 0.1],
  atMonths: 0,
  ends: [0, 0],
  runOff: 0,
  dripped: 0,
  wetness: { hours: 4321, class: 'τ4' },
  mould: 0,
};
const year = { parts: [part] } as unknown as VanYear;

describe('what the map shows', () => {
  it('has the year’s results only once there is a year, and of no other bay than was computed', () => {
    expect(Object.keys(mapResults(e, null, 'metric'))).toEqual([
      'peak',
      'wetEnd',
      'night',
      'dry',
      'cold',
      'u',
    ]);
    const { wet, hourly } = mapResults(e, year, 'metric');
    expect(wet!.of(bayResult(e, 'L3m'))).toBe(4321);
    expect(hourly!.of(bayResult(e, 'L3m'))).toBe(0.12);
    expect(wet!.of(bayResult(e, 'C1a'))).toBeNull();
    expect(wet!.print(4321)).toMatch(/^4,?321 h$/);
  });
  it('shades every value between nothing and full, worse is darker, and the legend rises with it', () => {
    for (const [name, result] of Object.entries(mapResults(e, year, 'metric'))) {
      const values = bayResults(e).flatMap(r => result.of(r) ?? []);
      expect(values.length, name).toBeGreaterThan(0);
      for (const v of values) {
        expect(result.tone(v), name).toBeGreaterThanOrEqual(0);
        expect(result.tone(v), name).toBeLessThanOrEqual(1);
        expect(result.print(v), name).toMatch(/\d|century|day/);
        expect(result.small(v).length, name).toBeLessThan(8);
      }
      const tones = result.steps.map(s => result.tone(s));
      expect(tones, name).toEqual([...tones].sort((a, b) => a - b));
    }
  });
  it('says of a bare van only how cold and how leaky to heat it is', () => {
    const naked = evaluate(design!, bare, library);
    const results = mapResults(naked, null, 'metric');
    const bay = bayResult(naked, 'L3m');
    for (const name of ['peak', 'wetEnd', 'night', 'dry']) expect(results[name]!.of(bay), name).toBeNull();
    expect(results.u!.of(bay)).toBeGreaterThan(5);
    expect(mapResults(naked, null, 'imperial').cold!.print(0)).toBe('32 °F');
    expect(results.cold!.of(bay)!).toBeLessThan(naked.damp.night.dewPoint);
  });
});
