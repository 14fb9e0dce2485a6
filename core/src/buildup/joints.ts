import { type Library, materialOf, stockFor } from '../materials/index.ts';
import type { Layer, Placement } from '../model/index.ts';
import type { Cover } from './covers.ts';
import { hasJoints, LAP, tightLayer } from './leak.ts';
import { openWidth } from './seams.ts';
import { splitToFit } from './split.ts';

/** The joints of one layer in a zone under one build-up: those inside its pieces and those round them. */
export interface Joints {
  zone: string;
  /** Id of the build-up. */
  buildUp: string;
  layer: string;
  /** Whether it is the one that keeps the air in. */
  airtight: boolean;
  material: string;
  /** Of all its joints, m. */
  length: number;
  /** That they lie in, m2. */
  area: number;
  /** Of one joint, as deep as the layer is thick, m. */
  depth: number;
  /** Of a joint that stays open, m. */
  width: number;
  /** Whether they are taped. */
  taped: boolean;
}

/** How far one piece of a layer laps over the next, m. */
const lapOf = (layer: Layer): number => (layer.role === 'vapour control' ? LAP : 0);

/** A cover as it is cut: allowance included, in as many parts as the stock asks for. */
export function cutsOf({ width, height, layer }: Cover, library: Library) {
  if (layer.role === 'air gap') return null;
  const material = materialOf(library, layer.material);
  const stock = stockFor(material, layer.thickness);
  // A board covers as much as is seen of it; a slat and the gap beside it.
  const tongue = material.tongue ?? 0;
  const covers = { width: stock.width - tongue, length: stock.length };
  const { parts, seam } = splitToFit(
    width + material.allowance,
    height + material.allowance,
    covers,
    lapOf(layer),
  );
  const gap = Math.max(0, -tongue);
  const narrower = (p: { width: number; height: number }) =>
    p.width < p.height ? { ...p, width: p.width - gap } : { ...p, height: p.height - gap };
  return { parts: gap > 0 ? parts.map(narrower) : parts, seam };
}

/** Joints by zone and build-up: the geometry of what is covered, whatever sheets it will be cut from. */
export function jointsOf(covers: readonly Cover[], placement: Placement, library: Library): Joints[] {
  const tight = new Map(placement.buildUps.map(b => [b.id, [b, tightLayer(b, library)] as const]));
  const found = new Map<string, Joints>();
  for (const cover of covers) {
    const [buildUp, keeps] = tight.get(cover.buildUp) ?? [null, null];
    const { layer } = cover;
    if (!buildUp || layer.role === 'air gap' || !hasJoints(layer, library)) continue;
    const key = `${cover.zone}/${buildUp.id}/${layer.id}`;
    let joints = found.get(key);
    if (!joints) {
      joints = {
        zone: cover.zone,
        buildUp: buildUp.id,
        layer: layer.id,
        airtight: layer.id === keeps?.id,
        material: layer.material,
        length: 0,
        area: 0,
        depth: layer.thickness,
        width: openWidth(buildUp, 'likely'),
        taped: buildUp.seams === 'taped',
      };
      found.set(key, joints);
    }
    const edges = 2 * (cover.width + cover.height);
    // Neighbouring linings share their edge; each bay's board has its own.
    const round = layer.role === 'fill' ? edges : edges / 2;
    joints.length += cutsOf(cover, library)!.seam + round;
    joints.area += cover.width * cover.height;
  }
  return [...found.values()];
}
