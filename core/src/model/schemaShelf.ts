import Type from 'typebox';
import { DELIVERIES } from './lists.ts';
import { choice, closed, either, Id, Moment, Name, Note, REST } from './schemaParts.ts';

const LineKey = Type.String({ minLength: 1, maxLength: 140 });
const Packs = Type.Integer({ minimum: 1, maximum: 10_000 });
const Amount = Type.Number({ minimum: 0, maximum: 100_000 });

/** What is at hand in the workshop, as a file of its own. */
export const Shelf = closed({
  format: Type.Literal(1),
  /** Amounts by id, in their units. */
  supplies: Type.Record(Id, Amount),
  offcuts: Type.Array(closed(REST), { maxItems: 500 }),
});

/** One thing that happened in the workshop, for whichever van. */
export const WorkshopEntry = closed({
  id: Id,
  at: Moment,
  fact: either(
    'kind',
    /** So much of a supply was there when somebody looked. */
    closed({ kind: Type.Literal('counted'), supply: Id, amount: Amount }),
    /** A rest was put on the shelf. */
    closed({ kind: Type.Literal('rest kept'), rest: Id, ...REST, where: Note }),
    /** So many of a rest are no longer there: cut, thrown out, given away. */
    closed({ kind: Type.Literal('rest gone'), rest: Id, count: Type.Integer({ minimum: 1, maximum: 500 }) }),
    /** Packs were ordered for a van. */
    closed({
      kind: Type.Literal('ordered'),
      order: Id,
      /** Id of the conversion. */
      van: Id,
      supplier: Type.String({ minLength: 1, maxLength: 120 }),
      /** Days until it should be there. */
      lead: Type.Integer({ minimum: 0, maximum: 365 }),
      lines: Type.Array(
        closed({
          key: LineKey,
          name: Name,
          packs: Packs,
          price: Type.Number({ minimum: 0, maximum: 100_000 }),
        }),
        { minItems: 1, maxItems: 200 },
      ),
    }),
    /** What became of a line of an order: it came, it will not come, or it went back. */
    closed({
      kind: Type.Literal('delivery'),
      order: Id,
      key: LineKey,
      what: choice(...DELIVERIES),
      packs: Packs,
    }),
  ),
});
