import { invalid } from '../contract/problem.ts';
import type { Handlers } from '../contract/serve.ts';
import type { AnswerStore } from './store.ts';

export const answerHandlers = (answers: AnswerStore): Pick<Handlers, 'answer' | 'putAnswer'> => ({
  async answer({ params, response }) {
    const body = await answers.read(params.key);
    // That nobody has computed it is no mistake of whoever asks.
    if (!body) return void response.status(204).end();
    response.setHeader('Content-Type', 'application/octet-stream');
    response.setHeader('Cache-Control', 'no-store');
    response.end(body);
  },
  async putAnswer({ params, body }) {
    if (!Buffer.isBuffer(body)) throw invalid('Send the answer itself, as application/octet-stream.');
    await answers.put(params.key, body);
  },
});
