import Type, { type Static, type TSchema } from 'typebox';
import type { RouteName } from './routes/index.ts';
import { Design, DesignFile, Entry, Material, Measurement, Price, Shell, WorkshopEntry } from './schema.ts';

const closed = <P extends Record<string, TSchema>>(properties: P) =>
  Type.Object(properties, { additionalProperties: false });
const nullable = Type.Union([Type.String(), Type.Null()]);
const saved = {
  id: Type.String(),
  revision: Type.Integer(),
  savedAt: Type.String(),
  /** What undo and redo would take back or bring back; null when there is nothing. */
  undo: nullable,
  redo: nullable,
};

export const Saved = closed(saved);
export const ConversionRecord = closed({ ...saved, design: Design });
export const ConversionSummary = closed({
  id: Type.String(),
  name: Type.String(),
  revision: Type.Integer(),
  savedAt: Type.String(),
  pattern: Shell.properties.pattern,
  note: Type.String(),
  variants: Type.Array(Type.String()),
  measured: Type.Integer(),
  bays: Type.Integer(),
  /** When it was put into the bin; null while it is not there. */
  binnedAt: nullable,
});
/** An entry as the server took it in: its place in the order, and when. */
const taken = <E extends TSchema>(entry: E) =>
  closed({ seq: Type.Integer({ minimum: 1 }), takenIn: Type.String(), entry });
export const LoggedEntry = taken(Entry);
/** Where entries stand in their log. */
const Placed = closed({ entries: Type.Array(closed({ id: Type.String(), seq: Type.Integer() })) });
/** A document kept beside a design as it stands, of its kind; null while nobody has settled anything, on revision 0. */
const DocumentRecord = closed({
  revision: Type.Integer({ minimum: 0 }),
  savedAt: nullable,
  /** What undo and redo would take back or bring back; null when there is nothing. */
  undo: nullable,
  redo: nullable,
  document: Type.Unknown(),
});
const Imported = closed({ conversion: ConversionRecord, notes: Type.Array(Type.String()) });

export const ProblemDetails = Type.Object({
  type: Type.String(),
  title: Type.String(),
  status: Type.Integer(),
  detail: Type.String(),
  errors: Type.Optional(Type.Array(Type.Object({ path: Type.String(), message: Type.String() }))),
  /** Where a change was made on a stale revision: what is there now. */
  current: Type.Optional(Type.Union([ConversionRecord, DocumentRecord])),
});

/** One place of the design that changes: `value` is put there, in place of what is there or before it in a list. */
const Change = Type.Object(
  {
    op: Type.Unsafe<'add' | 'replace' | 'remove'>({ type: 'string', enum: ['add', 'replace', 'remove'] }),
    path: Type.Array(
      Type.Union([Type.String({ maxLength: 200 }), Type.Integer({ minimum: 0, maximum: 100_000 })]),
      { maxItems: 20 },
    ),
    value: Type.Optional(Type.Unknown()),
  },
  { additionalProperties: false },
);

/** What a change is called. */
const Label = Type.String({ minLength: 1, maxLength: 200 });
const Changes = closed({ changes: Type.Array(Change, { minItems: 1, maxItems: 5000 }), label: Label });

interface Operation {
  summary: string;
  /** Of a JSON body. */
  body?: TSchema;
  /** The room checks the body itself: it is brought up to today's format first, or checked while something else goes on. */
  checkedByRoom?: true;
  /** Media type of a body or answer that is no JSON. */
  bodyType?: string | readonly string[];
  answerType?: string;
  answer?: TSchema;
  status?: 200 | 201 | 204;
  /** The change says which revision it was made on. */
  ifMatch?: true;
  /** Names in the query, all optional. */
  query?: readonly string[];
}

/** What every route takes and gives: the server's checks, its documentation and the client's types follow from it. */
export const contract = {
  openapi: { summary: 'This document', answer: Type.Unknown() },
  health: { summary: 'Whether the server is up', answer: closed({ ok: Type.Boolean() }) },
  feed: {
    summary: 'What is changed, by whomever, as server-sent events; after a number, what was told since',
    query: ['after'],
    answerType: 'text/event-stream',
  },

  conversions: { summary: 'All conversions, the last saved first', answer: Type.Array(ConversionSummary) },
  create: {
    summary: 'A new conversion from a body pattern',
    body: closed({
      name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
      pattern: Shell.properties.pattern,
      /** The three large sizes as they were read, where they were. */
      sizes: Type.Optional(
        Type.Object(
          {
            length: Type.Optional(Measurement),
            width: Type.Optional(Measurement),
            height: Type.Optional(Measurement),
          },
          { additionalProperties: false },
        ),
      ),
      /** A conversion whose sizes are taken over, as assumed, instead of the pattern's. */
      earlier: Type.Optional(Type.String({ maxLength: 64 })),
    }),
    answer: ConversionRecord,
    status: 201,
  },
  read: { summary: 'One conversion with its design', answer: ConversionRecord },
  save: {
    summary: 'Save a changed design',
    body: closed({ design: Design, label: Label }),
    checkedByRoom: true,
    answer: Saved,
    ifMatch: true,
  },
  change: {
    summary: 'Save a change of the design: what it changes on the revision it was made on',
    body: Changes,
    answer: Saved,
    ifMatch: true,
  },
  undo: { summary: 'Take back the last change of the design', answer: ConversionRecord, ifMatch: true },
  redo: { summary: 'Bring back what was undone', answer: ConversionRecord, ifMatch: true },
  copy: {
    summary: 'Start another conversion from the design of one; nothing that happened in it goes along',
    body: closed({ name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }) }),
    answer: ConversionRecord,
    status: 201,
  },
  remove: { summary: 'Put a conversion into the bin, with its log and files', status: 204 },
  bin: { summary: 'What is in the bin', answer: Type.Array(ConversionSummary) },
  restore: { summary: 'Take a conversion out of the bin', status: 204 },
  erase: { summary: 'Erase a conversion in the bin, with its history, log and files', status: 204 },

  exportFile: { summary: 'The design file, with the log', answer: DesignFile },
  exportArchive: {
    summary: 'The design file and the files its log names, as a zip',
    answerType: 'application/zip',
  },
  importFile: {
    summary: 'Take in a design file',
    body: DesignFile,
    checkedByRoom: true,
    answer: Imported,
    status: 201,
  },
  importArchive: {
    summary: 'Take in a zip with a design file and files',
    bodyType: 'application/zip',
    answer: Imported,
    status: 201,
  },

  log: {
    summary: 'The log of a conversion, or what it took in after an entry',
    query: ['after'],
    answer: closed({ entries: Type.Array(LoggedEntry) }),
  },
  note: {
    summary: 'Add entries to the log; one that is there already stands as it is',
    body: closed({ entries: Type.Array(Entry, { minItems: 1, maxItems: 500 }) }),
    answer: Placed,
  },

  document: {
    summary: 'A document kept beside a design: of a kind, and of a variant or the whole',
    answer: DocumentRecord,
  },
  saveDocument: {
    summary: 'Save a document; the first time on revision 0',
    body: closed({ document: Type.Unknown(), label: Label }),
    answer: DocumentRecord,
    ifMatch: true,
  },
  changeDocument: {
    summary: 'Save a change of a document: what it changes on the revision it was made on',
    body: Changes,
    answer: DocumentRecord,
    ifMatch: true,
  },
  undoDocument: { summary: 'Take back the last change of a document', answer: DocumentRecord, ifMatch: true },
  redoDocument: {
    summary: 'Bring back what was undone of a document',
    answer: DocumentRecord,
    ifMatch: true,
  },

  workshop: {
    summary:
      'What happened in the workshop: what was counted, ordered, what rests were kept; or what it took in after an entry',
    query: ['after'],
    answer: closed({ entries: Type.Array(taken(WorkshopEntry)) }),
  },
  noteWorkshop: {
    summary: 'Add entries to the workshop log; one that is there already stands as it is',
    body: closed({ entries: Type.Array(WorkshopEntry, { minItems: 1, maxItems: 500 }) }),
    answer: Placed,
  },

  putFile: {
    summary: 'Keep a JPEG, or a WAV recording, under its SHA-256',
    bodyType: ['image/jpeg', 'audio/wav'],
    status: 204,
  },
  file: { summary: 'A file by its SHA-256', answerType: '*/*' },

  answer: {
    summary:
      'What another window has computed, by the name of all that it rests on; no content where none has',
    answerType: 'application/octet-stream',
  },
  putAnswer: {
    summary: 'Keep what was computed for other windows; what was used longest ago makes room',
    bodyType: ['application/octet-stream'],
    status: 204,
  },

  library: {
    summary: 'Own materials and prices',
    answer: closed({ materials: Type.Array(Material), prices: Type.Array(Price) }),
  },
  putMaterial: {
    summary: 'Add or change an own material',
    body: Material,
    checkedByRoom: true,
    answer: Material,
  },
  removeMaterial: { summary: 'Delete an own material that nothing uses', status: 204 },
  putPrice: { summary: 'Set an own price', body: Price, checkedByRoom: true, answer: Price },
  takeBackPrice: {
    summary: 'Take back an own price that still stands: the one before it comes again',
    body: Type.Pick(Price, ['material', 'thickness', 'width', 'price'], { additionalProperties: false }),
    status: 204,
  },
  removePrices: { summary: 'Go back to the indicative prices of a material', status: 204 },
} as const satisfies Record<RouteName, Operation>;

export type Contract = {
  [R in RouteName]: {
    body: (typeof contract)[R] extends { body: infer S extends TSchema } ? Static<S> : undefined;
    answer: (typeof contract)[R] extends { answer: infer S extends TSchema } ? Static<S> : undefined;
  };
};
