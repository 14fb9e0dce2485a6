import type { GroupSearch } from '../cutting/index.ts';
import type { NestSearch } from '../nesting/index.ts';

/** Steps in a row for one search. */
const IN_A_ROW = 6;

/**
 * Steps searches in turns until each has searched enough: where money is left to gain, three turns of four. Yields after each turn
 * whether it found something better.
 */
export function* takeTurns(
  groups: readonly Pick<GroupSearch, 'search'>[],
  isEnough: (search: NestSearch) => boolean,
): Generator<boolean, void> {
  const searches = groups.flatMap(({ search }) => search ?? []);
  const turns = { dear: 0, rest: 0 };
  for (;;) {
    const left = searches.filter(s => !isEnough(s));
    if (left.length === 0) return;
    const dear = left.filter(s => !s.cheapest);
    const gains = dear.length > 0 && turns.dear < 3 * (turns.rest + 1);
    const search = gains ? dear[turns.dear++ % dear.length]! : left[turns.rest++ % left.length]!;
    let better = false;
    for (let i = 0; i < IN_A_ROW && !isEnough(search); i++) better = search.step() || better;
    yield better;
  }
}
