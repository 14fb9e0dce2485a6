import { createHash, randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, renameSync } from 'node:fs';
import { open, readdir, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { invalid, notFound } from '../contract/problem.ts';
import type { Database } from '../db/database.ts';
import { FILE_KINDS, type FileKind } from './kinds.ts';
import { type FileRow, fileRows } from './rows.ts';

const HASH = /^[0-9a-f]{64}$/;
/** What a write that was struck down left on disk is kept so long, ms: it may be going on. */
const UNFINISHED = 3_600_000;

export interface StoredFile {
  hash: string;
  type: string;
  bytes: number;
  createdAt: string;
  /** On disk. Made from the row found, never from what was asked for. */
  path: string;
}

/** Files on disk under the data folder, each named by the SHA-256 of its bytes; the table says which are there. */
export class FileStore {
  readonly folder: string;

  constructor(private readonly db: Database) {
    this.folder = path.join(db.folder, 'files');
    // Before it held more than photos.
    const before = path.join(db.folder, 'photos');
    if (existsSync(before) && !existsSync(this.folder)) renameSync(before, this.folder);
    mkdirSync(this.folder, { recursive: true });
  }

  /**
   * Keeps a file under its hash; the same one again only counts as come anew. Refused when the bytes are not of the kind they
   * are said to be, or not what the hash says. It is on disk when this resolves.
   */
  async put(hash: string, type: string, bytes: Buffer): Promise<void> {
    const kind = FILE_KINDS[type];
    if (!kind) throw invalid(`Files of ${Object.keys(FILE_KINDS).join(', ')} are accepted, not ${type}.`);
    if (bytes.length > kind.limit)
      throw invalid(
        `A file of ${type} may have up to ${kind.limit / 1024} kB; this one has ${Math.round(bytes.length / 1024)}.`,
      );
    const wrong = kind.wrong(bytes);
    if (wrong) throw invalid(wrong);
    if (!HASH.test(hash) || createHash('sha256').update(bytes).digest('hex') !== hash)
      throw invalid('The file is not the one its address names: send it again.');
    if (!existsSync(this.path(hash, kind))) await this.writeDown(this.path(hash, kind), bytes);
    await this.db.write(writer =>
      fileRows(writer).File.upsert({
        hash,
        type,
        bytes: bytes.length,
        created_at: new Date().toISOString(),
      }),
    );
  }

  async find(hash: string): Promise<StoredFile> {
    const row = HASH.test(hash) ? await fileRows(this.db.reader).File.findByPk(hash) : null;
    const found = row && this.stored(row);
    // A row whose bytes somebody took away is no file.
    if (!found || !existsSync(found.path)) throw notFound('such file');
    return found;
  }

  async all(): Promise<StoredFile[]> {
    return (await fileRows(this.db.reader).File.findAll()).map(row => this.stored(row));
  }

  /** Erases files, bytes and all. */
  async erase(files: readonly StoredFile[]): Promise<void> {
    if (files.length === 0) return;
    await this.db.write(writer => fileRows(writer).File.destroy({ where: { hash: files.map(f => f.hash) } }));
    for (const file of files) await rm(file.path, { force: true });
  }

  /** Takes away what lies on disk and no row knows, but for what may still be being written. */
  async tidy(now: Date): Promise<void> {
    const known = new Set((await this.all()).map(f => f.path));
    for (const name of await readdir(this.folder, { recursive: true })) {
      const file = path.join(this.folder, name);
      const found = await stat(file).catch(() => null);
      if (found?.isFile() && !known.has(file) && now.getTime() - found.mtimeMs > UNFINISHED)
        await rm(file, { force: true });
    }
  }

  private readonly path = (hash: string, kind: FileKind) =>
    path.join(this.folder, hash.slice(0, 2), `${hash}.${kind.extension}`);

  private stored({ hash, type, bytes, created_at }: FileRow): StoredFile {
    return { hash, type, bytes, createdAt: created_at, path: this.path(hash, FILE_KINDS[type]!) };
  }

  private async writeDown(file: string, bytes: Buffer): Promise<void> {
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
}
