import type { Bay, BuildUp, Placement, Shell, Zone } from './types.ts';

/** The build-up a bay carries: its own, or its zone's; null where it stays bare. */
export function buildUpOf(placement: Placement, zone: string, bay: string): BuildUp | null {
  const own = placement.bays[bay];
  const id = own === undefined ? (placement.zones[zone] ?? null) : own;
  return id === null ? null : (placement.buildUps.find(b => b.id === id) ?? null);
}

/** The bay with this id and its zone, or undefined. */
export function findBay(shell: Shell, id: string): { zone: Zone; bay: Bay } | undefined {
  for (const zone of shell.zones) {
    const bay = zone.bays.find(b => b.id === id);
    if (bay) return { zone, bay };
  }
  return undefined;
}
