import type { LayUp } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import { type Bay, inCab, type Shell, type Zone } from '../../model/index.ts';
import { grossArea, outlineCentroid, outlineOf } from '../../survey/geometry/index.ts';
import { cellsOf } from '../../survey/layout/index.ts';
import { massPerArea } from './mass.ts';

/** What both axles carry, kg, empty and as built, against their plates. */
export interface AxleLoads {
  /** Behind the front axle, m: centre of what is added. */
  centre: number;
  /** Of what is added, kg. */
  added: { front: number; rear: number };
  /** Empty and as built, kg. */
  built: { front: number; rear: number; whole: number };
  /** Over the plated mass, kg; 0 where it is kept. */
  over: { front: number; rear: number; whole: number };
}

/**
 * Axle loads by moments about the front axle: what lies at x behind it rests on the rear axle by x over the wheelbase.
 * Null where nobody entered axles.
 */
export function axleLoads(
  shell: Shell,
  { covers, extras }: Pick<LayUp, 'covers' | 'extras'>,
  library: Library,
): AxleLoads | null {
  const { axles } = shell;
  if (!axles) return null;
  const where = placesOf(shell);
  let [mass, moment] = [0, 0];
  for (const cover of [...covers, ...extras]) {
    const m = cover.area * massPerArea(cover.layer, library);
    const over = cover.bays.map(b => where.get(b)!);
    const area = over.reduce((sum, p) => sum + p.area, 0);
    const at = over.reduce((sum, p) => sum + p.at * p.area, 0) / area;
    mass += m;
    moment += m * (axles.floorAfter.value + at);
  }
  return carried(axles, mass, moment);
}

/** The same with more laid into whole zones, kg by zone id. */
export function withMore(loads: AxleLoads, shell: Shell, more: Readonly<Record<string, number>>): AxleLoads {
  const axles = shell.axles!;
  const where = placesOf(shell);
  let mass = loads.added.front + loads.added.rear;
  let moment = mass * loads.centre;
  for (const zone of shell.zones) {
    const m = more[zone.id] ?? 0;
    const own = zone.bays.map(b => where.get(b.id)!);
    const area = own.reduce((sum, p) => sum + p.area, 0);
    const at = own.reduce((sum, p) => sum + p.at * p.area, 0) / area;
    mass += m;
    moment += m * (axles.floorAfter.value + at);
  }
  return carried(axles, mass, moment);
}

/** What both axles carry of so much with so much moment about the front one, kg and kg m. */
function carried(axles: NonNullable<Shell['axles']>, mass: number, moment: number): AxleLoads {
  const rear = moment / axles.wheelbase.value;
  const added = { front: mass - rear, rear };
  const built = {
    front: axles.empty.front + added.front,
    rear: axles.empty.rear + added.rear,
    whole: axles.empty.front + axles.empty.rear + mass,
  };
  const over = (load: number, plate: number) => (plate > 0 ? Math.max(0, load - plate) : 0);
  return {
    centre: mass > 0 ? moment / mass : 0,
    added,
    built,
    over: {
      front: over(built.front, axles.plated.front),
      rear: over(built.rear, axles.plated.rear),
      whole: over(built.whole, axles.plated.whole),
    },
  };
}

interface BayPlace {
  /** Middle of the bay behind the front of the load floor, m. */
  at: number;
  /** m2. */
  area: number;
}

/** Where every bay's mass lies along the van, and how much of a cover over several is its. */
function placesOf(shell: Shell): Map<string, BayPlace> {
  const places = new Map<string, BayPlace>();
  for (const zone of shell.zones) {
    const one = zoneMiddle(zone, shell);
    for (const { bay, along } of cellsOf(zone).cells)
      places.set(bay.id, {
        at: one ?? zone.offset.value + along + middleOf(bay),
        area: Math.max(grossArea(bay), 1e-6),
      });
  }
  return places;
}

/** Where all of a zone lies that does not run along the load floor, m behind its front; null of one that does. */
function zoneMiddle({ kind, side, offset, height, bays }: Zone, { length, cab }: Shell): number | null {
  if (inCab(kind)) return -(cab?.length.value ?? 0) / 2;
  switch (kind) {
    case 'rear door':
      return length.value;
    case 'bulkhead':
    case 'partition':
      return offset.value;
    case 'cab overhead':
      return -height.value / 2;
    // Laid flat it is longer than it is: its face is as long as the arch.
    case 'arch':
      return offset.value + Math.max(...bays.map(b => (b.strip === 2 ? b.width.value : 0))) / 2;
    case 'frame':
      return side === 'none' ? length.value : null;
    default:
      return null;
  }
}

/** Of a bay's area, behind its front edge, m. */
function middleOf(bay: Bay): number {
  if (!bay.outline) return bay.width.value / 2;
  const read = outlineOf(bay);
  return read.ok ? outlineCentroid(read.outline).x : bay.width.value / 2;
}
