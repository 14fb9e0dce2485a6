import Papa from 'papaparse';
import { expect, it } from 'vitest';
import type { BuyLine } from '../order/buying/index.ts';
import { buyCsv, buyText } from './buyList.ts';

const line = (put: Partial<BuyLine>): BuyLine => ({
  key: 'k',
  name: 'Birch ply 9 mm',
  kind: 'sheet',
  need: 5.2,
  unit: 'm²',
  packs: 3,
  pack: '1220 mm × 2440 mm',
  price: 56,
  cost: 168,
  left: 3.73,
  spare: 0.1,
  sparePacks: 1,
  packsAtMost: 3,
  sold: null,
  shelf: 0,
  why: '3 pieces, and a spare',
  uses: ['F1a–F3b lining', 'F3a–F5 lining'],
  ...put,
});
const lines = [
  line({}),
  line({ name: 'Jigsaw', kind: 'tool', unit: 'piece', need: 1, packs: 0, pack: 'one', shelf: 1 }),
  line({ name: 'Clips, "mixed"', kind: 'fixing', unit: 'piece', pack: '50 pieces', packs: 2 }),
];

it('the list as CSV reads back by another reader, commas and quotes and all', () => {
  const { data } = Papa.parse<Record<string, string>>(buyCsv(lines).trim(), { header: true });
  expect(data.map(r => [r.buy, r.packs, r['of them spare'], r['at hand']])).toEqual([
    ['Birch ply 9 mm', '3', '1', '0'],
    ['Jigsaw', '0', '1', '1'],
    ['Clips, "mixed"', '2', '1', '0'],
  ]);
});

it('the text for a merchant holds what is bought, by kind, and leaves out what is at hand', () => {
  expect(buyText(lines, 'Perigee')).toBe(
    'Perigee\n\nSheet\n  3 x Birch ply 9 mm, 1220 mm × 2440 mm\n\nFixing\n  2 x Clips, "mixed", 50 pieces\n',
  );
});
