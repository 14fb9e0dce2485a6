import Type from 'typebox';
import { CURTAINS, FIXINGS, FORMAT, SEAMS } from './lists/index.ts';
import { choice, closed, either, Id, Measurement, Name, Note, Place, Share } from './schemaParts.ts';
import { Shell } from './schemaShell.ts';

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

/** A hole, thread or captive nut the van has already: to be closed, or used to fix something by. */
export const Fixing = closed({
  id: Id,
  bay: Id,
  at: Type.Optional(Place),
  kind: choice(...FIXINGS),
  /** So many alike. */
  count: Type.Integer({ minimum: 1, maximum: 200 }),
  diameter: Measurement,
  /** Of a thread. */
  pitch: Type.Optional(Measurement),
  /** Free depth behind it. */
  reach: Type.Optional(Measurement),
  becomes: choice('closed', 'used'),
  note: Note,
});

/** What is to be made ready before the shell is covered: intentions only, what happened is in the log. */
export const Ready = closed({
  rust: Type.Array(RustSpot, { maxItems: 300 }),
  holes: Type.Array(Hole, { maxItems: 100 }),
  fixings: Type.Array(Fixing, { maxItems: 300 }),
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
  /** What the van is to be quiet for, and how much each matters. */
  noises: closed({
    road: Type.Integer({ minimum: 0, maximum: 3 }),
    rain: Type.Integer({ minimum: 0, maximum: 3 }),
    doors: Type.Integer({ minimum: 0, maximum: 3 }),
    traffic: Type.Integer({ minimum: 0, maximum: 3 }),
  }),
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

const JointWidth = Type.Number({ minimum: 0.0001, maximum: 0.02 });

export const BuildUp = closed({
  id: Id,
  name: Name,
  layers: Type.Array(Layer, { maxItems: 16 }),
  /** How the joints of the airtight layer are made, and the share of their length actually closed where they close. */
  seams: choice(...SEAMS),
  sealQuality: Share,
  /** Between the faces of a joint that stays open; as is usual for joints so made when left out. */
  jointWidth: Type.Optional(JointWidth),
  /** The same of the joints in layers before and behind it. */
  panelWidth: Type.Optional(JointWidth),
});

const Assignment = Type.Record(Id, Type.Union([Id, Type.Null()]));

/**
 * A damping sheet on a bay as seen from inside: its middle from the bay's front and lower edge, m, its size, and by how
 * many degrees it is turned, the rear end upwards.
 */
export const Patch = closed({
  id: Id,
  along: Type.Number({ minimum: 0, maximum: 20 }),
  up: Type.Number({ minimum: 0, maximum: 20 }),
  width: Type.Number({ minimum: 0.02, maximum: 5 }),
  height: Type.Number({ minimum: 0.02, maximum: 5 }),
  turn: Type.Number({ minimum: -90, maximum: 90 }),
});

/** Sheets laid on one bay by hand, in place of the share its build-up would lay. */
const Sheets = closed({
  material: Id,
  thickness: Thickness,
  patches: Type.Array(Patch, { maxItems: 60 }),
});

/** Which build-up a zone has by default, and where a bay departs from it; null leaves bare. */
export const Placement = closed({
  buildUps: Type.Array(BuildUp, { maxItems: 60 }),
  zones: Assignment,
  bays: Assignment,
  sheets: Type.Record(Id, Sheets),
  /** Zones whose ribs are stuffed or left clear, whatever was meant when they were surveyed; what is gone counts for nothing. */
  ribs: Type.Optional(Type.Record(Id, choice('clear', 'stuffed'))),
  /** Panes that get an insulated screen, put up at night; where it goes is the pane's own. What is gone counts for nothing. */
  screens: Type.Optional(Type.Record(Id, Type.Boolean())),
  /** What is drawn at night between cab and load space, where what stands there is more open. */
  curtain: Type.Optional(choice(...CURTAINS)),
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
