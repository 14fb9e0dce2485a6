import type { Cover } from '../../buildup/index.ts';
import { materialOf, stockFor } from '../../materials/index.ts';
import type { LayerOf } from '../../model/index.ts';
import { lengthIn } from '../../units/index.ts';
import { crossPieces } from './battens.ts';
import type { CutJob } from './job.ts';
import type { Parting } from './parting.ts';
import type { CutPiece } from './piece.ts';
import type { ZonePlace } from './place.ts';
import { boxOf, type Part } from './region.ts';
import { type Unborne, unborne } from './supports.ts';

/** What goes under joints of a lining that no rib or batten bears, and those that nothing can be put under. */
export function underJoints(
  parts: readonly Part[],
  parting: Parting,
  cover: Cover,
  batten: LayerOf<'batten'> | undefined,
  place: ZonePlace,
  { library }: CutJob,
): { under: CutPiece[]; bare: Unborne[] } {
  const under: CutPiece[] = [];
  const bare: Unborne[] = [];
  for (const joint of unborne(parts, parting)) {
    const material = batten && materialOf(library, batten.material);
    const kept =
      batten && material && joint.along === 'y'
        ? crossPieces(
            cover,
            batten,
            joint,
            parting.battens,
            place,
            material,
            stockFor(material, batten.thickness),
            under.length,
          )
        : [];
    if (kept.length > 0) under.push(...kept);
    else bare.push(joint);
  }
  return { under, bare };
}

/** Whether a part ends at a joint. */
export function meets(part: Part, { along, at }: Unborne): boolean {
  const box = boxOf(part.outline);
  const [from, size] = along === 'x' ? [box.x, box.width] : [box.y, box.height];
  return Math.min(Math.abs(from - at), Math.abs(from + size - at)) < 0.01;
}

/** What to do about a joint with nothing beneath. */
export const glued = ({ along, at }: Unborne): string =>
  `its joint ${lengthIn(at)} from the ${along === 'x' ? 'front' : 'lower edge'} has nothing beneath: glue a strip of the same board behind both`;
