import { QueryTypes, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { factsOfDesigns } from './factsOfDesigns.ts';
import { Unopened } from './unopened.ts';

/** Forward-only, in raw SQL; one entry a version. Never edit one that has shipped. */
const MIGRATIONS: { name: string; sql: string[]; after?: (sequelize: Sequelize) => Promise<void> }[] = [
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
  {
    name: '004-log-files-bin',
    sql: [
      `CREATE TABLE log (
        conversion_id TEXT NOT NULL REFERENCES conversions(id) ON DELETE CASCADE, seq INTEGER NOT NULL,
        id TEXT NOT NULL, kind TEXT NOT NULL, at TEXT, taken_in TEXT NOT NULL, file TEXT, entry TEXT NOT NULL,
        PRIMARY KEY (conversion_id, seq), UNIQUE (conversion_id, id))`,
      'CREATE INDEX log_by_time ON log (conversion_id, at)',
      'CREATE INDEX log_by_kind ON log (conversion_id, kind)',
      'CREATE INDEX log_by_file ON log (file) WHERE file IS NOT NULL',
      'CREATE TABLE files (hash TEXT PRIMARY KEY, type TEXT NOT NULL, bytes INTEGER NOT NULL, created_at TEXT NOT NULL)',
      "INSERT INTO files SELECT hash, 'image/jpeg', bytes, created_at FROM photos",
      'DROP TABLE photos',
      'ALTER TABLE conversions ADD COLUMN binned_at TEXT',
    ],
    after: factsOfDesigns,
  },
  {
    // A revision may hold only what it changes on another one.
    name: '005-changes',
    sql: ['ALTER TABLE revisions ADD COLUMN base INTEGER'],
  },
  {
    // A save is one statement, whole by itself: the revision carries what its conversion shows of it.
    name: '006-one-statement',
    sql: [
      'ALTER TABLE revisions ADD COLUMN name TEXT',
      'ALTER TABLE revisions ADD COLUMN summary TEXT',
      `CREATE TRIGGER revision_taken AFTER INSERT ON revisions WHEN NEW.name IS NOT NULL BEGIN
        UPDATE conversions SET revision = NEW.revision, saved_at = NEW.saved_at, name = NEW.name, summary = NEW.summary
        WHERE id = NEW.conversion_id; END`,
      "CREATE TRIGGER log_stands BEFORE UPDATE ON log BEGIN SELECT raise(ABORT, 'an entry of the log never changes'); END",
    ],
  },
  {
    name: '007-price-history',
    sql: [
      'ALTER TABLE prices ADD COLUMN at TEXT',
      "ALTER TABLE prices ADD COLUMN earlier TEXT NOT NULL DEFAULT '[]'",
    ],
  },
  {
    name: '008-cut-lists',
    sql: [
      `CREATE TABLE cut_lists (
        conversion_id TEXT NOT NULL REFERENCES conversions(id) ON DELETE CASCADE, variant TEXT NOT NULL,
        revision INTEGER NOT NULL, back INTEGER, forth INTEGER, saved_at TEXT NOT NULL, body TEXT NOT NULL,
        PRIMARY KEY (conversion_id, variant, revision)) WITHOUT ROWID`,
    ],
  },
  {
    name: '009-workshop',
    sql: [
      `CREATE TABLE workshop (
        seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE, taken_in TEXT NOT NULL, entry TEXT NOT NULL)`,
    ],
  },
  {
    // One table for every kind of document; and whatever entry of the workshop names a file says so.
    name: '010-documents',
    sql: [
      `CREATE TABLE documents (
        conversion_id TEXT NOT NULL REFERENCES conversions(id) ON DELETE CASCADE, kind TEXT NOT NULL, key TEXT NOT NULL,
        revision INTEGER NOT NULL, back INTEGER, forward INTEGER, label TEXT NOT NULL, saved_at TEXT NOT NULL,
        body BLOB NOT NULL, PRIMARY KEY (conversion_id, kind, key, revision)) WITHOUT ROWID`,
      `INSERT INTO documents SELECT conversion_id, 'cut-list', variant, revision, back, forth, 'cut list', saved_at, body
        FROM cut_lists`,
      'DROP TABLE cut_lists',
      'ALTER TABLE workshop ADD COLUMN file TEXT',
      "UPDATE workshop SET file = json_extract(entry, '$.fact.photo')",
    ],
  },
  {
    // The design is a document like any other, and any other is kept as what changes on it too.
    name: '011-one-history',
    sql: [
      'ALTER TABLE documents RENAME TO documents_before',
      `CREATE TABLE documents (
        conversion_id TEXT NOT NULL REFERENCES conversions(id) ON DELETE CASCADE, kind TEXT NOT NULL, key TEXT NOT NULL,
        revision INTEGER NOT NULL, back INTEGER, forward INTEGER, label TEXT NOT NULL, saved_at TEXT NOT NULL,
        base INTEGER, body BLOB NOT NULL, name TEXT, summary TEXT, PRIMARY KEY (conversion_id, kind, key, revision))`,
      `INSERT INTO documents SELECT conversion_id, kind, key, revision, back, forward, label, saved_at, NULL, body, NULL, NULL
        FROM documents_before`,
      `INSERT INTO documents SELECT conversion_id, 'design', 'all', revision, back, forward, label, saved_at, base, document,
        name, summary FROM revisions`,
      'DROP TABLE documents_before',
      'DROP TABLE revisions',
      `CREATE TRIGGER document_taken AFTER INSERT ON documents WHEN NEW.name IS NOT NULL BEGIN
        UPDATE conversions SET revision = NEW.revision, saved_at = NEW.saved_at, name = NEW.name, summary = NEW.summary
        WHERE id = NEW.conversion_id; END`,
    ],
  },
  {
    // A van's log and the workshop's, which all vans share, are one table.
    name: '012-one-log',
    sql: [
      `CREATE TABLE entries (
        log TEXT NOT NULL, conversion_id TEXT REFERENCES conversions(id) ON DELETE CASCADE, seq INTEGER NOT NULL,
        id TEXT NOT NULL, kind TEXT NOT NULL, at TEXT, taken_in TEXT NOT NULL, file TEXT, entry TEXT NOT NULL,
        PRIMARY KEY (log, seq), UNIQUE (log, id))`,
      `INSERT INTO entries SELECT conversion_id, conversion_id, seq, id, kind, at, taken_in, file, entry FROM log`,
      `INSERT INTO entries SELECT 'workshop', NULL, seq, id, json_extract(entry, '$.fact.kind'), json_extract(entry, '$.at'),
        taken_in, file, entry FROM workshop`,
      'DROP TABLE log',
      'DROP TABLE workshop',
      'CREATE INDEX entries_of_conversion ON entries (conversion_id)',
      'CREATE INDEX entries_by_file ON entries (file) WHERE file IS NOT NULL',
      "CREATE TRIGGER entry_stands BEFORE UPDATE ON entries BEGIN SELECT raise(ABORT, 'an entry of a log never changes'); END",
    ],
  },
];

/**
 * Brings the database to the newest version, all of it or nothing; `to` stops at an earlier one (for tests). Throws an
 * `Unopened` for one that a newer program wrote.
 */
export async function migrate(sequelize: Sequelize, to?: string): Promise<string[]> {
  const storage = new SequelizeStorage({ sequelize });
  const umzug = new Umzug({
    migrations: MIGRATIONS.map(({ name, sql, after }) => ({
      name,
      up: async () => {
        for (const statement of sql) await sequelize.query(statement, { type: QueryTypes.RAW });
        await after?.(sequelize);
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
