import Type from 'typebox';
import { closed, Id } from './schemaParts.ts';

const Figure = Type.String({ minLength: 1, maxLength: 40 });

/** What is asked of the best choice for one variant: limits, what matters how much, what is out of the question. */
export const CompareSettings = closed({
  format: Type.Literal(1),
  /** By figure, in its unit; null for none. What is left out is as the brief has it. */
  limits: Type.Record(Figure, Type.Union([Type.Number({ minimum: 0, maximum: 1e6 }), Type.Null()])),
  /** Figures whose limit may be passed for its price. */
  soft: Type.Optional(Type.Array(Figure, { maxItems: 20 })),
  /** Most winter water of any bay, kg/m2; null for any. */
  wet: Type.Optional(Type.Union([Type.Number({ minimum: 0, maximum: 100 }), Type.Null()])),
  /** The worst verdict that will do; as is usual when left out. */
  damp: Type.Optional(Type.String({ minLength: 1, maxLength: 40 })),
  /** By figure, 0 to 3. What is left out is as the brief has it. */
  weights: Type.Record(Figure, Type.Integer({ minimum: 0, maximum: 3 })),
  /** Ids of zones that stay as they are. */
  locked: Type.Array(Id, { maxItems: 60 }),
  /** Ids of materials that are not worked with. */
  refused: Type.Array(Id, { maxItems: 200 }),
});
