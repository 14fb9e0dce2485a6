import { SAME_SIZE } from '../tolerance/index.ts';
import type { Bay, Measurement, Opening, Zone } from './types.ts';

const SIZES = ['width', 'height'] as const;
const SLACK = SAME_SIZE;

/** Whether an opening is no larger than its bay. */
export const openingFits = (opening: Opening, bay: Bay): boolean =>
  SIZES.every(size => opening[size].value <= bay[size].value + SLACK);

/**
 * A zone whose bays have changed size, with what was only assumed giving way: an assumed opening shrinks with its bay,
 * an assumed bay stays as large as the opening measured in it. What is measured stays as it is.
 */
export function letOpeningsFit(zone: Zone): Zone {
  if (zone.openings.every(o => zone.bays.some(b => b.id === o.bay && openingFits(o, b)))) return zone;
  const bays = zone.bays.map((bay): Bay => {
    const grown = { ...bay };
    for (const size of SIZES) {
      const measured = zone.openings.filter(o => o.bay === bay.id && o[size].basis === 'measured');
      grown[size] = atLeast(bay[size], Math.max(0, ...measured.map(o => o[size].value)));
    }
    return grown;
  });
  const openings = zone.openings.map((opening): Opening => {
    const host = bays.find(b => b.id === opening.bay);
    if (!host) return opening;
    const { width, height } = opening;
    return { ...opening, width: atMost(width, host.width.value), height: atMost(height, host.height.value) };
  });
  return { ...zone, bays, openings };
}

const atLeast = (m: Measurement, least: number): Measurement =>
  m.basis === 'assumed' && m.value < least ? { ...m, value: least } : m;
const atMost = (m: Measurement, most: number): Measurement =>
  m.basis === 'assumed' && m.value > most ? { ...m, value: most } : m;
