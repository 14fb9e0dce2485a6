import Type from 'typebox';
import { CURRENCIES, DELIVERIES, WORK_DAYS } from './lists/index.ts';
import { choice, closed, either, Id, Moment, Name, Note, REST } from './schemaParts.ts';

const LineKey = Type.String({ minLength: 1, maxLength: 140 });
const Packs = Type.Integer({ minimum: 1, maximum: 10_000 });
const Amount = Type.Number({ minimum: 0, maximum: 100_000 });

const Price = Type.Number({ minimum: 0, maximum: 100_000 });
const Supplier = Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' });
const Lead = Type.Integer({ minimum: 0, maximum: 365 });

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
    /** What a pack of a supply costs; null where the indicative price stands again. */
    closed({
      kind: Type.Literal('priced'),
      supply: LineKey,
      price: Type.Union([Price, Type.Null()]),
    }),
    /** Where things are bought, and how many days they take to come. */
    closed({
      kind: Type.Literal('shop'),
      name: Supplier,
      lead: Lead,
      keys: Type.Array(LineKey, { maxItems: 500 }),
    }),
    /** When work on a van begins, and how much of it is done. */
    closed({
      kind: Type.Literal('pace'),
      /** Id of the conversion. */
      van: Id,
      start: Moment,
      /** On a day of work. */
      hours: Type.Number({ minimum: 0.5, maximum: 16 }),
      days: choice(...WORK_DAYS),
    }),
    /** Whether whoever works here has done it before: fewer pieces are spoilt then. */
    closed({ kind: Type.Literal('practised'), practised: Type.Boolean() }),
    /** So much of what is at hand is kept for a van; 0 lets it go. */
    closed({ kind: Type.Literal('booked'), van: Id, supply: LineKey, amount: Amount }),
    /** A rest was put on the shelf. */
    closed({
      kind: Type.Literal('rest kept'),
      rest: Id,
      ...REST,
      where: Note,
      /** SHA-256 of its picture. */
      photo: Type.Optional(Type.String({ pattern: '^[0-9a-f]{64}$' })),
    }),
    /** So many of a rest are no longer there: cut, thrown out, given away. */
    closed({ kind: Type.Literal('rest gone'), rest: Id, count: Type.Integer({ minimum: 1, maximum: 500 }) }),
    /** Packs were ordered for a van. */
    closed({
      kind: Type.Literal('ordered'),
      order: Id,
      /** Id of the conversion. */
      van: Id,
      supplier: Supplier,
      /** Days until it should be there. */
      lead: Lead,
      /** What it was paid in; pounds when left out. */
      currency: Type.Optional(choice(...CURRENCIES)),
      lines: Type.Array(
        closed({
          key: LineKey,
          name: Name,
          packs: Packs,
          price: Price,
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
