import { type Library, materialOf } from '@overcoat/core/materials';
import type { Layer } from '@overcoat/core/model';
import type { Hold } from '@overcoat/core/order/holding';
import type {
  Candidate,
  ChoiceLimits,
  LimitPrice,
  Proposal,
  PutUp,
  Sums,
} from '@overcoat/core/studies/choose';
import { printLength, printMass, printNumber, type UnitSystem } from '@overcoat/core/units';
import { dampWord, isNoDamper } from '@overcoat/core/van/wetting';
import { brokenWords } from '../../figures/weighed.ts';
import { grams } from '../../format.ts';
import { HOLD_NAMES } from '../../holdNames.ts';
import { printMoney } from '../../store/money.ts';

/** What was found, in a sentence; what cannot be kept first. */
export function proposalWords(
  { evaluated, figures, over, conflict, damp }: Proposal,
  limits: ChoiceLimits,
  units: UnitSystem,
): string {
  const says = `${printNumber(evaluated.heat, 1)} W/K for ${printMoney(Math.round(evaluated.cost))} and ${printMass(evaluated.mass, units)}`;
  const broken = brokenWords(figures, limits, units);
  if (damp && !isNoDamper(damp.state, limits.damp))
    return `Nothing found is as dry as you ask. The nearest ${dampWord(damp.state)} in its own year, with ${grams(figures.damp)}: ${says}${broken.length > 0 ? `; ${broken.join(', ')}` : ''}.`;
  if (over <= 1e-4)
    return broken.length > 0
      ? `Best, passing what may be passed: ${says}; ${broken.join(', ')}.`
      : `Best within your limits: ${says}.`;
  // Only a conflict is proven; else nothing was found yet.
  const none = conflict ? 'Nothing keeps' : 'Nothing found keeps';
  return `${none} all your limits. The nearest is ${says}${broken.length > 0 ? `: ${broken.join(', ')}` : ''}.`;
}

const NAMES: Record<LimitPrice['limit'], (more: number, units: UnitSystem) => string> = {
  budget: more => `${printMoney(more)} more`,
  mass: (more, units) => `${printMass(more, units)} more`,
  height: (more, units) => `${printLength(more, units)} less height`,
  hours: more => `${printNumber(more)} hours more`,
  damp: () => 'more damp',
  heat: more => `${printNumber(more, 1)} W/K more`,
  drums: more => `${printNumber(more * 100)} % more drumming`,
  water: more => `${grams(more)} more winter water`,
};

/** How much better another could be at most. */
export function gapWords({ over, gap }: Proposal): string {
  if (over > 1e-4) return '';
  const as = 'as far as packs are estimated';
  return gap < 5e-5
    ? `Proven: nothing is better, ${as}.`
    : // A bound is rounded up.
      `Proven: nothing is better by more than ${printNumber(Math.ceil(gap * 1000) / 10, 1)} %, ${as}.`;
}

/** Which limits cannot be kept together, and how far they would have to give way; empty where all can. */
export function conflictWords({ conflict }: Proposal, units: UnitSystem): string {
  if (!conflict) return '';
  const { between, alone, together } = conflict;
  const names = between.map(l => LIMIT_NAMES[l]);
  const first =
    names.length === 1
      ? `No choice keeps the ${names[0]}`
      : `No choice keeps ${names.slice(0, -1).join(', ')} and ${names.at(-1)} together`;
  const one = alone.flatMap(({ limit, by }) =>
    by === null ? [] : [NAMES[limit](rounded(limit, by), units)],
  );
  const all = together.map(({ limit, by }) => NAMES[limit](rounded(limit, by), units));
  const enough = one.length > 0 ? one.join(', or ') : all.join(' and ');
  return `${first}. The least that would do: ${enough}.`;
}

/** Up to what one would say: whole tens of money, whole kilograms, millimetres and hours. */
const rounded = (limit: LimitPrice['limit'], by: number): number => {
  const to = limit === 'budget' ? 10 : limit === 'height' ? 0.001 : 1;
  return Math.ceil(by / to - 1e-6) * to;
};

const LIMIT_NAMES: Record<LimitPrice['limit'], string> = {
  budget: 'money',
  mass: 'mass',
  height: 'height',
  hours: 'hours',
  damp: 'damp',
  heat: 'heat loss',
  drums: 'drumming',
  water: 'winter water',
};

/** Zones for which there was nothing to choose, or nothing as dry as asked, or where more has to hold it; empty where all is well. */
export function withoutWords(
  { without }: Proposal,
  named: (zone: string) => string,
  refused: readonly string[] = [],
): string {
  const list = (zones: readonly string[]) => zones.map(named).join(', ');
  return [
    without.fits.length > 0
      ? `Nothing is left for ${list(without.fits)}${refused.length > 0 ? ` without ${refused.join(', ')}, and what is fixed with it` : ': nothing fits its depths'}: left as it is.`
      : '',
    without.dry.length > 0
      ? `${list(without.dry)}: not as dry as asked, in the van’s own year with this laid; the least damp of what was weighed.`
      : '',
    ...[...waysToHold(without.holds)].map(([instead, zones]) => heldWords(list(zones), instead)),
  ]
    .filter(Boolean)
    .join(' ');
}

/** Zones by what would hold their pieces. */
function waysToHold(holds: Proposal['without']['holds']): Map<Hold | null, string[]> {
  const ways = new Map<Hold | null, string[]>();
  for (const { zone, instead } of holds) ways.set(instead, [...(ways.get(instead) ?? []), zone]);
  return ways;
}

const heldWords = (zones: string, instead: Hold | null): string =>
  `Pieces in ${zones} would come down as they are usually held: ${
    instead
      ? `hold them by ${HOLD_NAMES[instead]}, chosen under Cut & buy.`
      : 'nothing known holds them there, keep another lay-up.'
  }`;

/** What each limit that binds costs, the dearest first. */
export function priceWords({ prices, over }: Proposal, units: UnitSystem): string {
  if (over > 1e-4) return '';
  if (prices.length === 0) return 'None of your limits stands in the way.';
  return prices
    .map(p => `${NAMES[p.limit](p.more, units)}: ${changeWords(p.changes, units) || 'nothing worth telling'}`)
    .join('. ')
    .concat('.');
}

/** What is put up at night in one place, in words. */
export function putUpWords({ screens, curtain }: PutUp): string {
  const parts = [
    screens.length > 0 ? `screens at ${screens.length} pane${screens.length === 1 ? '' : 's'}` : '',
    curtain ? `a ${curtain}` : '',
  ].filter(Boolean);
  return parts.join(' and ') || 'nothing';
}

/** Which limit would change it first if it were tighter, the nearest of what is within a tenth. */
export function spareWords({ spare, evaluated: e }: Proposal, units: UnitSystem): string {
  const of: Partial<Record<LimitPrice['limit'], { whole: number; says(by: number): string }>> = {
    budget: { whole: e.cost, says: by => `${printMoney(Math.floor(by))} less money` },
    mass: { whole: e.mass, says: by => `${printMass(by, units)} less mass` },
    height: { whole: 0.1, says: by => `${printLength(by, units)} more height` },
    hours: { whole: 40, says: by => `${printNumber(by, 1)} hours less` },
  };
  const near = spare
    .flatMap(({ limit, by }) => {
      const own = of[limit];
      return own && by >= 0 && by < 0.1 * own.whole ? [{ share: by / own.whole, says: own.says(by) }] : [];
    })
    .sort((a, b) => a.share - b.share);
  return near.length > 0 ? `With more than ${near[0]!.says} it would have to change.` : '';
}

/** What changes by more than a trifle, in figures. */
export function changeWords(c: Sums, units: UnitSystem): string {
  const signed = (value: number, print: (v: number) => string) =>
    `${value > 0 ? '+' : '−'}${print(Math.abs(value))}`;
  return [
    Math.abs(c.heat) >= 0.05 ? signed(c.heat, v => `${printNumber(v, 1)} W/K`) : '',
    Math.abs(c.money) >= 1 ? signed(c.money, v => printMoney(Math.round(v))) : '',
    Math.abs(c.mass) >= 0.1 ? signed(c.mass, v => printMass(v, units)) : '',
    Math.abs(c.hours) >= 0.25 ? signed(c.hours, v => `${printNumber(v, 1)} h`) : '',
    Math.abs(c.taken) >= 0.001 ? signed(c.taken, v => `${printLength(v, units)} of height`) : '',
    Math.abs(c.water) >= 5e-4 ? signed(c.water, v => `${grams(v)} winter water`) : '',
    Math.abs(c.drums) >= 0.01 ? signed(c.drums, v => `${printNumber(v * 100)} % drumming`) : '',
  ]
    .filter(Boolean)
    .join(', ');
}

/** What is laid into a zone in a line: what most bays get, what deeper ones get, and stuffed ribs. */
export function candidateWords(c: Candidate, library: Library, units: UnitSystem): string {
  const most = c.buildUp.layers.length > 0 ? layersWords(c.buildUp.layers, library, units) : 'bare';
  const others = new Map<string, number>();
  for (const b of Object.values(c.bays)) {
    const fill = b
      ? layersWords(
          b.layers.filter(l => l.role === 'fill'),
          library,
          units,
        ) || 'no fill'
      : 'bare';
    others.set(fill, (others.get(fill) ?? 0) + 1);
  }
  const own = [...others].map(([fill, n]) => `${fill} in ${n} bay${n === 1 ? '' : 's'}`);
  return [most, ...own, ...(c.ribs ? [`ribs ${c.ribs}`] : [])].join('; ');
}

/** Layers of a lay-up in a line, what insulates first. */
function layersWords(layers: readonly Layer[], library: Library, units: UnitSystem): string {
  const order = ['fill', 'over-rib', 'vapour control', 'batten', 'damping', 'lining', 'finish'];
  return layers
    .flatMap(l => {
      if (l.role === 'air gap') return [];
      const { name } = materialOf(library, l.material);
      const thick = printLength(l.thickness, units);
      const says = l.role === 'damping' ? `damping on ${Math.round(l.coverage * 100)} %` : `${name} ${thick}`;
      return [[order.indexOf(l.role), says] as const];
    })
    .sort((a, b) => a[0] - b[0])
    .map(([, says]) => says)
    .join(', ');
}
