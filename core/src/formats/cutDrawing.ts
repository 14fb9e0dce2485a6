import type { OnSheet } from '../order/cutting/index.ts';
import type { CutPiece } from '../order/pieces/index.ts';

/** What a line is for: a layer of the drawing each. */
export type CutLayer = 'CUT' | 'SCORE' | 'MARK' | 'TEXT';
export const CUT_LAYERS: readonly CutLayer[] = ['CUT', 'SCORE', 'MARK', 'TEXT'];

interface At {
  /** mm. */
  x: number;
  /** mm, upwards. */
  y: number;
}

/** A drawing at true size, mm, y upwards from the lower left. */
export interface CutDrawing {
  /** Of all of it, mm. */
  width: number;
  /** Of all of it, mm. */
  height: number;
  /** Outlines and lines. */
  lines: { layer: CutLayer; points: At[]; closed: boolean }[];
  /** Words, their middle at a place. */
  words: { says: string; x: number; y: number; size: number; turn: number }[];
}

const MM = 1000;
const toMm = ({ x, y }: At): At => ({ x: x * MM, y: y * MM });

/** The line each kind of mark on a piece is drawn as: what is broken or sawn into is scored, where wood lies is marked. */
const layerOf = (kind: CutPiece['lines'][number]['kind']): CutLayer => (kind === 'score' ? 'SCORE' : 'MARK');

/** One piece as it is seen from inside, with its number and its upper and left edge. */
export function pieceDrawing(piece: CutPiece): CutDrawing {
  const [width, height] = [
    MM * Math.max(...piece.outline.map(p => p.x)),
    MM * Math.max(...piece.outline.map(p => p.y)),
  ];
  const size = Math.max(5, Math.min(30, Math.min(width, height) / 8));
  return {
    width,
    height,
    lines: [
      { layer: 'CUT', points: piece.outline.map(toMm), closed: true },
      ...piece.holes.map(h => ({ layer: 'CUT' as const, points: h.map(toMm), closed: true })),
      ...piece.lines.map(l => ({
        layer: layerOf(l.kind),
        points: [toMm(l.from), toMm(l.to)],
        closed: false,
      })),
    ],
    words: [
      { says: piece.id, x: width / 2, y: height / 2, size, turn: 0 },
      { says: piece.above, x: width / 2, y: height - 1.6 * size, size: size * 0.8, turn: 0 },
      { says: piece.left, x: 1.2 * size, y: height / 2, size: size * 0.8, turn: 90 },
      ...(piece.twin
        ? [
            {
              says: `${piece.handed ? 'flip for' : 'also for'} ${piece.twin}`,
              x: width / 2,
              y: height / 2 - 1.5 * size,
              size: size * 0.6,
              turn: 0,
            },
          ]
        : []),
    ],
  };
}

/** A sheet with everything that is cut from it, from its datum corner. */
export function sheetDrawing(placed: readonly OnSheet[], width: number, length: number): CutDrawing {
  return {
    width: width * MM,
    height: length * MM,
    lines: [
      {
        layer: 'MARK',
        points: [
          { x: 0, y: 0 },
          { x: width * MM, y: 0 },
          { x: width * MM, y: length * MM },
          { x: 0, y: length * MM },
        ],
        closed: true,
      },
      ...placed.flatMap(p =>
        [p.outline, ...p.holes].map(o => ({ layer: 'CUT' as const, points: o.map(toMm), closed: true })),
      ),
    ],
    words: placed.map(p => ({
      says: p.piece.id,
      x: MM * (p.x + p.width / 2),
      y: MM * (p.y + p.length / 2),
      size: Math.max(5, Math.min(30, (MM * Math.min(p.width, p.length)) / 8)),
      turn: p.turn % 360,
    })),
  };
}
