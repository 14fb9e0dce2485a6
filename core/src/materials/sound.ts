import { HANDBOOK, ISO, material, mu, stock, TYPICAL } from './define.ts';

export const soundMaterials = [
  material({
    id: 'damping-sheet', name: 'Butyl damping sheet, aluminium faced', family: 'damping', form: 'sheet', roles: ['damping'],
    conductivity: 0.24, density: 1650, heatCapacity: 1400, vapour: mu(200_000), from: ISO, vapourFrom: ISO, emissivity: 0.1,
    stock: stock(375, 500, 10, [2, 62], [3, 84]), closedCell: true, selfAdhesive: true, flexible: true,
    fire: 'Combustible; foil face delays flame. Ask for the maker’s class.', cutting: 'Knife; roll down hard until the emboss is flat.',
    cautions: ['Foil edges cut: wear gloves.', 'Keep clear of drain holes, belt reels and door mechanisms.'],
  }),
  material({
    id: 'barrier-mat', name: 'Heavy barrier mat, mineral-loaded', family: 'barrier', form: 'roll', roles: ['fill', 'over-rib'],
    conductivity: 0.25, density: 1900, vapour: mu(50_000), from: HANDBOOK,
    stock: stock(1000, 2000, 1, [2.5, 46], [5, 79]), closedCell: true, flexible: true, fixedWith: 'contact-spray',
    fire: 'Usually slow burning; ask for the class.', cutting: 'Knife against a straightedge.',
    cautions: ['Heavy: two people, and count the weight.', 'Under pedals, check full travel before driving.'],
  }),
  material({
    id: 'absorbing-foam', name: 'Open-cell absorbing foam', family: 'absorber', form: 'sheet', roles: ['fill'],
    conductivity: 0.04, density: 30, vapour: mu(2), from: HANDBOOK,
    stock: stock(1000, 2000, 1, [10, 24], [20, 36], [40, 58]), squeeze: 0.5, flexible: true, toleratesWet: false,
    flowResistivity: 8000, allowance: 0.005, fixedWith: 'contact-spray',
    fire: 'Often burns readily unless treated: ask for the class.', cutting: 'Long knife or shears.',
  }),
  material({
    id: 'liner-foam', name: 'Closed-cell liner foam, self-adhesive', family: 'absorber', form: 'roll', roles: ['fill', 'over-rib'],
    conductivity: 0.037, density: 35, vapour: mu(3500), from: TYPICAL,
    stock: stock(1000, 5000, 1, [5, 48], [10, 82]), closedCell: true, selfAdhesive: true, flexible: true, squeeze: 0.8,
    fire: 'Combustible; ask for the class.', cutting: 'Knife; peel as you go.',
  }),
];
