/** What is bought besides materials: it has no place in a build-up, and runs out all the same. */
export interface Supply {
  id: string;
  name: string;
  /** Under what it is listed. */
  kind: 'sheet' | 'tape and glue' | 'coating' | 'fixing' | 'cable' | 'consumable' | 'protection' | 'tool';
  /** What a pack holds is counted in. */
  unit: 'l' | 'm' | 'm²' | 'piece';
  /** In one pack, in `unit`. */
  amount: number;
  /** Of one pack: indicative, from memory. */
  price: number;
  /** The size of the library it is; left out for what is no material. */
  of?: { material: string; thickness: number; width: number };
  /** What of a unit stays in the van, kg; left out for what does not. */
  stays?: number;
  /** A larger pack of the same, in `unit` and money: indicative, from memory; left out where none is sold. */
  larger?: { amount: number; price: number };
  /** It is not used up: one serves every van. */
  lasts?: true;
}

const of =
  (kind: Supply['kind'], unit: Supply['unit']) =>
  (id: string, name: string, amount: number, price: number): Supply => ({
    id,
    name,
    kind,
    unit,
    amount,
    price,
  });
const coating = of('coating', 'l');
const fixing = of('fixing', 'piece');
const cable = of('cable', 'm');
const consumable = of('consumable', 'piece');
const protection = of('protection', 'piece');
/** What serves for years. */
const kept = (supply: Supply): Supply => ({ ...supply, lasts: true });
const tool = (...row: Parameters<ReturnType<typeof of>>): Supply => kept(of('tool', 'piece')(...row));

/** What of each stays in the van, kg a unit: dry coats, fixings, cable. Common practice, no source. */
const STAYS: Readonly<Record<string, number>> = {
  'rust-converter': 0.3,
  'metal-primer': 1.4,
  'body-paint': 0.6,
  'cavity-wax': 0.6,
  'wood-oil': 0.5,
  'body-filler': 1.2,
  pins: 0.006,
  'rivet-nuts': 0.004,
  patches: 0.02,
  grommets: 0.003,
  cable: 0.06,
  conduit: 0.05,
  cord: 0.002,
  'felt-tape': 0.012,
};

/** Larger tins of what is listed. Prices are indicative, from memory. */
const LARGER: Readonly<Record<string, NonNullable<Supply['larger']>>> = {
  'rust-converter': { amount: 1, price: 34 },
  'metal-primer': { amount: 1, price: 30 },
  'body-paint': { amount: 1, price: 38 },
  'wood-oil': { amount: 2.5, price: 62 },
  degreaser: { amount: 5, price: 32 },
};

/** Prices are indicative, from memory. */
const supplies: readonly Supply[] = [
  coating('rust-converter', 'Rust converter', 0.25, 12),
  coating('metal-primer', 'Zinc primer', 0.25, 11),
  coating('body-paint', 'Top coat in the body’s colour', 0.25, 14),
  coating('cavity-wax', 'Cavity wax, with lance', 0.5, 13),
  coating('wood-oil', 'Hard oil for wood', 0.75, 24),
  coating('degreaser', 'Degreaser for bonding', 1, 9),
  coating('body-filler', 'Body sealant and filler', 0.3, 9),
  fixing('pins', 'Glued insulation pins with plates', 50, 16),
  fixing('rivet-nuts', 'Rivet nuts M6', 20, 11),
  fixing('patches', 'Patches for old holes, sheet steel', 10, 7),
  fixing('grommets', 'Cable grommets, mixed', 20, 6),
  cable('cable', 'Twin cable 2.5 mm²', 25, 32),
  cable('conduit', 'Split conduit 20 mm', 10, 9),
  cable('cord', 'Pull cord, 2 mm', 50, 6),
  of('fixing', 'm')('felt-tape', 'Felt tape for ribs, 20 mm', 10, 8),
  consumable('knife-blades', 'Snap-off knife blades', 10, 6),
  consumable('saw-blades', 'Jigsaw blades for clean cuts', 5, 9),
  consumable('markers', 'Marker pens', 2, 4),
  consumable('masking', 'Masking film and tape', 1, 7),
  consumable('brushes', 'Brushes and small rollers', 5, 8),
  consumable('abrasive', 'Abrasive sheets and pads', 10, 7),
  consumable('foam-cleaner', 'Foam-gun cleaner', 1, 6),
  kept(consumable('seam-roller', 'Seam roller', 1, 9)),
  consumable('cloths', 'Lint-free cloths', 50, 6),
  protection('dust-masks', 'Dust masks, fine dust', 10, 9),
  kept(protection('respirator', 'Half mask with vapour filters', 1, 32)),
  protection('gloves', 'Nitrile gloves', 100, 10),
  kept(protection('cut-gloves', 'Cut-resistant gloves', 1, 8)),
  kept(protection('goggles', 'Goggles', 1, 8)),
  tool('knife', 'Long knife and straightedge', 1, 24),
  tool('jigsaw', 'Jigsaw', 1, 70),
  tool('shears', 'Heavy shears', 1, 18),
  tool('foam-gun', 'Foam gun', 1, 25),
  tool('caulking-gun', 'Caulking gun', 1, 10),
  tool('drill', 'Drill driver with bits', 1, 80),
  tool('rivet-tool', 'Rivet-nut tool', 1, 32),
];

const byId = new Map(
  supplies.map((s): [string, Supply] => {
    const [stays, larger] = [STAYS[s.id], LARGER[s.id]];
    return [s.id, { ...s, ...(stays !== undefined && { stays }), ...(larger && { larger }) }];
  }),
);

/** Throws RangeError for what is not on the list. */
export function supplyOf(id: string): Supply {
  const found = byId.get(id);
  if (!found) throw new RangeError(`There is no supply ${id}`);
  return found;
}

/** Ids of all that is on the list. */
export const SUPPLY_IDS: readonly string[] = supplies.map(s => s.id);
