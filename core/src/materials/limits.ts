import type { Material } from '../model/index.ts';

/** From least to most. */
type Range = readonly [min: number, max: number];

/** Between what a material's figures lie, whatever it is sold as. */
export interface MaterialLimits {
  /** W/mK. */
  conductivity: Range;
  /** kg/m3. */
  density: Range;
  /** m. */
  thickness: Range;
  /** m. */
  width: Range;
  /** m. */
  length: Range;
  /** Of a pack, in the design's currency. */
  price: Range;
}

type Body = Pick<MaterialLimits, 'conductivity' | 'density' | 'thickness'>;

/** Wide enough for anything sold in that family, too narrow for a slip of the decimal point. Common practice, no source. */
const BODIES: Record<Material['family'], Body> = {
  damping: { conductivity: [0.05, 2], density: [800, 3500], thickness: [0.0005, 0.012] },
  barrier: { conductivity: [0.03, 2], density: [200, 5000], thickness: [0.0005, 0.03] },
  absorber: { conductivity: [0.02, 0.2], density: [8, 400], thickness: [0.003, 0.12] },
  foam: { conductivity: [0.018, 0.08], density: [8, 250], thickness: [0.001, 0.15] },
  board: { conductivity: [0.012, 0.1], density: [10, 500], thickness: [0.003, 0.2] },
  fibre: { conductivity: [0.025, 0.08], density: [6, 300], thickness: [0.005, 0.2] },
  foil: { conductivity: [0.02, 400], density: [10, 9000], thickness: [0.00002, 0.03] },
  membrane: { conductivity: [0.05, 1], density: [50, 2500], thickness: [0.00005, 0.005] },
  metal: { conductivity: [5, 430], density: [1500, 12_000], thickness: [0.0002, 0.02] },
  timber: { conductivity: [0.06, 0.4], density: [100, 1300], thickness: [0.005, 0.15] },
  lining: { conductivity: [0.03, 250], density: [50, 3500], thickness: [0.0005, 0.04] },
  finish: { conductivity: [0.02, 2], density: [40, 3500], thickness: [0.0002, 0.03] },
  glazing: { conductivity: [0.1, 2], density: [400, 3500], thickness: [0.001, 0.06] },
  tape: { conductivity: [0.02, 400], density: [50, 9000], thickness: [0.00002, 0.01] },
  adhesive: { conductivity: [0.02, 2], density: [5, 3000], thickness: [0.00005, 0.05] },
};

const SOLD: Record<Material['form'], Pick<MaterialLimits, 'width' | 'length'>> = {
  sheet: { width: [0.03, 3], length: [0.1, 6.5] },
  roll: { width: [0.05, 4.2], length: [0.5, 100] },
  length: { width: [0.008, 0.3], length: [0.3, 6.5] },
  tape: { width: [0.008, 0.3], length: [1, 200] },
  can: { width: [0.001, 10], length: [0.001, 200] },
  bag: { width: [0.05, 10], length: [0.05, 200] },
};

const PRICE: Range = [0, 5000];

/** What is sane for a material of this family and form. */
export const materialLimits = ({ family, form }: Pick<Material, 'family' | 'form'>): MaterialLimits => ({
  ...BODIES[family],
  ...SOLD[form],
  price: PRICE,
});

/** What of a material lies outside them, at its place, in a sentence that says what is accepted. Empty for a sane one. */
export function insane(material: Material): { path: string; message: string }[] {
  const limits = materialLimits(material);
  const out = (path: string, what: string, value: number, [min, max]: Range) =>
    value < min - 1e-12 || value > max + 1e-12
      ? [{ path, message: `${what} of ${KIND[material.family]} is between ${min} and ${max}, not ${value}.` }]
      : [];
  return [
    ...out('/conductivity', 'The conductivity, W/mK,', material.conductivity, limits.conductivity),
    ...out('/density', 'The density, kg/m³,', material.density, limits.density),
    ...material.stock.flatMap((s, i) => [
      ...out(`/stock/${i}/thickness`, 'The thickness, m,', s.thickness, limits.thickness),
      ...out(`/stock/${i}/width`, 'The width, m,', s.width, limits.width),
      ...out(`/stock/${i}/length`, 'The length, m,', s.length, limits.length),
      ...out(`/stock/${i}/price`, 'The price', s.price, limits.price),
    ]),
  ];
}

const KIND: Record<Material['family'], string> = {
  damping: 'a damping sheet',
  barrier: 'a barrier mat',
  absorber: 'an absorber',
  foam: 'a foam',
  board: 'a board',
  fibre: 'a fibre',
  foil: 'a foil',
  membrane: 'a membrane',
  metal: 'a metal',
  timber: 'a timber',
  lining: 'a lining',
  finish: 'a finish',
  glazing: 'a glazing',
  tape: 'a tape',
  adhesive: 'an adhesive',
};
