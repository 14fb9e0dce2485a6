import Type from 'typebox';
import { closed, Name } from './schemaParts.ts';

/** A piece that stays where a person put it, m from the sheet's datum corner. */
const Pin = closed({
  /** Material and thickness it is cut of. */
  group: Type.String({ minLength: 1, maxLength: 140 }),
  piece: Type.String({ minLength: 1, maxLength: 200 }),
  stock: Type.String({ minLength: 1, maxLength: 40 }),
  /** Which one of that stock. */
  index: Type.Integer({ minimum: 0, maximum: 5000 }),
  x: Type.Number({ minimum: 0, maximum: 200 }),
  y: Type.Number({ minimum: 0, maximum: 200 }),
  /** Degrees counter-clockwise. */
  turn: Type.Number({ minimum: 0, exclusiveMaximum: 360 }),
});

/** What a person settled about cutting one variant: kept beside the design, with revisions and an undo of its own. */
export const CutList = closed({
  format: Type.Literal(1),
  /** Of the variant, as it was called then. */
  name: Name,
  pins: Type.Array(Pin, { maxItems: 2000 }),
  /** Most gap left behind a flat board on a curved skin, m; as is usual when left out. */
  gapBehind: Type.Optional(Type.Number({ minimum: 0.0005, maximum: 0.02 })),
  /** What the saw takes away in each cut, m; as is usual when left out. */
  kerf: Type.Optional(Type.Number({ minimum: 0, maximum: 0.01 })),
});
