import { withRibStrip } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import { assumed, type Pocket, type Shell, type Zone } from '../../model/index.ts';
import { mayFill } from '../../survey/shell/index.ts';
import { type Asked, bestOf, evaluateOf, lined, remade, sideOf } from './asked.ts';
import type { Dispute } from './dispute.ts';
import { byWorthOfHeat } from './worth.ts';

const RIBBED: readonly Zone['kind'][] = ['wall', 'ceiling', 'sliding door', 'rear door'];

/** Whether ribs are stuffed, left clear, or covered by a strip; null where nothing is laid over any. */
export function ribs(asked: Asked): Dispute | null {
  const { placement, design, library, weights } = asked;
  const zones = lined(asked, ...RIBBED).filter(z => z.ribs.length > 0);
  if (zones.length === 0) return null;
  const within = new Set(zones.map(z => z.id));
  const plain = remade(placement, design.shell, (zone, b) =>
    within.has(zone.id) ? { ...b, layers: b.layers.filter(l => l.role !== 'over-rib') } : b,
  );
  const strip = remade(plain, design.shell, (zone, b) => {
    const layers = within.has(zone.id) ? withRibStrip(b.layers, library) : null;
    return layers ? { ...b, layers } : b;
  });
  const clear = evaluateOf(asked, plain, withRibs(design.shell, within, false));
  const stuffed = evaluateOf(asked, plain, withRibs(design.shell, within, true));
  const stripped = evaluateOf(asked, strip, withRibs(design.shell, within, false));
  const sides = [sideOf('clear', clear), sideOf('stuffed', stuffed), sideOf('a strip over them', stripped)];
  const best = bestOf(sides, weights);
  return {
    id: 'ribs',
    answer: best.name,
    number: {
      what: 'of the heat goes by ribs left clear',
      unit: 'share',
      value: ribLoss(clear) / Math.max(1e-9, clear.heat.loss),
    },
    sides,
    turning: byWorthOfHeat(sides, weights),
    moves: ['how much warmth matters', 'depth of the ribs and what fills the bays', 'price of the strip'],
  };
}

const ribLoss = (e: Evaluation): number => e.heat.zones.reduce((sum, z) => sum + z.factor * z.ribs, 0);

/** The body with every void stuffed that may be, or none. */
const withRibs = (shell: Shell, within: ReadonlySet<string>, fill: boolean): Shell => ({
  ...shell,
  zones: shell.zones.map(zone =>
    within.has(zone.id)
      ? { ...zone, pockets: pocketsOf(zone).map(p => ({ ...p, fill: fill && mayFill(p) })) }
      : zone,
  ),
});

/** As surveyed, and for ribs that nobody looked into one each. */
function pocketsOf(zone: Zone): Pocket[] {
  const known = new Set(zone.pockets.filter(p => p.kind === 'rib').map(p => p.after));
  const height = Math.max(...zone.bays.map(b => b.height.value)) * new Set(zone.bays.map(b => b.strip)).size;
  return [
    ...zone.pockets,
    ...zone.ribs
      .filter(r => !known.has(r.after))
      .map(
        (r): Pocket => ({
          id: `rib-${r.after}`,
          kind: 'rib',
          after: r.after,
          length: assumed(height),
          width: r.width,
          depth: r.depth,
          holds: 'nothing',
          fill: false,
        }),
      ),
  ];
}
