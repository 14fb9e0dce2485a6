import { fitBuildUp } from '../../buildup/index.ts';
import { materialOf, usualFor } from '../../materials/index.ts';
import type { BuildUp, Layer, LayerOf, Material } from '../../model/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import { hoursBetween, throughout, worthOf } from '../proposal/index.ts';
import { bestChoice, type DisputeQuestion, evaluateOf, layersIn, lined, remade, sideOf } from './asked.ts';
import type { Dispute, Side } from './dispute.ts';
import { byWorthOfHeat } from './worth.ts';

/** A board that bears a floor by itself where the one that is laid is soft. */
const BEARS = ['xps', 'pir', 'eps'];
const SPACING = 0.4;

const fillOf = (b: BuildUp) => b.layers.find(l => l.role === 'fill');

/** What lies under the floor: its board, and what it is laid as. */
function floorOf(asked: DisputeQuestion) {
  const { design, library } = asked;
  const [zone] = lined(asked, 'floor');
  const laid = zone && layersIn(asked, zone);
  if (!zone || !laid) return null;
  const fill = fillOf(laid);
  const material =
    fill && !materialOf(library, fill.material).flexible ? fill.material : BEARS.find(m => library.has(m));
  if (!material) return null;
  const side = (name: string, layers: readonly Layer[]): Side => {
    const b = { ...laid, layers: [...layers] };
    const placed = remade(asked.placement, design.shell, (z, was) => (z.id === zone.id ? b : was));
    return sideOf(name, evaluateOf(asked, placed), asked, hoursBetween(zone, throughout(b), design, library));
  };
  return { zone, laid, fill, board: materialOf(library, material), side };
}

/** Layers with the insulation of a floor in another thickness, on battens or not; none for 0. */
function floorLayers(
  { layers }: BuildUp,
  board: Material,
  thickness: number,
  batten: LayerOf<'batten'> | null,
): Layer[] {
  const rest = layers.filter(l => l.role !== 'fill' && l.role !== 'batten');
  const fill: Layer = { id: 'board', role: 'fill', material: board.id, thickness };
  return thickness > 0 ? [...(batten ? [batten] : []), fill, ...rest] : rest;
}

/** A floor on battens or on a full board; null where no floor is laid or no battens are sold as thick as the board. */
export function floorBattens(asked: DisputeQuestion): Dispute | null {
  const found = floorOf(asked);
  const wood = usualFor(asked.library, 'batten');
  if (!found || !wood) return null;
  const { laid, board, side, fill } = found;
  // As thick as it is laid, or the nearest that board and batten are both sold in.
  const thicknesses = wood.stock
    .map(s => s.thickness)
    .filter(t => board.stock.some(s => Math.abs(s.thickness - t) < 1e-4));
  const want = fill?.thickness ?? 0.025;
  const [thickness] = thicknesses.sort((a, b) => Math.abs(a - want) - Math.abs(b - want));
  if (thickness === undefined) return null;
  const { width } = wood.stock.find(s => Math.abs(s.thickness - thickness) < 1e-4)!;
  const batten = laid.layers.find(l => l.role === 'batten');
  const under: LayerOf<'batten'> = {
    id: 'wood',
    role: 'batten',
    material: wood.id,
    thickness,
    width: batten?.role === 'batten' ? batten.width : width,
    spacing: batten?.role === 'batten' ? batten.spacing : SPACING,
  };
  const sides = [
    side('on battens', floorLayers(laid, board, thickness, under)),
    side('full board', floorLayers(laid, board, thickness, null)),
  ];
  return {
    id: 'floor battens',
    answer: bestChoice(sides, asked.weights).name,
    number: { what: 'battens lose more', unit: 'W/K', value: sides[0]!.heat - sides[1]!.heat },
    sides,
    turning: byWorthOfHeat(sides, asked.weights),
    moves: ['how wide battens are and how close', 'how much warmth matters', 'how much work matters'],
  };
}

/** Whether a floor is insulated, and how thick; null where none is laid. */
export function floor(asked: DisputeQuestion): Dispute | null {
  const found = floorOf(asked);
  if (!found) return null;
  const { laid, board, side, zone } = found;
  const { design, library, weights } = asked;
  const thicknesses = [0, ...new Set(board.stock.map(s => s.thickness))].sort((a, b) => a - b);
  const tried = thicknesses
    .map(thickness => ({ thickness, layers: floorLayers(laid, board, thickness, null) }))
    .filter(({ layers }) => zone.bays.every(bay => !fitBuildUp(layers, bay, zone.kind, library).misfit))
    .map(({ thickness, layers }) => ({
      thickness,
      side: side(thickness === 0 ? 'bare ply' : 'insulated', layers),
    }));
  const need = design.brief.headHeight.value;
  const high = tried.filter(t => t.side.headroom >= need - SAME_SIZE);
  const best = (high.length > 0 ? high : tried.slice(0, 1)).reduce((a, b) =>
    worthOf(b.side, weights) < worthOf(a.side, weights) ? b : a,
  );
  const bare = tried[0]!;
  return {
    id: 'floor',
    answer: best.thickness > 0 ? 'insulated' : high.length > 1 ? 'bare ply' : 'no room',
    number: { what: 'less heat lost', unit: 'W/K', value: bare.side.heat - best.side.heat },
    sides: [bare.side, ...(best.thickness > 0 ? [best.side] : tried.slice(1, 2).map(t => t.side))],
    turning: {
      x: {
        what: 'insulation under the floor',
        unit: 'm',
        at: found.fill?.thickness ?? 0,
        turns: best.thickness,
      },
      y: { what: 'heat lost by the van', unit: 'W/K' },
      lines: [{ side: 'heat', points: tried.map(t => ({ x: t.thickness, y: t.side.heat })) }],
    },
    moves: ['height you need', 'how much headroom matters', 'how much warmth matters', 'price of the board'],
  };
}

/** Of the room between the bows of a ceiling, what is tried. */
const FILLED = [0.25, 0.5, 0.75, 1];

/** A ceiling thin and strong or thick and soft; null where none is laid. */
export function ceiling(asked: DisputeQuestion): Dispute | null {
  const { design, library, placement, weights } = asked;
  const [zone] = lined(asked, 'ceiling');
  const laid = zone && layersIn(asked, zone);
  if (!zone || !laid) return null;
  const fills = [...library.values()].filter(m => m.roles.includes('fill') && m.form !== 'bag');
  const strongest = fills.reduce((a, b) => (b.conductivity < a.conductivity ? b : a));
  const own = fillOf(laid);
  const soft =
    fills.find(m => m.id === own?.material && m.family === 'fibre') ??
    fills.filter(m => m.family === 'fibre').reduce((a, b) => (pricePer(b) < pricePer(a) ? b : a));
  const side = (name: string, material: Material, thickness: number): Side => {
    const fill: Layer = { id: 'board', role: 'fill', material: material.id, thickness };
    const at = laid.layers.findIndex(l => l.role === 'fill');
    const rest: Layer[] = laid.layers.filter(l => l.role !== 'fill');
    const b = { ...laid, layers: rest.toSpliced(Math.max(0, at), 0, fill) };
    const placed = remade(placement, design.shell, (z, was) => (z.id === zone.id ? b : was));
    return sideOf(name, evaluateOf(asked, placed), asked, hoursBetween(zone, throughout(b), design, library));
  };
  const room = Math.min(...zone.bays.map(b => b.depthMin.value));
  const sold = (m: Material) =>
    Math.max(0, ...m.stock.map(s => s.thickness).filter(t => t <= room / m.squeeze + SAME_SIZE)) ||
    Math.min(...m.stock.map(s => s.thickness));
  const [thin, thick] = [sold(strongest), sold(soft)];
  const sides = [side('thin and strong', strongest, thin), side('thick and soft', soft, thick)];
  const lines = [
    { side: 'thin and strong', of: strongest },
    { side: 'thick and soft', of: soft },
  ].map(l => ({
    side: l.side,
    points: FILLED.map(part => ({ x: part * room, y: side('', l.of, part * room).heat })),
  }));
  // So much of the soft one would do as well as the strong one in its thickness.
  const [strong, weak] = [sides[0]!, lines[1]!.points];
  const as = weak.findIndex(p => p.y <= strong.heat);
  const turns = as < 0 ? null : as === 0 ? weak[0]!.x : between(weak[as - 1]!, weak[as]!, strong.heat);
  return {
    id: 'ceiling',
    answer: bestChoice(sides, weights).name,
    number: { what: 'the strong one loses less', unit: 'W/K', value: sides[1]!.heat - sides[0]!.heat },
    sides,
    turning: {
      x: { what: 'thickness between the bows', unit: 'm', at: own?.thickness ?? null, turns },
      y: { what: 'heat lost by the van', unit: 'W/K' },
      lines,
    },
    moves: ['depth of the bows', 'how much warmth matters', 'how much low cost and little work matter'],
  };
}

const between = (a: { x: number; y: number }, b: { x: number; y: number }, y: number): number =>
  a.x + ((b.x - a.x) * (y - a.y)) / (b.y - a.y);

const pricePer = ({ stock, conductivity }: Material): number =>
  Math.min(...stock.map(s => (s.price / (s.perPack * s.length * s.width * s.thickness)) * conductivity));
