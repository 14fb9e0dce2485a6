import type { Shell } from '../model/index.ts';
import { type DrawnPiece, drawShell } from './shellDrawing.ts';

/**
 * The unfolded shell as ASCII DXF (R12 entities, which every reader knows) at true size in millimetres: a layer a
 * zone, closed polylines with their arcs as bulges, names as text. y runs up. Group codes from memory of the
 * published DXF reference.
 */
export function shellDxf(shell: Shell): string {
  const { height, pieces } = drawShell(shell);
  const layers = [...new Set(pieces.map(layerOf))];
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
    [0, 'ENDSEC'],
    [0, 'EOF'],
  ];
  return `${out.map(([code, value]) => `${code}\n${value}`).join('\n')}\n`;
}

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
    [0, 'TEXT'],
    [8, layer],
    [10, n(piece.label.x)],
    [20, n(height - piece.label.y)],
    [30, 0],
    [40, 40],
    [1, piece.id],
  ];
}
