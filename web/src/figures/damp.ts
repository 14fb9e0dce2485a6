import { type Evaluation, worstBay } from '@overcoat/core/evaluate';
import { dampWorking } from '@overcoat/core/studies/working';
import { HALF_GRAM } from '@overcoat/core/tolerance';
import { buildsUp, dampAtLevel, dampLevel, dampMark, dampWord } from '@overcoat/core/van/wetting';
import { grams } from '../format.ts';
import type { Figure } from './figure.ts';

/** The worst bay speaks for the van, and for its zone. */
export const damp: Figure = {
  key: 'water',
  name: 'damp',
  zoneName: 'damp',
  of: e => dampLevel(e.damp.state),
  ofZone: (e, zone) =>
    Math.max(
      ...[...e.bays.values()]
        .filter(b => b.zone.id === zone)
        .map(b => dampLevel(e.damp.bays.get(b.bay.id)!.state)),
    ),
  print: value => dampWord(dampAtLevel(value)),
  mark: value => dampMark(dampAtLevel(value)),
  change: (before, now) => became(before, now, 'damp: '),
  zoneChange: (before, now) => became(before, now),
  changeShort: () => null,
  better: 'less',
  alert: e => buildsUp(e.damp.state),
  note,
  waits: e => e.damp.standing !== 'settled' && e.damp.state !== 'bare',
  tells: (before, now) => {
    const [was, is] = [dampWord(before.damp.state), dampWord(now.damp.state)];
    const water = (e: Evaluation) => (e.damp.state === 'bare' ? '' : ` (${grams(e.damp.most.likely)})`);
    const same = was === is && Math.abs(before.damp.most.likely - now.damp.most.likely) < HALF_GRAM;
    return same ? null : `damp: ${was}${water(before)} → ${is}${water(now)}`;
  },
  working(e, design, library) {
    const worst = worstBay(e);
    return worst?.moisture ? dampWorking(e, worst, design, library) : null;
  },
};

const became = (before: number, now: number, of = '') =>
  before === now || Number.isNaN(before + now)
    ? null
    : `${of}${dampWord(dampAtLevel(before))} → ${dampWord(dampAtLevel(now))}`;

/** Its water; that it is being reckoned where it does not rest on the van's own year yet. */
function note(e: Evaluation): string {
  const { standing, state } = e.damp;
  if (state === 'reckoning') return 'the van’s own year';
  const says = bandOf(e);
  if (standing === 'settled' || state === 'bare') return `${says}${closeTo(e)}`;
  return `reckoning${standing === 'last' ? ', before' : ''}: ${says.replace(' g/m²', '')}`;
}

const closeTo = ({ damp: { near } }: Evaluation): string => (near ? `, close to “${dampWord(near)}”` : '');

/** First winter's most in any bay, likely and at the wet end; of a dry van, the most of five winters. */
function bandOf(e: Evaluation): string {
  const worst = worstBay(e);
  if (!worst?.moisture) return 'every bay is bare';
  const { most, state } = e.damp;
  if (state === 'dry' && most.wetEnd < 1.05 * most.likely + 0.001)
    return `at most ${grams(worst.moisture.highest)}`;
  return most.wetEnd < 1.05 * most.likely + 0.001
    ? grams(most.likely)
    : `${grams(most.likely).replace(' g/m²', '')} to ${grams(most.wetEnd)}`;
}
