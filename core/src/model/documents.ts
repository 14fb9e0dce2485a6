import { compareKind } from './compareKind.ts';
import { cutListKind } from './cutListKind.ts';
import type { DocumentKind } from './documentKind.ts';
import type { CompareSettings, CutList } from './types.ts';

/** Every kind of document there is, by name. */
export interface Documents {
  /** What was settled about cutting a variant. */
  'cut-list': CutList;
  /** What is asked of the best choice for a variant. */
  compare: CompareSettings;
}

export type KindName = keyof Documents;

/** How each is kept. Its schema stands in `documentSchemas`. */
export const documentKinds: { readonly [K in KindName]: DocumentKind<Documents[K]> } = {
  'cut-list': cutListKind,
  compare: compareKind,
};
