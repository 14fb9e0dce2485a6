import { randomBytes } from 'node:crypto';
import type { Change } from '@overcoat/core/model';

/** Changes that are remembered for those who come back. */
const REMEMBERED = 2000;

/** A change with its place in the row. */
export interface Told {
  /** `RUN.n`: a number of another run of the server means nothing here. */
  number: string;
  change: Change;
}

/**
 * What has been changed, told to every window that listens; only what is on disk by then. Numbers go on from window to window; who
 * comes back with one too old, or of another run, is told that anything may have changed.
 */
export class Feed {
  private readonly run = randomBytes(6).toString('hex');
  private last = 0;
  private readonly told: Told[] = [];
  private readonly listeners = new Set<(told: Told) => void>();

  /** Tells a change, in the order of the calls. */
  tell(change: Change): void {
    const told = { number: `${this.run}.${++this.last}`, change };
    this.told.push(told);
    if (this.told.length > REMEMBERED) this.told.shift();
    for (const listener of this.listeners) listener(told);
  }

  /** The number of the last change. */
  get number(): string {
    return `${this.run}.${this.last}`;
  }

  /** What was told after a number; that anything may have changed where nobody can say. */
  since(number: string): Told[] {
    const [run, n] = number.split('.');
    const seen = Number(n);
    const first = this.last - this.told.length;
    const known = run === this.run && Number.isInteger(seen) && seen >= first && seen <= this.last;
    return known ? this.told.slice(seen - first) : [{ number: this.number, change: { what: 'anything' } }];
  }

  /** Calls back with every change from now on; what it returns ends that. */
  listen(listener: (told: Told) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
}
