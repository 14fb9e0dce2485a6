import { AnswerStore } from './answers/store.ts';
import { keptDesign } from './conversions/designKind.ts';
import { ConversionStore } from './conversions/store.ts';
import type { Database } from './db/database.ts';
import { KINDS } from './documents/kinds.ts';
import { DocumentStore } from './documents/store.ts';
import { FileStore } from './files/store.ts';
import { LibraryStore } from './library/store.ts';
import { LogStore } from './log/store.ts';
import { WorkshopStore } from './workshop/store.ts';

/** What the routes work on. */
export interface Rooms {
  db: Database;
  conversions: ConversionStore;
  library: LibraryStore;
  log: LogStore;
  documents: DocumentStore;
  workshop: WorkshopStore;
  files: FileStore;
  answers: AnswerStore;
}

export function openRooms(db: Database): Rooms {
  const library = new LibraryStore(db);
  const documents = new DocumentStore(db, { ...KINDS, design: keptDesign(library) });
  return {
    db,
    conversions: new ConversionStore(db, documents),
    library,
    log: new LogStore(db),
    documents,
    workshop: new WorkshopStore(db),
    files: new FileStore(db),
    answers: new AnswerStore(db),
  };
}
