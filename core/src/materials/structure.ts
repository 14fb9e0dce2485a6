import { HANDBOOK, ISO, material, mu, sd, stock } from './define.ts';

const WOOD = { heatCapacity: 1600, toleratesWet: false, fire: 'Combustible, usually class D-s2,d0.' } as const;
const BATTEN = { ...WOOD, family: 'timber', form: 'length', roles: ['batten'], fixedWith: 'mastic' } as const;
const PLY = { ...WOOD, family: 'lining', form: 'sheet', roles: ['lining'] } as const;
const SAW = 'Fine saw; support the cut.';

export const metals = [
  material({
    id: 'steel', name: 'Body steel', family: 'metal', form: 'sheet', roles: [], conductivity: 50, density: 7800, heatCapacity: 450, vapour: sd(1500),
    from: ISO, stock: stock(1000, 2000, 1, [0.8, 40]), fire: 'Does not burn.', cutting: 'Not cut here.',
  }),
  material({
    id: 'aluminium', name: 'Aluminium sheet', family: 'metal', form: 'sheet', roles: ['lining'], conductivity: 160, density: 2800, heatCapacity: 880,
    vapour: sd(1500), from: ISO, emissivity: 0.2, stock: stock(1000, 2000, 1, [1, 52], [1.5, 74]), fire: 'Does not burn.', cutting: 'Shears or jigsaw; deburr.',
    cautions: ['Sharp edges: gloves.'],
  }),
];

export const timbers = [
  material({
    ...BATTEN, id: 'batten', name: 'Softwood batten', conductivity: 0.13, density: 500, vapour: mu(20), from: ISO, cutting: SAW,
    stock: [...stock(38, 2400, 1, [12, 2.4], [18, 3.1], [25, 3.9], [30, 4.4], [38, 5.2]), ...stock(63, 2400, 1, [19, 4.6], [32, 6.2])],
    cautions: ['On floors use pressure-treated timber.'],
  }),
  material({
    ...BATTEN, id: 'kerfed-batten', name: 'Kerfed batten for curves', conductivity: 0.13, density: 470, vapour: mu(20), from: ISO, flexible: true,
    stock: stock(80, 2400, 1, [12, 5.8], [18, 6.9]), cutting: 'Saw a third deep every 50 mm.',
  }),
];

export const linings = [
  material({
    ...PLY, id: 'birch-ply', name: 'Birch ply', conductivity: 0.17, density: 680, vapour: mu(90), from: ISO, cutting: SAW,
    stock: stock(1220, 2440, 1, [4, 34], [6, 43], [9, 56], [12, 69], [15, 82], [18, 94]),
  }),
  material({
    ...PLY, id: 'poplar-ply', name: 'Poplar ply, light', conductivity: 0.12, density: 440, vapour: mu(70), from: ISO, cutting: SAW,
    stock: stock(1220, 2500, 1, [4, 29], [6, 37], [9, 48], [12, 59], [15, 71], [18, 82]),
  }),
  material({
    ...PLY, id: 'hardboard', name: 'Hardboard', conductivity: 0.17, density: 900, vapour: mu(30), from: HANDBOOK, cutting: SAW,
    stock: stock(1220, 2440, 1, [3.2, 12], [6, 22]),
  }),
  material({
    ...PLY, id: 'tongue-and-groove', name: 'Tongue-and-groove boarding, softwood', conductivity: 0.13, density: 480, vapour: mu(20), from: ISO,
    stock: stock(95, 2400, 5, [9, 18], [12, 22]), cutting: SAW,
  }),
];

export const finishes = [
  material({
    id: 'lining-carpet', name: 'Stretch lining carpet', family: 'finish', form: 'roll', roles: ['lining', 'finish'], conductivity: 0.06, density: 120,
    heatCapacity: 1300, vapour: mu(5), from: ISO, flexible: true, allowance: 0.05, fixedWith: 'contact-spray',
    stock: stock(2000, 5000, 1, [4, 62]), fire: 'Ask for an automotive burn rate.', cutting: 'Shears; mind the pile direction.',
  }),
  material({
    id: 'vinyl', name: 'Vinyl floor covering', family: 'finish', form: 'roll', roles: ['finish'], conductivity: 0.25, density: 1390, heatCapacity: 1400,
    vapour: mu(10_000), from: ISO, flexible: true, allowance: 0.03, fixedWith: 'contact-spray', stock: stock(2000, 4000, 1, [2, 88]),
    fire: 'Ask for the class.', cutting: 'Knife against a straightedge.',
  }),
];

export const glazings = [
  material({
    id: 'glass', name: 'Safety glass, single', family: 'glazing', form: 'sheet', roles: [], conductivity: 1, density: 2500, heatCapacity: 750, vapour: sd(1500),
    from: ISO, stock: stock(500, 900, 1, [4, 140]), fire: 'Does not burn.', cutting: 'Supplied to size.',
  }),
  material({
    id: 'acrylic', name: 'Acrylic sheet (double windows use two)', family: 'glazing', form: 'sheet', roles: [], conductivity: 0.2, density: 1180, heatCapacity: 1500,
    vapour: mu(10_000), from: ISO, stock: stock(500, 900, 1, [3, 190]), fire: 'Burns.', cutting: 'Supplied to size.',
  }),
];
