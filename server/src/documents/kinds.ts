import { type DocumentKind, documentKinds, type KindName } from '@overcoat/core/model';
import { documentSchemas } from '@overcoat/core/schema';
import { checker } from '../contract/validate.ts';

/** A kind of document as the server keeps it: whatever is in it is checked by then. */
export interface KeptKind extends DocumentKind<never> {
  /** Refuses what is not of its schema, at its place. */
  check(document: unknown): void;
}

/** Kinds by name. */
export type Kinds = Readonly<Record<string, KeptKind>>;

/** A kind with its schema. */
export const kept = (kind: DocumentKind<never>, schema: object): KeptKind => ({
  ...kind,
  check: checker(`The ${kind.called}`, schema),
});

/** The kinds that are declared. */
export const KINDS: Kinds = Object.fromEntries(
  (Object.keys(documentKinds) as KindName[]).map(name => [
    name,
    kept(documentKinds[name] as DocumentKind<never>, documentSchemas[name]),
  ]),
);
