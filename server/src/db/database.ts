import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { Sequelize, Transaction } from 'sequelize';
import { migrate } from './migrations.ts';
import { defineModels, type Models } from './models.ts';

export interface Database {
  models: Models;
  sequelize: Sequelize;
  /** Runs `work` in one IMMEDIATE transaction; writers take turns. Resolves once it is on disk. */
  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

const PRAGMAS = ['foreign_keys = ON', 'journal_mode = WAL', 'synchronous = FULL', 'busy_timeout = 5000'];

/** Opens (or creates) the database in `folder` and brings it to the newest version. */
export async function openDatabase(folder: string): Promise<Database> {
  mkdirSync(folder, { recursive: true });
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    storage: path.join(folder, 'overcoat.sqlite'),
    logging: false,
  });
  // Sequelize opens a connection for every transaction: each needs its pragmas.
  sequelize.addHook('afterConnect', connection => setPragmas(connection as PragmaConnection));
  await migrate(sequelize);
  const models = defineModels(sequelize);
  let last: Promise<unknown> = Promise.resolve();
  return {
    models,
    sequelize,
    write(work) {
      const run = last.then(() => sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, work));
      last = run.catch(() => undefined);
      return run;
    },
    async close() {
      await last;
      await sequelize.close();
    },
  };
}

interface PragmaConnection {
  exec(sql: string, done: (error: Error | null) => void): void;
}

const setPragmas = (connection: PragmaConnection) =>
  new Promise<void>((resolve, reject) =>
    connection.exec(PRAGMAS.map(p => `PRAGMA ${p};`).join(' '), error => (error ? reject(error) : resolve())),
  );
