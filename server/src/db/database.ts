import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { Sequelize, TimeoutError } from 'sequelize';
import { Feed } from '../feed/feed.ts';
import { migrate } from './migrations.ts';
import { Unopened } from './unopened.ts';

export interface Database {
  /** The data folder. */
  folder: string;
  /** Told of every change once it is on disk. */
  feed: Feed;
  /** For reading: sees what is committed, while a write goes on. */
  reader: Sequelize;
  /**
   * Runs `work` in one IMMEDIATE transaction on the writer's own connection; writers take turns. Resolves once it is on disk;
   * `done` is called by then, before the next one begins.
   */
  write<T>(work: (writer: Sequelize) => Promise<T>, done?: () => void): Promise<T>;
  /** The same for work whose only write is one statement, which is whole by itself. */
  writeOne<T>(work: (writer: Sequelize) => Promise<T>, done?: () => void): Promise<T>;
  close(): Promise<void>;
}

const PRAGMAS = ['foreign_keys = ON', 'journal_mode = WAL', 'synchronous = FULL', 'busy_timeout = 5000'];

/**
 * Opens (or creates) the database in `folder` and brings it to the newest version. Throws an `Unopened` with a sentence
 * when another server has the folder open, or when a newer one wrote it.
 */
export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true });
  const lock = await lockFolder(folder);
  const file = path.join(folder, 'overcoat.sqlite');
  const writer = await connect(file);
  await migrate(writer);
  const reader = await connect(file);
  let last: Promise<unknown> = Promise.resolve();

  // Not `sequelize.transaction`: on SQLite it opens a new connection every time, which costs more than the write.
  const transact = async <T>(work: (writer: Sequelize) => Promise<T>, done?: () => void): Promise<T> => {
    await writer.query('BEGIN IMMEDIATE');
    try {
      const result = await work(writer);
      await writer.query('COMMIT');
      done?.();
      return result;
    } catch (error) {
      await writer.query('ROLLBACK');
      throw error;
    }
  };

  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const run = last.then(work);
    last = run.catch(() => undefined);
    return run;
  };

  return {
    folder,
    feed: new Feed(),
    reader,
    write: (work, done) => inTurn(() => transact(work, done)),
    writeOne: (work, done) =>
      inTurn(async () => {
        const result = await work(writer);
        done?.();
        return result;
      }),
    async close() {
      await last;
      await reader.close();
      await writer.close();
      await lock.close();
    },
  };
}

/** One connection, with the pragmas set on it: Sequelize keeps one a database on SQLite, and runs no hook when it is made. */
async function connect(storage: string): Promise<Sequelize> {
  const sequelize = new Sequelize({ dialect: 'sqlite', storage, logging: false });
  for (const pragma of PRAGMAS) await sequelize.query(`PRAGMA ${pragma}`);
  return sequelize;
}

/** Holds the folder for as long as the process lives: the lock is the operating system's, and goes with it however it ends. */
async function lockFolder(folder: string): Promise<Sequelize> {
  const lock = new Sequelize({
    dialect: 'sqlite',
    storage: path.join(folder, 'lock.sqlite'),
    logging: false,
    retry: { max: 1 },
  });
  try {
    await lock.query('PRAGMA busy_timeout = 500');
    await lock.query('BEGIN EXCLUSIVE');
  } catch (error) {
    await lock.close();
    // So Sequelize names a database that is busy; anything else (a folder nobody may write to) is no other server's doing.
    if (!(error instanceof TimeoutError)) throw error;
    throw new Unopened(
      `Another Overcoat server has the data folder “${folder}” open: use that one, or name another folder with --data.`,
    );
  }
  return lock;
}
