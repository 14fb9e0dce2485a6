import { usualFor } from '../../materials/index.ts';
import type { Layer } from '../../model/index.ts';
import { worthOf } from '../proposal/index.ts';
import { type DisputeQuestion, evaluateOf, lined, remade, sideOf } from './asked.ts';
import type { Dispute, Side } from './dispute.ts';

const SHARES = [0, 0.1, 0.25, 0.4, 0.6, 0.8, 1];
/** What is called a quarter, and all of it. */
const UP_TO_QUARTER = 0.3;
const NEARLY_ALL = 0.8;
/** Left of the bare van's drumming in decibels; no less than what nobody hears any more. */
const decibels = (left: number): number => 10 * Math.log10(Math.max(1e-4, left));

/** How much of each panel is worth its damping; null where no metal drums. */
export function deadeningDispute(asked: DisputeQuestion): Dispute | null {
  const { placement, design, library, weights } = asked;
  const sheet = usualFor(library, 'damping');
  const zones = new Set(lined(asked, 'wall', 'ceiling', 'sliding door', 'rear door', 'arch').map(z => z.id));
  if (!sheet || zones.size === 0) return null;
  const thickness = sheet.stock[0]!.thickness;
  const covered = (coverage: number): Side => {
    const layer: Layer = { id: 'damp', role: 'damping', material: sheet.id, thickness, coverage };
    const laid = remade({ ...placement, sheets: {} }, design.shell, (zone, b) => {
      if (!zones.has(zone.id)) return b;
      const rest = b.layers.filter(l => l.role !== 'damping');
      return { ...b, layers: coverage > 0 ? [layer, ...rest] : rest };
    });
    return sideOf(`${Math.round(coverage * 100)} %`, evaluateOf(asked, laid), asked);
  };
  const all = SHARES.map(covered);
  if (all.at(-1)!.quiet > all[0]!.quiet - 1e-6) return null;
  // What it does to warmth and water is no reason for or against it.
  const costs = all.map(s => worthOf({ ...s, heat: 0, water: 0, headroom: 0 }, weights));
  const best = costs.indexOf(Math.min(...costs));
  const share = SHARES[best]!;
  const now = coveredNow(asked, zones);
  return {
    id: 'deadening',
    answer:
      share === 0
        ? 'none'
        : share <= UP_TO_QUARTER
          ? 'up to a quarter'
          : share < NEARLY_ALL
            ? 'about half'
            : 'all of it',
    number: { what: 'drumming by then', unit: 'dB', value: decibels(all[best]!.quiet) },
    sides: [all[0]!, all[2]!, all.at(-1)!],
    turning: {
      x: {
        what: 'of each panel covered',
        unit: 'share',
        at: now,
        turns: share,
      },
      y: { what: 'drumming against the bare van', unit: 'dB' },
      lines: [{ side: 'drumming', points: all.map((s, i) => ({ x: SHARES[i]!, y: decibels(s.quiet) })) }],
    },
    moves: [
      'how much quiet matters',
      'how much light weight matters',
      'what a knock tells',
      'price of the sheets',
    ],
  };
}

/** Share of the panels of some zones that is covered as it is laid, by area: arches have more of it than walls. */
function coveredNow(asked: DisputeQuestion, zones: ReadonlySet<string>): number {
  let [area, covered] = [0, 0];
  for (const { zone, buildUp, area: own } of evaluateOf(asked, asked.placement).bays.values()) {
    if (!zones.has(zone.id)) continue;
    area += own;
    for (const l of buildUp?.layers ?? []) if (l.role === 'damping') covered += own * l.coverage;
  }
  return area > 0 ? covered / area : 0;
}
