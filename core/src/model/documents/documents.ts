import type { CompareSettings, CutList, Design } from '../index.ts';
import { compareKind } from './compareKind.ts';
import { cutListKind } from './cutListKind.ts';
import { designKind } from './designKind.ts';
import type { DocumentKind } from './documentKind.ts';

/** Every kind of document there is, by name. */
export interface Documents {
  /** The van and what is laid in it. */
  design: Design;
  /** What was settled about cutting a variant. */
  'cut-list': CutList;
  /** What is asked of the best choice for a variant. */
  compare: CompareSettings;
}

export type KindName = keyof Documents;

/** How each is kept. Its schema stands in `documentSchemas`. */
export const documentKinds: { readonly [K in KindName]: DocumentKind<Documents[K]> } = {
  design: designKind,
  'cut-list': cutListKind,
  compare: compareKind,
};

/** The key of a document of which there is one of a conversion. */
export const WHOLE = 'all';
