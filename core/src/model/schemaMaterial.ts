import Type from 'typebox';
import {
  LIBRARY_FORMAT,
  MATERIAL_ROLES,
  MOULD_CLASSES,
  PURPOSES,
  RUNS,
  SOLVENTS,
  SORPTIONS,
} from './lists/index.ts';
import { choice, closed, either, Id, Moment, Name } from './schemaParts.ts';

const Source = Type.String({ minLength: 1, maxLength: 200 });

export const Stock = closed({
  /** Sold thickness, m; roll length is `length`. A pack holds `perPack` pieces and costs `price`. */
  thickness: Type.Number({ exclusiveMinimum: 0, maximum: 0.3 }),
  width: Type.Number({ exclusiveMinimum: 0, maximum: 10 }),
  length: Type.Number({ exclusiveMinimum: 0, maximum: 200 }),
  perPack: Type.Integer({ minimum: 1, maximum: 500 }),
  price: Type.Number({ minimum: 0, maximum: 100_000 }),
  /** Whether any part of its length may be bought for its share of the price; left out where only the whole is. */
  byMetre: Type.Optional(Type.Boolean()),
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
  /** Young's modulus, Pa; null for what is neither laid nor stuck as a body of its own. */
  stiffness: Type.Union([Type.Number({ exclusiveMinimum: 0, maximum: 1e12 }), Type.Null()]),
  /** Share of a swing's energy it loses in bending, each cycle over 2 pi. */
  lossFactor: Type.Number({ minimum: 0, maximum: 1 }),
  /** How it damps where a stiff facing shears it; null for what has none. */
  constrained: Type.Union([
    closed({
      /** Shear modulus of the core at 100 Hz and 20 degC, Pa, and its loss factor in shear. */
      shear: Type.Number({ exclusiveMinimum: 0, maximum: 1e9 }),
      lossFactor: Type.Number({ minimum: 0, maximum: 1 }),
      /** K by which it has to warm to soften tenfold. */
      softensBy: Type.Number({ minimum: 5, maximum: 500 }),
      /** The facing: thickness, m, stiffness, Pa, and density, kg/m3. */
      facing: closed({
        thickness: Type.Number({ exclusiveMinimum: 0, maximum: 0.01 }),
        stiffness: Type.Number({ exclusiveMinimum: 0, maximum: 1e12 }),
        density: Type.Number({ exclusiveMinimum: 0, maximum: 20_000 }),
      }),
    }),
    Type.Null(),
  ]),
  /** Times or over what stiffness, loss and flow resistivity may really be: 1.5 is half as much again. */
  soundWithin: Type.Number({ minimum: 1, maximum: 10 }),
  /** Added to each cut dimension, m: negative for boards cut under size, positive for fibre. */
  allowance: Type.Number({ minimum: -0.02, maximum: 0.1 }),
  /** What makes pieces of it run one way: its grain by half a turn, its pile not at all. */
  runs: choice(...RUNS),
  /** What cuts it: a knife takes nothing away, a saw its kerf. */
  cutWith: choice('knife', 'saw'),
  /** Of boards laid in courses, how far one goes into the next, m; negative is the gap left between slats; null for all else. */
  tongue: Type.Union([Type.Number({ minimum: -0.05, maximum: 0.05 }), Type.Null()]),
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
  /** Whether it burns, chars or melts away, so that it stays away from what is hot. */
  burns: Type.Boolean(),
  /** Heat that a kilogram gives as it burns, J/kg (net calorific value); 0 for what does not. */
  heatingValue: Type.Number({ minimum: 0, maximum: 60_000_000 }),
  /** Whether as an adhesive it gives off solvents, or is dissolved by them. */
  solvent: choice(...SOLVENTS),
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
    /** Of stiffness, loss factor, shear and flow resistivity. */
    sound: Source,
    price: Source,
    /** Of the heating value. */
    fire: Source,
    traits: Source,
  }),
});

const Amount = Type.Number({ minimum: 0, maximum: 100_000 });

/** A person's own price for one stock size of a material: a fact with its date, and what it was before. */
export const Price = closed({
  format: Type.Literal(LIBRARY_FORMAT),
  material: Id,
  thickness: Type.Number({ exclusiveMinimum: 0, maximum: 0.3 }),
  width: Type.Number({ exclusiveMinimum: 0, maximum: 10 }),
  price: Amount,
  /** When it was put; left out of those put before dates were kept. */
  at: Type.Optional(Moment),
  /** Own prices before it, the latest last. */
  earlier: Type.Optional(Type.Array(closed({ price: Amount, at: Type.Optional(Moment) }), { maxItems: 100 })),
});
