import { describe, expect, it } from 'vitest';
import { defaultBrief } from '../buildup/index.ts';
import { hourlyYear, stationYear } from '../van/climate/index.ts';
import { readEpw, toEpw } from './epw.ts';

const station = stationYear(defaultBrief);
const text = toEpw(station, 'for trial, only');

describe('a weather file', () => {
  it('written by the simulated station reads back to a tenth of a kelvin, a per cent and a watt', () => {
    const read = readEpw(text);
    if (!read.ok) throw new Error(read.message);
    expect(read.weather.place).toBe('Illustrative: Mild wet coast');
    for (let h = 0; h < 8760; h++) {
      expect(Math.abs(read.weather.temperature[h]! - station.temperature[h]!)).toBeLessThan(0.0501);
      expect(Math.abs(read.weather.humidity[h]! - station.humidity[h]!)).toBeLessThan(0.00501);
      expect(Math.abs(read.weather.sun[h]! - station.sun[h]!)).toBeLessThan(0.501);
    }
  });
  it('has eight header lines, 8,760 rows of 35 fields and hours from 1 to 24 (EPW dictionary, from memory)', () => {
    const lines = text.trim().split('\r\n');
    expect(lines).toHaveLength(8768);
    expect(lines[0]).toMatch(/^LOCATION,/);
    expect(lines[7]).toMatch(/^DATA PERIODS,/);
    expect(new Set(lines.slice(8).map(l => l.split(',').length))).toEqual(new Set([35]));
    expect(lines[8]).toMatch(/^\d+,1,1,1,60,/);
    expect(lines.at(-1)).toMatch(/^\d+,12,31,24,60,/);
  });
  it('takes the place of the brief’s climate from its own October on', () => {
    const read = readEpw(text);
    if (!read.ok) throw new Error(read.message);
    const glass = { area: 0, fRsi: 1 };
    const mine = hourlyYear(defaultBrief, glass);
    const filed = hourlyYear({ ...defaultBrief, climate: 'southern dry' }, glass, 1, read.weather);
    for (let h = 0; h < 8760; h += 97)
      expect(Math.abs(filed.outside[h]! - mine.outside[h]!)).toBeLessThan(0.051);
  });
  it('leaves the 29th of February out', () => {
    const leap = text.replace(/\r\n(2026,3,1,1,60,)/, `\r\n2026,2,29,1,60,?,5.0,99.9,80,0,0,0,0,0,0\r\n$1`);
    expect(readEpw(leap).ok).toBe(true);
  });
  it.each([
    ['another file', 'hello', 'begin with LOCATION'],
    [
      'one cut short',
      `${text.split('\r\n').slice(0, 100).join('\r\n')}\r\n2026,1,4`,
      'Line 101 has 3 fields',
    ],
    ['one with too few rows', text.split('\r\n').slice(0, 4000).join('\r\n'), '3992 hourly rows of 8,760'],
    ['one that goes on', `${text}${text.split('\r\n')[9]}\r\n`, 'beyond a year'],
    [
      'a missing temperature',
      text.replace(/(1,1,1,60,\?,)[-\d.]+/, '$199.9'),
      'Line 9: a temperature of “99.9”',
    ],
    ['a missing humidity', text.replace(/(1,1,1,60,\?,[-\d.]+,99.9,)\d+/, '$1999'), 'humidity of “999”'],
  ])('is refused when it is %s, with its line', (_, file, part) => {
    expect(readEpw(file)).toMatchObject({ ok: false, message: expect.stringContaining(part) });
  });
});
