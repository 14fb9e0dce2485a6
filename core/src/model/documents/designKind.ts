import type { Design } from '../index.ts';
import type { DocumentKind } from './documentKind.ts';
import { DESIGN_STEPS } from './upgrade.ts';

/** The design itself: the bare van, how it is lived in, and what is laid where. */
export const designKind: DocumentKind<Design> = {
  called: 'design',
  per: 'conversion',
  steps: DESIGN_STEPS,
  // A design file is the design, and what else travels goes along with it.
  travels: false,
  clash: 'ask',
  begun: design => design,
  // What moves its ids is a change of it, and says what becomes of the rest.
  follow: design => design,
};
