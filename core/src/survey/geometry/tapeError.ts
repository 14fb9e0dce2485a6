import type { Bay, Measurement, Shell, Zone } from '../../model/index.ts';
import { grossArea } from './area.ts';

/** Standard error of a size that was never read, as a share of it: patterns are plausible, not this van. */
const ASSUMED_SHARE = 0.05;
const ASSUMED_LEAST = 0.005;

/** Standard error of a size, m: the tape's for a measured one, 5 % (at least 5 mm) for an assumed one. */
export const sizeError = (m: Measurement, tapeError: number): number =>
  m.basis === 'measured' ? tapeError : Math.max(ASSUMED_LEAST, ASSUMED_SHARE * m.value);

/** Every reading a bay's area rests on, with a way to change it. */
function readings(bay: Bay): { size: Measurement; with(value: number): Bay }[] {
  const out: { size: Measurement; with(value: number): Bay }[] = [];
  const visit = (node: unknown, replace: (value: unknown) => Bay): void => {
    if (typeof node !== 'object' || node === null) return;
    if (Array.isArray(node)) {
      node.forEach((item, i) => {
        visit(item, value => replace(node.map((old, j) => (j === i ? value : old))));
      });
    } else if ('basis' in node) {
      const size = node as Measurement;
      out.push({ size, with: value => replace({ ...size, value }) });
    } else
      for (const [key, item] of Object.entries(node))
        visit(item, value => replace({ ...node, [key]: value }));
  };
  const fields = [
    'outline',
    'cornerRadius',
    'curve',
    ...(bay.outline ? [] : (['width', 'height'] as const)),
  ] as const;
  for (const field of fields) if (bay[field]) visit(bay[field], value => ({ ...bay, [field]: value }) as Bay);
  return out;
}

/**
 * Standard error of a bay's area, m2: each reading moved by its own error both ways, effects added as
 * independent (law of propagation of uncertainty, JCGM 100 section 5.1.2, from memory).
 */
export function areaError(bay: Bay, tapeError: number): number {
  let variance = 0;
  for (const reading of readings(bay)) {
    const error = sizeError(reading.size, tapeError);
    const up = grossArea(reading.with(reading.size.value + error));
    const down = grossArea(reading.with(Math.max(0, reading.size.value - error)));
    variance += ((up - down) / 2) ** 2;
  }
  return Math.sqrt(variance);
}

/** Standard error of the area of some bays together, m2, taken as independent. */
export const areaErrorOf = (bays: readonly Bay[], tapeError: number): number =>
  Math.sqrt(bays.reduce((sum, b) => sum + areaError(b, tapeError) ** 2, 0));

/** Area of a zone's bays and its standard error, m2. */
export const zoneArea = (zone: Zone, shell: Pick<Shell, 'tapeError'>): { area: number; error: number } => ({
  area: zone.bays.reduce((sum, b) => sum + grossArea(b), 0),
  error: areaErrorOf(zone.bays, shell.tapeError),
});
