import type { Bay, Shell, Zone } from '../../model/index.ts';

/**
 * Every bay in the order a person meets them walking round inside with a tape: in at the rear doors, up the left
 * wall to the front, back down the right side, then the arches, the floor and, looking up, the ceiling; last frames and cab.
 */
export function walkingOrder(shell: Shell): { zone: Zone; bay: Bay }[] {
  const of = (kind: Zone['kind'], side?: Zone['side']) =>
    shell.zones.filter(z => z.kind === kind && (side === undefined || z.side === side));
  const forwards = (z: Zone) => ordered(z, 1);
  const backwards = (z: Zone) => ordered(z, -1);
  return [
    ...of('rear door').flatMap(forwards),
    ...of('wall', 'left').flatMap(backwards),
    ...of('bulkhead').flatMap(forwards),
    ...of('partition').flatMap(forwards),
    ...of('sliding door').flatMap(forwards),
    ...of('wall')
      .filter(z => z.side !== 'left')
      .flatMap(forwards),
    ...of('arch').flatMap(forwards),
    ...of('floor').flatMap(backwards),
    ...of('ceiling').flatMap(forwards),
    ...of('cab overhead').flatMap(forwards),
    ...of('frame').flatMap(forwards),
    ...(['cab door', 'footwell', 'windscreen', 'cab roof', 'cab frame'] as const).flatMap(kind =>
      of(kind).flatMap(forwards),
    ),
  ];
}

const ordered = (zone: Zone, direction: 1 | -1): { zone: Zone; bay: Bay }[] =>
  [...zone.bays]
    .sort((a, b) => direction * (a.station - b.station) || a.strip - b.strip)
    .map(bay => ({ zone, bay }));
