import type { LayUp } from '../../buildup/index.ts';
import { type Library, materialOf, type Supply } from '../../materials/index.ts';
import type { Material, Shell } from '../../model/index.ts';
import { dissolves, type Fixed, glueFor, type Hold, sizeOf } from '../holding/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import { canDoes, foamLitres, isFoam, type TakeOff, WASTE } from '../takeoff/index.ts';
import { NeedList } from './needList.ts';

/** Of tape, so much sticks on either side of a joint, m. Common practice, no source. */
const STICKS = 0.025;

/**
 * Tape and glue by what they do: glue by how each piece is held, foam by the volume of the joints round boards and not
 * along those that are taped, tape along every seam.
 */
export function glueNeeds(
  pieces: readonly CutPiece[],
  holdings: readonly Fixed[],
  joints: LayUp['joints'],
  shell: Shell,
  library: Library,
): NeedList {
  const list = new NeedList();
  const held = new Map(holdings.map(h => [h.piece, h]));
  const taped = new Set(joints.filter(j => j.taped).map(j => `${j.zone}/${j.buildUp}/${j.layer}`));
  for (const piece of pieces) {
    if (piece.role === 'stuffing') continue;
    const h = held.get(piece.id);
    const sealed = taped.has(`${piece.zone}/${piece.buildUp}/${piece.layer}`);
    if (h) glue(list, piece, h, sealed, library);
  }
  for (const j of joints) tape(list, j, pieces, shell, library);
  return list;
}

function glue(list: NeedList, piece: CutPiece, h: Fixed, sealed: boolean, library: Library): void {
  const material = materialOf(library, piece.material);
  const named = material.fixedWith ? materialOf(library, material.fixedWith) : null;
  const own = named && !dissolves(named, material) ? named : null;
  const [width, height] = sizeOf(piece);
  const round = 2 * (width + height);
  if (own && isFoam(own) && !sealed && material.jointed) {
    // The joint's foam holds the board as well.
    put(list, own, foamLitres(round, piece, false) * WASTE, 'joints round boards, by their volume', piece.id);
    return;
  }
  // What lies on the floor is glued only where it is walked on, or screwed to.
  const by = h.by === 'rests' ? restsOn(piece, own) : h.by;
  if (by !== 'spray' && by !== 'bead' && by !== 'tape') return;
  const used = glueFor(material, by, library);
  if (!used) return;
  if (by === 'spray') put(list, used, piece.area * WASTE, 'both faces', piece.id);
  else if (by === 'tape') put(list, used, round * WASTE, 'round what it holds', piece.id);
  else {
    const metres = piece.role === 'batten' ? Math.max(width, height) : round;
    const amount = isFoam(used) ? foamLitres(metres, piece, true) : metres;
    put(list, used, amount * WASTE, 'beads that hold', piece.id);
  }
}

/** What glues down a piece that lies: linings, finishes and battens by their own glue, all else nothing. */
function restsOn({ role }: CutPiece, own: Material | null): Hold | null {
  if (!own || !['lining', 'finish', 'batten'].includes(role)) return null;
  return own.yield?.per === 'm²' ? 'spray' : own.family === 'tape' ? 'tape' : 'bead';
}

function put(list: NeedList, material: Material, need: number, why: string, use: string): void {
  list.put(supplyFrom(material), need, why, [use]);
}

/** A tape or glue of the library as it is bought: foam by the litre, tape and beads by the metre, spray by the area. */
function supplyFrom(material: Material): Supply {
  const stock = material.stock[0]!;
  return {
    id: material.id,
    name: material.name,
    kind: 'tape and glue',
    unit: isFoam(material) ? 'l' : (material.yield?.per ?? 'm'),
    amount: (canDoes(material) ?? stock.length) * stock.perPack,
    price: stock.price,
    stays: massOfPack(material) / ((canDoes(material) ?? stock.length) * stock.perPack),
    of: { material: material.id, thickness: stock.thickness, width: stock.width },
  };
}

/** Of one pack as it is sold, kg: what of it dries off is left in. */
function massOfPack({ density, stock }: Material): number {
  const { thickness, width, length, perPack } = stock[0]!;
  return density * thickness * width * length * perPack;
}

function tape(
  list: NeedList,
  j: LayUp['joints'][number],
  pieces: readonly CutPiece[],
  shell: Shell,
  library: Library,
): void {
  const id = j.taped ? materialOf(library, j.material).tapedWith : null;
  if (!id) return;
  const own = pieces.filter(p => p.zone === j.zone && p.buildUp === j.buildUp && p.layer === j.layer);
  const usual = materialOf(library, id);
  const uses = own.map(p => p.id);
  list.put(supplyFrom(usual), j.length * WASTE, 'every seam that is taped', uses, widerFor(usual));

  /** One run of a wider tape does both edges of the boards on either side of a rib. */
  function widerFor(narrow: Material): { supply: Supply; need: number } | null {
    const wider = widerThan(narrow, library);
    if (!wider) return null;
    const ribs = shell.zones.find(z => z.id === j.zone)?.ribs ?? [];
    const rib = Math.max(0, ...ribs.map(r => r.width.value));
    const each = own.some(p => p.role === 'fill');
    const spans = each && rib > 0 && rib + 2 * STICKS <= wider.stock[0]!.width;
    return { supply: supplyFrom(wider), need: (spans ? j.length / 2 : j.length) * WASTE };
  }
}

/** The next width of the same tape; null where it is the widest. */
function widerThan(narrow: Material, library: Library): Material | null {
  const width = narrow.stock[0]!.width;
  const same = [...library.values()].filter(
    m =>
      m.form === 'tape' &&
      m.density === narrow.density &&
      m.conductivity === narrow.conductivity &&
      m.emissivity === narrow.emissivity &&
      m.stock[0]!.width > width,
  );
  return same.sort((a, b) => a.stock[0]!.width - b.stock[0]!.width)[0] ?? null;
}

/** Fills that are poured out of bags, by the area they fill: no piece is cut of them. */
export function poured(list: NeedList, { lines }: Pick<TakeOff, 'lines'>, library: Library): void {
  for (const l of lines) {
    const material = materialOf(library, l.material);
    if (!material.yield || material.family === 'tape' || material.family === 'adhesive') continue;
    const supply: Supply = { ...supplyFrom(material), kind: 'sheet' };
    list.put(
      supply,
      l.need,
      l.why,
      Object.keys(l.byZone).map(zone => `fill ${zone}`),
    );
  }
}
