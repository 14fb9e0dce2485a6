import { randomUUID } from 'node:crypto';
import { mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { readFile, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { invalid } from '../contract/problem.ts';
import type { Database } from '../db/database.ts';

const KEY = /^[0-9a-f]{64}$/;
const MEGABYTE = 1_048_576;

/** Most that one answer and all of them may have, bytes. */
export interface AnswerLimits {
  one: number;
  all: number;
}
const LIMITS: AnswerLimits = { one: 4 * MEGABYTE, all: 64 * MEGABYTE };

/**
 * What windows have computed, named by the content of all it rests on and by the sources that computed it, so that another window or a
 * phone need not compute it again. It is no data: whatever of it is lost, or is not as it should be, is computed anew.
 */
export class AnswerStore {
  private readonly folder: string;
  /** Bytes by key, the one used longest ago first. */
  private readonly known = new Map<string, number>();
  private bytes = 0;
  private readonly computing = new Map<string, Promise<string | null>>();

  constructor(
    db: Pick<Database, 'folder'>,
    private readonly limits: AnswerLimits = LIMITS,
  ) {
    this.folder = path.join(db.folder, 'answers');
    mkdirSync(this.folder, { recursive: true });
    const all = readdirSync(this.folder);
    for (const name of all.filter(n => n.endsWith('.part')))
      rmSync(path.join(this.folder, name), { force: true });
    const there = all
      .filter(name => KEY.test(name))
      .map(name => ({ name, stat: statSync(path.join(this.folder, name)) }))
      .sort((a, b) => a.stat.mtimeMs - b.stat.mtimeMs);
    for (const { name, stat } of there) this.note(name, stat.size);
  }

  has(key: string): boolean {
    return this.known.has(key);
  }

  /** An answer is being computed here: whoever asks for it meanwhile waits for it, instead of computing it again. */
  async coming(key: string, answer: Promise<string | null>): Promise<string | null> {
    this.computing.set(key, answer);
    try {
      return await answer;
    } finally {
      this.computing.delete(key);
    }
  }

  /** An answer as it was put; null where nobody has computed it. */
  async read(key: string): Promise<Buffer | null> {
    const coming = this.computing.get(key);
    if (coming) return coming.then(text => (text === null ? null : Buffer.from(text)));
    const size = this.known.get(key);
    if (size === undefined) return null;
    const found = await readFile(path.join(this.folder, key)).catch(() => null);
    if (!found) this.forget(key);
    else if (this.known.has(key)) this.note(key, size);
    return found;
  }

  /** Keeps an answer, in place of those used longest ago where there is no room. */
  async put(key: string, body: Buffer): Promise<void> {
    if (!KEY.test(key)) throw invalid('An answer goes by 64 digits and letters a to f.');
    if (body.length > this.limits.one)
      throw invalid(`An answer may have up to ${Math.round(this.limits.one / MEGABYTE)} MB.`);
    const draft = path.join(this.folder, `${randomUUID()}.part`);
    try {
      await writeFile(draft, body);
      await rename(draft, path.join(this.folder, key));
    } catch (error) {
      await rm(draft, { force: true });
      throw error;
    }
    this.note(key, body.length);
    for (const [old] of this.known) {
      if (this.bytes <= this.limits.all) break;
      this.forget(old);
      await rm(path.join(this.folder, old), { force: true });
    }
  }

  private note(key: string, size: number): void {
    this.forget(key);
    this.known.set(key, size);
    this.bytes += size;
  }

  private forget(key: string): void {
    this.bytes -= this.known.get(key) ?? 0;
    this.known.delete(key);
  }
}
