import { evaluate } from '../../evaluate/index.ts';
import {
  drummingIn,
  FIGURE_KEYS,
  type Figured,
  figuresBy,
  pastLimit,
  VAN_FIGURES,
  wholeVan,
} from '../../figures/index.ts';
import type { ChoiceLimits } from './limits.ts';
import { isDry } from './model.ts';
import type { ChoiceQuestion, LayUpOption } from './options.ts';

/** A single change of one zone, all else as it is. */
export interface Improvement {
  zone: string;
  /** What would go in. */
  option: LayUpOption;
  /** What it changes of each figure; money by the part, no pack rounded. */
  changes: Figured;
  /** Money for each W/K it saves; nothing or less where it costs none. */
  perHeat: number;
}

/** Less is no improvement, W/K. */
const TELLS = 0.1;

/**
 * For each zone the change that saves most heat for its money, as dry as asked and no damper than now: the cheapest improvement
 * first. Money by the part, no pack rounded.
 */
export function improvements(
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  { design, placement, library, heard, climate }: ChoiceQuestion,
  limits: ChoiceLimits,
): Improvement[] {
  const e = evaluate(design, placement, library, heard, climate);
  const now = wholeVan(e, library);
  // Nothing that is better is in a limit's way, however far that is passed.
  const keeps = (changes: Figured) =>
    FIGURE_KEYS.every(k => {
      const worse = VAN_FIGURES[k].better === 'less' ? changes[k] : -changes[k];
      return worse <= 0 || !(pastLimit(k, now[k] + changes[k], limits) > 1e-6);
    });
  return design.shell.zones
    .flatMap((zone): Improvement[] => {
      const all = options.get(zone.id) ?? [];
      const laid = placement.buildUps.find(b => b.id === placement.zones[zone.id]);
      const own = all.find(o => laid && o.buildUp.id === laid.id);
      const bare = VAN_FIGURES.heat.takenIn!(e, zone, library);
      const from = own?.takes ?? { ...figuresBy(() => 0), heat: bare, quiet: drummingIn(e, zone) };
      // What is laid but was not weighed is nothing to count from.
      if (laid && !own) return [];
      const better = all.flatMap((option): Improvement[] => {
        const room = zone.kind === 'floor' || zone.kind === 'ceiling';
        const changes = figuresBy((k, f) => {
          if (f.gathers === 'room') return room ? from[k] - option.takes[k] : 0;
          return option.takes[k] - from[k];
        });
        if (changes.heat > -TELLS || !isDry(option, limits) || (own && changes.water > 1e-3)) return [];
        return keeps(changes)
          ? [{ zone: zone.id, option, changes, perHeat: changes.money / -changes.heat }]
          : [];
      });
      const cheapest = better.reduce<Improvement | null>((a, b) => (!a || isCheaper(b, a) ? b : a), null);
      return cheapest ? [cheapest] : [];
    })
    .sort((a, b) => (isCheaper(a, b) ? -1 : 1));
}

/** Of what costs nothing the one that saves most heat; else the one that saves it for less. */
const isCheaper = (a: Improvement, b: Improvement): boolean =>
  a.perHeat <= 0 && b.perHeat <= 0 ? a.changes.heat < b.changes.heat : a.perHeat < b.perHeat;
