import { UP } from '../../evaluate/index.ts';
import type { Unit } from '../../figures/index.ts';
import type { Dispute, DisputeId, Side } from './dispute.ts';
import { DEARER, MISFITS } from './kit.ts';

/** What is disputed, as a question. */
export const QUESTIONS: Record<DisputeId, string> = {
  barrier: 'Vapour barrier or none?',
  seal: 'How well sealed before it pays?',
  deadening: 'A quarter or all of the deadening?',
  ribs: 'Ribs stuffed, clear or stripped?',
  'floor battens': 'Floor on battens or a full board?',
  floor: 'Floor insulated or not?',
  ceiling: 'Ceiling thin and strong or thick and soft?',
  foil: 'Foil film: what for?',
  glass: 'Windows and cab, or the walls?',
  kit: 'A ready-cut kit or own cutting?',
};

/** Why a van has nothing to answer. */
export const NOTHING: Record<DisputeId, string> = {
  barrier: 'Nothing is laid into walls, ceiling or doors.',
  seal: 'Nothing is laid into walls, ceiling or doors.',
  deadening: 'No metal panel of this van drums, or nothing is laid on any.',
  ribs: 'No ribs are covered by anything.',
  'floor battens': 'No floor is laid, or no board and batten are sold in one thickness.',
  floor: 'No floor is laid.',
  ceiling: 'No ceiling is laid.',
  foil: 'Nothing is laid into walls, ceiling or doors.',
  glass: 'There is no glass, or nothing in the walls.',
  kit: 'Nothing is cut.',
};

/** Prints a figure as its person has it. */
export type Print = (value: number, unit: Unit) => string;

/** The answer for this van in a sentence. */
export function answerWords(
  { id, answer, number, sides, turning: { x, lines } }: Dispute,
  print: Print,
): string {
  const n = print(Math.abs(number.value), number.unit);
  const side = (name: string) => sides.find(s => s.name === name)!;
  const moreOrLess = (by: number, unit: Unit) => `${print(Math.abs(by), unit)} ${by < 0 ? 'less' : 'more'}`;
  const lessHeat = (s: Side) => moreOrLess(s.heat - side('clear').heat, 'W/K');
  switch (id) {
    case 'barrier':
      return answer === 'barrier'
        ? `A barrier: with its joints as they are sealed, the worst bay takes up ${n} less in its first winter.`
        : number.value > 0
          ? `None: it would keep no more than ${n} out of the worst bay.`
          : 'None: with it the worst bay would take up no less.';
    case 'seal':
      return answer === 'no seal is worth it'
        ? 'No seal is worth its tape here: what is laid takes up no water to speak of without.'
        : x.turns === 0
          ? 'However badly it is sealed, it takes up less than none; sealing it better is still better.'
          : `From ${n} of its joints closed it takes up less than none; you have ${print(x.at!, x.unit)}${answer === 'pays as it is sealed' ? ', which is enough' : ': too little'}.`;
    case 'deadening':
      return answer === 'none'
        ? 'None: it saves less drumming than its weight and money are worth to you.'
        : `${capital(answer!)}: about ${print(x.turns!, 'share')} of each panel; by then the van drums ${n} less, and more of it is worth less to you than its weight and money.`;
    case 'ribs':
      return `${capital(answer!)}: left clear, ribs lose ${n} of the heat; stuffed ${lessHeat(side('stuffed'))}, with a strip over them ${lessHeat(side('a strip over them'))}.`;
    case 'floor battens':
      return `${capital(answer!)}: battens lose ${moreOrLess(number.value, 'W/K')} and take ${moreOrLess(side('on battens').hours - side('full board').hours, 'h')}.`;
    case 'floor':
      return answer === 'insulated'
        ? `Insulated, ${print(x.turns!, 'm')} thick: ${n} less, and ${print(sides.at(-1)!.headroom, 'm')} of height left.`
        : answer === 'no room'
          ? 'Not: anything under it leaves less than the height you need.'
          : 'Not: what it saves is not worth its height, money and work to you.';
    case 'ceiling':
      return `${capital(answer!)}: the strong board loses ${n} ${number.value < 0 ? 'more' : 'less'} than the soft one in what fits between the bows.`;
    case 'foil':
      return answer === 'as a mirror'
        ? `As a mirror: before the air that is left its face saves ${n}.`
        : answer === 'against vapour'
          ? `Against vapour: it keeps ${n} out of the worst bay.`
          : 'To hold what is loose and to stop rattles: it keeps neither vapour nor heat here.';
    case 'glass':
      return `${capital(answer!)} first: screens save ${n} while they are up; the same money in the walls saves ${print(lines[1]!.points[0]!.y, 'W/K')} all the time.`;
    case 'kit':
      return answer === 'kit'
        ? `A kit: it saves ${n}, and an hour is worth more to you than ${print(x.turns!, 'money')}.`
        : `Own cutting: a kit saves ${n}${x.turns === null ? '' : `, and pays once an hour is worth ${print(x.turns, 'money')}`}.`;
  }
}

/** Where it turns, in a sentence. */
export function turnWords({ id, turning: { x } }: Dispute, print: Print): string {
  const now = x.at === null ? '' : ` ${id === 'glass' ? 'Taken' : 'Now'}: ${print(x.at, x.unit)}.`;
  if (x.turns === null) return `Nothing turns it over what is shown here.${now}`;
  const turns = print(x.turns, x.unit);
  return `${TURNS[id](turns, x.turns)}.${now}`;
}

const TURNS: Record<DisputeId, (turns: string, value: number) => string> = {
  barrier: turns => `Turns where people add ${turns} the moisture they add now`,
  seal: (turns, value) =>
    value === 0 ? 'It pays at any share of joints closed' : `Turns where ${turns} of its joints are closed`,
  deadening: turns => `Best at ${turns} of each panel`,
  ribs: turns => `Turns where a W/K is worth ${turns}`,
  'floor battens': turns => `Turns where a W/K is worth ${turns}`,
  floor: turns => `Best at ${turns} under the floor`,
  ceiling: turns => `${turns} of the soft one do as well as the strong one in its thickness`,
  foil: turns => `As a mirror it tells from ${turns} of air before it`,
  glass: turns => `Turns where screens are up ${turns} of the time`,
  kit: turns => `Turns where an hour is worth ${turns}`,
};

/** What an answer rests on that is a guess, in a sentence; empty where nothing is. */
export function guessWords(id: DisputeId, print: Print): string {
  if (id === 'glass')
    return `Guessed: screens are cut from the library’s quilted mat at its price and are up ${print(UP, 'share')} of the heated time; the walls find room for what the money buys.`;
  if (id === 'kit')
    return `Guessed: a kit costs ${print(DEARER, 'share')} more than what it is cut from, and ${print(MISFITS, 'share')} of its pieces do not fit.`;
  return '';
}

const capital = (word: string): string => word.replace(/^./, c => c.toUpperCase());
