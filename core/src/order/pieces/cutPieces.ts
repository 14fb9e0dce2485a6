import { type Cover, fitBuildUp, isContinuous, type LayUp, layUp } from '../../buildup/index.ts';
import { type Library, materialOf, stockFor } from '../../materials/index.ts';
import { buildUpOf, type Placement, type Shell } from '../../model/index.ts';
import { battenLines, battenPieces } from './battens.ts';
import { cornerPieces } from './corner.ts';
import { plain } from './finished.ts';
import type { CutJob } from './job.ts';
import { layerPieces } from './layered.ts';
import { type CutChoices, type CutPiece, USUAL_CHOICES } from './piece.ts';
import { type ArchLining, zonePlaceOf } from './place.ts';
import { markTwins } from './twins.ts';

/**
 * Every piece of a placement as it is cut: from the bay's true outline less openings, arches and what is kept clear,
 * parted where the stock or a batten asks for it, with the material's allowance on every edge. Soft layers follow the
 * curve of the skin, flat boards are scored or cut across it so that no more than the chosen gap stays behind.
 */
export function cutPieces(
  shell: Shell,
  placement: Placement,
  { covers, extras }: Pick<LayUp, 'covers' | 'extras'>,
  library: Library,
  choices: CutChoices,
): CutPiece[] {
  const places = new Map(shell.zones.map(z => [z.id, zonePlaceOf(z, shell, archLining(placement, library))]));
  const job: CutJob = { shell, placement, library, choices, places, battens: new Map() };
  for (const c of covers)
    if (c.layer.role === 'batten') {
      const place = places.get(c.zone)!;
      const key = `${c.zone}/${c.buildUp}`;
      job.battens.set(key, [
        ...(job.battens.get(key) ?? []),
        ...battenLines(c, c.layer, place, choices.panels),
      ]);
    }
  const pieces = [...joined(covers, job), ...extras.map(e => [e])].flatMap(group => {
    const [cover] = group as [Cover];
    const { layer } = cover;
    if (layer.role === 'air gap') return [];
    const material = materialOf(library, layer.material);
    if (material.yield !== null) return [];
    const place = places.get(cover.zone)!;
    const stock = stockFor(material, layer.thickness);
    if (layer.role === 'batten') return battenPieces(cover, layer, place, material, stock, choices.panels);
    if (cover.put)
      return [plain(cover, cover.put, cover.layer.id, place, material, stock, material.allowance)];
    if (cover.pocket) return [plain(cover, 'stuffing', cover.pocket, place, material, stock, 0)];
    if (layer.role === 'damping') {
      const part = cover.part ? ` ${cover.part.at}/${cover.part.of}` : '';
      const sheet = plain(cover, 'damping', cover.bays[0]!, place, material, stock, 0);
      return [{ ...sheet, id: `${sheet.id}${part}` }];
    }
    return layerPieces(group, layer, place, job);
  });
  pieces.push(...cornerPieces(covers, job));
  markTwins(pieces);
  return pieces;
}

/** How thick what is laid on an arch is where it is thickest, m. */
const archLining =
  (placement: Placement, library: Library): ArchLining =>
  arch =>
    arch.bays.reduce((most, bay) => {
      const buildUp = buildUpOf(placement, arch.id, bay.id);
      if (!buildUp) return most;
      const { proud, push } = fitBuildUp(buildUp.layers, bay, arch.kind, library);
      return Math.max(most, proud + push);
    }, 0);

/** Boards over the ribs of one build-up run on over them, and a floor's finish over all of it, to be parted where the sheet ends; all else is cut cover by cover. */
function joined(covers: readonly Cover[], { library, choices, shell }: CutJob): Cover[][] {
  const floors = new Set(shell.zones.flatMap(z => (z.kind === 'floor' ? [z.id] : [])));
  const groups = new Map<string, Cover[]>();
  covers.forEach((cover, i) => {
    const { layer } = cover;
    const material = layer.role === 'air gap' ? null : materialOf(library, layer.material);
    // What a floor is finished with has no seam where its roll has none.
    const oneFloor = material?.form === 'roll' && layer.role === 'finish' && floors.has(cover.zone);
    const boards =
      material?.form === 'sheet' && isContinuous(layer) && (choices.runOn || material.tongue !== null);
    const runsOn = boards || oneFloor ? `${cover.zone}/${cover.buildUp}/${layer.id}` : `${i}`;
    groups.set(runsOn, [...(groups.get(runsOn) ?? []), cover]);
  });
  return [...groups.values()];
}

/** Every piece of a placement, cut as is usual. Throws RangeError for an unknown material. */
export const usualPieces = (shell: Shell, placement: Placement, library: Library): CutPiece[] =>
  cutPieces(shell, placement, layUp(shell, placement, library), library, USUAL_CHOICES);
