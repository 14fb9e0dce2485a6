import { FIGURE_KEYS, type Figured, type FigureKey, VAN_FIGURES } from '@overcoat/core/figures';
import { type Library, materialOf } from '@overcoat/core/materials';
import type { Layer } from '@overcoat/core/model';
import type { Hold } from '@overcoat/core/order/holding';
import type { Candidate, ChoiceLimits, Proposal, PutUp } from '@overcoat/core/studies/proposal';
import { printLength, printNumber, type UnitSystem } from '@overcoat/core/units';
import { dampWord, isNoDamper } from '@overcoat/core/van/wetting';
import { brokenWords, printFigure } from '../../figures/weighed.ts';
import { limitName, WORDS } from '../../figures/words.ts';
import { HOLD_NAMES } from '../../holdNames.ts';

/** What was found, in a sentence; what cannot be kept first. */
export function proposalWords(
  { figures, over, conflict, damp }: Proposal,
  limits: ChoiceLimits,
  units: UnitSystem,
): string {
  const says = `${printFigure('heat', figures.heat, units)} for ${printFigure('money', figures.money, units)} and ${printFigure('mass', figures.mass, units)}`;
  const broken = brokenWords(figures, limits, units);
  if (damp && !isNoDamper(damp.state, limits.damp))
    return `Nothing found is as dry as you ask. The nearest ${dampWord(damp.state)} in its own year, with ${printFigure('water', figures.water, units)}: ${says}${broken.length > 0 ? `; ${broken.join(', ')}` : ''}.`;
  if (over <= 1e-4)
    return broken.length > 0
      ? `Best, passing what may be passed: ${says}; ${broken.join(', ')}.`
      : `Best within your limits: ${says}.`;
  // Only a conflict is proven; else nothing was found yet.
  const none = conflict ? 'Nothing keeps' : 'Nothing found keeps';
  return `${none} all your limits. The nearest is ${says}${broken.length > 0 ? `: ${broken.join(', ')}` : ''}.`;
}

/** So much more of what a limit allows, in words; of height it is less that is asked. */
const moreOf = (key: FigureKey, more: number, units: UnitSystem): string => {
  const { better, unit } = VAN_FIGURES[key];
  const what =
    unit === 'money' || unit === 'kg' || unit === 'h'
      ? ''
      : ` ${key === 'headroom' ? 'height' : WORDS[key].name}`;
  return `${printFigure(key, more, units)} ${better === 'less' ? 'more' : 'less'}${what}`;
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
export function limitConflictWords({ conflict }: Proposal, units: UnitSystem): string {
  if (!conflict) return '';
  const { between, alone, together } = conflict;
  const names = between.map(limitName);
  const first =
    names.length === 1
      ? `No choice keeps the ${names[0]}`
      : `No choice keeps ${names.slice(0, -1).join(', ')} and ${names.at(-1)} together`;
  const one = alone.flatMap(({ limit, by }) =>
    by === null ? [] : [moreOf(limit, rounded(limit, by), units)],
  );
  const all = together.map(({ limit, by }) => moreOf(limit, rounded(limit, by), units));
  const enough = one.length > 0 ? one.join(', or ') : all.join(' and ');
  return `${first}. The least that would do: ${enough}.`;
}

/** Up to what one would say: whole tens of money, whole kilograms, millimetres and hours. */
const rounded = (key: FigureKey, by: number): number => {
  const step = VAN_FIGURES[key].limit?.step ?? VAN_FIGURES[key].tells;
  return Math.ceil(by / step - 1e-6) * step;
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
    .map(
      p => `${moreOf(p.limit, p.more, units)}: ${changeWords(p.changes, units) || 'nothing worth telling'}`,
    )
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
export function spareWords({ spare, figures }: Proposal, units: UnitSystem): string {
  const near = spare
    .map(({ limit, by }) => {
      // Of height a few centimetres are many.
      const whole = limit === 'headroom' ? 0.1 : figures[limit];
      const less = VAN_FIGURES[limit].better === 'less' ? 'less' : 'more';
      const to = VAN_FIGURES[limit].unit === 'money' ? Math.floor(by) : by;
      return {
        by,
        share: by / whole,
        says: `${printFigure(limit, to, units)} ${less} ${limit === 'money' ? 'money' : limitName(limit)}`,
      };
    })
    .filter(n => n.by >= 0 && n.share < 0.1)
    .sort((a, b) => a.share - b.share);
  return near.length > 0 ? `With more than ${near[0]!.says} it would have to change.` : '';
}

/** What changes by more than a trifle, in figures. */
export const changeWords = (changes: Figured, units: UnitSystem): string =>
  FIGURE_KEYS.filter(k => Math.abs(changes[k]) >= VAN_FIGURES[k].tells)
    .map(k => `${changes[k] > 0 ? '+' : '−'}${printFigure(k, Math.abs(changes[k]), units)}${SAID[k] ?? ''}`)
    .join(', ');

/** What is said after a change whose unit does not tell what it is of. */
const SAID: Partial<Record<FigureKey, string>> = {
  headroom: ' of height',
  water: ' of winter water',
  quiet: ' of drumming',
  fire: ' to burn',
};

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
