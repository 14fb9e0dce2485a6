import type { Shell } from '../model/index.ts';
import type { Seen } from '../survey/shell/index.ts';
import { type DrawnPiece, drawShell } from './shellDrawing.ts';

/**
 * The unfolded shell as ASCII DXF (R12 entities, which every reader knows) at true size in millimetres: a layer a
 * zone, closed polylines with their arcs as bulges, names as text, tops and fronts on a layer of their own. y runs up. Group codes from memory of the
 * published DXF reference.
 */
export function shellDxf(shell: Shell, seen: Seen = 'inside'): string {
  const { height, pieces, says } = drawShell(shell, seen);
  const layers = [...new Set(pieces.map(layerOf)), MARKS];
  const out: [number, string | number][] = [
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1009'],
    [9, '$INSUNITS'],
    [70, 4],
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'TABLES'],
    [0, 'TABLE'],
    [2, 'LAYER'],
    [70, layers.length],
    ...layers.flatMap((name): [number, string | number][] => [
      [0, 'LAYER'],
      [2, name],
      [70, 0],
      [62, name.endsWith('-OPENINGS') ? 5 : 7],
      [6, 'CONTINUOUS'],
    ]),
    [0, 'ENDTAB'],
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'ENTITIES'],
    ...pieces.flatMap(p => entity(p, height)),
    ...pieces.flatMap(p =>
      p.marks.flatMap(m => text(MARKS, m.word, m.x, height - m.y, m.size, 360 - m.turn)),
    ),
    ...text(MARKS, says, 0, -60, 40),
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ];
  return `${out.map(([code, value]) => `${code}\n${value}`).join('\n')}\n`;
}

const MARKS = 'MARKS';
const layerOf = (p: DrawnPiece) => `${p.zone.toUpperCase()}${p.kind === 'opening' ? '-OPENINGS' : ''}`;
const n = (value: number) => (Math.round(value * 1e5) / 1e5).toString();

function entity(piece: DrawnPiece, height: number): [number, string | number][] {
  const layer = layerOf(piece);
  return [
    [0, 'POLYLINE'],
    [8, layer],
    [66, 1],
    [10, 0],
    [20, 0],
    [30, 0],
    [70, 1],
    // y is turned up, which turns the sense of every arc.
    ...piece.points.flatMap((p): [number, string | number][] => [
      [0, 'VERTEX'],
      [8, layer],
      [10, n(p.x)],
      [20, n(height - p.y)],
      [30, 0],
      [42, (p.bulge ? -p.bulge : 0).toFixed(9)],
    ]),
    [0, 'SEQEND'],
    [8, layer],
    ...text(layer, piece.id, piece.label.x, height - piece.label.y, 40),
  ];
}

/** A text with its left foot (or, turned, its middle) at a place, mm; `turn` counter-clockwise, degrees. */
const text = (
  layer: string,
  says: string,
  x: number,
  y: number,
  size: number,
  turn?: number,
): [number, string | number][] => [
  [0, 'TEXT'],
  [8, layer],
  [10, n(x)],
  [20, n(y)],
  [30, 0],
  [40, n(size)],
  [1, says],
  // Centred on its place: horizontal justification 1 goes with a second alignment point.
  ...(turn === undefined
    ? []
    : ([
        [50, turn % 360],
        [72, 1],
        [11, n(x)],
        [21, n(y)],
        [31, 0],
      ] as [number, string | number][])),
];
