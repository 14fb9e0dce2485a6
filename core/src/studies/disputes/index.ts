export type { DisputeQuestion } from './asked.ts';
export { DISPUTES, type Dispute, type DisputeId, type Turning } from './dispute.ts';
export { type Settled, settle } from './disputes.ts';
export { answerWords, guessWords, NOTHING, type Print, QUESTIONS, turnWords } from './words.ts';
