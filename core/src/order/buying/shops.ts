import type { Library } from '../../materials/index.ts';
import type { WorkshopEntry } from '../../model/index.ts';
import type { BuyLine } from './orderList.ts';

/** Where a line is bought, and how long it takes to come. */
export interface Shop {
  /** A free name, or what kind of shop is usual. */
  name: string;
  /** Days until it is there. */
  lead: number;
  /** Whether the person said so. */
  said: boolean;
}

/** Kinds of shops and the days they usually take. Common practice, no source. */
const USUAL = {
  merchant: { name: 'Builders’ merchant', lead: 1 },
  specialist: { name: 'Insulation and sound, by post', lead: 4 },
  covering: { name: 'Trim and covering, by post', lead: 5 },
  hardware: { name: 'Hardware shop', lead: 0 },
  paint: { name: 'Paint and body shop', lead: 1 },
  electrical: { name: 'Electrical shop', lead: 1 },
} as const;

const BY_FAMILY: Partial<Record<string, keyof typeof USUAL>> = {
  board: 'merchant',
  timber: 'merchant',
  lining: 'merchant',
  adhesive: 'merchant',
  finish: 'covering',
};
const BY_KIND: Partial<Record<BuyLine['kind'], keyof typeof USUAL>> = {
  coating: 'paint',
  cable: 'electrical',
};

/** Where something is usually bought. */
function usualShop(line: BuyLine, library: Library): Shop {
  const family = line.sold ? library.get(line.sold.material)?.family : undefined;
  const kind = family ? (BY_FAMILY[family] ?? 'specialist') : (BY_KIND[line.kind] ?? 'hardware');
  return { ...USUAL[kind], said: false };
}

/** Where each line is bought, by key: as the person said last, or where it was ordered last, else as is usual. */
export function shopsOf(
  lines: readonly BuyLine[],
  entries: readonly WorkshopEntry[],
  library: Library,
): Map<string, Shop> {
  const said = new Map<string, string>();
  const leads = new Map<string, number>();
  for (const { fact } of entries) {
    if (fact.kind === 'shop') {
      leads.set(fact.name, fact.lead);
      for (const key of fact.keys) said.set(key, fact.name);
    } else if (fact.kind === 'ordered') {
      if (fact.lead > 0) leads.set(fact.supplier, fact.lead);
      for (const { key } of fact.lines) said.set(key, fact.supplier);
    }
  }
  return new Map(
    lines.map(l => {
      const usual = usualShop(l, library);
      const name = said.get(l.key) ?? usual.name;
      const lead = leads.get(name) ?? (name === usual.name ? usual.lead : 0);
      return [l.key, { name, lead, said: said.has(l.key) || leads.has(name) }];
    }),
  );
}
