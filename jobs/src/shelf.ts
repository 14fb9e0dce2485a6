import type { Library } from '@overcoat/core/materials';
import type { Design } from '@overcoat/core/model';

/** What every job works on. */
export interface JobShelf {
  design: Pick<Design, 'shell' | 'brief'>;
  library: Library;
}

/** Hears the share done, 0 to 1, and the best answer so far where there is one. */
export type Report = (share: number, soFar?: unknown) => void;
