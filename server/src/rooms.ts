import { AnswerStore } from './answers/store.ts';
import { ConversionStore } from './conversions/store.ts';
import type { Database } from './db/database.ts';
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

export const openRooms = (db: Database): Rooms => ({
  db,
  conversions: new ConversionStore(db),
  library: new LibraryStore(db),
  log: new LogStore(db),
  documents: new DocumentStore(db),
  workshop: new WorkshopStore(db),
  files: new FileStore(db),
  answers: new AnswerStore(db),
});
