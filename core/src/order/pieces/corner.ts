import { battenOf, type Cover } from '../../buildup/index.ts';
import { materialOf, stockFor } from '../../materials/index.ts';
import { buildUpOf, type LayerOf, type Shell, type Zone } from '../../model/index.ts';
import { lengthIn } from '../../units/index.ts';
import { crossPieces } from './battens.ts';
import { plain } from './finished.ts';
import type { CutJob } from './job.ts';
import type { CutPiece } from './piece.ts';
import type { ZonePlace } from './place.ts';
import { boxRegion, FAR, type Region, withinRegion } from './region.ts';
import { jointsAt } from './split.ts';
import { ribsAfter } from './supports.ts';

/** Wall and ceiling go on so far behind the angled panel across their corner, m. Common practice, no source. */
const CORNER_LAP = 0.02;

const wallsOf = (shell: Shell): Zone[] => shell.zones.filter(z => z.kind === 'wall');
const ceilingOf = (shell: Shell): Zone | undefined => shell.zones.find(z => z.kind === 'ceiling');

/** How far from the corner wall and ceiling may end behind a panel of so wide a face that stands at 45 degrees, m. */
const endsBefore = (face: number): number => Math.max(0, face / Math.SQRT2 - CORNER_LAP);

/** Sides of a zone that an angled panel covers. */
function coveredSides(shell: Shell, zone: Zone): { low: boolean; high: boolean } {
  if (zone.kind === 'wall') return { low: false, high: ceilingOf(shell) !== undefined };
  const walled = (side: 'left' | 'right') =>
    zone.kind === 'ceiling' && wallsOf(shell).some(w => w.side === side);
  return { low: walled('left'), high: walled('right') };
}

/** What of a lining is left where angled panels cover the corners. */
export function cutAtCorner(
  region: Region,
  { zone, breadth }: ZonePlace,
  shell: Shell,
  face: number,
): Region {
  const { low, high } = coveredSides(shell, zone);
  const off = endsBefore(face);
  if (off === 0 || (!low && !high)) return region;
  const from = low ? off : -FAR;
  const to = high ? breadth - off : FAR;
  return withinRegion(region, boxRegion(-FAR, from, 2 * FAR, to - from));
}

/** The angled panels themselves, of what lines the wall they stand on, in lengths that the sheet gives. */
export function cornerPieces(covers: readonly Cover[], job: CutJob): CutPiece[] {
  const { shell, placement, places, library, choices } = job;
  const face = choices.corner;
  const ceiling = ceilingOf(shell);
  if (face === null || !ceiling) return [];
  return wallsOf(shell).flatMap(wall => {
    const place = places.get(wall.id)!;
    const host = wall.bays.find(b => liningOf(wall, b.id, placement));
    const layer = host && liningOf(wall, host.id, placement);
    const cover = covers.find(c => c.zone === wall.id && c.layer === layer);
    if (!host || !layer || !cover) return [];
    const material = materialOf(library, layer.material);
    if (material.form !== 'sheet' || material.tongue !== null) return [];
    const stock = stockFor(material, layer.thickness);
    const ribs = ribsAfter(place.cells.values(), wall).map(r => r.at);
    const under = [wall, ceiling].flatMap(zone => underEdge(zone, wall, face, covers, job));
    const joints = jointsAt(place.length, stock.length, { borne: ribs, corners: [], beneath: [] });
    const ends = [0, ...joints, place.length];
    const panels = ends.slice(1).map((end, i): CutPiece => {
      const [rims, long] = [Number(i === 0) + Number(i === joints.length), end - ends[i]!];
      const number = joints.length > 0 ? ` ${i + 1}/${joints.length + 1}` : '';
      const piece = plain(cover, 'corner', wall.id, place, material, stock, 0, {
        width: long - 0.0015 * rims,
        height: face,
      });
      return {
        ...piece,
        id: `${wall.id} corner${number}`,
        at: { along: ends[i]!, up: place.breadth - face / Math.SQRT2 },
        notes: [
          `both long edges bevelled to 45°; wall and ceiling go on ${lengthIn(CORNER_LAP)} behind it`,
          `wants wood ${lengthIn(face / Math.SQRT2)} from the corner on wall and ceiling`,
        ],
      };
    });
    return [...panels, ...under];
  });
}

/** Cross-pieces between the battens of a wall or ceiling under the edge of an angled panel; none where it has no battens. */
function underEdge(
  zone: Zone,
  wall: Zone,
  face: number,
  covers: readonly Cover[],
  { placement, places, library, battens }: CutJob,
): CutPiece[] {
  const place = places.get(zone.id)!;
  const from = face / Math.SQRT2;
  const high = zone === wall || wall.side === 'right';
  const at = high ? place.breadth - from : from;
  let made = 0;
  return covers.flatMap(cover => {
    if (cover.zone !== zone.id || cover.layer.role !== 'batten' || cover.width === 0) return [];
    const batten = battenOf(placement.buildUps.find(b => b.id === cover.buildUp)?.layers ?? []);
    const own = cover.bays.flatMap(id => place.cells.get(id) ?? []);
    // Only what reaches the corner.
    const reaches = own.some(c => c.up < at && c.up + c.bay.height.value > at);
    if (!batten || !reaches) return [];
    const [start, end] = [
      Math.min(...own.map(c => c.along)),
      Math.max(...own.map(c => c.along + c.bay.width.value)),
    ];
    const lines = (battens.get(`${cover.zone}/${cover.buildUp}`) ?? []).filter(
      l => l > start - batten.width && l < end + batten.width,
    );
    const material = materialOf(library, batten.material);
    const stock = stockFor(material, batten.thickness);
    const joint = { at, from: start, to: end };
    const side = zone === wall ? '' : ` ${wall.side}`;
    const pieces = crossPieces(cover, batten, joint, lines, place, material, stock, made);
    made += pieces.length;
    return pieces.map(p => ({
      ...p,
      id: p.id.replace('cross-piece', `corner${side} cross-piece`),
      notes: ['between two battens, under the edge of the angled panel'],
    }));
  });
}

const liningOf = (zone: Zone, bay: string, placement: CutJob['placement']): LayerOf<'lining'> | undefined =>
  buildUpOf(placement, zone.id, bay)?.layers.find((l): l is LayerOf<'lining'> => l.role === 'lining');
