import { QueryTypes, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { Unopened } from './unopened.ts';

/** Forward-only, in raw SQL; one entry a version. Never edit one that has shipped. */
const MIGRATIONS: { name: string; sql: string[] }[] = [
  {
    name: '001-conversions',
    sql: [
      `CREATE TABLE conversions (
        id TEXT PRIMARY KEY, name TEXT NOT NULL, summary TEXT NOT NULL, revision INTEGER NOT NULL,
        created_at TEXT NOT NULL, saved_at TEXT NOT NULL)`,
      `CREATE TABLE revisions (
        conversion_id TEXT NOT NULL REFERENCES conversions(id) ON DELETE CASCADE, revision INTEGER NOT NULL,
        back INTEGER, forward INTEGER, label TEXT NOT NULL, saved_at TEXT NOT NULL, document BLOB NOT NULL,
        PRIMARY KEY (conversion_id, revision))`,
    ],
  },
  {
    name: '002-own-materials-and-prices',
    sql: [
      'CREATE TABLE materials (id TEXT PRIMARY KEY, document TEXT NOT NULL)',
      'CREATE TABLE prices (material TEXT NOT NULL, thickness REAL NOT NULL, width REAL NOT NULL, price REAL NOT NULL, PRIMARY KEY (material, thickness, width))',
    ],
  },
  {
    name: '003-photos',
    sql: ['CREATE TABLE photos (hash TEXT PRIMARY KEY, bytes INTEGER NOT NULL, created_at TEXT NOT NULL)'],
  },
];

/**
 * Brings the database to the newest version, all of it or nothing; `to` stops at an earlier one (for tests). Throws an
 * `Unopened` for one that a newer program wrote.
 */
export async function migrate(sequelize: Sequelize, to?: string): Promise<string[]> {
  const storage = new SequelizeStorage({ sequelize });
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, sql }) => ({
      name,
      up: async () => {
        for (const statement of sql) await sequelize.query(statement, { type: QueryTypes.RAW });
      },
    })),
    storage,
    logger: undefined,
  });
  // What is done and the note that it is done go together: a start that is struck down leaves neither.
  await sequelize.query('BEGIN IMMEDIATE');
  try {
    const known = new Set(MIGRATIONS.map(m => m.name));
    const newer = (await storage.executed()).filter(name => !known.has(name));
    if (newer.length > 0)
      throw new Unopened(
        `This data folder was written by a newer Overcoat (${newer.join(', ')}): open it with that one, or name another folder with --data.`,
      );
    const done = await umzug.up(to ? { to } : {});
    await sequelize.query('COMMIT');
    return done.map(m => m.name);
  } catch (error) {
    await sequelize.query('ROLLBACK');
    throw error;
  }
}
