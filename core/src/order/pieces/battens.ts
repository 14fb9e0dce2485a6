import type { Cover } from '../../buildup/index.ts';
import type { FixedPanel, LayerOf, Material, Stock, Zone } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { lengthIn } from '../../units/index.ts';
import { curveOf } from './curved.ts';
import { pieceName, plain } from './finished.ts';
import type { CutPiece } from './piece.ts';
import { rectOf, type ZonePlace } from './place.ts';

/** A space between battens may be wider than asked for by this share before another one goes in. */
const STRETCH = 1.1;
/** Room for a rib of the floor in the groove that is cut for it, m. */
const ROOM = 0.004;
/** A batten is sawn into so often where it has to bend, m. Common practice, no source. */
const KERFED_EVERY = 0.05;

/**
 * Middles of the battens over a cover's bays, m from the zone's front: on every rib, where a screw finds metal, at both
 * ends of the run, and evenly between where ribs lie further apart than the spacing, so that boards between them repeat;
 * and under the ends of panels that are there already.
 */
export function battenLines(
  cover: Cover,
  { width, spacing }: LayerOf<'batten'>,
  { zone, cells }: Pick<ZonePlace, 'zone' | 'cells'>,
  panels: readonly FixedPanel[],
): number[] {
  const own = cover.bays.flatMap(id => cells.get(id) ?? []).sort((a, b) => a.along - b.along);
  const half = (station: number) => (zone.ribs.find(r => r.after === station)?.width.value ?? 0) / 2;
  const stations = [...new Set(own.map(c => c.bay.station))];
  const lines: number[] = [];
  stations.forEach((station, i) => {
    const bays = own.filter(c => c.bay.station === station);
    const from = Math.min(...bays.map(c => c.along)) - half(station - 1);
    const to = Math.max(...bays.map(c => c.along + c.bay.width.value)) + half(station);
    const [start, end] = [i === 0 ? from + width / 2 : from, i === stations.length - 1 ? to - width / 2 : to];
    const spaces = Math.max(1, Math.ceil((end - start) / (spacing * STRETCH) - ROUNDING));
    if (i === 0) lines.push(start);
    for (let k = 1; k <= spaces; k++) lines.push(start + (k * (end - start)) / spaces);
  });
  const [first, last] = [lines[0]!, lines.at(-1)!];
  const ends = panels
    .filter(p => p.zone === zone.id)
    .flatMap(p => [p.along, p.along + p.width])
    // One that is borne already needs no other.
    .filter(at => at > first && at < last && lines.every(l => Math.abs(l - at) > width / 4));
  return [...lines, ...new Set(ends)].sort((a, b) => a - b);
}

/** The battens of a cover, each where it stands, in lengths that the timber comes in. */
export function battenPieces(
  cover: Cover,
  layer: LayerOf<'batten'>,
  place: ZonePlace,
  material: Material,
  stock: Stock,
  panels: readonly FixedPanel[],
): CutPiece[] {
  const { y } = rectOf(cover, place);
  const lines = cover.width > 0 ? battenLines(cover, layer, place, panels) : [null];
  const parts = Math.ceil(cover.height / stock.length - ROUNDING);
  const curve = curveOf(cover, place);
  const notes = [
    ...(curve?.along === 'height' ? [`kerf a third deep every ${lengthIn(KERFED_EVERY)}: it bends`] : []),
    ...overGrooves(place.zone),
  ];
  const size = { width: Math.min(layer.width, stock.width), height: cover.height / parts };
  const count = lines.length * parts;
  return lines.flatMap((line, i) =>
    Array.from({ length: parts }, (_, k): CutPiece => {
      const number = i * parts + k + 1;
      const piece = plain(
        cover,
        cover.under
          ? `batten ${cover.under.edge}${parts > 1 ? `.${k + 1}` : ''}`
          : `batten ${number}/${count}`,
        cover.under ? `under ${cover.under.name}` : pieceName(cover.bays),
        place,
        material,
        stock,
        0,
        size,
      );
      return {
        ...piece,
        role: 'batten',
        turns: [0],
        notes,
        at: cover.under
          ? { along: cover.under.along, up: cover.under.up }
          : line === null
            ? piece.at
            : { along: line - size.width / 2, up: y + k * size.height },
      };
    }),
  );
}

/** How battens, which run across the van, get over the grooves of a floor. */
function overGrooves({ corrugation }: Zone): string[] {
  if (!corrugation) return [];
  const [pitch, depth] = [corrugation.pitch.value, corrugation.depth.value];
  return corrugation.runs === 'along'
    ? [
        `lies on the crests every ${lengthIn(pitch)}; to lie down on the floor, groove it ${lengthIn(depth)} deep and ${lengthIn(pitch / 2 + ROOM)} wide at each`,
      ]
    : [`set it on a crest: they lie ${lengthIn(pitch)} apart, and it runs along them`];
}

/** Cross-pieces between battens under a joint that runs along the van, m; null where there is no batten to hold them. */
export function crossPieces(
  cover: Cover,
  layer: LayerOf<'batten'>,
  joint: { at: number; from: number; to: number },
  lines: readonly number[],
  place: ZonePlace,
  material: Material,
  stock: Stock,
  start: number,
): CutPiece[] {
  const width = Math.min(layer.width, stock.width);
  const sorted = [...new Set(lines)].sort((a, b) => a - b);
  const spaces = sorted.slice(1).flatMap((to, i) => {
    const from = sorted[i]! + layer.width / 2;
    const long = to - layer.width / 2 - from;
    return long > width / 2 && from < joint.to && to > joint.from ? [{ from, long }] : [];
  });
  return spaces.map(({ from, long }, i): CutPiece => {
    const name = `${pieceName(cover.bays)} cross-piece`;
    const piece = plain(cover, 'cross-piece', pieceName(cover.bays), place, material, stock, 0, {
      width,
      height: long,
    });
    return {
      ...piece,
      id: `${name} ${start + i + 1}`,
      role: 'batten',
      layer: layer.id,
      turns: [0],
      at: { along: from, up: joint.at - width / 2 },
      lies: true,
      notes: ['between two battens, under a joint of the lining'],
    };
  });
}
