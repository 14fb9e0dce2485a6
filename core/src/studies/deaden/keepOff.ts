import { patchBox } from '../../buildup/index.ts';
import type { Bay, KeepClear, Patch, Zone } from '../../model/index.ts';

/** What no sheet is ever laid on; round anything else one is cut. */
const NEVER: readonly KeepClear['kind'][] = [
  'airbag',
  'belt anchor',
  'flue',
  'gas drop vent',
  'fixed vent',
  'fuel or brake line',
];

/** What must stay clear on a bay and is met by a sheet there, its clearance counted. */
export const keptFreeBy = (zone: Zone, bay: Bay, patch: Patch): KeepClear[] => {
  const box = patchBox(patch);
  return zone.keepClears.filter(k => {
    const c = k.clearance.value;
    return (
      k.bay === bay.id &&
      Math.abs(box.x + box.width / 2 - k.at.along.value) < (box.width + k.width.value) / 2 + c &&
      Math.abs(box.y + box.height / 2 - k.at.up.value) < (box.height + k.height.value) / 2 + c
    );
  });
};

/** Whether a sheet may lie there at all. */
export const mayLie = (zone: Zone, bay: Bay, patch: Patch): boolean =>
  keptFreeBy(zone, bay, patch).every(k => !NEVER.includes(k.kind));
