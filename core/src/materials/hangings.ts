import { material, mu, stock } from './define.ts';

/** What is cut or sewn to be put up at night: laid into nothing. */
export const hangings = [
  material({
    id: 'screen-mat',
    heatingValue: 30e6,
    name: 'Quilted foil mat for window screens',
    family: 'fibre',
    form: 'roll',
    roles: [],
    conductivity: 0.035,
    density: 35,
    heatCapacity: 1200,
    vapour: mu(1000),
    emissivity: 0.3,
    flexible: true,
    allowance: 0.01,
    usualAs: ['screen'],
    stock: byMetre(stock(1400, 10_000, 1, [20, 560])),
    fire: 'Ask for an automotive burn rate.',
    cutting: 'Shears; bind the edge.',
  }),
  material({
    id: 'curtain-cloth',
    name: 'Curtain cloth',
    family: 'finish',
    form: 'roll',
    roles: [],
    conductivity: 0.06,
    density: 400,
    heatCapacity: 1300,
    vapour: mu(20),
    flexible: true,
    allowance: 0.02,
    usualAs: ['thin curtain'],
    stock: byMetre(stock(1500, 10_000, 1, [0.5, 150])),
    fire: 'Ask for an automotive burn rate; keep it clear of heaters.',
    cutting: 'Shears.',
  }),
  material({
    id: 'interlined-curtain',
    name: 'Interlined curtain cloth',
    family: 'finish',
    form: 'roll',
    roles: [],
    conductivity: 0.053,
    density: 150,
    heatCapacity: 1300,
    vapour: mu(13),
    flexible: true,
    allowance: 0.02,
    usualAs: ['heavy curtain'],
    stock: byMetre(stock(1500, 10_000, 1, [8, 450])),
    fire: 'Ask for an automotive burn rate; keep it clear of heaters.',
    cutting: 'Shears.',
  }),
];

/** Sold by the metre off its roll. */
function byMetre(sizes: ReturnType<typeof stock>): ReturnType<typeof stock> {
  return sizes.map(s => ({ ...s, byMetre: true }));
}
