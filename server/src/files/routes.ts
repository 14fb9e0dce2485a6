import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { invalid } from '../contract/problem.ts';
import type { Handlers } from '../contract/serve.ts';
import type { FileStore } from './store.ts';

export const fileHandlers = (files: FileStore): Pick<Handlers, 'putFile' | 'file'> => ({
  async putFile({ params, body, request }) {
    if (!Buffer.isBuffer(body)) throw invalid('Send the file itself, as image/jpeg or audio/wav.');
    await files.put(params.hash, (request.get('Content-Type') ?? '').split(';')[0]!.trim(), body);
  },
  async file({ params, response }) {
    const { path, type } = await files.find(params.hash);
    response.setHeader('Content-Type', type);
    // Named by its content, it never changes.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    // Who stops listening leaves nothing open; a file that cannot be read ends the answer.
    await pipeline(createReadStream(path), response).catch(() => response.destroy());
  },
});
