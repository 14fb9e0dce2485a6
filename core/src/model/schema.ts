import Type from 'typebox';
import { SentDocument } from './documentSchemas.ts';
import { FORMAT } from './lists/index.ts';
import { Design } from './schemaDesign.ts';
import { Entry, LOG_LIMIT } from './schemaLog.ts';
import { Material, Price } from './schemaMaterial.ts';
import { closed } from './schemaParts.ts';
import { WorkshopEntry } from './schemaShelf.ts';

/**
 * The one definition of the design document. The API, the database, the design file and (as types) the
 * interface all read it. Lengths are in m, temperatures in degC, masses in kg, money in the design's currency.
 */

export * from './documentSchemas.ts';
export * from './schemaCompare.ts';
export * from './schemaCut.ts';
export * from './schemaDesign.ts';
export * from './schemaFeed.ts';
export * from './schemaLog.ts';
export * from './schemaMaterial.ts';
export { Measurement } from './schemaParts.ts';
export * from './schemaShelf.ts';
export * from './schemaShell.ts';

/** What a *.overcoat.json file holds: the design with the own materials and prices it uses, and the log. */
export const DesignFile = closed({
  $schema: Type.Optional(Type.String({ maxLength: 300 })),
  format: Type.Literal(FORMAT),
  design: Design,
  materials: Type.Array(Material, { maxItems: 500 }),
  prices: Type.Array(Price, { maxItems: 2000 }),
  /** In the order in which the entries were taken in. */
  log: Type.Array(Entry, { maxItems: LOG_LIMIT }),
  /** Of the workshop’s log, what was noted for this van: orders, deliveries, pace. */
  workshop: Type.Optional(Type.Array(WorkshopEntry, { maxItems: LOG_LIMIT })),
  /** What is kept beside the design of its variants: cut lists, what is asked of the best choice. */
  documents: Type.Optional(Type.Array(SentDocument, { maxItems: 500 })),
});
