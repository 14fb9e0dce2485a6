import Type, { type Static, type TProperties, type TSchema } from 'typebox';
import { FORMAT, LIBRARY_FORMAT } from './format.ts';
import { HOLE_STEPS, MATERIAL_ROLES, MOULD_CLASSES, PURPOSES, RUST_STEPS, SORPTIONS } from './lists.ts';

/**
 * The one definition of the design document. The API, the database, the design file and (as types) the
 * interface all read it. Lengths are in m, temperatures in degC, masses in kg, money in the design's currency.
 */

const closed = <P extends TProperties>(properties: P, options = {}) =>
  Type.Object(properties, { additionalProperties: false, ...options });
const choice = <const T extends readonly string[]>(...values: T) =>
  Type.Unsafe<T[number]>({ type: 'string', enum: values });
/** A union told apart by one property, so that a mistake gives one message and not one a branch. */
const either = <T extends TSchema[]>(property: string, ...branches: T) =>
  Type.Unsafe<Static<T[number]>>({
    type: 'object',
    discriminator: { propertyName: property },
    required: [property],
    oneOf: branches,
  });

const Id = Type.String({ minLength: 1, maxLength: 64, pattern: '^[A-Za-z0-9][A-Za-z0-9._-]*$' });
const Name = Type.String({ minLength: 1, maxLength: 120 });
const Share = Type.Number({ minimum: 0, maximum: 1 });

export const Measurement = either(
  'basis',
  closed({
    basis: Type.Literal('measured'),
    value: Type.Number({ minimum: 0, maximum: 20 }),
    entered: Type.String({ maxLength: 40 }),
  }),
  closed({
    basis: Type.Literal('assumed'),
    value: Type.Number({ minimum: 0, maximum: 20 }),
    from: choice('pattern', 'mirror', 'guess'),
  }),
);

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
  curve: Type.Optional(Curve),
  /** Share of the skin under pads from the factory, as measured; left out while nobody has looked. */
  pads: Type.Optional(Share),
  /** Names it had before: what was logged under them stays joined to it. */
  formerly: Type.Optional(Type.Array(Id, { maxItems: 40 })),
});

/** Where something lies in a bay: its centre from the bay's front and lower edge, m. */
const Place = closed({ along: Measurement, up: Measurement });

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
  glazing: choice('glass', 'double acrylic', 'insulated panel'),
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
  kind: choice(
    'drain hole',
    'cable route',
    'airbag',
    'lock or latch',
    'flue',
    'belt anchor',
    'tie-down',
    'gas drop vent',
    'fixed vent',
    'fuel or brake line',
  ),
  at: Place,
  width: Measurement,
  height: Measurement,
  clearance: Measurement,
});

/** What upsets a straight lining: a line across the zone, so far from its front edge. */
export const Feature = closed({
  id: Id,
  kind: choice('step', 'dog-leg', 'recessed lining', 'datum corner'),
  at: Measurement,
  /** Height of the step, offset of the dog-leg, depth of the recess; 0 for a datum corner. */
  by: Measurement,
});

/** Furniture, bed, seats, cable and pipe routes as plain rectangles, from the zone's front and lower edge, m. */
export const Use = closed({
  id: Id,
  zone: Id,
  kind: choice('bed', 'seat', 'furniture', 'cable route', 'pipe route'),
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
});

export const Shell = closed({
  pattern: choice('compact', 'mid', 'long high-roof', 'extra-long high-roof', 'minibus', 'box body'),
  /** Its colour outside decides what sun it takes. */
  skin: closed({ material: Id, thickness: Measurement, colour: choice('white', 'grey', 'black') }),
  length: Measurement,
  width: Measurement,
  height: Measurement,
  zones: Type.Array(Zone, { minItems: 1, maxItems: 40 }),
  uses: Type.Array(Use, { maxItems: 60 }),
  /** Standard error of one tape reading, m. */
  tapeError: Type.Number({ minimum: 0.0002, maximum: 0.05 }),
});

const Moment = Type.String({
  pattern: '^\\d{4}-\\d{2}-\\d{2}(T\\d{2}:\\d{2}:\\d{2}(\\.\\d{1,3})?Z)?$',
  maxLength: 30,
});
const Note = Type.String({ maxLength: 500 });

/** A rust spot to be treated; what has been done about it is in the log. */
export const RustSpot = closed({
  id: Id,
  bay: Id,
  at: Type.Optional(Place),
  size: Measurement,
  grade: choice('surface', 'pitted', 'hole'),
  note: Note,
});

/** A hole to be made in the skin: for one of the openings, or a gland, flue or floor penetration of its own. */
export const Hole = closed({
  id: Id,
  bay: Id,
  opening: Type.Union([Id, Type.Null()]),
  kind: choice('opening', 'gland', 'flue', 'floor penetration'),
  name: Name,
  at: Type.Optional(Place),
  size: Measurement,
});

/** What is to be made ready before the shell is covered: intentions only, what happened is in the log. */
export const Ready = closed({
  rust: Type.Array(RustSpot, { maxItems: 300 }),
  holes: Type.Array(Hole, { maxItems: 100 }),
});

export const Brief = closed({
  climate: choice('mild coast', 'cool inland', 'mountain winter', 'northern cold', 'southern dry'),
  designNight: Type.Number({ minimum: -45, maximum: 25 }),
  cabin: Type.Number({ minimum: 5, maximum: 28 }),
  people: Type.Integer({ minimum: 1, maximum: 8 }),
  nights: closed({
    winter: Type.Number({ minimum: 0, maximum: 7 }),
    spring: Type.Number({ minimum: 0, maximum: 7 }),
    summer: Type.Number({ minimum: 0, maximum: 7 }),
    autumn: Type.Number({ minimum: 0, maximum: 7 }),
  }),
  cooking: choice('none', 'electric', 'gas'),
  heating: choice('none', 'dry', 'unflued gas'),
  /** Fresh air while people are inside, l/s. */
  ventilation: Type.Number({ minimum: 1, maximum: 100 }),
  payload: Type.Number({ minimum: 0, maximum: 5000 }),
  headHeight: Measurement,
  budget: Type.Number({ minimum: 0, maximum: 100_000 }),
  priorities: closed({
    warmth: Type.Integer({ minimum: 0, maximum: 3 }),
    dryness: Type.Integer({ minimum: 0, maximum: 3 }),
    quiet: Type.Integer({ minimum: 0, maximum: 3 }),
    weight: Type.Integer({ minimum: 0, maximum: 3 }),
    cost: Type.Integer({ minimum: 0, maximum: 3 }),
    headroom: Type.Integer({ minimum: 0, maximum: 3 }),
  }),
});

const Thickness = Type.Number({ exclusiveMinimum: 0, maximum: 0.3 });
const plain = <const R extends string>(role: R) =>
  closed({ id: Id, role: Type.Literal(role), material: Id, thickness: Thickness });

export const Layer = either(
  'role',
  closed({
    id: Id,
    role: Type.Literal('damping'),
    material: Id,
    thickness: Thickness,
    coverage: Type.Number({ minimum: 0.05, maximum: 1 }),
  }),
  plain('fill'),
  plain('over-rib'),
  closed({ id: Id, role: Type.Literal('air gap'), thickness: Thickness }),
  plain('vapour control'),
  closed({
    id: Id,
    role: Type.Literal('batten'),
    material: Id,
    thickness: Thickness,
    width: Type.Number({ minimum: 0.01, maximum: 0.2 }),
    spacing: Type.Number({ minimum: 0.1, maximum: 2 }),
  }),
  plain('lining'),
  plain('finish'),
);

export const BuildUp = closed({
  id: Id,
  name: Name,
  layers: Type.Array(Layer, { maxItems: 16 }),
  /** Whether joints of the airtight layer are taped, and the share of their length actually closed. */
  seams: choice('taped', 'open'),
  sealQuality: Share,
});

const Assignment = Type.Record(Id, Type.Union([Id, Type.Null()]));

/** Which build-up a zone has by default, and where a bay departs from it; null leaves bare. */
export const Placement = closed({
  buildUps: Type.Array(BuildUp, { maxItems: 60 }),
  zones: Assignment,
  bays: Assignment,
});

export const Variant = closed({
  id: Id,
  name: Name,
  school: Type.Union([Id, Type.Null()]),
  design: Placement,
  /** What the ledger's changes are counted against. */
  baseline: closed({ name: Name, design: Placement }),
});

export const Design = closed({
  format: Type.Literal(FORMAT),
  name: Name,
  note: Type.String({ maxLength: 2000 }),
  shell: Shell,
  ready: Ready,
  brief: Brief,
  variants: Type.Array(Variant, { minItems: 1, maxItems: 12 }),
  /** The variant being built. */
  built: Id,
});

const facts = [
  /** A step of treating a rust spot, begun when it was noted. */
  closed({ kind: Type.Literal('rust step'), step: choice(...RUST_STEPS) }),
  closed({ kind: Type.Literal('hole step'), step: choice(...HOLE_STEPS) }),
  closed({ kind: Type.Literal('leak test'), by: choice('rain', 'hose'), result: choice('dry', 'leaks') }),
  /** What a knock on the bare bay gave, or on it once damped. */
  closed({
    kind: Type.Literal('knock'),
    on: choice('bare', 'damped'),
    sounds: choice('rings', 'dull', 'dead'),
  }),
  /** What came out of the van, what becomes of it and where it is. */
  closed({
    kind: Type.Literal('taken out'),
    name: Name,
    becomes: choice('template', 'goes back', 'sold', 'scrap'),
    fixings: Note,
    kept: Note,
  }),
  /** A photo; the picture itself is stored under its SHA-256. */
  closed({
    kind: Type.Literal('photo'),
    hash: Type.String({ pattern: '^[0-9a-f]{64}$' }),
    width: Type.Integer({ minimum: 1, maximum: 20_000 }),
    height: Type.Integer({ minimum: 1, maximum: 20_000 }),
    note: Note,
  }),
  /** A bay to come back to, and that it was come back to. */
  closed({ kind: Type.Literal('flag'), note: Note }),
  closed({ kind: Type.Literal('flag off') }),
] as const;

/** What happened, apart from when and where. */
export const Fact = either('kind', ...facts);

/**
 * One entry of the log, which nothing takes back: a correction is a further entry that says which it corrects and
 * what should stand there (nothing, when it is left out).
 */
export const Entry = closed({
  /** Made where it was noted; sent twice it stands once. */
  id: Id,
  /** By the clock of what it was noted on; left out where an earlier format kept no time. */
  at: Type.Optional(Moment),
  /** Who, if said. */
  by: Type.Optional(Name),
  /** Where in the van, as it was called then; no key, so that it may be gone from the map. */
  place: Type.Optional(
    closed({
      zone: Type.Optional(Id),
      bay: Type.Optional(Id),
      /** From the bay's front and lower edge, m. */
      along: Type.Optional(Type.Number({ minimum: 0, maximum: 20 })),
      up: Type.Optional(Type.Number({ minimum: 0, maximum: 20 })),
      label: Type.Optional(Name),
    }),
  ),
  /** The planned thing it is about: a rust spot or a hole. */
  about: Type.Optional(Id),
  fact: either(
    'kind',
    ...facts,
    closed({ kind: Type.Literal('correction'), of: Id, instead: Type.Optional(Fact) }),
  ),
});

/** Most entries a log may have. */
const LOG_LIMIT = 50_000;

const Source = Type.String({ minLength: 1, maxLength: 200 });

export const Stock = closed({
  /** Sold thickness, m; roll length is `length`. A pack holds `perPack` pieces and costs `price`. */
  thickness: Type.Number({ exclusiveMinimum: 0, maximum: 0.3 }),
  width: Type.Number({ exclusiveMinimum: 0, maximum: 10 }),
  length: Type.Number({ exclusiveMinimum: 0, maximum: 200 }),
  perPack: Type.Integer({ minimum: 1, maximum: 500 }),
  price: Type.Number({ minimum: 0, maximum: 100_000 }),
});

export const Material = closed({
  format: Type.Literal(LIBRARY_FORMAT),
  id: Id,
  name: Name,
  family: choice(
    'damping',
    'barrier',
    'absorber',
    'foam',
    'board',
    'fibre',
    'foil',
    'membrane',
    'metal',
    'timber',
    'lining',
    'finish',
    'glazing',
    'tape',
    'adhesive',
  ),
  form: choice('sheet', 'roll', 'length', 'tape', 'can', 'bag'),
  roles: Type.Array(choice(...MATERIAL_ROLES)),
  /** W/mK. */
  conductivity: Type.Number({ exclusiveMinimum: 0, maximum: 500 }),
  /** kg/m3. */
  density: Type.Number({ exclusiveMinimum: 0, maximum: 20_000 }),
  /** J/kgK. */
  heatCapacity: Type.Number({ exclusiveMinimum: 0, maximum: 5000 }),
  vapour: either(
    'by',
    closed({ by: Type.Literal('mu'), mu: Type.Number({ minimum: 1, maximum: 10_000_000 }) }),
    closed({ by: Type.Literal('sd'), sd: Type.Number({ minimum: 0, maximum: 5000 }) }),
  ),
  /** Emissivity of the face turned to the room, and of the one turned to the skin. */
  emissivity: Type.Number({ minimum: 0.01, maximum: 1 }),
  emissivityBack: Type.Number({ minimum: 0.01, maximum: 1 }),
  /** How it binds water: not at all, as loose fibre, as sheep's wool, or as wood. */
  sorption: choice(...SORPTIONS),
  /** How readily its face moulds (classes of Ojanen 2010). */
  mould: choice(...MOULD_CLASSES),
  stock: Type.Array(Stock, { minItems: 1, maxItems: 40 }),
  closedCell: Type.Boolean(),
  /** Least share of its thickness it may be squeezed to; 1 for what does not squeeze. */
  squeeze: Type.Number({ minimum: 0.2, maximum: 1 }),
  selfAdhesive: Type.Boolean(),
  flexible: Type.Boolean(),
  toleratesWet: Type.Boolean(),
  /** Resistance to air flow per metre, Pa s/m2 a metre; null where air does not pass. */
  flowResistivity: Type.Union([Type.Number({ minimum: 0 }), Type.Null()]),
  /** Added to each cut dimension, m: negative for boards cut under size, positive for fibre. */
  allowance: Type.Number({ minimum: -0.02, maximum: 0.1 }),
  /** How much one pack does: so many m of joint, or so many m2; null for what is cut. */
  yield: Type.Union([
    closed({ amount: Type.Number({ exclusiveMinimum: 0 }), per: choice('m', 'm²') }),
    Type.Null(),
  ]),
  fixedWith: Type.Union([Id, Type.Null()]),
  /** Boards that butt: every joint is a seam, to be foamed or taped. */
  jointed: Type.Boolean(),
  /** What closes its joints when they are taped; null where nobody tapes it. */
  tapedWith: Type.Union([Id, Type.Null()]),
  /** What its own adhesive, or it as an adhesive, bears before it lets go, degC; null where nothing sticks. */
  bondLimit: Type.Union([Type.Number({ minimum: 20, maximum: 300 }), Type.Null()]),
  /** What it is offered for first. */
  usualAs: Type.Array(choice(...PURPOSES), { maxItems: 12 }),
  fire: Type.String({ maxLength: 200 }),
  cutting: Type.String({ maxLength: 200 }),
  cautions: Type.Array(Type.String({ maxLength: 300 }), { maxItems: 8 }),
  sources: closed({
    conductivity: Source,
    density: Source,
    vapour: Source,
    /** Of sorption and mould class. */
    moisture: Source,
    /** Of the bond's heat limit. */
    bond: Source,
    price: Source,
    traits: Source,
  }),
});

/** A person's own price for one stock size of a material. */
export const Price = closed({
  format: Type.Literal(LIBRARY_FORMAT),
  material: Id,
  thickness: Type.Number({ exclusiveMinimum: 0, maximum: 0.3 }),
  width: Type.Number({ exclusiveMinimum: 0, maximum: 10 }),
  price: Type.Number({ minimum: 0, maximum: 100_000 }),
});

/** What a *.overcoat.json file holds: the design with the own materials and prices it uses, and the log. */
export const DesignFile = closed({
  $schema: Type.Optional(Type.String({ maxLength: 300 })),
  format: Type.Literal(FORMAT),
  design: Design,
  materials: Type.Array(Material, { maxItems: 500 }),
  prices: Type.Array(Price, { maxItems: 2000 }),
  /** In the order in which the entries were taken in. */
  log: Type.Array(Entry, { maxItems: LOG_LIMIT }),
});
