import type { MovedIds } from '../../model/documents/index.ts';
import type { Bay, Shell } from '../../model/index.ts';

/** Names that bays, ribs, openings, pockets, keep-clears and ways of a shell go by: each is given once. */
export const namesIn = (shell: Shell): Set<string> =>
  new Set(
    shell.zones.flatMap(z =>
      [z.bays, z.ribs, z.openings, z.pockets, z.keepClears, z.ways ?? []].flatMap(list =>
        list.map(item => item.id),
      ),
    ),
  );

/** A name that begins with `stem`, with a number behind it, and is not taken. */
export function freshName(taken: ReadonlySet<string>, stem: string): string {
  // What is parted again and again must not outgrow what an id may be.
  stem = stem.slice(0, 56);
  let n = 2;
  while (taken.has(`${stem}${n}`)) n++;
  return `${stem}${n}`;
}

/** Names that bays had before and have after another change than a person's own here: one that is undone, or another window's. */
export function movedBetween(before: Shell, after: Shell): MovedIds {
  const [was, is] = [before, after].map(
    ({ zones }) => new Map(zones.flatMap(z => z.bays.map(b => [b.id, b]))),
  );
  const gone = [...was!.values()].filter(b => !is!.has(b.id));
  const came = [...is!.values()].filter(b => !was!.has(b.id));
  const named = (of: Bay, by: Bay) => by.formerly?.includes(of.id) ?? false;
  return new Map(
    gone.flatMap((g): [string, string][] => {
      const now = came.find(c => named(g, c) || named(c, g));
      return now ? [[g.id, now.id]] : [];
    }),
  );
}
