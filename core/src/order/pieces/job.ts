import type { Library } from '../../materials/index.ts';
import type { Placement, Shell } from '../../model/index.ts';
import type { CutChoices } from './piece.ts';
import type { ZonePlace } from './place.ts';

/** What is known while the pieces of a placement are cut. */
export interface CutJob {
  shell: Shell;
  /** What is built into it. */
  placement: Placement;
  /** What it is built of. */
  library: Library;
  /** What the person wants otherwise. */
  choices: CutChoices;
  places: ReadonlyMap<string, ZonePlace>;
  /** Middles of battens by zone and build-up, m from the zone's front. */
  battens: Map<string, number[]>;
}
