import type { Conflict } from '@overcoat/core/model/documents';
import type { Patch } from 'immer';

/** What the server says of a document beside what is in it. */
export interface SavedState {
  revision: number;
  savedAt: string | null;
  /** What undo and redo would take back or bring back; null when there is nothing. */
  undo: string | null;
  redo: string | null;
}

/** A document as the server has it; null while nobody has settled anything, on revision 0. */
export interface Stored<D> {
  saved: SavedState;
  document: D | null;
}

/** `gone`: the server has no such conversion at hand (it is in the bin, say); what is pending waits. */
type SaveState = 'saved' | 'saving' | 'offline' | 'conflict' | 'gone';

export interface EditStep<D> {
  /** The document after it. */
  document: D;
  label: string;
  /** What it changed on the one before, and its place in the row. */
  patches: readonly Patch[];
  seq: number;
}

/** A change that the server would not take: later ones have gone round it. */
export interface RefusedChange {
  key: string;
  label: string;
  /** The server's sentence. */
  message: string;
  /** The document it was made on, and after it. */
  before: object | null;
  after: object;
}

/** A document as this window has it. */
export interface Synced<D> {
  /** As it stands here; null where nothing is settled. */
  document: D | null;
  /** What the server last acknowledged; null before it is read. */
  saved: SavedState | null;
  /** The document the server holds by then. */
  base: D | null;
  /** Changes that the server has not yet, in their order. */
  pending: readonly EditStep<D>[];
  refused: readonly RefusedChange[];
  state: SaveState;
  message: string | null;
  /** Both windows changed one thing: the person says which stands. */
  conflict: { theirs: Stored<D>; places: Conflict[]; mistakes: string[] } | null;
  /** What the last change was made on, so that its consequences can be told. */
  lastChange: { label: string; before: D } | null;
}

/** Both windows' changes together, and where the person has to be asked. */
export interface Together<D> {
  document: D;
  /** What had to be changed for it, in sentences. */
  said: readonly string[];
  conflicts: Conflict[];
  mistakes: string[];
}

/** A document of which nothing is known. */
export const unknown = <D>(): Synced<D> => ({
  document: null,
  saved: null,
  base: null,
  pending: [],
  refused: [],
  state: 'saved',
  message: null,
  conflict: null,
  lastChange: null,
});
