import { directionOf } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { BuildUp, Layer, Material, Placement, Shell, Zone } from '../../model/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import { dissolves, glueFor, mayBeHeld } from './glueFor.ts';
import { type ScrewFit, screwFor } from './screws.ts';
import type { Hold } from './ways.ts';

/** How a piece is held, whatever the weather does to it. */
export interface Fixed {
  piece: string;
  by: Hold;
  /** What was chosen and may not be, since every glue for it dissolves the piece; null where nothing was. */
  refused: Hold | null;
  /** Id of the glue or tape that holds it; null where none does. */
  glue: string | null;
  /** Where it hangs, stands or lies. */
  lies: 'overhead' | 'upright' | 'flat';
  /** What screws it on; null for all but linings. */
  screw: ScrewFit | null;
  /** Whether wood lies on steel there, which squeaks without felt or foam between. */
  squeaks: boolean;
}

/** A way of holding that a person chose for a layer. */
export interface ChosenHold {
  /** Id of the build-up. */
  buildUp: string;
  layer: string;
  by: Hold;
}

/** How every piece is held, without asking whether it will stay. */
export const fixedOf = (
  pieces: readonly CutPiece[],
  shell: Shell,
  placement: Placement,
  library: Library,
  chosen: readonly ChosenHold[],
): Fixed[] => fixedInPlace(pieces, shell, placement).map(p => fixedBy(p, library, chosen));

/** A piece and the layer it is. */
export interface InPlace {
  /** As it is cut. */
  piece: CutPiece;
  /** It goes into. */
  zone: Zone;
  /** It is of. */
  buildUp: BuildUp;
  /** It is there. */
  layer: Layer;
}

/** Every piece with its layer; what is of none is left out. */
export function fixedInPlace(pieces: readonly CutPiece[], shell: Shell, placement: Placement): InPlace[] {
  const zones = new Map(shell.zones.map(z => [z.id, z]));
  const buildUps = new Map(placement.buildUps.map(b => [b.id, b]));
  return pieces.flatMap(piece => {
    const zone = zones.get(piece.zone);
    const buildUp = buildUps.get(piece.buildUp);
    const layer = buildUp?.layers.find(l => l.id === piece.layer);
    return zone && buildUp && layer ? [{ piece, zone, buildUp, layer }] : [];
  });
}

/** How one piece is held. */
export function fixedBy(
  { piece, zone, buildUp, layer }: InPlace,
  library: Library,
  chosen: readonly ChosenHold[],
): Fixed {
  const material = materialOf(library, piece.material);
  const direction = directionOf(zone.kind);
  const lies = direction === 'up' ? 'overhead' : direction === 'down' ? 'flat' : 'upright';
  const wanted = chosen.find(c => c.buildUp === buildUp.id && c.layer === layer.id)?.by ?? null;
  const refused = wanted !== null && !mayBeHeld(material, wanted, library) ? wanted : null;
  const by =
    lies === 'flat' ? 'rests' : ((refused === null ? wanted : null) ?? usualHold(material, layer, library));
  return {
    piece: piece.id,
    by,
    refused,
    glue: glueFor(material, by, library)?.id ?? null,
    lies,
    screw: layer.role === 'lining' ? screwOf(piece, buildUp, zone) : null,
    squeaks:
      (layer.role === 'lining' || layer.role === 'batten') && woodOnSteel(buildUp, layer, material, library),
  };
}

/** How a layer is held where nobody said: by its own adhesive or what its material is fixed with, else by how it fits. */
function usualHold(material: Material, layer: Layer, library: Library): Hold {
  if (layer.role === 'lining') return 'screws';
  if (material.selfAdhesive) return 'self-adhesive';
  const named = material.fixedWith ? materialOf(library, material.fixedWith) : null;
  const fixing = named && !dissolves(named, material) ? named : null;
  if (fixing?.family === 'tape') return 'tape';
  if (fixing?.yield?.per === 'm²') return 'spray';
  if (fixing) return 'bead';
  return material.flexible ? 'friction' : 'batten';
}

function screwOf(piece: CutPiece, buildUp: BuildUp, zone: Zone): ScrewFit | null {
  const bays = zone.bays.filter(b => piece.bays.includes(b.id));
  const all = bays.flatMap(b => screwFor(buildUp, b, zone) ?? []);
  // The one with least room decides.
  return all.reduce<ScrewFit | null>((a, b) => (!a || b.most < a.most ? b : a), null);
}

/** Whether wood lies on the steel of ribs with nothing soft between: no film, foam or bead of mastic, and no batten. */
function woodOnSteel({ layers }: BuildUp, layer: Layer, material: Material, library: Library): boolean {
  if (material.sorption !== 'wood' || material.fixedWith !== null) return false;
  return !layers
    .slice(0, layers.indexOf(layer))
    .some(
      l =>
        l.role === 'batten' ||
        ((l.role === 'over-rib' || l.role === 'vapour control') && materialOf(library, l.material).flexible),
    );
}
