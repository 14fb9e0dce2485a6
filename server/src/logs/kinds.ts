import { fileOf } from '@overcoat/core/log';
import type { Change, Entry, WorkshopEntry } from '@overcoat/core/model';
import { deliveryWrong, ordersOf, restWrong, shelfOf } from '@overcoat/core/order/buying';

/** What every log's entries have. */
export interface Noted {
  /** Made by the client; once a log. */
  id: string;
  /** By the clock of the device that noted it. */
  at?: string;
  fact: { kind: string };
}

/** A kind of log: what the engine under both has to know of it. */
export interface LogKind<E extends Noted> {
  /** The conversion whose log it is; null where all vans share it. */
  conversionOf(log: string): string | null;
  /** SHA-256 of the file an entry names. */
  fileOf(entry: E): string | null;
  /** Why an entry cannot be after what stands, in a sentence; null where it can. Left out where any can. */
  wrong?(standing: readonly E[], entry: E): string | null;
  /** What every window is told. */
  told(log: string): Change;
}

/** What happened in a van, by its conversion's id. */
export const vanLog: LogKind<Entry> = {
  conversionOf: log => log,
  fileOf({ fact }) {
    const told = fact.kind === 'correction' ? fact.instead : fact;
    return told ? fileOf(told) : null;
  },
  told: id => ({ what: 'log', id }),
};

/** The name of the log that all vans share. */
export const WORKSHOP = 'workshop';

/** What happened in the workshop: what was counted, ordered, what rests were kept. */
export const workshopLog: LogKind<WorkshopEntry> = {
  conversionOf: () => null,
  // Of whatever kind: a fact that names a file names it so.
  fileOf: ({ fact }) => ('photo' in fact && fact.photo) || null,
  wrong(standing, { at, fact }) {
    if (fact.kind === 'rest kept' || fact.kind === 'rest gone')
      return restWrong(shelfOf(standing).rests, fact);
    if (fact.kind !== 'delivery') return null;
    // It belongs to an order that stands, and is no more than that waits for.
    const order = standing.find(e => e.fact.kind === 'ordered' && e.fact.order === fact.order);
    return (
      deliveryWrong(ordersOf(standing), fact) ??
      (order && at < order.at
        ? 'It cannot come before it was ordered: look at the clock of this device.'
        : null)
    );
  },
  told: () => ({ what: 'workshop' }),
};
