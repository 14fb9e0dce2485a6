import type { CutList } from '../index.ts';
import type { DocumentKind, MovedIds } from './documentKind.ts';

/** A piece is called after its bay, rib or zone and what it is there. */
function pieceOf(piece: string, moved: MovedIds): string | null {
  const [place, ...what] = piece.split(' ');
  const to = moved.get(place!);
  return to === undefined ? piece : to === null ? null : [to, ...what].join(' ');
}

const moving = <T extends { piece: string }>(items: readonly T[], moved: MovedIds): T[] =>
  items.flatMap(item => {
    const piece = pieceOf(item.piece, moved);
    return piece === null ? [] : [piece === item.piece ? item : { ...item, piece }];
  });

/** What was settled about cutting a variant. */
export const cutListKind: DocumentKind<CutList> = {
  called: 'cut list',
  per: 'variant',
  steps: [],
  travels: true,
  clash: 'later',
  // What is cut already was cut for that van.
  begun: ({ cut: _, ...list }) => list,
  follow(list, moved) {
    const named = [...list.pins, ...(list.trims ?? [])].some(({ piece }) => moved.has(piece.split(' ')[0]!));
    const zones = [...(list.panels ?? []).map(p => p.zone), ...(list.kits ?? []).flatMap(k => k.zones)];
    if (!named && !zones.some(z => moved.has(z))) return list;
    const zoneOf = (zone: string) => (moved.has(zone) ? moved.get(zone)! : zone);
    return {
      ...list,
      pins: moving(list.pins, moved),
      ...(list.trims && { trims: moving(list.trims, moved) }),
      ...(list.panels && {
        panels: list.panels.flatMap(p => {
          const zone = zoneOf(p.zone);
          return zone === null ? [] : [{ ...p, zone }];
        }),
      }),
      ...(list.kits && {
        kits: list.kits.map(k => ({ ...k, zones: k.zones.map(zoneOf).filter(z => z !== null) })),
      }),
    };
  },
};
