import Type from 'typebox';
import { closed, either } from './schemaParts.ts';

const Conversion = Type.String();
const Revision = Type.Integer();

/** What was changed, as every window is told. */
export const Change = either(
  'what',
  /** Said first, so that a number is known. */
  closed({ what: Type.Literal('nothing') }),
  /** Nobody can say any more what: look at everything. */
  closed({ what: Type.Literal('anything') }),
  closed({
    what: Type.Literal('document'),
    id: Conversion,
    kind: Type.String(),
    key: Type.String(),
    revision: Revision,
  }),
  /** Entries were added to a conversion's log. */
  closed({ what: Type.Literal('log'), id: Conversion }),
  closed({ what: Type.Literal('workshop') }),
  closed({ what: Type.Literal('library') }),
  /** One came, went into the bin, came out of it or was erased. */
  closed({ what: Type.Literal('conversions') }),
);
