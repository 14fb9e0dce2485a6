import Type from 'typebox';
import { CompareSettings } from './schemaCompare.ts';
import { CutList } from './schemaCut.ts';
import { Design } from './schemaDesign.ts';
import { closed, either, Id } from './schemaParts.ts';

/** The schema of every kind of document. */
export const documentSchemas = {
  design: Design,
  'cut-list': CutList,
  compare: CompareSettings,
} as const;

/** A document as it travels with its design: of which kind, and which variant it is of. */
export const SentDocument = either(
  'kind',
  closed({ kind: Type.Literal('cut-list'), key: Id, document: CutList }),
  closed({ kind: Type.Literal('compare'), key: Id, document: CompareSettings }),
);
