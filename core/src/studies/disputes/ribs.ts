import { takesStuffing, withRibStrip } from '../../buildup/index.ts';
import { ribShare } from '../../evaluate/index.ts';
import type { Placement } from '../../model/index.ts';
import { bestChoice, type DisputeQuestion, evaluateOf, layersIn, remade, sideOf } from './asked.ts';
import type { Dispute } from './dispute.ts';
import { byWorthOfHeat } from './worth.ts';

/** Whether ribs are stuffed, left clear, or covered by a strip; null where nothing is laid over any. */
export function ribs(asked: DisputeQuestion): Dispute | null {
  const { placement, design, library, weights } = asked;
  const zones = design.shell.zones.filter(z => takesStuffing(z) && layersIn(asked, z));
  if (zones.length === 0) return null;
  const within = new Set(zones.map(z => z.id));
  const plain = remade(placement, design.shell, (zone, b) =>
    within.has(zone.id) ? { ...b, layers: b.layers.filter(l => l.role !== 'over-rib') } : b,
  );
  const strip = remade(plain, design.shell, (zone, b) => {
    const layers = within.has(zone.id) ? withRibStrip(b.layers, library) : null;
    return layers ? { ...b, layers } : b;
  });
  const left = (placed: Placement, as: 'clear' | 'stuffed') =>
    evaluateOf(asked, { ...placed, ribs: Object.fromEntries(zones.map(z => [z.id, as])) });
  const clear = left(plain, 'clear');
  const stuffed = left(plain, 'stuffed');
  const stripped = left(strip, 'clear');
  const sides = [
    sideOf('clear', clear, asked),
    sideOf('stuffed', stuffed, asked),
    sideOf('a strip over them', stripped, asked),
  ];
  const best = bestChoice(sides, weights);
  return {
    id: 'ribs',
    answer: best.name,
    number: {
      what: 'of the heat goes by ribs left clear',
      unit: 'share',
      value: ribShare(clear.heat),
    },
    sides,
    turning: byWorthOfHeat(sides, weights),
    moves: ['how much warmth matters', 'depth of the ribs and what fills the bays', 'price of the strip'],
  };
}
