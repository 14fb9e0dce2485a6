import { fireLoadIn, VAN_FIGURES } from '@overcoat/core/figures';
import type { Shell } from '@overcoat/core/model';
import { fireWorking } from '@overcoat/core/studies/working';
import { grossArea } from '@overcoat/core/survey/shell';
import { printNumber } from '@overcoat/core/units';
import { type Figure, quantity } from './figure.ts';

const { of, better } = VAN_FIGURES.fire;

/** A dwelling's furniture and fittings on average, MJ/m2 of floor: EN 1991-1-2:2002 Table E.4, from memory. */
const DWELLING = 780;

const floorOf = ({ zones }: Shell): number =>
  zones
    .filter(z => z.kind === 'floor')
    .reduce((sum, z) => sum + z.bays.reduce((a, b) => a + grossArea(b), 0), 0);

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
  note: (e, { shell }, _, library) =>
    `${printNumber(of(e, library) / floorOf(shell), 0)} MJ/m² of floor, a dwelling ${DWELLING}`,
  working: (e, _, library) => fireWorking(e, library),
};
