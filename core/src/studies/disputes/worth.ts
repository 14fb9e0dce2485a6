import type { Weights } from '../../figures/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { perFigure, worthOf } from '../proposal/index.ts';
import type { Side, Turning } from './dispute.ts';

/** What is asked of a W/K at most, money. */
const MOST = 200;
/** Points of a line. */
const POINTS = 9;

/**
 * How the best of several ways turns with what a W/K is worth: all else counts as it matters to this person. The turn nearest to
 * what it is worth to them.
 */
export function byWorthOfHeat(sides: readonly Side[], weights: Weights): Turning {
  const per = perFigure(weights);
  const rest = sides.map(s => worthOf({ ...s, heat: 0 }, weights));
  const at = per.heat;
  const turns: number[] = [];
  for (let i = 0; i < sides.length; i++)
    for (let j = i + 1; j < sides.length; j++) {
      const dHeat = sides[i]!.heat - sides[j]!.heat;
      if (Math.abs(dHeat) < ROUNDING) continue;
      const x = (rest[j]! - rest[i]!) / dHeat;
      const here = rest[i]! + x * sides[i]!.heat;
      // Only where no third way is better than both.
      if (x >= 0 && sides.every((s, k) => rest[k]! + x * s.heat >= here - 1e-6)) turns.push(x);
    }
  const turn = turns.sort((a, b) => Math.abs(a - at) - Math.abs(b - at))[0] ?? null;
  const most = Math.min(MOST, Math.max(2 * at, 1.5 * (turn ?? 0), 20));
  return {
    x: { what: 'a W/K is worth', unit: 'money', at, turns: turn !== null && turn <= MOST ? turn : null },
    y: { what: 'dearer than the best, all counted', unit: 'money' },
    lines: sides.map((s, k) => ({
      side: s.name,
      points: Array.from({ length: POINTS }, (_, i) => {
        const x = (most * i) / (POINTS - 1);
        const best = Math.min(...sides.map((o, n) => rest[n]! + x * o.heat));
        return { x, y: rest[k]! + x * s.heat - best };
      }),
    })),
  };
}
