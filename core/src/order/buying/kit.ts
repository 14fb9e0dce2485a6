import type { Library } from '../../materials/index.ts';
import type { CutList } from '../../model/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import { cuttingOf, type Effort, fittingOf, workHours } from '../work/index.ts';
import type { BuyLine } from './orderList.ts';

type Kit = NonNullable<CutList['kits']>[number];

/** A kit of ready-cut pieces against cutting them oneself. */
export interface KitWeighed {
  /** Ids of the pieces it comes with. */
  covers: string[];
  /** What the same pieces cost cut from sheets, their share of the packs. */
  own: number;
  /** Of that, what is paid for waste. */
  waste: number;
  /** Hours of measuring, marking and cutting it saves. */
  saves: Effort;
  /** Pieces that will likely not fit, what cutting those anew costs, and takes. */
  misfits: { pieces: number; cost: number; hours: Effort };
  /** What it costs more than one's own cutting; negative where it is cheaper. */
  more: number;
  /** Worth of an hour at which it comes to the same, at best speed, likely and at worst; null where it saves no time. */
  turns: Effort | null;
}

/** Whether a kit is worth its price: its money against the hours that cutting the same pieces takes. */
export function weighKit(
  kit: Kit,
  pieces: readonly CutPiece[],
  lines: readonly BuyLine[],
  library: Library,
): KitWeighed {
  const covered = pieces.filter(p => kit.zones.includes(p.zone) && kit.roles.some(r => r === p.role));
  const ids = new Set(covered.map(p => p.id));
  const area = new Map(pieces.map(p => [p.id, p.area]));
  let [own, waste] = [0, 0];
  for (const l of lines) {
    if (l.kind !== 'sheet') continue;
    const all = l.uses.reduce((sum, u) => sum + (area.get(u) ?? 0), 0);
    const mine = l.uses.reduce((sum, u) => sum + (ids.has(u) ? area.get(u)! : 0), 0);
    if (all <= 0) continue;
    own += (l.cost * mine) / all;
    waste += ((l.cost * mine) / all) * (l.left / (l.left + l.need));
  }
  const cut = workHours(cuttingOf(covered, library));
  const again = workHours(fittingOf(covered, library));
  const misfits = {
    pieces: kit.misfits * covered.length,
    cost: kit.misfits * own,
    hours: cut.map((h, i) => kit.misfits * (h + again[i]!)) as Effort,
  };
  const more = kit.price + misfits.cost - own;
  const saved = cut.map((h, i) => h - misfits.hours[i]!);
  return {
    covers: covered.map(p => p.id),
    own,
    waste,
    saves: cut,
    misfits,
    more,
    turns: saved.every(h => h > 0) ? (saved.map(h => Math.max(0, more) / h) as Effort) : null,
  };
}
