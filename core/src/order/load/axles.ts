import type { LayUp } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Bay, Shell } from '../../model/index.ts';
import { cellsOf, outlineCentroid, outlineOf } from '../../survey/shell/index.ts';
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
  const where = new Map<string, number>();
  for (const zone of shell.zones) {
    const across = zone.kind === 'rear door' ? shell.length.value : null;
    for (const c of cellsOf(zone).cells)
      where.set(
        c.bay.id,
        across ?? (isAcross(zone.kind) ? zone.offset.value : zone.offset.value + c.along + middleOf(c.bay)),
      );
  }
  let [mass, moment] = [0, 0];
  for (const cover of [...covers, ...extras]) {
    const m = cover.area * massPerArea(cover.layer, library);
    const at = cover.bays.reduce((sum, b) => sum + (where.get(b) ?? 0), 0) / cover.bays.length;
    mass += m;
    moment += m * (axles.floorAfter.value + at);
  }
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

/** Of a bay's area, behind its front edge, m. */
function middleOf(bay: Bay): number {
  if (!bay.outline) return bay.width.value / 2;
  const read = outlineOf(bay);
  return read.ok ? outlineCentroid(read.outline).x : bay.width.value / 2;
}

/** Zones whose “along” runs across the van. */
const isAcross = (kind: Shell['zones'][number]['kind']): boolean =>
  kind === 'bulkhead' || kind === 'partition' || kind === 'cab overhead' || kind === 'windscreen';
