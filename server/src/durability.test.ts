import { type ChildProcess, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Design } from '@overcoat/core/model';
import { build } from 'esbuild';
import { QueryTypes, Sequelize } from 'sequelize';
import { afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import bundle from '../../scripts/serverBundle.json' with { type: 'json' };
import { conversionRows } from './conversions/rows.ts';
import { openDatabase } from './db/database.ts';
import { migrate } from './db/migrations.ts';
import { fileRows } from './files/rows.ts';
import { libraryRows } from './library/rows.ts';

/** The server as one file, where it finds its packages: it is started many times, and quicker so. */
const MAIN = fileURLToPath(new URL('../../.cache/durability/main.mjs', import.meta.url));
beforeAll(async () => {
  await build({
    entryPoints: [fileURLToPath(new URL('./main.ts', import.meta.url))],
    outfile: MAIN,
    bundle: true,
    platform: 'node',
    format: 'esm',
    external: bundle.external,
    banner: { js: bundle.banner },
  });
});
let folder: string;
const running = new Set<ChildProcess>();
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'overcoat-kill-'));
});
afterEach(() => {
  for (const child of running) child.kill('SIGKILL');
  rmSync(folder, { recursive: true });
});

/** A real server process on a free port. */
async function start(): Promise<{ process: ChildProcess; url: string }> {
  const child = spawn(process.execPath, [MAIN, '--data', folder, '--port', '0', '--no-ahead'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  running.add(child);
  const url = await new Promise<string>((resolve, reject) => {
    child.once('exit', code => reject(new Error(`server ended with ${code}`)));
    child.stdout!.on('data', (chunk: Buffer) => {
      const found = /http:\/\/[\d.:]+/.exec(chunk.toString());
      if (found) resolve(found[0]);
    });
  });
  return { process: child, url };
}

const ended = (child: ChildProcess) => new Promise(resolve => child.once('exit', resolve));

/** 50 when it is asked for: a start takes half a second. */
const KILLS = Number(process.env.OVERCOAT_KILLS ?? 3);

describe('kill -9 during saves and entries', () => {
  it(`loses nothing that was acknowledged and has each entry once, ${KILLS} times over`, async () => {
    let server = await start();
    const send = (method: string, path: string, body: object, headers = {}) =>
      fetch(`${server.url}/api/conversions${path}`, {
        method,
        headers: { 'Content-Type': 'application/json', ...headers },
        body: JSON.stringify(body),
      });
    const made = await (await send('POST', '', { name: 'Kill', pattern: 'mid' })).json();
    const design: Design = made.design;
    let revision = 1;
    let note = '';
    const noted: string[] = [];
    const [variant] = design.variants;
    const beside = `/${made.id}/documents/cut-list/${variant!.id}`;
    let settled = { revision: 0, name: '' };
    const settle = async (name: string) => {
      const document = { format: 1, name, pins: [] };
      const headers = { 'If-Match': `"${settled.revision}"` };
      const response = await send('PUT', beside, { document, label: name }, headers);
      expect(response.status).toBe(200);
      settled = { revision: (await response.json()).revision, name };
    };
    const enter = async (id: string) => {
      const entries = [{ id, fact: { kind: 'flag', note: id } }];
      expect((await send('POST', `/${made.id}/log`, { entries })).status).toBe(200);
      noted.push(id);
    };
    for (let round = 0; round < KILLS; round++) {
      const before = revision;
      let lost = '';
      for (let i = 0; ; i++) {
        // Struck at another moment of a save or an entry in every round.
        if (i === 5 + (round % 3)) setTimeout(() => server.process.kill('SIGKILL'), 2 + ((5 * round) % 31));
        const mine = `r${round}-${i}`;
        try {
          // As the interface saves, and now and then a whole design as a merge does.
          const change = [{ op: 'replace', path: ['note'], value: mine }];
          const whole = i % 3 === 2;
          const response = await send(
            whole ? 'PUT' : 'PATCH',
            `/${made.id}`,
            { ...(whole ? { design: { ...design, note: mine } } : { changes: change }), label: mine },
            { 'If-Match': `"${revision}"` },
          );
          expect(response.status).toBe(200);
          revision = (await response.json()).revision;
          note = mine;
          lost = mine;
          await enter(mine);
          await settle(mine);
        } catch {
          break;
        }
      }
      if (server.process.exitCode === null && server.process.signalCode === null) await ended(server.process);
      server = await start();
      const after = await (await fetch(`${server.url}/api/conversions/${made.id}`)).json();
      // One more may have reached the disk without its answer reaching us; never one less.
      expect([0, 1]).toContain(after.revision - revision);
      if (after.revision === revision) expect(after.design.note).toBe(note);
      expect(revision).toBeGreaterThanOrEqual(before + 5);
      revision = after.revision;
      const kept = await (await fetch(`${server.url}/api/conversions${beside}`)).json();
      expect([0, 1]).toContain(kept.revision - settled.revision);
      if (kept.revision === settled.revision && kept.revision > 0)
        expect(kept.document.name).toBe(settled.name);
      settled = { revision: kept.revision, name: kept.document?.name ?? '' };
      // What was not answered is sent again, as the outbox does.
      if (lost && noted.at(-1) !== lost) await enter(lost);
      const { entries } = await (await fetch(`${server.url}/api/conversions/${made.id}/log`)).json();
      expect(entries.map((e: { entry: { id: string } }) => e.entry.id)).toEqual(noted);
    }
    server.process.kill('SIGTERM');
    await ended(server.process);
  });
});

describe('kill -9 after a photo', () => {
  it('has every photo that was acknowledged, whole, and no half-written file under a name', async () => {
    let server = await start();
    const photos = Array.from({ length: 12 }, (_, i) => {
      const noise = Buffer.alloc(20_000, i + 1);
      return Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xda, 0, 2]), noise, Buffer.from([0xff, 0xd9])]);
    });
    const hashOf = (b: Buffer) => createHash('sha256').update(b).digest('hex');
    const kept: string[] = [];
    setTimeout(() => server.process.kill('SIGKILL'), 40);
    for (const photo of photos)
      try {
        const answer = await fetch(`${server.url}/api/files/${hashOf(photo)}`, {
          method: 'PUT',
          headers: { 'Content-Type': 'image/jpeg' },
          body: new Uint8Array(photo),
        });
        if (answer.status === 204) kept.push(hashOf(photo));
      } catch {
        break;
      }
    server = await start();
    for (const hash of kept) {
      const back = await fetch(`${server.url}/api/files/${hash}`);
      expect(back.status).toBe(200);
      expect(hashOf(Buffer.from(await back.arrayBuffer()))).toBe(hash);
    }
  });
});

describe('the database as it is meant', () => {
  it('has write-ahead log, foreign keys, full sync and a busy timeout on both live connections', async () => {
    const db = await openDatabase(folder);
    const pragma = async (sequelize: Sequelize, name: string) => {
      const [row] = await sequelize.query<Record<string, unknown>>(`PRAGMA ${name}`, {
        type: QueryTypes.SELECT,
      });
      return Object.values(row!)[0];
    };
    const all = (sequelize: Sequelize) =>
      Promise.all(
        ['journal_mode', 'foreign_keys', 'synchronous', 'busy_timeout'].map(p => pragma(sequelize, p)),
      );
    expect(await all(db.reader)).toEqual(['wal', 1, 2, 5000]);
    expect(await db.write(all)).toEqual(['wal', 1, 2, 5000]);
    await db.close();
  });

  it('is open to one server at a time, and to the next once the first has gone, however it went', async () => {
    const server = await start();
    await expect(openDatabase(folder)).rejects.toThrow('Another Overcoat server has the data folder');
    server.process.kill('SIGKILL');
    await ended(server.process);
    await (await openDatabase(folder)).close();
  });

  it('refuses in a sentence what a newer program wrote, and leaves it as it is', async () => {
    const db = await openDatabase(folder);
    await db.write(writer => writer.query("INSERT INTO SequelizeMeta VALUES ('999-from-tomorrow')"));
    await db.close();
    await expect(openDatabase(folder)).rejects.toThrow('written by a newer Overcoat (999-from-tomorrow)');
  });

  it('starts again after a first start struck down in the middle of it', async () => {
    for (let i = 0; i < 4; i++) {
      const child = spawn(process.execPath, [MAIN, '--data', folder, '--port', '0', '--no-ahead'], {
        stdio: 'ignore',
      });
      running.add(child);
      const file = path.join(folder, 'overcoat.sqlite');
      while (!existsSync(file)) await new Promise(resolve => setImmediate(resolve));
      await new Promise(resolve => setTimeout(resolve, 4 * i));
      child.kill('SIGKILL');
      await ended(child);
      const db = await openDatabase(folder);
      expect(await fileRows(db.reader).File.count()).toBe(0);
      await db.close();
      rmSync(folder, { recursive: true });
    }
    mkdirSync(folder);
  });
});

describe('migrations', () => {
  it('leave nothing half done when one fails', async () => {
    const old = new Sequelize({
      dialect: 'sqlite',
      storage: path.join(folder, 'overcoat.sqlite'),
      logging: false,
    });
    await old.query('CREATE TABLE photos (in_the_way TEXT)');
    await expect(migrate(old)).rejects.toThrow('photos');
    const tables = await old.query<{ name: string }>("SELECT name FROM sqlite_master WHERE type = 'table'", {
      type: QueryTypes.SELECT,
    });
    expect(tables.map(t => t.name)).toEqual(['photos']);
    await old.query('DROP TABLE photos');
    expect(await migrate(old)).toHaveLength(12);
    await old.close();
  });

  it('bring a database of every earlier version up, keeping what it holds', async () => {
    const old = new Sequelize({
      dialect: 'sqlite',
      storage: path.join(folder, 'overcoat.sqlite'),
      logging: false,
    });
    expect(await migrate(old, '001-conversions')).toEqual(['001-conversions']);
    await old.query("INSERT INTO conversions VALUES ('c', 'Kept', '{}', 1, '2026-01-01', '2026-01-01')");
    await old.close();
    const db = await openDatabase(folder);
    expect(await conversionRows(db.reader).Conversion.findByPk('c')).toMatchObject({
      name: 'Kept',
      revision: 1,
    });
    expect(await libraryRows(db.reader).Price.count()).toBe(0);
    const [{ foreign_keys }] = (await db.reader.query('PRAGMA foreign_keys', {
      type: QueryTypes.SELECT,
    })) as [{ foreign_keys: number }];
    expect(foreign_keys).toBe(1);
    await db.close();
  });
});
