import type { FactOf, Shell, ZoneKind } from '../../model/index.ts';

/** Something a van of this body usually still has in it when the work begins. */
export interface ToStrip {
  name: string;
  /** Id of the zone it comes out of. */
  zone: string;
  /** What usually becomes of it. */
  becomes: FactOf<'taken out'>['becomes'];
  /** What to mind while it comes out; null for nothing in particular. */
  caution: string | null;
}

/** Said where it bites, and left to the vehicle maker's rules. */
const AIRBAG =
  'May hide a side airbag: do not pry here. The vehicle maker’s instructions say how it comes off, and who may.';
const BELT =
  'Seats and belts are type-approved with their anchorages: loosening them is licensed practice in many places.';
const BULKHEAD =
  'A bulkhead may be part of the structure and of what holds a load back: ask the vehicle maker’s rules before it goes.';

interface Usual extends Omit<ToStrip, 'zone'> {
  on: ZoneKind;
  side?: 'left' | 'right';
  where?: readonly Shell['pattern'][];
}

/** Common practice, no source: what comes out first in such a body. */
const USUAL: readonly Usual[] = [
  { name: 'Rear seats and benches', on: 'floor', becomes: 'sold', caution: BELT, where: ['minibus'] },
  { name: 'Rear belts', on: 'wall', becomes: 'goes back', caution: BELT, where: ['minibus'] },
  { name: 'Bulkhead trim', on: 'bulkhead', becomes: 'goes back', caution: BULKHEAD },
  { name: 'Load floor', on: 'floor', becomes: 'template', caution: null },
  { name: 'Tie-down rings', on: 'floor', becomes: 'goes back', caution: null },
  { name: 'Left wall lining', on: 'wall', side: 'left', becomes: 'template', caution: null },
  { name: 'Right wall lining', on: 'wall', side: 'right', becomes: 'template', caution: null },
  {
    name: 'Headliner',
    on: 'ceiling',
    becomes: 'template',
    caution: AIRBAG,
    where: ['compact', 'mid', 'minibus'],
  },
  { name: 'Roof bow covers', on: 'ceiling', becomes: 'scrap', caution: AIRBAG },
  { name: 'Sliding door lining', on: 'sliding door', becomes: 'template', caution: null },
  { name: 'Left rear door lining', on: 'rear door', side: 'left', becomes: 'template', caution: null },
  { name: 'Right rear door lining', on: 'rear door', side: 'right', becomes: 'template', caution: null },
  { name: 'Wheel arch covers', on: 'arch', side: 'left', becomes: 'template', caution: null },
  { name: 'Pillar trims', on: 'cab frame', becomes: 'goes back', caution: AIRBAG },
  { name: 'Cab headliner', on: 'cab roof', becomes: 'goes back', caution: AIRBAG },
];

/** What usually has to come out of this shell and has not been noted yet, in the order of the work. */
export function stripList(shell: Shell, takenOut: readonly { name: string }[]): ToStrip[] {
  const noted = new Set(takenOut.map(t => t.name.toLowerCase()));
  return USUAL.flatMap(({ on, side, where, ...item }) => {
    const zone = shell.zones.find(z => z.kind === on && (side === undefined || z.side === side));
    if (!zone || (where && !where.includes(shell.pattern)) || noted.has(item.name.toLowerCase())) return [];
    return [{ ...item, zone: zone.id }];
  });
}

/** Clips of everything taken out, by type: how many to have at hand when it goes back. */
export function clipsCounted(
  takenOut: readonly Pick<FactOf<'taken out'>, 'clips'>[],
): { type: string; count: number }[] {
  const counts = new Map<string, number>();
  for (const { clips = [] } of takenOut)
    for (const { type, count } of clips) counts.set(type, (counts.get(type) ?? 0) + count);
  return [...counts].map(([type, count]) => ({ type, count })).sort((a, b) => b.count - a.count);
}
