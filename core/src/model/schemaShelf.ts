import Type from 'typebox';
import { closed, either, Id, Moment, Note, REST } from './schemaParts.ts';

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
  ),
});
