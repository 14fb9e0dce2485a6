import type { IncomingMessage } from 'node:http';
import path from 'node:path';
import { newDesign } from '@overcoat/core/buildup';
import { readDesignFile, toDesignFile } from '@overcoat/core/formats';
import { checkDesign, checkMaterial, type Design, upgradeOwn } from '@overcoat/core/model';
import express, { type Request, type Response, type Router } from 'express';
import type { Database } from '../db/database.ts';
import { PhotoStore } from '../files/photoStore.ts';
import { type ConversionRecord, ConversionStore, packBody } from './conversionStore.ts';
import { LibraryStore } from './libraryStore.ts';
import { invalid, Problem } from './problem.ts';
import { checkCreate, checkPrice, checkSave, fileMistakes, readMaterial } from './validate.ts';

const MEGABYTE = 1_048_576;
/** Of a design, sent as a file or saved: what opens can be saved. */
const DESIGN_LIMIT = 20 * MEGABYTE;
const PHOTO_LIMIT = 6 * MEGABYTE;

/** Every route under /api, over one database. */
export function apiRoutes(db: Database): Router {
  const conversions = new ConversionStore(db);
  const library = new LibraryStore(db);
  const photos = new PhotoStore(db, path.join(db.folder, 'photos'));
  const router = express.Router();
  const picture = express.raw({ type: 'image/jpeg', limit: PHOTO_LIMIT });
  const json = express.json({ limit: DESIGN_LIMIT, strict: false, verify: keepRaw });

  const sound = async (design: Design) => {
    const mistakes = checkDesign(design, (await library.read()).library);
    if (mistakes.length > 0) throw invalid(mistakes[0]!.message, mistakes);
  };

  router.get('/health', (_, response) => void response.json({ ok: true }));

  router.get('/conversions', async (_, response) => void response.json(await conversions.list()));
  router.post('/conversions', json, async (request, response) => {
    const { name, pattern } = checkCreate(request.body);
    send(response.status(201), await conversions.create(newDesign(name.trim(), pattern), 'new conversion'));
  });
  router.post('/import', json, async (request, response) => {
    const read = readDesignFile(request.body, fileMistakes, (await library.read()).library.keys());
    if (!read.ok) throw invalid(read.message, read.mistakes);
    const { file: taken, notes } = await library.takeIn(read.file);
    const conversion = await conversions.create(taken.design, 'imported');
    response.status(201).json({ conversion, notes });
  });
  router.get('/conversions/:id', async (request, response) =>
    send(response, await conversions.read(request.params.id)),
  );
  router.put('/conversions/:id', json, async (request, response) => {
    const expected = ifMatch(request);
    const packing = packBody(
      (request as RawRequest).raw ?? Buffer.from(JSON.stringify(request.body ?? null)),
    );
    packing.catch(() => undefined);
    const body = checkSave(request.body);
    await sound(body.design);
    sendSaved(response, await conversions.save(request.params.id, expected, body, packing));
  });
  router.post('/conversions/:id/undo', async (request, response) =>
    send(response, await conversions.undo(request.params.id, ifMatch(request))),
  );
  router.post('/conversions/:id/redo', async (request, response) =>
    send(response, await conversions.redo(request.params.id, ifMatch(request))),
  );
  router.delete('/conversions/:id', async (request, response) => {
    await conversions.remove(request.params.id);
    response.status(204).end();
  });
  router.get('/conversions/:id/export', async (request, response) => {
    const { design } = await conversions.read(request.params.id);
    const { materials, prices } = await library.read();
    const name = design.name.replace(/[^\w-]+/g, '-').toLowerCase() || 'design';
    response.setHeader('Content-Disposition', `attachment; filename="${name}.overcoat.json"`);
    response.json(toDesignFile(design, materials, prices));
  });

  router.put('/photos/:hash', picture, async (request, response) => {
    if (!Buffer.isBuffer(request.body)) throw invalid('Send the picture itself, as image/jpeg.');
    await photos.put(request.params.hash as string, request.body);
    response.status(204).end();
  });
  router.get('/photos/:hash', async (request, response) => {
    const stream = await photos.read(request.params.hash);
    response.setHeader('Content-Type', 'image/jpeg');
    // Named by its content, it never changes.
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    stream.on('error', () => response.destroy()).pipe(response);
  });

  router.get('/library', async (_, response) => {
    const { materials, prices } = await library.read();
    response.json({ materials, prices });
  });
  router.put('/materials/:id', json, async (request, response) => {
    const material = readMaterial(own(request.body, 'material'));
    if (material.id !== request.params.id)
      throw invalid('The id in the address and in the material must be the same.');
    const mistakes = checkMaterial(material, (await library.read()).library);
    if (mistakes.length > 0) throw invalid(mistakes[0]!.message, mistakes);
    await library.putMaterial(material);
    response.json(material);
  });
  router.delete('/materials/:id', async (request, response) => {
    await library.removeMaterial(request.params.id, conversions);
    response.status(204).end();
  });
  router.put('/prices', json, async (request, response) => {
    const price = checkPrice(own(request.body, 'price'));
    await library.putPrice(price);
    response.json(price);
  });
  router.delete('/prices/:material', async (request, response) => {
    await library.removePrices(request.params.material);
    response.status(204).end();
  });
  return router;
}

/** An own material or price in today's format. */
function own(body: unknown, kind: 'material' | 'price'): unknown {
  const current = upgradeOwn(body, kind);
  if (!current.ok) throw invalid(current.message);
  return current.document;
}

interface RawRequest extends IncomingMessage {
  raw?: Buffer;
}

/** Keeps the bytes of a body: they are packed for the history while what they say is checked. */
const keepRaw = (request: RawRequest, _: unknown, bytes: Buffer, encoding: string): void => {
  // What would not read back as it was parsed (another encoding, a byte-order mark) is written anew.
  if (encoding === 'utf-8' && bytes[0] !== 0xef) request.raw = bytes;
};

function ifMatch(request: Request): number {
  const header = request.get('If-Match');
  if (!header)
    throw new Problem(
      428,
      'Revision needed',
      'A change must say which revision it was made on, in If-Match.',
    );
  const revision = Number(/^"?(\d+)"?$/.exec(header)?.[1] ?? Number.NaN);
  if (!Number.isInteger(revision))
    throw new Problem(400, 'Not readable', 'If-Match must be a revision number such as "12".');
  return revision;
}

const send = (response: Response, record: ConversionRecord) =>
  void response.setHeader('ETag', `"${record.revision}"`).json(record);

/** The client has the design it sent: only what the save made of it goes back. */
function sendSaved(response: Response, { design: _, ...saved }: ConversionRecord): void {
  response.setHeader('ETag', `"${saved.revision}"`).json(saved);
}
