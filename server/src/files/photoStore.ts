import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, type ReadStream } from 'node:fs';
import { open, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { stripJpeg } from '@overcoat/core/formats';
import { invalid, notFound } from '../api/problem.ts';
import type { Database } from '../db/database.ts';

const HASH = /^[0-9a-f]{64}$/;

/** Photos on disk under the data folder, each named by the SHA-256 of its bytes; the table says which are there. */
export class PhotoStore {
  constructor(
    private readonly db: Database,
    private readonly folder: string,
  ) {
    mkdirSync(folder, { recursive: true });
  }

  /**
   * Keeps a JPEG under its hash; the same one again changes nothing. Refused when the bytes are no JPEG, are not
   * what the hash says, or still carry what a camera writes into them. It is on disk when this resolves.
   */
  async put(hash: string, bytes: Buffer): Promise<void> {
    const clean = stripJpeg(bytes);
    if (!clean) throw invalid('This is not a readable JPEG picture.');
    if (clean.length !== bytes.length)
      throw invalid('The picture still carries data of the camera, such as the place: send it without.');
    if (!HASH.test(hash) || createHash('sha256').update(bytes).digest('hex') !== hash)
      throw invalid('The picture is not the one its address names: send it again.');
    if (!existsSync(this.file(hash))) await this.write(hash, bytes);
    await this.db.write(models =>
      models.Photo.upsert({ hash, bytes: bytes.length, created_at: new Date().toISOString() }),
    );
  }

  /** The picture as a stream. The path is made from the row found, never from what was asked for. */
  async read(hash: string): Promise<ReadStream> {
    const row = HASH.test(hash) ? await this.db.models.Photo.findByPk(hash) : null;
    if (!row) throw notFound('such photo');
    return createReadStream(this.file(row.hash));
  }

  private async write(hash: string, bytes: Buffer): Promise<void> {
    const file = this.file(hash);
    mkdirSync(path.dirname(file), { recursive: true });
    const draft = path.join(this.folder, `${randomUUID()}.part`);
    const handle = await open(draft, 'wx');
    try {
      await handle.writeFile(bytes);
      await handle.sync();
    } finally {
      await handle.close();
    }
    await rename(draft, file).catch(async error => {
      await rm(draft, { force: true });
      throw error;
    });
  }

  private readonly file = (hash: string) => path.join(this.folder, hash.slice(0, 2), `${hash}.jpg`);
}
