import type { Material, Stock } from '../model/index.ts';

/** ISO 10456:2007 Table 3, design thermal values; quoted from memory. */
export const ISO = 'ISO 10456:2007 Table 3 design value, from memory';
/** Building-physics handbook value (insulation products at 10 degC); quoted from memory. */
export const HANDBOOK = 'Handbook value for the material class, from memory';
export const TYPICAL = 'Typical product value, from memory';
const INDICATIVE = 'Indicative price, from memory: put your own';

type Optional =
  | 'heatCapacity'
  | 'emissivity'
  | 'closedCell'
  | 'squeeze'
  | 'selfAdhesive'
  | 'flexible'
  | 'toleratesWet'
  | 'flowResistivity'
  | 'allowance'
  | 'yield'
  | 'fixedWith'
  | 'cautions';

type Row = Omit<Material, Optional | 'sources' | 'roles'> & {
  roles: readonly Material['roles'][number][];
} & Partial<Pick<Material, Optional>> & { from?: string; vapourFrom?: string };

/** Fills in what most materials share; `from` is the source of conductivity and density. */
export function material({ from = TYPICAL, vapourFrom = from, ...row }: Row): Material {
  return {
    heatCapacity: 1400,
    emissivity: 0.9,
    closedCell: false,
    squeeze: 1,
    selfAdhesive: false,
    flexible: false,
    toleratesWet: true,
    flowResistivity: null,
    allowance: 0,
    yield: null,
    fixedWith: null,
    cautions: [],
    ...row,
    roles: [...row.roles],
    sources: { conductivity: from, density: from, vapour: vapourFrom, price: INDICATIVE, traits: TYPICAL },
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
