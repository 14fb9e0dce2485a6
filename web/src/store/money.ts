import type { CURRENCIES } from '@overcoat/core/model/lists';
import { type Parsed, parseMoney as parseAmount, printMoney as print } from '@overcoat/core/units';
import { usePreferences } from './preferences.ts';

type Currency = (typeof CURRENCIES)[number];

/** Before the amount. */
const SIGNS: Record<Currency, string> = {
  GBP: '£',
  EUR: '€',
  USD: '$',
  AUD: 'A$',
  CAD: 'C$',
  CHF: 'CHF ',
  CZK: 'Kč ',
  DKK: 'kr ',
  NOK: 'kr ',
  NZD: 'NZ$',
  PLN: 'zł ',
  SEK: 'kr ',
};

/** What amounts are counted in on this device. */
export const moneySign = (): string => SIGNS[usePreferences.getState().currency].trim();

/** An amount in a currency, the person's own where none is named. */
export const printMoney = (amount: number, currency: Currency = usePreferences.getState().currency): string =>
  print(amount, SIGNS[currency]);

/** Reads an amount; one in another currency is refused, for nothing is converted. */
export function parseMoney(text: string): Parsed {
  const own = usePreferences.getState().currency;
  const sign = SIGNS[own].trim();
  const plain = text.replace(sign, '').replace(new RegExp(own, 'i'), '').trim();
  if (/[\p{L}\p{Sc}]/u.test(plain))
    return {
      ok: false,
      message: `Prices are in ${sign} here and nothing is converted: write a number.`,
    };
  return parseAmount(plain);
}

/** The most a pack may cost. */
const MOST = 100_000;

/** Reads the price of a pack. */
export function parsePrice(text: string): Parsed {
  const read = parseMoney(text);
  if (read.ok && read.value <= 0)
    return {
      ok: false,
      message: 'A price is more than nothing: what you have already is counted under “at hand”.',
    };
  return read.ok && read.value > MOST
    ? { ok: false, message: `At most ${printMoney(MOST)} a pack: is a point missing?` }
    : read;
}
