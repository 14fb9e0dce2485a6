import { FAMILY_HEAT, FAMILY_SOUND, type Material, type Stock } from '../model/index.ts';
import { LIBRARY_FORMAT } from '../model/lists/index.ts';

/** ISO 10456:2007 Table 3, design thermal values; quoted from memory. */
export const ISO = 'ISO 10456:2007 Table 3 design value, from memory';
/** Building-physics handbook value (insulation products at 10 degC); quoted from memory. */
export const HANDBOOK = 'Handbook value for the material class, from memory';
export const TYPICAL = 'Typical product value, from memory';
const SOUND = 'Typical of the material class, from memory; see how far it may be off';
const INDICATIVE = 'Indicative price, from memory: put your own';

type Optional =
  | 'heatCapacity'
  | 'emissivity'
  | 'emissivityBack'
  | 'sorption'
  | 'mould'
  | 'closedCell'
  | 'squeeze'
  | 'selfAdhesive'
  | 'flexible'
  | 'toleratesWet'
  | 'flowResistivity'
  | 'allowance'
  | 'runs'
  | 'cutWith'
  | 'tongue'
  | 'yield'
  | 'fixedWith'
  | 'jointed'
  | 'tapedWith'
  | 'bondLimit'
  | 'usualAs'
  | 'stiffness'
  | 'lossFactor'
  | 'constrained'
  | 'soundWithin'
  | 'burns'
  | 'heatingValue'
  | 'solvent'
  | 'cautions';

type Row = Omit<Material, Optional | 'format' | 'sources' | 'roles'> & {
  roles: readonly Material['roles'][number][];
} & Partial<Pick<Material, Optional>> & { from?: string; vapourFrom?: string; soundFrom?: string };

/** Sources of the sorption curve and mould class. */
const MOISTURE: Record<Material['sorption'], string> = {
  none: 'Binds no water; class of plastics, metals and coatings (Ojanen 2010), from memory',
  fibre: 'Loose fibre bound straight with humidity; class by material (Ojanen 2010), from memory',
  wool: 'Regain of wool by a textile handbook; class of fibres (Ojanen 2010), from memory',
  wood: 'Wood Handbook (FPL-GTR-190) eq. 4-5; class of planed softwood and wood boards (Ojanen 2010), from memory',
};

/** Fills in what most materials share; `from` is the source of conductivity and density. */
export function material({ from = TYPICAL, vapourFrom = from, soundFrom = SOUND, ...row }: Row): Material {
  return {
    format: LIBRARY_FORMAT,
    heatCapacity: 1400,
    emissivity: 0.9,
    emissivityBack: 0.9,
    sorption: 'none',
    mould: 'resistant',
    closedCell: false,
    squeeze: 1,
    selfAdhesive: false,
    flexible: false,
    toleratesWet: true,
    flowResistivity: null,
    allowance: 0,
    runs: 'any',
    cutWith: 'knife',
    tongue: null,
    yield: null,
    fixedWith: null,
    jointed: false,
    tapedWith: null,
    bondLimit: null,
    ...FAMILY_SOUND[row.family],
    constrained: null,
    soundWithin: 2,
    usualAs: [],
    burns: true,
    heatingValue: row.burns === false ? 0 : FAMILY_HEAT[row.family],
    solvent: 'none',
    cautions: [],
    ...row,
    roles: [...row.roles],
    sources: {
      conductivity: from,
      density: from,
      vapour: vapourFrom,
      moisture: MOISTURE[row.sorption ?? 'none'],
      bond: (row.bondLimit ?? null) === null ? 'Nothing sticks' : TYPICAL,
      sound: soundFrom,
      price: INDICATIVE,
      fire: 'EN 1991-1-2:2002 Table E.3 net calorific value by what it is made of, from memory',
      traits: TYPICAL,
    },
  };
}

/** Stock sizes in mm, [thickness, price] each, of one width and length. */
export function stock(
  width: number,
  length: number,
  perPack: number,
  ...sizes: [thickness: number, price: number][]
): Stock[] {
  return sizes.map(([thickness, price]) => ({
    thickness: thickness / 1000,
    width: width / 1000,
    length: length / 1000,
    perPack,
    price,
  }));
}

export const mu = (value: number): Material['vapour'] => ({ by: 'mu', mu: value });
export const sd = (metres: number): Material['vapour'] => ({ by: 'sd', sd: metres });
