import { AskMistake } from './mistake.ts';
import { askChoose } from './questions/choose.ts';
import { askDeaden } from './questions/deaden.ts';
import { askDemo } from './questions/demo.ts';
import { askDisputes } from './questions/disputes.ts';
import { askEvaluate } from './questions/evaluate.ts';
import { askHolding } from './questions/holding.ts';
import { askHotDay } from './questions/hotDay.ts';
import { askKnock } from './questions/knock.ts';
import { askNest } from './questions/nest.ts';
import { askNight } from './questions/night.ts';
import { askOrder } from './questions/order.ts';
import { askPieces } from './questions/pieces.ts';
import { askYear } from './questions/year.ts';

/** A question answers its arguments with what goes out as JSON, or throws a `Mistake`. */
type Question = (args: readonly string[]) => Promise<object>;

const QUESTIONS: Record<string, Question> = {
  evaluate: askEvaluate,
  night: askNight,
  year: askYear,
  'hot-day': askHotDay,
  knock: askKnock,
  deaden: askDeaden,
  nest: askNest,
  pieces: askPieces,
  holding: askHolding,
  order: askOrder,
  choose: askChoose,
  disputes: askDisputes,
  demo: askDemo,
};

export interface AskAnswer {
  /** For standard output and standard error. */
  out: string;
  error: string;
  /** 0 when answered, 2 for a mistake of the person's. */
  code: 0 | 2;
}

/** Answers `QUESTION FILE [options]` from the same core as the interface, in SI units: m, kg, W, J, s, Pa, degC. */
export async function ask([question, ...args]: readonly string[]): Promise<AskAnswer> {
  try {
    const answer = question === undefined ? undefined : QUESTIONS[question];
    if (!answer)
      throw new AskMistake(
        `${question ? `“${question}” is not asked here` : 'Ask something'}: ${Object.keys(QUESTIONS).join(', ')} are.`,
      );
    return { out: `${JSON.stringify(await answer(args), null, 1)}\n`, error: '', code: 0 };
  } catch (error) {
    if (!(error instanceof AskMistake)) throw error;
    return { out: '', error: `${error.message}\n`, code: 2 };
  }
}
