import { ApiError } from '../api/client.ts';

/** Sends what it has to send; throws when the server is away and it is to be tried again. */
type Work = () => Promise<void>;

/** In this order: an entry of a log may name a photo, a document a variant. */
const ORDER = ['photos', 'entries', 'workshop', 'edits', 'documents'] as const;
type Name = (typeof ORDER)[number];

const FIRST_WAIT = 1000;
const LONGEST_WAIT = 10_000;

/**
 * Everything this browser has to send: photos, log entries, notes of the workshop, edits and documents, one thing after another. When the server is away
 * all of it waits, longer each time up to ten seconds; what a person does, and the network coming back, tries at once.
 */
export class SendQueue {
  private readonly works = new Map<Name, Work>();
  private readonly wanted = new Set<Name>();
  private running: Promise<void> | null = null;
  private failures = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** Says how one kind is sent. */
  register(name: Name, work: Work): void {
    this.works.set(name, work);
  }

  /** Asks for a work to be done; resolves once everything asked for has been tried. */
  ask(name: Name): Promise<void> {
    this.wanted.add(name);
    return this.try();
  }

  /** Tries now what is waiting. */
  try(): Promise<void> {
    clearTimeout(this.timer);
    this.running ??= this.go().finally(() => {
      this.running = null;
    });
    return this.running;
  }

  /** Tries everything once: what fails says so by itself, holds up nothing else, and waits. */
  private async go(): Promise<void> {
    const failed = new Set<Name>();
    for (;;) {
      const name = ORDER.find(n => this.wanted.has(n) && this.works.has(n) && !failed.has(n));
      if (name === undefined) break;
      this.wanted.delete(name);
      try {
        await this.works.get(name)!();
      } catch (error) {
        if (!(error instanceof ApiError && error.away)) console.error(error);
        failed.add(name);
      }
    }
    for (const name of failed) this.wanted.add(name);
    if (failed.size === 0) this.failures = 0;
    else {
      const wait = Math.min(LONGEST_WAIT, FIRST_WAIT * 2 ** this.failures++);
      this.timer = setTimeout(() => void this.try(), wait);
    }
  }
}

export const sending = new SendQueue();
if (typeof addEventListener === 'function') addEventListener('online', () => void sending.try());
