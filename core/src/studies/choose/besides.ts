import { directionOf } from '../../buildup/index.ts';
import { type Evaluation, evaluate } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import { type Design, FRONTS, inCab, type Placement } from '../../model/index.ts';
import { openingSize, withFront } from '../../survey/shell/index.ts';
import { glazing } from '../../van/climate/index.ts';
import { CLOTH, SCREENS } from '../cabin/index.ts';
import type { ChoiceWeights } from './limits.ts';
import { perFigure } from './model.ts';

/** Something about the body that keeps warm beside what is laid: it is drawn or put up, and no part of a build-up. */
export interface Beside {
  /** Which. */
  what: 'screens at the windows' | 'screens at the cab’s glass' | 'a thin curtain' | 'a heavy curtain';
  /** Less heat lost while it is up, W/K. */
  saves: number;
  /** About what it costs, money. */
  cost: number;
  /** What it is worth to this person less what it costs, as money. */
  worth: number;
}

/** Share of the heated hours that screens and curtains are up: nights. A guess. */
export const UP = 0.5;

/** Heat that screens inside every window of one part of a van save while they are up, W/K, and their area, m2. */
export function screens(
  { zones }: Design['shell'],
  e: Pick<Evaluation, 'heat'>,
  at: 'cab' | 'load space' | 'both',
): { saves: number; area: number } {
  let [saves, area] = [0, 0];
  for (const zone of zones) {
    if (at !== 'both' && inCab(zone.kind) !== (at === 'cab')) continue;
    const factor = e.heat.zones.find(z => z.zone.id === zone.id)!.factor;
    for (const o of zone.openings) {
      const u = (screen: 'none' | 'inside') => glazing(o.glazing, directionOf(zone.kind), screen).uValue;
      saves += openingSize(o) * factor * (u('none') - u('inside'));
      area += openingSize(o);
    }
  }
  return { saves, area };
}

/** What could be done besides, what pays most first; what saves nothing is left out. */
export function besides(
  { shell, brief }: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
  weights: ChoiceWeights,
): Beside[] {
  const e = evaluate({ shell, brief }, placement, library);
  const per = perFigure(weights);
  const found: Omit<Beside, 'worth'>[] = [];
  for (const [what, at] of [
    ['screens at the windows', 'load space'],
    ['screens at the cab’s glass', 'cab'],
  ] as const) {
    const { saves, area } = screens(shell, e, at);
    found.push({ what, saves, cost: area * SCREENS['cab inside'] });
  }
  const { cab } = shell;
  for (const front of ['thin curtain', 'heavy curtain'] as const) {
    if (!cab || FRONTS.indexOf(cab.front) >= FRONTS.indexOf(front)) continue;
    const drawn = evaluate({ shell: withFront(shell, front), brief }, placement, library);
    found.push({
      what: `a ${front}`,
      saves: e.heat.loss - drawn.heat.loss,
      cost: CLOTH[front] * cab.passage.width.value * cab.passage.height.value,
    });
  }
  return found
    .filter(b => b.saves > 0.05)
    .map(b => ({ ...b, worth: per.heat * UP * b.saves - per.money * b.cost }))
    .sort((a, b) => b.worth - a.worth);
}
