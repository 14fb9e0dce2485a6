import Type from 'typebox';
import { CAB_ZONES, FRONTS, GLAZINGS, KEPT_CLEAR, LINES, POINTS, SCREENS, WAYS } from './lists/index.ts';
import { choice, closed, either, Id, Measurement, Name, Place, Share } from './schemaParts.ts';

/** Readings of a bay that is no rectangle, as they are taken; the outline is computed from them, never stored. */
export const OutlineReadings = either(
  'by',
  /** Four sides and the diagonal from the front lower to the rear upper corner. */
  closed({
    by: Type.Literal('four sides'),
    lower: Measurement,
    rear: Measurement,
    upper: Measurement,
    front: Measurement,
    diagonal: Measurement,
  }),
  /** Heights of the upper edge over a straight lower edge, each at its distance from the front. */
  closed({
    by: Type.Literal('offsets'),
    points: Type.Array(closed({ at: Measurement, offset: Measurement }), { minItems: 2, maxItems: 40 }),
  }),
  /** Widths at several heights over the lower edge, each centred or all flush with the front or rear edge. */
  closed({
    by: Type.Literal('widths'),
    flush: choice('centre', 'front', 'rear'),
    rows: Type.Array(closed({ at: Measurement, width: Measurement }), { minItems: 2, maxItems: 40 }),
  }),
  /** Corners one after another, each behind the front and above the lower edge: any polygon, with steps and notches. */
  closed({ by: Type.Literal('corners'), points: Type.Array(Place, { minItems: 3, maxItems: 100 }) }),
);

/** Curvature of the skin along the van or across it: by radius, or by the gap behind a straightedge. */
export const Curve = either(
  'by',
  closed({ by: Type.Literal('radius'), along: choice('width', 'height'), radius: Measurement }),
  closed({
    by: Type.Literal('gap'),
    along: choice('width', 'height'),
    straightedge: Measurement,
    gap: Measurement,
  }),
);

export const Bay = closed({
  id: Id,
  /** Place along the van, 1 at the zone's front, and strip across the zone, 1 at the lowest or left. */
  station: Type.Integer({ minimum: 1, maximum: 400 }),
  strip: Type.Integer({ minimum: 1, maximum: 12 }),
  /** Of the rectangle round the bay. */
  width: Measurement,
  height: Measurement,
  depthMin: Measurement,
  depthMax: Measurement,
  /** How the depth runs between its two readings, and where it is shallowest; left out while nobody has said. */
  depthRuns: Type.Optional(choice('taper', 'dished')),
  shallowAt: Type.Optional(choice('front', 'rear', 'lower', 'upper', 'edges', 'middle')),
  outline: Type.Optional(OutlineReadings),
  cornerRadius: Type.Optional(Measurement),
  /** Which corners are rounded; all of them when left out. */
  rounded: Type.Optional(choice('upper', 'lower')),
  curve: Type.Optional(Curve),
  /** Share of the skin under pads from the factory, as measured; left out while nobody has looked. */
  pads: Type.Optional(Share),
  /** Names it had before: what was logged under them stays joined to it. */
  formerly: Type.Optional(Type.Array(Id, { maxItems: 40 })),
});

export const Rib = closed({
  id: Id,
  after: Type.Integer({ minimum: 1, maximum: 400 }),
  width: Measurement,
  depth: Measurement,
});

export const Opening = closed({
  id: Id,
  bay: Id,
  kind: choice('window', 'roof vent', 'hatch'),
  width: Measurement,
  height: Measurement,
  glazing: choice(...GLAZINGS),
  /** Where its insulated screen goes when screens are up; inside when left out. */
  screen: Type.Optional(choice(...SCREENS)),
  /** Centre of the opening; in the middle of the bay when left out. */
  at: Type.Optional(Place),
  /** From the skin to the inner face of its frame: what the lining has to meet. */
  frameDepth: Type.Optional(Measurement),
});

/** A closed void in a rib, pillar or sill. */
export const Pocket = closed({
  id: Id,
  kind: choice('rib', 'pillar', 'sill', 'cross-member'),
  /** The station it stands behind (0 in front of the first). */
  after: Type.Integer({ minimum: 0, maximum: 400 }),
  length: Measurement,
  width: Measurement,
  depth: Measurement,
  holds: choice('nothing', 'drain', 'belt reel', 'airbag', 'cables'),
  fill: Type.Boolean(),
});

/** What must stay free, with the clearance it needs all round. */
export const KeepClear = closed({
  id: Id,
  bay: Id,
  kind: choice(...KEPT_CLEAR),
  at: Place,
  width: Measurement,
  height: Measurement,
  clearance: Measurement,
});

/** An opening from the space behind a bay's lining to air that no seam keeps out. Drain holes are among the keep-clears. */
export const RoundWay = closed({
  id: Id,
  bay: Id,
  kind: choice(...WAYS),
  /** At which end of the bay. */
  end: choice('lower', 'upper'),
  to: choice('cabin', 'outdoors'),
  width: Measurement,
  height: Measurement,
  /** Openings of this size one behind the other before that air is reached. */
  past: Type.Integer({ minimum: 1, maximum: 40 }),
});

/** Metal through a zone's insulation, so many alike. */
export const PointBridge = closed({
  id: Id,
  kind: choice(...POINTS),
  count: Type.Integer({ minimum: 1, maximum: 2000 }),
  /** Of its shank; of a bracket, that of a rod of the same section. */
  diameter: Measurement,
});

/** What upsets a straight lining: a line across the zone, so far from its front edge. */
export const Feature = closed({
  id: Id,
  kind: choice('step', 'dog-leg', 'recessed lining', 'datum corner'),
  at: Measurement,
  /** Height of the step, offset of the dog-leg, depth of the recess; 0 for a datum corner. */
  by: Measurement,
  /** Which corner everything is measured and cut from. */
  corner: Type.Optional(choice('front left', 'front right', 'rear left', 'rear right')),
});

/** An edge of furniture, bed or cupboard that will want wood beneath, between two places of its zone. */
const WoodLine = closed({ id: Id, kind: choice(...LINES), name: Name, from: Place, to: Place });

/** Grooves pressed into a floor. */
const Corrugation = closed({
  /** From one crest to the next. */
  pitch: Measurement,
  /** Of the grooves under the crests. */
  depth: Measurement,
  runs: choice('along', 'across'),
});

/** Furniture, bed, seats, cable and pipe routes as plain rectangles, from the zone's front and lower edge, m. */
export const Use = closed({
  id: Id,
  zone: Id,
  kind: choice('bed', 'seat', 'furniture', 'shower', 'cable route', 'pipe route'),
  name: Name,
  along: Measurement,
  up: Measurement,
  width: Measurement,
  height: Measurement,
  /** A bed on a lift goes up to the ceiling. */
  rises: Type.Boolean(),
});

const ZoneKind = choice(
  'floor',
  'wall',
  'ceiling',
  'sliding door',
  'rear door',
  'arch',
  'cab overhead',
  'bulkhead',
  'partition',
  'frame',
  ...CAB_ZONES,
);

export const Zone = closed({
  id: Id,
  kind: ZoneKind,
  name: Name,
  side: choice('left', 'right', 'none'),
  length: Measurement,
  height: Measurement,
  /** Distance of the zone's front edge from the front of the load floor. */
  offset: Measurement,
  /** Width of the rail between one strip and the next. */
  rail: Measurement,
  ribs: Type.Array(Rib, { maxItems: 400 }),
  bays: Type.Array(Bay, { minItems: 1, maxItems: 1000 }),
  openings: Type.Array(Opening, { maxItems: 60 }),
  pockets: Type.Array(Pocket, { maxItems: 200 }),
  keepClears: Type.Array(KeepClear, { maxItems: 200 }),
  features: Type.Array(Feature, { maxItems: 40 }),
  /** Left out while nobody has looked. */
  ways: Type.Optional(Type.Array(RoundWay, { maxItems: 2000 })),
  points: Type.Array(PointBridge, { maxItems: 40 }),
  /** Left out where the floor is plain, or nobody has looked. */
  corrugation: Type.Optional(Corrugation),
  lines: Type.Optional(Type.Array(WoodLine, { maxItems: 60 })),
});

/** The driver's cab as a box, and what it is open to the load space by. */
export const Cab = closed({
  /** From the foot of the windscreen to the door post, on average. */
  length: Measurement,
  /** Floor to roof lining. */
  height: Measurement,
  front: choice(...FRONTS),
  /** Of the passage between the door posts, as if no seat stood in it. */
  passage: closed({ width: Measurement, height: Measurement }),
});

/** Clear width and height of an opening in the body, its door open. */
const Aperture = closed({ width: Measurement, height: Measurement });

const Load = Type.Number({ minimum: 0, maximum: 10_000 });

/** Where the axles are and what they carry and may, kg: off the plate and a weighbridge. */
const Axles = closed({
  wheelbase: Measurement,
  /** From the front axle to the front of the load floor. */
  floorAfter: Measurement,
  empty: closed({ front: Load, rear: Load }),
  plated: closed({ front: Load, rear: Load, whole: Load }),
});

/** How far a floor may rise before something fouls it; left out while nobody has measured. */
const FloorRoom = closed({
  'side door': Type.Optional(Measurement),
  'rear doors': Type.Optional(Measurement),
  'side step': Type.Optional(Measurement),
});

export const Shell = closed({
  pattern: choice('compact', 'mid', 'long high-roof', 'extra-long high-roof', 'minibus', 'box body'),
  /** Its colour outside decides what sun it takes. */
  skin: closed({ material: Id, thickness: Measurement, colour: choice('white', 'grey', 'black') }),
  length: Measurement,
  width: Measurement,
  height: Measurement,
  /** Left out while nobody has surveyed it: the load space is then reckoned to end where it begins. */
  cab: Type.Optional(Cab),
  apertures: Type.Optional(closed({ rear: Type.Optional(Aperture), side: Type.Optional(Aperture) })),
  axles: Type.Optional(Axles),
  floorRoom: Type.Optional(FloorRoom),
  zones: Type.Array(Zone, { minItems: 1, maxItems: 40 }),
  uses: Type.Array(Use, { maxItems: 60 }),
  /** Standard error of one tape reading, m. */
  tapeError: Type.Number({ minimum: 0.0002, maximum: 0.05 }),
});
