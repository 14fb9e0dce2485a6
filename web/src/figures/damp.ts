import { type Evaluation, worstBay } from '@overcoat/core/evaluate';
import { dampWorking } from '@overcoat/core/studies/working';
import { grams } from '../format.ts';
import { DAMP_MARKS, DAMP_WORDS } from '../sentences.ts';
import type { Figure } from './figure.ts';

const STATES = ['bare', 'dry', 'dries', 'grows'] as const;
const rank = (state: (typeof STATES)[number]) => STATES.indexOf(state);
const stateAt = (value: number) => STATES[value]!;

/** The worst bay speaks for the van, and for its zone. */
export const damp: Figure = {
  key: 'damp',
  name: 'damp',
  zoneName: 'damp',
  of: e => rank(e.damp.state),
  ofZone: (e, zone) =>
    Math.max(
      ...[...e.bays.values()]
        .filter(b => b.zone.id === zone)
        .map(b => rank(e.damp.bays.get(b.bay.id)!.state)),
    ),
  print: value => DAMP_WORDS[stateAt(value)],
  mark: value => DAMP_MARKS[stateAt(value)],
  change: (before, now) => became(before, now, 'damp: '),
  zoneChange: (before, now) => became(before, now),
  changeShort: () => null,
  better: 'less',
  alert: e => e.damp.state === 'grows',
  note,
  working(e, design, library) {
    const worst = worstBay(e);
    return worst && dampWorking(e, worst, design, library);
  },
};

const became = (before: number, now: number, of = '') =>
  before === now ? null : `${of}${DAMP_WORDS[stateAt(before)]} → ${DAMP_WORDS[stateAt(now)]}`;

/** Its water, said to be provisional until the van's own year is known. */
function note(e: Evaluation): string {
  const says = bandOf(e);
  return e.damp.climate.own || e.damp.state === 'bare' ? says : `provisional: ${says.replace(' g/m²', '')}`;
}

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
