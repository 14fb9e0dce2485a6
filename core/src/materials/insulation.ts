import { HANDBOOK, ISO, material, mu, stock, TYPICAL } from './define.ts';

const DUST = 'Cutting makes dust: mask, goggles and long sleeves.';
const BOARD = { form: 'sheet', roles: ['fill', 'over-rib'], family: 'board', allowance: -0.003, fixedWith: 'canned-foam' } as const;
const FIBRE = { form: 'roll', roles: ['fill'], family: 'fibre', squeeze: 0.5, flexible: true, allowance: 0.015 } as const;
const BURNS = 'Combustible: keep away from flue and hob, behind a lining.';

export const foams = [
  material({
    id: 'elastomeric-plain', name: 'Elastomeric closed-cell foam, plain', family: 'foam', form: 'roll', roles: ['fill', 'over-rib'],
    conductivity: 0.036, density: 60, heatCapacity: 1500, vapour: mu(7000), from: TYPICAL, closedCell: true, selfAdhesive: true,
    flexible: true, squeeze: 0.9, stock: [
      ...stock(1000, 15_000, 1, [6, 96]), ...stock(1000, 10_000, 1, [10, 98], [13, 118]), ...stock(1000, 6000, 1, [19, 102]),
      ...stock(1000, 4000, 1, [25, 92], [32, 112]),
    ],
    fire: 'Often class B-s3,d0 or C: ask for the sheet.', cutting: 'Knife or shears; peel the backing as you go.',
  }),
  material({
    id: 'elastomeric-foil', name: 'Elastomeric closed-cell foam, foil faced', family: 'foam', form: 'roll', roles: ['fill', 'over-rib'],
    conductivity: 0.036, density: 65, heatCapacity: 1500, vapour: mu(7000), from: TYPICAL, emissivity: 0.1, closedCell: true,
    selfAdhesive: true, flexible: true, squeeze: 0.9, stock: [
      ...stock(1000, 10_000, 1, [10, 126]), ...stock(1000, 6000, 1, [19, 128]), ...stock(1000, 4000, 1, [25, 116], [32, 138]),
    ],
    fire: 'Often class B-s3,d0 or C: ask for the sheet.', cutting: 'Knife; tape cut edges where the face must stay tight.',
  }),
  material({
    id: 'pe-foam', name: 'Cross-linked polyethylene foam', family: 'foam', form: 'roll', roles: ['fill', 'over-rib'],
    conductivity: 0.038, density: 30, heatCapacity: 2300, vapour: mu(2500), from: TYPICAL, closedCell: true, flexible: true, squeeze: 0.8,
    stock: stock(1200, 10_000, 1, [5, 44], [10, 76], [20, 132]), fixedWith: 'contact-spray', fire: BURNS, cutting: 'Knife or shears.',
  }),
];

export const boards = [
  material({
    ...BOARD, id: 'pir', name: 'PIR board, foil both faces', conductivity: 0.022, density: 32, vapour: mu(60), from: HANDBOOK,
    emissivity: 0.1, closedCell: true, stock: stock(1200, 2400, 1, [20, 24], [25, 26], [30, 31], [40, 38], [50, 44], [60, 53]),
    fire: 'Combustible, chars; ask for the class.', cutting: 'Long serrated knife or fine saw.', cautions: [DUST],
  }),
  material({
    ...BOARD, id: 'xps', name: 'Extruded polystyrene board', conductivity: 0.034, density: 35, heatCapacity: 1450, vapour: mu(150), from: ISO,
    closedCell: true, stock: stock(600, 1250, 1, [10, 5], [20, 7.5], [30, 10], [40, 13], [50, 16]), fire: BURNS,
    cutting: 'Score and snap, or hot wire outdoors.', cautions: ['Solvent adhesives dissolve it.'],
  }),
  material({
    ...BOARD, id: 'eps', name: 'Expanded polystyrene board', conductivity: 0.036, density: 18, heatCapacity: 1450, vapour: mu(60), from: ISO,
    closedCell: true, stock: stock(1200, 2400, 1, [20, 12], [25, 14], [30, 17], [40, 21], [50, 25]), fire: BURNS,
    cutting: 'Serrated knife or hot wire outdoors.', cautions: ['Solvent adhesives dissolve it.', 'Squeaks against metal: leave a margin.'],
  }),
  material({
    ...BOARD, id: 'phenolic', name: 'Phenolic foam board, foil both faces', conductivity: 0.021, density: 35, vapour: mu(50), from: ISO,
    emissivity: 0.1, toleratesWet: false, stock: stock(1200, 2400, 1, [20, 33], [25, 36], [40, 52], [50, 60]),
    fire: 'Slow burning, low smoke; ask for the class.', cutting: 'Fine saw: crumbles, cannot be bevelled thin.', cautions: [DUST],
  }),
  material({
    ...BOARD, id: 'wood-fibre', name: 'Wood-fibre board, flexible', family: 'fibre', conductivity: 0.038, density: 50, heatCapacity: 2100,
    vapour: mu(3), from: HANDBOOK, squeeze: 0.8, flexible: true, toleratesWet: false, flowResistivity: 5000, allowance: 0.01,
    fixedWith: null, stock: stock(575, 1220, 4, [40, 34], [50, 40], [60, 47]), fire: BURNS, cutting: 'Long serrated knife.', cautions: [DUST],
  }),
  material({
    ...BOARD, id: 'cork-sheet', name: 'Expanded cork sheet', conductivity: 0.04, density: 115, heatCapacity: 1560, vapour: mu(10), from: ISO,
    stock: stock(500, 1000, 1, [10, 8], [20, 13], [30, 19], [40, 25]), fire: BURNS, cutting: 'Fine saw or knife.', fixedWith: 'contact-spray',
  }),
  material({
    ...BOARD, id: 'cork-roll', name: 'Cork roll', form: 'roll', conductivity: 0.045, density: 200, heatCapacity: 1560, vapour: mu(20), from: HANDBOOK,
    flexible: true, allowance: 0.003, stock: stock(1000, 10_000, 1, [3, 62], [6, 108]), fire: BURNS, cutting: 'Knife.', fixedWith: 'contact-spray',
  }),
];

export const fibres = [
  material({
    ...FIBRE, id: 'sheep-wool', name: 'Sheep wool roll', conductivity: 0.037, density: 25, heatCapacity: 1700, vapour: mu(1), from: HANDBOOK,
    flowResistivity: 3000, stock: stock(570, 8000, 1, [25, 46], [50, 74]), fire: 'Self-extinguishing when treated; ask for the class.',
    cutting: 'Tears better than it cuts.',
  }),
  material({
    ...FIBRE, id: 'recycled-cotton', name: 'Recycled cotton batt', conductivity: 0.039, density: 20, heatCapacity: 1600, vapour: mu(2), from: HANDBOOK,
    flowResistivity: 4000, toleratesWet: false, stock: stock(600, 7500, 1, [30, 44], [50, 63]), fire: 'Combustible unless treated.',
    cutting: 'Tears better than it cuts.',
  }),
  material({
    ...FIBRE, id: 'recycled-polyester', name: 'Recycled polyester fibre', conductivity: 0.037, density: 22, heatCapacity: 1200, vapour: mu(1), from: HANDBOOK,
    flowResistivity: 3500, stock: stock(600, 8000, 1, [25, 38], [50, 59], [75, 82]), fire: 'Melts; ask for the class.', cutting: 'Heavy shears.',
  }),
  material({
    ...FIBRE, id: 'microfibre', name: 'Synthetic microfibre blanket', conductivity: 0.034, density: 12, heatCapacity: 1300, vapour: mu(1), from: TYPICAL,
    flowResistivity: 12_000, stock: stock(1500, 6000, 1, [20, 96], [42, 138]), fire: 'Melts; ask for the class.', cutting: 'Heavy shears.',
    fixedWith: 'contact-spray',
  }),
  material({
    ...FIBRE, id: 'mineral-wool', name: 'Mineral wool slab', form: 'sheet', conductivity: 0.036, density: 45, heatCapacity: 1030, vapour: mu(1), from: ISO,
    flowResistivity: 12_000, squeeze: 0.75, stock: stock(600, 1200, 6, [30, 28], [50, 36]), fire: 'Does not burn (class A1).',
    cutting: 'Long serrated knife.', cautions: [DUST],
  }),
  material({
    ...FIBRE, id: 'glass-wool', name: 'Glass wool roll', conductivity: 0.038, density: 18, heatCapacity: 1030, vapour: mu(1), from: ISO,
    flowResistivity: 5000, stock: stock(1200, 9000, 1, [50, 48], [75, 56]), fire: 'Does not burn (class A1 or A2).',
    cutting: 'Long knife.', cautions: [DUST],
  }),
];

export const fillers = [
  material({
    id: 'cork-granules', name: 'Cork granules, loose', family: 'fibre', form: 'bag', roles: ['fill'], conductivity: 0.045, density: 75,
    heatCapacity: 1560, vapour: mu(2), from: HANDBOOK, flowResistivity: 2000, stock: stock(1000, 4000, 1, [25, 26]),
    yield: 4, fire: BURNS, cutting: 'Poured: needs a closed void.', cautions: ['Never where a drain, belt reel or lock must move.'],
  }),
  material({
    id: 'canned-foam', name: 'Canned expanding foam, low expansion', family: 'adhesive', form: 'can', roles: [], conductivity: 0.035, density: 25,
    vapour: mu(60), from: HANDBOOK, closedCell: true, stock: stock(100, 1000, 1, [20, 9.5]), yield: 12,
    fire: BURNS, cutting: 'Trim with a knife when cured.',
    cautions: ['Isocyanates: gloves and eye protection, never on skin.', 'Never fill a panel so hard that it bows, nor drains, belt reels, airbag or door mechanisms.'],
  }),
];
