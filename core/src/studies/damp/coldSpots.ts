import { acrossRibs, battenOf, type LaidBay, withRibStrip } from '../../buildup/index.ts';
import { type Library, usualFor } from '../../materials/index.ts';
import type { Layer } from '../../model/index.ts';
import { ribDepth } from '../../survey/geometry/index.ts';
import { lengthIn } from '../../units/index.ts';
import type { DetailCase } from '../../van/bridges/index.ts';

/** A place of a bay that is solved in section, as it is or with a remedy. */
export interface ColdSpot {
  /** In words; its lengths are to be printed in the person's units. */
  name: string;
  case: DetailCase;
}

/** A batten and loose fibre as one would add them, the strip's foam, and an open joint, m. Common practice, no source. */
const BATTEN = { thickness: 0.018, width: 0.038, spacing: 0.4 };
const STUFFING = 0.04;
const JOINT = 0.003;
/** Typical rib and door frame where none is surveyed, m. Common practice, no source. */
const RIB_WIDTH = 0.06;
const RIB_DEPTH = 0.02;
const DOOR_FRAME = 0.05;

/**
 * The ribs, edges and joints of a bay's build-up, and what can be done about its rib: stuffing, a foam strip, a batten.
 * `night` holds the air outside and inside, degC.
 */
export function coldSpots(
  { zone, bay, buildUp }: Pick<LaidBay, 'zone' | 'bay' | 'buildUp'>,
  night: { outside: number; inside: number },
  library: Library,
): ColdSpot[] {
  const layers = buildUp?.layers ?? [];
  const rib = zone.ribs[0];
  const base: DetailCase = {
    of: 'rib',
    layers,
    kind: zone.kind,
    width: rib?.width.value ?? RIB_WIDTH,
    depth: rib ? ribDepth(zone, rib) : Math.max(RIB_DEPTH, bay.depthMin.value),
    stuffed: null,
    ...night,
  };
  const spots: ColdSpot[] = [];
  const add = (name: string, change: Partial<DetailCase>) =>
    spots.push({ name, case: { ...base, ...change } });
  if (zone.kind !== 'floor' && zone.kind !== 'arch') {
    add('rib as it is, hollow', {});
    add('rib stuffed with fibre', { stuffed: STUFFING });
    const stripped = withRibStrip(layers, library);
    if (stripped) {
      const strip = stripped.find(l => l.role === 'over-rib' && !layers.includes(l));
      add(`${strip ? `${lengthIn(strip.thickness)} ` : ''}foam over the rib`, { layers: stripped });
    }
    const timber = usualFor(library, 'batten');
    if (timber && !battenOf(layers) && layers.some(l => l.role === 'lining')) {
      const batten: Layer = { id: 'batten', role: 'batten', material: timber.id, ...BATTEN };
      add(`${lengthIn(BATTEN.thickness)} batten on the rib`, { layers: acrossRibs(layers, batten) });
    }
    add('end of the last bay', { of: 'bay end' });
  }
  if (zone.kind === 'sliding door' || zone.kind === 'rear door')
    add('edge of the door', { of: 'door frame', width: DOOR_FRAME });
  for (const glazing of new Set(zone.openings.map(o => o.glazing)))
    add(`edge of a window, ${glazing}`, { of: 'window edge', glazing });
  if (zone.kind === 'floor' && battenOf(layers))
    add('batten between the boards', { of: 'floor batten', depth: bay.depthMin.value });
  if (layers.some(l => l.role === 'fill' && library.get(l.material)?.jointed)) {
    add(`joint of two boards, ${lengthIn(JOINT)} open`, { of: 'board seam', gap: JOINT, foamed: false });
    add('joint of two boards, foamed', { of: 'board seam', gap: JOINT, foamed: true });
  }
  return spots;
}
