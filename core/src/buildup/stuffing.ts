import { type Library, materialOf, stockFor, usualFor } from '../materials/index.ts';
import type { Material, Pocket, Shell, Zone } from '../model/index.ts';
import type { Cover } from './covers.ts';
import type { StuckBay } from './sheets.ts';

/**
 * What fills the pockets that are to be stuffed: a strip as long as the void, wide enough to fill it, of the zone's own
 * soft fill or else of what the library offers for pockets. None of it has a joint.
 */
export function stuffing(shell: Shell, stuck: ReadonlyMap<string, StuckBay>, library: Library): Cover[] {
  return shell.zones.flatMap(zone =>
    zone.pockets.flatMap((pocket): Cover[] => {
      const soft = pocket.fill ? softFill(zone, stuck, library) : null;
      if (!soft) return [];
      const { material, thickness } = soft;
      const height = (pocket.width.value * pocket.depth.value) / thickness;
      return [
        {
          zone: zone.id,
          bays: [besides(zone, pocket)],
          buildUp: '',
          layer: { id: pocket.id, role: 'fill', material: material.id, thickness },
          width: pocket.length.value,
          height,
          area: pocket.length.value * height,
          free: [],
          pocket: pocket.id,
        },
      ];
    }),
  );
}

/** What goes into a void by hand: it gives way and springs back. */
const isSoft = (m: Material): boolean => m.flexible && m.squeeze < 0.9 && m.roles.includes('fill');

function softFill(
  zone: Zone,
  stuck: ReadonlyMap<string, StuckBay>,
  library: Library,
): { material: Material; thickness: number } | null {
  for (const bay of zone.bays)
    for (const layer of stuck.get(bay.id)?.asked?.layers ?? [])
      if (layer.role === 'fill' && isSoft(materialOf(library, layer.material)))
        return { material: materialOf(library, layer.material), thickness: layer.thickness };
  const usual = usualFor(library, 'pocket') ?? [...library.values()].find(isSoft);
  return usual ? { material: usual, thickness: stockFor(usual, usual.stock[0]!.thickness).thickness } : null;
}

/** The bay a pocket is beside: the lowest of the station it stands behind. */
const besides = (zone: Zone, { after }: Pocket): string => {
  const near = zone.bays.filter(b => b.station === Math.max(1, after));
  return (near.length > 0 ? near : zone.bays).reduce((a, b) => (b.strip < a.strip ? b : a)).id;
};
