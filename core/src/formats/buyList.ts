import type { BuyLine } from '../order/buying/index.ts';
import { inUnits } from '../units/index.ts';
import { toCsv } from './csv.ts';

const metric = (text: string): string => inUnits(text, 'metric');
const round = (value: number): number => Math.round(value * 100) / 100;

/** Everything to buy, one row a line. */
export function buyCsv(lines: readonly BuyLine[]): string {
  const header = [
    'buy',
    'under',
    'need',
    'unit',
    'at hand',
    'packs',
    'of them spare',
    'pack',
    'price a pack',
    'cost',
    'left over',
    'why',
    'used by',
  ];
  const rows = lines.map(l => [
    metric(l.name),
    l.kind,
    round(l.need),
    l.unit,
    round(l.shelf),
    l.packs,
    l.sparePacks,
    metric(l.pack),
    round(l.price),
    round(l.cost),
    round(l.left),
    metric(l.why),
    l.uses.join(' '),
  ]);
  return toCsv([header, ...rows]);
}

/** What to send to a merchant: how many of what, by kind, nothing that is at hand. */
export function buyText(lines: readonly BuyLine[], title: string): string {
  const bought = lines.filter(l => l.packs > 0);
  const kinds = [...new Set(bought.map(l => l.kind))];
  const parts = kinds.map(kind => {
    const own = bought
      .filter(l => l.kind === kind)
      .map(l => metric(`  ${l.packs} x ${l.name}${l.pack === 'one' ? '' : `, ${l.pack}`}`));
    return [`${kind[0]!.toUpperCase()}${kind.slice(1)}`, ...own].join('\n');
  });
  return `${title}\n\n${parts.join('\n\n')}\n`;
}
