import { ISO, material, sd, stock, TYPICAL } from './define.ts';

const FILM = { form: 'roll', roles: ['vapour control'], flexible: true, fixedWith: 'double-sided-tape' } as const;
const foilTape = (width: number, price: number) =>
  material({
    id: `foil-tape-${width}`, name: `Aluminium foil tape, ${width} mm`, family: 'tape', form: 'tape', roles: [], conductivity: 160, density: 2800,
    heatCapacity: 880, vapour: sd(1500), from: ISO, emissivity: 0.1, selfAdhesive: true, flexible: true,
    stock: stock(width, 45_000, 1, [0.1, price]), fire: 'Thin foil; adhesive burns.', cutting: 'Tear or knife.', cautions: ['Foil edges cut.'],
  });

export const vapourLayers = [
  material({
    ...FILM, id: 'foil-membrane', name: 'Aluminium foil membrane, reinforced', family: 'membrane', conductivity: 0.2, density: 900,
    vapour: sd(1500), from: ISO, emissivity: 0.05, stock: stock(1500, 25_000, 1, [0.2, 68]), fire: 'Thin foil; backing burns.', cutting: 'Shears.',
  }),
  material({
    ...FILM, id: 'foil-bubble', name: 'Foil bubble film', family: 'foil', conductivity: 0.04, density: 60, vapour: sd(400), from: TYPICAL,
    emissivity: 0.1, roles: ['vapour control', 'over-rib'], closedCell: true, stock: stock(1200, 10_000, 1, [4, 42]),
    fire: 'Melts and burns; ask for the class.', cutting: 'Shears.',
  }),
  material({
    ...FILM, id: 'pe-film', name: 'Polyethylene film, 0.2 mm', family: 'membrane', conductivity: 0.33, density: 920, heatCapacity: 2200,
    vapour: sd(75), from: ISO, stock: stock(2000, 25_000, 1, [0.2, 39]), fire: 'Melts and burns.', cutting: 'Knife or shears.',
  }),
  material({
    ...FILM, id: 'variable-membrane', name: 'Variable-resistance membrane', family: 'membrane', conductivity: 0.2, density: 400,
    vapour: sd(5), from: TYPICAL, stock: stock(1500, 20_000, 1, [0.2, 84]), fire: 'Burns; ask for the class.', cutting: 'Shears.',
    cautions: ['Its resistance falls in damp air (about 0.3 to 10 m): computed here at a fixed 5 m.'],
  }),
];

export const tapes = [
  foilTape(50, 8.5),
  foilTape(75, 11.5),
  foilTape(100, 15),
  material({
    id: 'membrane-tape', name: 'Membrane tape, acrylic, 60 mm', family: 'tape', form: 'tape', roles: [], conductivity: 0.2, density: 900, vapour: sd(50),
    stock: stock(60, 25_000, 1, [0.3, 19]), selfAdhesive: true, flexible: true, fire: 'Burns.', cutting: 'Tear or knife.',
  }),
  material({
    id: 'double-sided-tape', name: 'Double-sided mounting tape, 20 mm', family: 'tape', form: 'tape', roles: [], conductivity: 0.2, density: 900, vapour: sd(50),
    stock: stock(20, 25_000, 1, [0.3, 9]), selfAdhesive: true, flexible: true, fire: 'Burns.', cutting: 'Knife.',
  }),
];

export const adhesives = [
  material({
    id: 'contact-spray', name: 'Contact adhesive spray, high temperature', family: 'adhesive', form: 'can', roles: [], conductivity: 0.2, density: 900,
    vapour: sd(1), stock: stock(100, 1000, 1, [0.2, 11]), yield: 3, fire: 'Very flammable until dry.', cutting: 'Spray both faces, wait for tack.',
    cautions: ['Solvent: open the doors, respirator, no flame or spark.', 'Check its temperature rating for a roof in the sun.'],
  }),
  material({
    id: 'mastic', name: 'Sealant and adhesive, cartridge', family: 'adhesive', form: 'can', roles: [], conductivity: 0.25, density: 1500,
    vapour: sd(20), stock: stock(50, 1000, 1, [4, 8]), yield: 12, fire: 'Burns slowly.', cutting: 'A continuous bead, not dabs.',
    cautions: ['Read the label for skin and breathing protection.'],
  }),
];
