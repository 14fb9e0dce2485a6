import type { Bay, Opening, Shell, Zone } from '../../model/index.ts';
import { bayCurve } from './curve.ts';
import { outlineArea, outlineOf } from './outline.ts';

/** Area of an opening, m2. */
export const openingSize = ({ width, height }: Pick<Opening, 'width' | 'height'>): number =>
  width.value * height.value;

/** Area of openings in a bay, m2. */
export const openingArea = (zone: Zone, bay: Bay): number =>
  zone.openings.reduce((sum, o) => (o.bay === bay.id ? sum + openingSize(o) : sum), 0);

/** Area inside a bay's outline, over its curve, openings not taken off, m2. */
export function grossArea(bay: Bay): number {
  const box = bay.width.value * bay.height.value;
  if (!bay.outline && !bay.cornerRadius && !bay.curve) return box;
  const read = outlineOf(bay);
  const flat = read.ok ? outlineArea(read.outline) : box;
  const curve = bayCurve(bay);
  return curve ? (flat * curve.developed) / bay[curve.along].value : flat;
}

/** Area of a bay less its openings, m2; never negative. */
export const bayArea = (zone: Zone, bay: Bay): number => Math.max(0, grossArea(bay) - openingArea(zone, bay));

/** Share of the shell's bays whose four sizes are all measured. */
export function measuredBays(shell: Shell): { measured: number; total: number } {
  const bays = shell.zones.flatMap(z => z.bays);
  return { measured: bays.filter(isSurveyed).length, total: bays.length };
}

/** Whether a bay's four sizes are all measured. */
export const isSurveyed = (b: Bay): boolean =>
  b.width.basis === 'measured' &&
  b.height.basis === 'measured' &&
  b.depthMin.basis === 'measured' &&
  b.depthMax.basis === 'measured';
