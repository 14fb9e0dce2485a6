import type { EdgeName } from '@overcoat/core/survey/layout';

/** An edge inside a sentence. */
export const edgeWord = (edge: EdgeName): string =>
  edge === 'HINGE' ? 'its hinges' : edge === 'BOTTOM' ? 'below' : `its ${edge.toLowerCase()} edge`;
