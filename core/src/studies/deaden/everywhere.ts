import { shareOf } from '../../buildup/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import { type Library, materialOf, stockFor } from '../../materials/index.ts';
import type { Design, Placement } from '../../model/index.ts';
import type { Heard, LevelChange } from '../../van/quiet/index.ts';
import type { SheetStock } from './ladder.ts';

/** What a habit comes to: the same share of every panel. */
export interface Everywhere {
  /** Sheets by bay. */
  sheets: Placement['sheets'];
  /** kg. */
  mass: number;
  /** At the price of the sheets they are cut from. */
  cost: number;
  /** Against the bare van, dB. */
  change: LevelChange;
}

/** Every bay of a van with one centred field of the same share, whatever it does there. */
export function everywhere(
  { shell, brief }: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  stock: SheetStock,
  share: number,
  library: Library,
  heard: Heard,
): Everywhere {
  const material = materialOf(library, stock.material);
  const size = stockFor(material, stock.thickness);
  const sheets: Placement['sheets'] = {};
  let area = 0;
  for (const zone of shell.zones)
    for (const bay of zone.bays) {
      const patches = shareOf(zone, bay, share, size);
      sheets[bay.id] = { ...stock, patches };
      area += patches.reduce((sum, p) => sum + p.width * p.height, 0);
    }
  const { change } = evaluate({ shell, brief }, { ...placement, sheets }, library, heard).quiet;
  return {
    sheets,
    mass: area * stock.thickness * material.density,
    cost: (area * size.price) / (size.perPack * size.width * size.length),
    change,
  };
}
