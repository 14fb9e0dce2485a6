import { DWELLING_FIRE_LOAD, fireLoadDensity, fireLoadIn, VAN_FIGURES } from '@overcoat/core/figures';
import { fireWorking } from '@overcoat/core/studies/working';
import { printNumber } from '@overcoat/core/units';
import { type Figure, quantity } from './figure.ts';

const { of, better } = VAN_FIGURES.fire;

/** What would burn of all that is laid. */
export const fire: Figure = {
  key: 'fire',
  name: 'fire load',
  zoneName: 'fire load',
  of,
  ofZone: fireLoadIn,
  ...quantity('fire load', v => `${printNumber(v, 0)} MJ`, 0.5),
  better,
  alert: () => false,
  note(e, { shell }, _, library) {
    const density = fireLoadDensity(e, shell, library);
    return Number.isNaN(density)
      ? 'no floor to set it against'
      : `${printNumber(density, 0)} MJ/m² of floor, a dwelling ${DWELLING_FIRE_LOAD}`;
  },
  working: (e, _, library) => fireWorking(e, library),
};
