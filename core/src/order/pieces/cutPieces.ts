import {
  battenOf,
  type Cover,
  fitBuildUp,
  isContinuous,
  type LayUp,
  liningRests,
} from '../../buildup/index.ts';
import { type Library, materialOf, stockFor } from '../../materials/index.ts';
import type { Layer, Material, Placement, Shell, Stock } from '../../model/index.ts';
import { lengthIn } from '../../units/index.ts';
import { battenLines } from './battens.ts';
import { clearances, wayIn, withClearance } from './clearance.ts';
import { curveOf, type Mark, scores, stretched } from './curved.ts';
import { finished, nameOf, plain, SLIVER, turnsOf } from './finished.ts';
import { type Parting, parted } from './parting.ts';
import type { CutChoices, CutPiece } from './piece.ts';
import { areaFor, type Place, placeOf } from './place.ts';
import {
  boxOf,
  boxRegion,
  cornersIn,
  grown,
  minus,
  netArea,
  type Part,
  partsOf,
  type Region,
  regionOf,
  together,
} from './region.ts';
import { markTwins } from './twins.ts';

/**
 * Every piece of a placement as it is cut: from the bay's true outline less openings, arches and what is kept clear,
 * parted where the stock or a batten asks for it, with the material's allowance on every edge. Soft layers follow the
 * curve of the skin, flat boards are scored across it so that no more than the chosen gap stays behind.
 */
export function cutPieces(
  shell: Shell,
  placement: Placement,
  { covers, extras }: Pick<LayUp, 'covers' | 'extras'>,
  library: Library,
  choices: CutChoices,
): CutPiece[] {
  const places = new Map(shell.zones.map(z => [z.id, placeOf(z, shell)]));
  const battens = new Map<string, number[]>();
  for (const c of covers)
    if (c.layer.role === 'batten') {
      const { zone, cells } = places.get(c.zone)!;
      const key = `${c.zone}/${c.buildUp}`;
      battens.set(key, [...(battens.get(key) ?? []), ...battenLines(c, c.layer, zone, cells)]);
    }
  const pieces = [...joined(covers, library, choices), ...extras.map(e => [e])].flatMap(group => {
    const [cover] = group as [Cover];
    const { layer } = cover;
    if (layer.role === 'air gap') return [];
    const material = materialOf(library, layer.material);
    if (material.yield !== null) return [];
    const place = places.get(cover.zone)!;
    const stock = stockFor(material, layer.thickness);
    if (layer.role === 'batten') return battenPieces(cover, layer, place, material, stock);
    if (cover.pocket) return [plain(cover, 'stuffing', cover.pocket, place, material, stock, 0)];
    if (layer.role === 'damping') return [sheetPiece(cover, place, material, stock)];
    const lines = battens.get(`${cover.zone}/${cover.buildUp}`) ?? [];
    return layerPieces(group, layer, place, shell, placement, lines, material, stock, library, choices);
  });
  markTwins(pieces);
  return pieces;
}

/** Boards over the ribs of one build-up run on over them, to be parted where the sheet ends; all else is cut cover by cover. */
function joined(covers: readonly Cover[], library: Library, { runOn }: CutChoices): Cover[][] {
  const groups = new Map<string, Cover[]>();
  covers.forEach((cover, i) => {
    const { layer } = cover;
    const runsOn =
      runOn && isContinuous(layer) && materialOf(library, layer.material).form === 'sheet'
        ? `${cover.zone}/${cover.buildUp}/${layer.id}`
        : `${i}`;
    groups.set(runsOn, [...(groups.get(runsOn) ?? []), cover]);
  });
  return [...groups.values()];
}

function layerPieces(
  covers: readonly Cover[],
  layer: Exclude<Layer, { role: 'air gap' | 'batten' }>,
  place: Place,
  shell: Shell,
  placement: Placement,
  battens: readonly number[],
  material: Material,
  stock: Stock,
  library: Library,
  choices: CutChoices,
): CutPiece[] {
  const areas = covers.map(c => areaFor(c, place));
  const [first] = covers as [Cover];
  const cover: Cover = covers.length === 1 ? first : { ...first, bays: covers.flatMap(c => c.bays) };
  const buildUp = placement.buildUps.find(b => b.id === cover.buildUp);
  const batten = buildUp && battenOf(buildUp.layers);
  const notes: string[] = [];
  const curve = curveOf(cover, place);
  const rigid = !material.flexible && material.form === 'sheet';
  const flat = rigid && (layer.role === 'fill' || layer.role === 'over-rib');
  const isLining = rigid && layer.role === 'lining';
  const rests = buildUp ? liningRests(place.zone.kind, buildUp.layers) : false;
  // Cloth or carpet goes round the edges of a wall or ceiling panel; a floor's lies on it.
  const wrap = place.zone.kind === 'floor' ? undefined : buildUp?.layers.find(l => l.role === 'finish');
  const covering =
    wrap && 'material' in wrap && materialOf(library, wrap.material).form === 'roll' ? wrap.thickness : 0;
  /** A sheet of lining with its clearances off; anything else as it is. */
  const rigidFit = (part: Part) => {
    if (!isLining) return [{ part, edges: [] }];
    const clear = clearances(part, place, shell, placement, stock.thickness, covering);
    const edges = clear.map(c => c.clearance);
    return withClearance(part, clear).map(left => ({ part: left, edges }));
  };
  let region = together(areas.map(a => a.region));
  if (rigid && batten && layer === buildUp.layers.findLast(l => l.role === 'fill')) {
    const between = standsIntoBattens(cover, buildUp.layers, place, library)
      ? battens.map(b => boxRegion(b - batten.width / 2, -FAR, batten.width, 2 * FAR))
      : [];
    const cut = minus(region, between);
    const whole = (r: Region) => partsOf(r).reduce((sum, p) => sum + netArea(p), 0);
    if (whole(cut) < whole(region) - 1e-6) notes.push('parted by battens');
    region = cut;
  }
  const marks = layer.role === 'lining' ? foundBehind(cover, battens, place) : [];
  const scored = curve && flat ? scores(curve, cover, place, choices) : [];
  if (scored.length > 0) notes.push(`scored and broken: ${scored.length + 1} strips follow the curve`);
  if (curve && !flat) {
    region = stretched(region, curve, cover, place);
    notes.push('as long as the curve');
  }
  const parting: Parting = {
    stock,
    turnable: turnsOf(material).includes(90),
    edge: material.allowance / 2,
    layer,
    corners: areas.flatMap(a => a.taken).flatMap(cornersIn),
    battens,
    beneath: place.joints.get(cover.buildUp) ?? { x: [], y: [] },
    cells: cover.bays.flatMap(id => place.cells.get(id) ?? []),
    zone: place.zone,
  };
  const parts = partsOf(region)
    .flatMap(p => parted(p, parting))
    .flatMap(p => partsOf(grown([regionOf(p.outline), ...p.holes.map(regionOf)].flat(), parting.edge)))
    .filter(p => {
      const { width, height } = boxOf(p.outline);
      return Math.min(width, height) >= SLIVER && netArea(p) >= SLIVER * SLIVER;
    });
  if (rigid && isContinuous(layer)) place.joints.set(cover.buildUp, jointsBetween(parts));
  const fitted = parts.flatMap(p => rigidFit(p));
  const bays = fitted.map(f => baysOf(f.part, cover.bays, place));
  const names = bays.map(b => `${nameOf(b)} ${layer.role}`);
  return fitted.map(({ part, edges }, i) => {
    const alike = names.flatMap((n, k) => (n === names[i] ? [k] : []));
    const number = alike.length > 1 ? ` ${alike.indexOf(i) + 1}/${alike.length}` : '';
    return finished(part, [...marks, ...scored], {
      id: `${names[i]}${number}`,
      bays: bays[i]!,
      role: layer.role,
      place,
      material,
      stock,
      allowance: parting.edge,
      notes: [...notes, ...(isLining ? wayIn(part, place.zone, shell) : [])],
      edges,
      span: isLining && !rests ? widestGap(part, parting) : null,
      radius: curve?.radius ?? null,
    });
  });
}

/** Where a screw finds wood, or steel where there is none: before both vanish behind the lining. */
function foundBehind(cover: Cover, battens: readonly number[], { zone, cells }: Place): Mark[] {
  if (battens.length > 0) return [...new Set(battens)].map(at => ({ at, along: 'x', kind: 'batten' }));
  const ribs = cover.bays.flatMap(id => {
    const { bay, along } = cells.get(id)!;
    const rib = zone.ribs.find(r => r.after === bay.station);
    return rib ? [along + bay.width.value + rib.width.value / 2] : [];
  });
  return [...new Set(ribs)].map(at => ({ at, along: 'x', kind: 'rib' }));
}

/** Furthest from one batten or rib to the next behind a part, m. */
function widestGap(part: Part, { cells, zone, battens }: Parting): number {
  const { x, width } = boxOf(part.outline);
  const ribs = cells.flatMap(c => {
    const rib = zone.ribs.find(r => r.after === c.bay.station);
    return rib ? [c.along + c.bay.width.value + rib.width.value / 2] : [];
  });
  const lines = [...new Set([x, ...(battens.length > 0 ? battens : ribs), x + width])]
    .filter(l => l >= x - 1e-9 && l <= x + width + 1e-9)
    .sort((a, b) => a - b);
  return Math.max(...lines.slice(1).map((l, i) => l - lines[i]!));
}

/** Where parts meet, m from the zone's front and lower edge: edges of some that lie within all of them together. */
function jointsBetween(parts: readonly Part[]): { x: number[]; y: number[] } {
  const boxes = parts.map(p => boxOf(p.outline));
  const inner = (starts: number[], ends: number[]) => {
    const [low, high] = [Math.min(...starts), Math.max(...ends)];
    return [...new Set([...starts, ...ends])].filter(v => v > low + 0.01 && v < high - 0.01);
  };
  return {
    x: inner(
      boxes.map(b => b.x),
      boxes.map(b => b.x + b.width),
    ),
    y: inner(
      boxes.map(b => b.y),
      boxes.map(b => b.y + b.height),
    ),
  };
}

/** A batten is sawn into so often where it has to bend, m. Common practice, no source. */
const KERFED_EVERY = 0.05;

/** Beyond any zone, m. */
const FAR = 100;

/** The bays that a part lies on by more than its edge. */
function baysOf(part: Part, of: readonly string[], { cells }: Place): string[] {
  if (of.length === 1) return [...of];
  const { x, y, width, height } = boxOf(part.outline);
  const on = of.filter(id => {
    const { bay, along, up } = cells.get(id)!;
    const across = Math.min(x + width, along + bay.width.value) - Math.max(x, along);
    const high = Math.min(y + height, up + bay.height.value) - Math.max(y, up);
    return across > 0.02 && high > 0.02;
  });
  return on.length > 0 ? on : [...of];
}

/** Whether the last fill lies between the battens from end to end; what only touches them where the bay is shallow is a misfit. */
function standsIntoBattens(cover: Cover, layers: readonly Layer[], place: Place, library: Library): boolean {
  const { bay } = place.cells.get(cover.bays[0]!)!;
  const { deep } = fitBuildUp(layers, bay, place.zone.kind, library);
  const batten = battenOf(layers)!.thickness;
  return batten - deep.battenGap > 0.001;
}

function sheetPiece(cover: Cover, place: Place, material: Material, stock: Stock): CutPiece {
  const part = cover.part ? ` ${cover.part.at}/${cover.part.of}` : '';
  return {
    ...plain(cover, 'damping', cover.bays[0]!, place, material, stock, 0),
    id: `${cover.bays[0]} damping${part}`,
  };
}

/** The battens of a cover, in lengths that the timber comes in. */
function battenPieces(
  cover: Cover,
  layer: Extract<Layer, { role: 'batten' }>,
  place: Place,
  material: Material,
  stock: Stock,
): CutPiece[] {
  const count = cover.width > 0 ? battenLines(cover, layer, place.zone, place.cells).length : 1;
  const parts = Math.ceil(cover.height / stock.length - 1e-9);
  const curve = curveOf(cover, place);
  const kerfs =
    curve?.along === 'height' ? [`kerf a third deep every ${lengthIn(KERFED_EVERY)}: it bends`] : [];
  return Array.from({ length: count * parts }, (_, i) => ({
    ...plain(cover, `batten ${i + 1}/${count * parts}`, nameOf(cover.bays), place, material, stock, 0, {
      width: Math.min(layer.width, stock.width),
      height: cover.height / parts,
    }),
    role: 'batten',
    turns: [0],
    notes: kerfs,
  }));
}
