import { randomUUID } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import path from 'node:path';
import { type Readable, Transform, type Writable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import type { ConversionRecord, DesignFile } from '@overcoat/core/model';
import yauzl from 'yauzl';
import yazl from 'yazl';
import { invalid, Problem } from '../contract/problem.ts';
import { JSON_LIMIT } from '../contract/serve.ts';
import { FILE_KINDS } from '../files/kinds.ts';
import type { FileStore, StoredFile } from '../files/store.ts';
import { type TakesIn, takeIn } from './takeIn.ts';

const MEGABYTE = 1_048_576;
const ARCHIVE_LIMIT = 2048 * MEGABYTE;
const DESIGN = 'design.overcoat.json';

/**
 * Writes a *.overcoat.zip: the design file, and each file under its hash. Resolves once all of it has gone; a file that cannot be
 * read, or somebody who no longer listens, ends it and leaves nothing open.
 */
export async function writeArchive(
  file: DesignFile,
  files: readonly StoredFile[],
  to: Writable,
): Promise<void> {
  const zip = new yazl.ZipFile();
  zip.addBuffer(Buffer.from(JSON.stringify(file)), DESIGN);
  const reading = new Set<Readable>();
  const out = zip.outputStream as Readable;
  // A file that is gone tells of it here, and nowhere else.
  const fail = (error: Error) => void out.destroy(error);
  zip.on('error', fail);
  for (const held of files)
    zip.addReadStreamLazy(
      `files/${path.basename(held.path)}`,
      { compress: false },
      (found: (error: Error | null, file: Readable) => void) => {
        const file = createReadStream(held.path);
        // Nobody listens any more: it is not begun.
        if (out.destroyed) file.destroy();
        reading.add(file.on('error', fail).once('close', () => reading.delete(file)));
        found(null, file);
      },
    );
  zip.end();
  try {
    await pipeline(out, to);
  } finally {
    for (const file of reading) file.destroy();
  }
}

/** What taking in an archive writes to. */
export interface ArchiveRooms extends TakesIn {
  files: FileStore;
}

/**
 * Takes in a *.overcoat.zip. It is written down first, for it may be larger than memory should hold; what is in it is
 * checked as if it had come alone, the files before the design that names them.
 */
export async function readArchive(
  from: Readable,
  { files, ...rooms }: ArchiveRooms,
): Promise<{ conversion: ConversionRecord; notes: string[] }> {
  const draft = path.join(files.folder, `${randomUUID()}.part`);
  try {
    await pipeline(from, limit(ARCHIVE_LIMIT), createWriteStream(draft, { flags: 'wx' }));
    const zip = await yauzl.openPromise(draft).catch(unreadable);
    let design: unknown;
    try {
      for await (const entry of zip.eachEntry()) {
        if (entry.fileName === DESIGN) {
          const text = await contentOf(zip, entry, JSON_LIMIT);
          design = parsed(text.toString('utf8'));
        }
        const [, hash, extension] = /^files\/([0-9a-f]{64})\.(\w+)$/.exec(entry.fileName) ?? [];
        const kind = Object.entries(FILE_KINDS).find(([, k]) => k.extension === extension);
        if (hash && kind) await files.put(hash, kind[0], await contentOf(zip, entry, kind[1].limit));
      }
    } finally {
      zip.close();
    }
    if (design === undefined)
      throw invalid(`The archive holds no ${DESIGN}: an *.overcoat.zip written here is accepted.`);
    return await takeIn(design, rooms);
  } finally {
    await rm(draft, { force: true });
  }
}

function unreadable(): never {
  throw invalid('This is no readable zip archive: it may be cut short, or be of another kind.');
}

async function contentOf(zip: yauzl.ZipFile, entry: yauzl.Entry, most: number): Promise<Buffer> {
  if (entry.uncompressedSize > most) throw tooLarge(`“${entry.fileName}” in the archive`, most);
  // What it unpacks to is held to its stated size by the reader.
  return buffer(await zip.openReadStreamPromise(entry).catch(unreadable)).catch(unreadable);
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw invalid(`The ${DESIGN} in the archive is not complete JSON.`);
  }
}

const tooLarge = (what: string, most: number) =>
  new Problem(
    413,
    'Too large',
    `${what} is too large: at most ${Math.round(most / MEGABYTE)} MB is accepted.`,
  );

function limit(most: number): Transform {
  let bytes = 0;
  return new Transform({
    transform(chunk: Buffer, _, done) {
      bytes += chunk.length;
      if (bytes > most) done(tooLarge('This', most));
      else done(null, chunk);
    },
  });
}
