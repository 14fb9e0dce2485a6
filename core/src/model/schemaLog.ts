import Type from 'typebox';
import { FIXING_STEPS, HOLE_STEPS, RAIN_SIDES, RUST_STEPS, SERVICES } from './lists/index.ts';
import { choice, closed, either, Id, Moment, Name, Note, Share } from './schemaParts.ts';

const facts = [
  /** A step of treating a rust spot, begun when it was noted. */
  closed({
    kind: Type.Literal('rust step'),
    step: choice(...RUST_STEPS),
    /** Done before the step before it had worked its time, and said so. */
    early: Type.Optional(Type.Literal(true)),
  }),
  closed({ kind: Type.Literal('fixing step'), step: choice(...FIXING_STEPS) }),
  /** What was done in a pillar or sill before it was closed. */
  closed({ kind: Type.Literal('service'), step: choice(...SERVICES) }),
  closed({ kind: Type.Literal('hole step'), step: choice(...HOLE_STEPS) }),
  closed({
    kind: Type.Literal('leak test'),
    by: choice('rain', 'hose'),
    result: choice('dry', 'leaks'),
    from: Type.Optional(choice(...RAIN_SIDES)),
  }),
  /** What a knock on the bare bay gave, or on it once damped. */
  closed({
    kind: Type.Literal('knock'),
    on: choice('bare', 'damped'),
    sounds: choice('rings', 'dull', 'dead'),
    /** Its tones, where it was recorded; the recording itself is stored under its SHA-256. */
    recording: Type.Optional(
      closed({
        hash: Type.String({ pattern: '^[0-9a-f]{64}$' }),
        modes: Type.Array(
          closed({
            /** Hz. */
            frequency: Type.Number({ minimum: 1, maximum: 20_000 }),
            /** Null where it is damped too well to be told. */
            lossFactor: Type.Union([Type.Number({ exclusiveMinimum: 0, maximum: 1 }), Type.Null()]),
            confidence: Share,
          }),
          { maxItems: 40 },
        ),
        /** Of a knock made up without a microphone. */
        simulated: Type.Boolean(),
      }),
    ),
  }),
  /** What came out of the van, what becomes of it and where it is. */
  closed({
    kind: Type.Literal('taken out'),
    name: Name,
    becomes: choice('template', 'goes back', 'sold', 'scrap'),
    fixings: Note,
    kept: Note,
    /** Clips it was held by, by type. */
    clips: Type.Optional(
      Type.Array(closed({ type: Name, count: Type.Integer({ minimum: 1, maximum: 500 }) }), { maxItems: 20 }),
    ),
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
  /** The thing it is about: a rust spot, hole or fixing of the plan, a pocket, or another entry that a photo shows. */
  about: Type.Optional(Id),
  fact: either(
    'kind',
    ...facts,
    closed({ kind: Type.Literal('correction'), of: Id, instead: Type.Optional(Fact) }),
  ),
});

/** Most entries a log may have. */
export const LOG_LIMIT = 50_000;
