import type { Conflict, ConversionRecord, Design, Saved } from '@overcoat/core/model';
import type { Draft, Patch } from 'immer';
import type { RefusedEdit } from '../outbox.ts';

/** `gone`: the server has no such conversion at hand (it is in the bin, say); what is pending waits. */
type SaveState = 'saved' | 'saving' | 'offline' | 'conflict' | 'gone';

export interface Pending {
  design: Design;
  label: string;
  /** What it changed on the one before, and its place in the row. */
  patches: Patch[];
  seq: number;
}

/** What the last change was made on, so that its consequences can be told. */
interface LastChange {
  label: string;
  before: Design;
}

/** An edit that the server would not take: later ones have gone round it. */
interface Refused extends RefusedEdit {
  key: string;
}

export interface OpenDesign {
  id: string | null;
  design: Design | null;
  saved: Saved | null;
  /** The design the server holds at `saved.revision`. */
  base: Design | null;
  pending: Pending[];
  refused: Refused[];
  state: SaveState;
  message: string | null;
  /** An edit that could not be made, until the next one is. */
  notDone: string | null;
  /** What a merge had to change, until it is read. */
  notice: string | null;
  conflict: { theirs: ConversionRecord; places: Conflict[]; mistakes: string[] } | null;
  lastChange: LastChange | null;
  variantId: string | null;
  selected: string[];
  /** Opens what the server holds, with what this browser still had in hand on top. */
  open(record: ConversionRecord): Promise<void>;
  close(): void;
  /** Makes one undoable step; returns why it cannot be made, or null. */
  edit(label: string, recipe: (draft: Draft<Design>) => void): string | null;
  travel(way: 'undo' | 'redo'): Promise<void>;
  /** Takes in what another window saved, up to a revision that was heard of; what is on its way is answered first. */
  look(revision?: number): Promise<void>;
  settle(side: 'mine' | 'theirs'): void;
  retry(): void;
  /** Makes a refused edit again, on what is there now. */
  retryRefused(key: string): void;
  /** Lets go of a refused edit. */
  dropRefused(key: string): void;
  /** The person has read what was to be told. */
  clearNotice(): void;
  chooseVariant(id: string): void;
  select(bays: string[]): void;
}

export type SetState = (change: Partial<OpenDesign> | ((state: OpenDesign) => Partial<OpenDesign>)) => void;
export type Get = () => OpenDesign;

const EMPTY = {
  id: null,
  design: null,
  saved: null,
  base: null,
  state: 'saved',
  message: null,
  notDone: null,
  notice: null,
  conflict: null,
  lastChange: null,
  variantId: null,
} as const;
/** What EMPTY cannot share between two conversions. */
export const empty = () => ({ ...EMPTY, pending: [], refused: [], selected: [] });
