import type { Shell } from '../../model/index.ts';

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
