import { type DocumentKind, documentKinds, type KindName } from '@overcoat/core/model/documents';
import { documentSchemas } from '@overcoat/core/schema';
import { checker } from '../contract/validate.ts';

/** Refuses what no longer holds; a matter of nothing where nothing has changed. */
export type Still = () => Promise<void>;

/** A kind of document as the server keeps it: whatever is in it is checked by then. */
export interface KeptKind extends DocumentKind<never> {
  /**
   * Refuses what is not accepted, at its place. A document that was made from an accepted one shares with it what it did not change;
   * `before` is that one.
   * Answers what has to hold still when its turn to be written has come.
   */
  check(document: unknown, before: object | null): Promise<Still | undefined>;
  /** What lists show of a document, where a conversion goes by its name. */
  shown?(document: never): { name: string; summary: string };
  /** The document in what an earlier layout wrapped it in. */
  unwrapped?(body: unknown): unknown;
}

/** Kinds by name. */
export type Kinds = Readonly<Record<string, KeptKind>>;

/** A kind with its schema. */
export function kept(kind: DocumentKind<never>, schema: object): KeptKind {
  const check = checker(`The ${kind.called}`, schema);
  return {
    ...kind,
    async check(document) {
      check(document);
      return undefined;
    },
  };
}

/** The kinds that are declared, each checked by its schema. */
export const KINDS: Kinds = Object.fromEntries(
  (Object.keys(documentKinds) as KindName[]).map(name => [
    name,
    kept(documentKinds[name] as DocumentKind<never>, documentSchemas[name]),
  ]),
);
