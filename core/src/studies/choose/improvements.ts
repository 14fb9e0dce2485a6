import { evaluate } from '../../evaluate/index.ts';
import type { ChoiceLimits } from './limits.ts';
import { isDry } from './model.ts';
import type { Asked, LayUpOption } from './options.ts';

/** A single change of one zone, all else as it is. */
export interface Improvement {
  /** Id of the zone. */
  zone: string;
  /** What would go in. */
  option: LayUpOption;
  /** What it changes: W/K, money by the part, kg, hours, m of height, kg/m2 of winter water. */
  changes: { heat: number; money: number; mass: number; hours: number; taken: number; water: number };
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
  { design, placement, library, heard, climate }: Asked,
  limits: ChoiceLimits,
): Improvement[] {
  const e = evaluate(design, placement, library, heard, climate);
  const keeps = ({ taken, mass }: Improvement['changes']) =>
    (limits.height === null || taken <= 0 || e.fit.headroom.left - taken >= limits.height - 1e-6) &&
    (limits.mass === null || mass <= 0 || e.load.mass + mass <= limits.mass + 1e-6);
  return design.shell.zones
    .flatMap((zone): Improvement[] => {
      const all = options.get(zone.id) ?? [];
      const laid = placement.buildUps.find(b => b.id === placement.zones[zone.id]);
      const now = all.find(o => laid && o.buildUp.id === laid.id);
      const bare = e.heat.zones.find(z => z.zone.id === zone.id)!.conductance;
      const from = now ?? {
        heat: bare,
        money: 0,
        mass: 0,
        hours: 0,
        taken: 0,
        damp: { likely: Number.MAX_VALUE },
      };
      // What is laid but was not weighed is nothing to count from.
      if (laid && !now) return [];
      const better = all.flatMap((option): Improvement[] => {
        const changes = {
          heat: option.heat - from.heat,
          money: option.money - from.money,
          mass: option.mass - from.mass,
          hours: option.hours - from.hours,
          taken: zone.kind === 'floor' || zone.kind === 'ceiling' ? option.taken - from.taken : 0,
          water: now ? option.damp.likely - now.damp.likely : option.damp.likely,
        };
        if (changes.heat > -TELLS || !isDry(option, limits) || option.damp.likely > from.damp.likely + 1e-3)
          return [];
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
