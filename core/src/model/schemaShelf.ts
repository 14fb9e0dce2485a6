import Type from 'typebox';
import { closed, Id } from './schemaParts.ts';

/** What is at hand in the workshop: rests to cut from, and supplies. */
export const Shelf = closed({
  format: Type.Literal(1),
  /** Amounts by id, in their units. */
  supplies: Type.Record(Id, Type.Number({ minimum: 0, maximum: 100_000 })),
  offcuts: Type.Array(
    closed({
      material: Id,
      /** m. */
      thickness: Type.Number({ exclusiveMinimum: 0, maximum: 0.3 }),
      width: Type.Number({ minimum: 0.02, maximum: 10 }),
      /** Along its grain or pile, m. */
      length: Type.Number({ minimum: 0.02, maximum: 200 }),
      count: Type.Integer({ minimum: 1, maximum: 500 }),
    }),
    { maxItems: 500 },
  ),
});
