import type { BuyLine } from '@overcoat/core/order/buying';
import { printArea, printNumber, type UnitSystem } from '@overcoat/core/units';
import { format } from 'date-fns';

/** A day as YYYY-MM-DD in short. */
export const day = (at: string): string => format(new Date(at), 'EEE d MMM');

/** Today as YYYY-MM-DD, by the clock of this device. */
export const today = (): string => format(new Date(), 'yyyy-MM-dd');

/** So much of a line’s unit. */
export const amount = (unit: BuyLine['unit'], value: number, units: UnitSystem): string =>
  unit === 'piece'
    ? printNumber(Math.ceil(value - 1e-9))
    : unit === 'm²'
      ? printArea(value, units)
      : unit === 'm' && units === 'imperial'
        ? `${printNumber(value / 0.3048, 0)} ft`
        : unit === 'l' && value < 0.1
          ? `${printNumber(Math.ceil(value * 1000 - 1e-9))} ml`
          : `${printNumber(value, unit === 'l' ? 2 : 1)} ${unit}`;

/** Things, or one thing. */
export const things = (n: number): string => `${n} ${n === 1 ? 'thing' : 'things'}`;
