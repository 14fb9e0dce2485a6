import Type from 'typebox';
import { EDGE_NAMES, GRAINS, HOLDS, KIT_ROLES } from './lists/index.ts';
import { choice, closed, Id, Name, REST } from './schemaParts.ts';

/** A piece that stays where a person put it, m from the sheet's datum corner. */
const Pin = closed({
  /** Material and thickness it is cut of. */
  group: Type.String({ minLength: 1, maxLength: 140 }),
  piece: Type.String({ minLength: 1, maxLength: 200 }),
  /** A size that is sold, or a rest by its id of at most 40 after `rest-`. */
  stock: Type.String({ minLength: 1, maxLength: 45 }),
  /** Which one of that stock. */
  index: Type.Integer({ minimum: 0, maximum: 5000 }),
  x: Type.Number({ minimum: 0, maximum: 200 }),
  y: Type.Number({ minimum: 0, maximum: 200 }),
  /** Degrees counter-clockwise. */
  turn: Type.Number({ minimum: 0, exclusiveMaximum: 360 }),
});

const Offset = Type.Number({ minimum: 0, maximum: 20 });

/** A panel that is there already, bought or from an earlier fit-out: it stays as it is, and the rest is cut round it. */
const FixedPanel = closed({
  id: Id,
  name: Name,
  zone: Id,
  /** Of its front and lower edge behind the zone's front and above its lower or left edge, m. */
  along: Offset,
  up: Offset,
  width: Type.Number({ exclusiveMinimum: 0.02, maximum: 20 }),
  height: Type.Number({ exclusiveMinimum: 0.02, maximum: 20 }),
  /** Holes or marks along it where it was screwed before, m from its front edge. */
  marks: Type.Array(Offset, { maxItems: 60 }),
});

/** What a try that bound took off a sheet. */
const Trim = closed({
  piece: Type.String({ minLength: 1, maxLength: 200 }),
  edge: choice(...EDGE_NAMES),
  /** m. */
  by: Type.Number({ exclusiveMinimum: 0, maximum: 0.1 }),
});

/** Pieces that are sold ready-cut. */
const Kit = closed({
  id: Id,
  name: Name,
  price: Type.Number({ minimum: 0, maximum: 100_000 }),
  /** Ids of the zones it is for, and which of their layers it brings. */
  zones: Type.Array(Id, { maxItems: 60 }),
  roles: Type.Array(choice(...KIT_ROLES), { maxItems: 8 }),
  /** Share of its pieces that will not fit. */
  misfits: Type.Number({ minimum: 0, maximum: 1 }),
});

/** What a person settled about cutting one variant: kept beside the design, with revisions and an undo of its own. */
export const CutList = closed({
  format: Type.Literal(1),
  /** Of the variant, as it was called then. */
  name: Name,
  pins: Type.Array(Pin, { maxItems: 2000 }),
  /** Most gap left behind a flat board on a curved skin, m; as is usual when left out. */
  gapBehind: Type.Optional(Type.Number({ minimum: 0.0005, maximum: 0.02 })),
  /** What the saw takes away in each cut, m; as is usual when left out. */
  kerf: Type.Optional(Type.Number({ minimum: 0, maximum: 0.01 })),
  /** Whether sawn boards are cut on a bench, every cut from edge to edge; freely when left out. */
  sawBench: Type.Optional(Type.Boolean()),
  /** Which way grained boards run; as it saves most when left out. */
  grain: Type.Optional(choice(...GRAINS)),
  /** Whether flat boards on a curve are cut into strips; scored and broken when left out. */
  strips: Type.Optional(Type.Boolean()),
  /** Face of the panel across the corners of walls and ceiling, m; none when left out. */
  corner: Type.Optional(Type.Number({ minimum: 0.04, maximum: 0.6 })),
  /** Whether what furniture hides is lined with the cheapest sheet that will do, and left without a finish. */
  plainBehind: Type.Optional(Type.Boolean()),
  panels: Type.Optional(Type.Array(FixedPanel, { maxItems: 60 })),
  /** How a layer is held, where it is not as its material is usually. */
  holding: Type.Optional(
    Type.Array(closed({ buildUp: Id, layer: Id, by: choice(...HOLDS) }), { maxItems: 400 }),
  ),
  /** Materials that are cut already, and the rests they were cut from. */
  cut: Type.Optional(
    Type.Array(
      closed({
        group: Type.String({ minLength: 1, maxLength: 140 }),
        rests: Type.Array(closed({ id: Id, ...REST }), { maxItems: 200 }),
      }),
      { maxItems: 200 },
    ),
  ),
  kits: Type.Optional(Type.Array(Kit, { maxItems: 12 })),
  trims: Type.Optional(Type.Array(Trim, { maxItems: 500 })),
});
