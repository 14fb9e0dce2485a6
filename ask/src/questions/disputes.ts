import { weightsOf } from '@overcoat/core/figures';
import { searchClimate } from '@overcoat/core/studies/cabin';
import {
  answerWords,
  guessWords,
  NOTHING,
  type Print,
  QUESTIONS,
  settle,
  turnWords,
} from '@overcoat/core/studies/disputes';
import { options } from '../options.ts';
import { ABOUT, readDesign } from '../readDesign.ts';

/** In SI units, as they are. */
const print: Print = (value, unit) =>
  unit === 'share'
    ? `${Math.round(value * 100)} %`
    : `${Number(value.toPrecision(3))}${unit === 'money' ? '' : unit === 'times' ? ' times' : ` ${unit}`}`;

/** What practitioners dispute, answered for one van: a sentence, the figure it rests on, where it turns and what moves it. */
export async function askDisputes(args: readonly string[]) {
  const { values, rest } = options(args, ABOUT);
  const { design, variant, library, heard } = await readDesign(rest[0], values);
  const { brief } = design;
  const { disputes, assumed } = settle({
    design,
    placement: variant.design,
    library,
    heard,
    climate: searchClimate(design, variant.design, library),
    weights: weightsOf(brief),
  });
  return {
    assumed,
    disputes: disputes.map(({ id, dispute }) => ({
      id,
      question: QUESTIONS[id],
      ...(dispute
        ? {
            answer: dispute.answer,
            says: answerWords(dispute, print),
            number: dispute.number,
            turns: { says: turnWords(dispute, print), ...dispute.turning.x },
            moves: dispute.moves,
            guesses: guessWords(id, print),
            sides: dispute.sides,
          }
        : { answer: null, says: NOTHING[id] }),
    })),
  };
}
