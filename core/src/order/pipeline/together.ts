import type { Library } from '../../materials/index.ts';
import { surveyErrors, usedBy } from '../buying/index.ts';
import { type Offcut, searchPieces } from '../cutting/index.ts';
import type { ChosenHold } from '../holding/index.ts';
import type { CutChoices } from '../pieces/index.ts';
import { type VanToOrder, workOn } from './worked.ts';

/** A van of several, and what goes into it. */
export interface VanAsked extends VanToOrder {
  /** Id of the conversion. */
  id: string;
  /** Told apart by it from the others. */
  name: string;
  /** How its pieces are cut. */
  choices: CutChoices;
  /** Ways of holding that were chosen. */
  chosen: readonly ChosenHold[];
}

/** Several vans’ order on its way: pieces on the same sheets, needs in the same packs; ids of pieces and zones begin with their van’s name. */
export function orderTogether(vans: readonly VanAsked[], library: Library, offcuts: readonly Offcut[]) {
  const works = vans.map(van => {
    const { pieces, needs, hours } = workOn(van, library, van);
    return { id: van.id, name: van.name, shell: van.shell, pieces, needs, hours };
  });
  const pieces = works.flatMap(({ name, pieces: own }) =>
    own.map(p => ({ ...p, id: usedBy(name, p.id), zone: usedBy(name, p.zone) })),
  );
  return {
    works,
    /** How far off surveys may be, by zone. */
    errors: works.flatMap(({ name, shell }) =>
      [...surveyErrors(shell)].map(([zone, error]): [string, number] => [usedBy(name, zone), error]),
    ),
    searches: searchPieces(pieces, library, offcuts),
  };
}
