import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseLength, printLength } from './length.ts';
import { printNumber } from './number.ts';
import {
  parseMass,
  parseMoney,
  parseTemperature,
  printMass,
  printMoney,
  printResistance,
  printTemperature,
} from './quantities.ts';
import { inUnits, lengthIn } from './sentence.ts';

const metres = (text: string, system: 'metric' | 'imperial' = 'metric') => {
  const read = parseLength(text, { system });
  if (!read.ok) throw new Error(read.message);
  return read.value;
};
const refusal = (text: string) => {
  const read = parseLength(text);
  return read.ok ? '' : read.message;
};

describe('tape-measure lengths', () => {
  // 1 in = 25.4 mm exactly (international inch, 1959).
  it.each([
    ['955', 0.955],
    ['955 mm', 0.955],
    ['120cm', 1.2],
    ['1.2 m', 1.2],
    ['1,2 m', 1.2],
    ['0,955 m', 0.955],
    ['3.31 m', 3.31],
    ['1 862 mm', 1.862],
    ['1,200.5 mm', 1.2005],
    ['1.200,5 mm', 1.2005],
    ['47 1/4"', 47.25 * 0.0254],
    ['47 1/4', 47.25 * 0.0254],
    ['47-1/4 in', 47.25 * 0.0254],
    ['1 5/8"', 1.625 * 0.0254],
    ['5/8”', 0.625 * 0.0254],
    ['3\' 11 1/4"', 47.25 * 0.0254],
    ['3′ 11 1/4″', 47.25 * 0.0254],
    ["3' 11 1/4", 47.25 * 0.0254],
    ['3 ft 11.25 in', 47.25 * 0.0254],
    ["4'", 1.2192],
    ['1,5"', 0.0381],
  ])('reads %s', (text, expected) => expect(metres(text)).toBeCloseTo(expected, 9));

  it('takes a bare number as inches for an imperial user', () =>
    expect(metres('10', 'imperial')).toBeCloseTo(0.254, 9));

  it('refuses an ambiguous comma with both readings', () => {
    for (const text of ['1,200', '1,200 mm']) {
      expect(refusal(text)).toContain('1.2 ');
      expect(refusal(text)).toContain('1200');
    }
  });

  it.each([
    ['-40'],
    ['12 bananas'],
    [''],
    ['   '],
    ['1.2.3'],
    ['1/0"'],
    ['3\' 14"'],
    ['--3'],
    ['1e3'],
    ['NaN'],
    ['Infinity m'],
  ])('refuses %j in one sentence that says what is accepted', text => {
    expect(refusal(text)).toMatch(/Write a length such as|under 12/);
    expect(refusal(text).length).toBeLessThan(140);
  });

  it('names the limits of a field', () => {
    const read = parseLength('25 m', { max: 7 });
    expect(read).toEqual({ ok: false, message: '25\u202f000 mm is too long here: at most 7000 mm.' });
  });

  it('prints as a tape is read', () => {
    expect(printLength(1.8624)).toBe('1862 mm');
    expect(printLength(0.0025)).toBe('2.5 mm');
    expect(printLength(0.00999)).toBe('10 mm');
    expect(printLength(47.25 * 0.0254, 'imperial')).toBe('3\' 11 1/4"');
    expect(printLength(1.625 * 0.0254, 'imperial')).toBe('1 5/8"');
    expect(printLength(-0.046)).toBe('−46 mm');
  });

  it('prints the same after reading what it printed', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 19.9, noNaN: true }),
        fc.constantFrom('metric' as const, 'imperial' as const),
        (x, system) => {
          const once = printLength(x, system);
          expect(printLength(metres(once, system), system)).toBe(once);
        },
      ),
    );
  });
});

describe('lengths inside sentences', () => {
  it('are printed in the units of who reads them, all of them', () => {
    const says = `Between ${lengthIn(0.02)} and ${lengthIn(0.41275)} from its edge.`;
    expect(inUnits(says, 'metric')).toBe('Between 20 mm and 413 mm from its edge.');
    expect(inUnits(says, 'imperial')).toBe('Between 13/16" and 16 1/4" from its edge.');
    expect(inUnits('Nothing to print.', 'imperial')).toBe('Nothing to print.');
  });
  it('read as they would alone, whatever the length', () => {
    fc.assert(
      fc.property(fc.double({ min: -20, max: 20, noNaN: true }), m => {
        for (const units of ['metric', 'imperial'] as const)
          expect(inUnits(lengthIn(m), units)).toBe(printLength(m, units));
      }),
    );
  });
});

describe('other quantities', () => {
  it('reads temperatures in both scales', () => {
    expect(parseTemperature('−14 °C')).toEqual({ ok: true, value: -14 });
    expect(parseTemperature('32F')).toEqual({ ok: true, value: 0 });
    expect(parseTemperature('-40 F')).toEqual({ ok: true, value: -40 }); // the two scales meet at -40
    expect(parseTemperature('warm').ok).toBe(false);
    expect(parseTemperature('900').ok).toBe(false);
  });

  it('reads and prints masses', () => {
    expect(parseMass('2 lb')).toEqual({ ok: true, value: 2 * 0.45359237 });
    expect(parseMass('500g')).toEqual({ ok: true, value: 0.5 });
    expect(parseMass('-3').ok).toBe(false);
    expect(printMass(94.23)).toBe('94.2 kg');
    expect(printMass(310.4)).toBe('310 kg');
  });

  it('reads and prints money', () => {
    expect(parseMoney('£1,286')).toEqual({ ok: true, value: 1286 });
    expect(parseMoney('24,50 €')).toEqual({ ok: true, value: 24.5 });
    expect(parseMoney('-5')).toMatchObject({ ok: false, message: expect.stringContaining('negative') });
    expect(parseMoney('1.005').ok).toBe(false);
    expect(printMoney(-212)).toBe('−£212');
    expect(printMoney(12.5)).toBe('£12.50');
  });

  it('prints the US R-value: R-7 is 1.23 m2K/W (definition of the unit)', () => {
    expect(printResistance(1.233, 'imperial')).toBe('R-7.0 US');
  });

  it('keeps print(parse(print(x))) = print(x)', () => {
    const value = (read: { ok: boolean; value?: number }) => read.value ?? Number.NaN;
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5000, noNaN: true }),
        fc.constantFrom('metric' as const, 'imperial' as const),
        (x, system) => {
          const mass = printMass(x, system);
          expect(printMass(value(parseMass(mass, system)), system)).toBe(mass);
          const money = printMoney(x);
          expect(printMoney(value(parseMoney(money)))).toBe(money);
          const temperature = printTemperature(x % 70, system);
          expect(printTemperature(value(parseTemperature(temperature, system)), system)).toBe(temperature);
        },
      ),
    );
  });

  it('prints what nobody writes out by its power of ten, and never an e', () => {
    expect(printNumber(4.2160841884216086e49)).toBe('4.2 × 10⁴⁹');
    expect(printLength(4.2e46)).toBe('4.2 × 10⁴⁹ mm');
    expect(printNumber(Number.POSITIVE_INFINITY)).toBe('∞');
    fc.assert(
      fc.property(fc.double(), fc.integer({ min: 0, max: 6 }), (x, decimals) => {
        expect(printNumber(x, decimals)).not.toMatch(/[a-z]/i);
        expect(printNumber(x, decimals).length).toBeLessThan(26);
      }),
    );
  });

  it('refuses a mistyped length without reading it out', () => {
    const typed = '9'.repeat(60);
    expect(parseLength(typed, { max: 9 })).toEqual({
      ok: false,
      message: 'That is far too long: at most 9000 mm.',
    });
    const more = parseLength('9'.repeat(400));
    expect(more).toEqual({
      ok: false,
      message: `“${'9'.repeat(23)}…” is more than can be meant.`,
    });
    const words = parseLength('x'.repeat(200));
    expect(words.ok || words.message.length).toBeLessThan(110);
  });

  it('never prints a negative zero', () => expect(printNumber(-0.001, 1)).toBe('0.0'));
});
