/** Ids of the shell that are no more what they were: each with its new name, null where it is gone. */
export type MovedIds = ReadonlyMap<string, string | null>;

/**
 * A kind of document of a conversion, with revisions and an undo of its own: all that the engine under every document has
 * to know of it. Its schema stands apart, in `documentSchemas`: the page holds none.
 */
export interface DocumentKind<D> {
  /** What sentences call it. */
  called: string;
  /** There is one of a conversion, or one of each of its variants. */
  per: 'conversion' | 'variant';
  /** Bring a document of format 1, 2, … to the next one; today's format is one more than there are. */
  steps: readonly ((document: Record<string, unknown>) => Record<string, unknown>)[];
  /** Whether it goes along in a design file and an archive. */
  travels: boolean;
  /** Where two windows changed one thing: the person is asked, or what the later one saved stands and it is said. */
  clash: 'ask' | 'later';
  /** What of it another conversion begins with that is started from this one: nothing that happened; null for nothing at all. */
  begun(document: D): D | null;
  /** The document once ids of the shell have moved; itself where it names none of them. */
  follow(document: D, moved: MovedIds): D;
  /** SHA-256 of the files it names; left out where it never names any. */
  files?(document: D): string[];
}

/** The format in which documents of a kind are written. */
export const formatOf = ({ steps }: Pick<DocumentKind<never>, 'steps'>): number => steps.length + 1;

/** A document of a kind in today's format, or in one between, or why it cannot be read, in one sentence. */
export function upgradeDocument(
  kind: Pick<DocumentKind<never>, 'steps'>,
  document: unknown,
  today = formatOf(kind),
): { ok: true; document: unknown } | { ok: false; message: string } {
  if (typeof document !== 'object' || document === null || Array.isArray(document))
    return { ok: false, message: 'This is no document: an object with its format is accepted.' };
  const { format } = document as { format?: unknown };
  if (typeof format !== 'number' || !Number.isInteger(format) || format < 1)
    return { ok: false, message: `The document has no format: 1 to ${today} are accepted.` };
  if (format > today)
    return {
      ok: false,
      message: `This is format ${format}, written by a newer Overcoat: ${today} is accepted here.`,
    };
  return {
    ok: true,
    document: kind.steps
      .slice(format - 1, today - 1)
      .reduce<Record<string, unknown>>(
        (d, step, i) => ({ ...step(d), format: format + i + 1 }),
        document as Record<string, unknown>,
      ),
  };
}
