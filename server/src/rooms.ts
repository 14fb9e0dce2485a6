import type { Entry, WorkshopEntry } from '@overcoat/core/model';
import { AnswerStore } from './answers/store.ts';
import { keptDesign } from './conversions/designKind.ts';
import { ConversionStore } from './conversions/store.ts';
import type { Database } from './db/database.ts';
import { KINDS } from './documents/kinds.ts';
import { DocumentStore } from './documents/store.ts';
import { FileStore } from './files/store.ts';
import { LibraryStore } from './library/store.ts';
import { vanLog, workshopLog } from './logs/kinds.ts';
import { LogStore } from './logs/store.ts';

/** What the routes work on. */
export interface Rooms {
  db: Database;
  conversions: ConversionStore;
  library: LibraryStore;
  log: LogStore<Entry>;
  documents: DocumentStore;
  workshop: LogStore<WorkshopEntry>;
  files: FileStore;
  answers: AnswerStore;
}

export function openRooms(db: Database): Rooms {
  const library = new LibraryStore(db);
  const log = new LogStore(db, vanLog);
  const documents = new DocumentStore(db, { ...KINDS, design: keptDesign(library) });
  return {
    db,
    conversions: new ConversionStore(db, documents, log),
    library,
    log,
    documents,
    workshop: new LogStore(db, workshopLog),
    files: new FileStore(db),
    answers: new AnswerStore(db),
  };
}
