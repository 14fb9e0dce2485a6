import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { Sequelize } from 'sequelize';
import { migrate } from './migrations.ts';
import { defineModels, type Models } from './models.ts';

export interface Database {
  /** The data folder. */
  folder: string;
  /** For reading: sees what is committed, while a write goes on. */
  models: Models;
  sequelize: Sequelize;
  /** Runs `work` in one IMMEDIATE transaction on the writer's own connection; writers take turns. Resolves once it is on disk. */
  write<T>(work: (models: Models) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

const PRAGMAS = ['foreign_keys = ON', 'journal_mode = WAL', 'synchronous = FULL', 'busy_timeout = 5000'];

/** Opens (or creates) the database in `folder` and brings it to the newest version. */
export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true });
  const file = path.join(folder, 'overcoat.sqlite');
  const writer = connect(file);
  await migrate(writer);
  const reader = connect(file);
  const models = defineModels(reader);
  const writing = defineModels(writer);
  let last: Promise<unknown> = Promise.resolve();

  // Not `sequelize.transaction`: on SQLite it opens a new connection every time, which costs more than the write.
  const transact = async <T>(work: (models: Models) => Promise<T>): Promise<T> => {
    await writer.query('BEGIN IMMEDIATE');
    try {
      const result = await work(writing);
      await writer.query('COMMIT');
      return result;
    } catch (error) {
      await writer.query('ROLLBACK');
      throw error;
    }
  };

  return {
    folder,
    models,
    sequelize: reader,
    write(work) {
      const run = last.then(() => transact(work));
      last = run.catch(() => undefined);
      return run;
    },
    async close() {
      await last;
      await reader.close();
      await writer.close();
    },
  };
}

function connect(storage: string): Sequelize {
  const sequelize = new Sequelize({ dialect: 'sqlite', storage, logging: false });
  sequelize.addHook('afterConnect', connection => setPragmas(connection as PragmaConnection));
  return sequelize;
}

interface PragmaConnection {
  exec(sql: string, done: (error: Error | null) => void): void;
}

const setPragmas = (connection: PragmaConnection) =>
  new Promise<void>((resolve, reject) =>
    connection.exec(PRAGMAS.map(p => `PRAGMA ${p};`).join(' '), error => (error ? reject(error) : resolve())),
  );
