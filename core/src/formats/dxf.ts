import type { Shell } from '../model/index.ts';
import type { Seen } from '../survey/layout/index.ts';
import { type DxfGroup, dxfFile, dxfPolyline, dxfText } from './dxfFile.ts';
import { type DrawnPiece, drawShell } from './shellDrawing.ts';

/**
 * The unfolded shell as DXF at true size in millimetres: a layer a zone, closed polylines with their arcs as bulges,
 * names as text, tops and fronts on a layer of their own. y runs up.
 */
export function shellDxf(shell: Shell, seen: Seen = 'inside'): string {
  const { height, pieces, says } = drawShell(shell, seen);
  const layers = [...new Set(pieces.map(layerOf)), MARKS];
  return dxfFile(
    layers.map(name => ({ name, colour: name.endsWith('-OPENINGS') ? 5 : 7 })),
    [
      ...pieces.flatMap(p => entity(p, height)),
      ...pieces.flatMap(p =>
        p.marks.flatMap(m => dxfText(MARKS, m.word, m.x, height - m.y, m.size, 360 - m.turn)),
      ),
      ...dxfText(MARKS, says, 0, -60, 40),
    ],
  );
}

const MARKS = 'MARKS';
const layerOf = (p: DrawnPiece) => `${p.zone.toUpperCase()}${p.kind === 'opening' ? '-OPENINGS' : ''}`;

function entity(piece: DrawnPiece, height: number): DxfGroup[] {
  const layer = layerOf(piece);
  return [
    // y is turned up, which turns the sense of every arc.
    ...dxfPolyline(
      layer,
      piece.points.map(p => ({ x: p.x, y: height - p.y, bulge: p.bulge ? -p.bulge : 0 })),
    ),
    ...dxfText(layer, piece.id, piece.label.x, height - piece.label.y, 40),
  ];
}
