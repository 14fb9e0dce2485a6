import type { Report } from '@overcoat/jobs/shelf';

/** What a worker says: how far it is, or what came of it. */
type Said<A> =
  | { share: number; soFar?: A }
  | { outcome: { ok: true; answer: A } | { ok: false; message: string } };

interface Waiting<J, A> {
  job: J;
  urgent: boolean;
  quick: boolean;
  kin: string;
  report: Report;
  signal: AbortSignal;
  onStart(): void;
  resolve(answer: A): void;
  reject(reason: Error): void;
}

interface Asked {
  /** Goes before all others, beside what runs where no worker is free: short, and somebody waits for it. */
  urgent?: boolean;
  /** Goes before what may take long. */
  quick?: boolean;
  /** Goes to a worker that did some of the same kin, where one is idle: it has at hand what they share. */
  kin?: string | undefined;
  signal: AbortSignal;
  /** Its turn has come. */
  onStart?(): void;
  report?: Report;
}

/**
 * The one pool of workers for all long work, so that however much is asked for the page and the machine stay free:
 * jobs wait for their turn, tell how far they are, and can be given up at any time.
 */
export class Pool<J, A> {
  private readonly queue: Waiting<J, A>[] = [];
  private readonly idle: { worker: Worker; kins: Set<string> }[] = [];
  private busy = 0;

  constructor(
    private readonly make: () => Worker,
    readonly most: number,
  ) {}

  /** Resolves with the answer; rejects with the job's message, or the signal's reason when it is given up. */
  run(
    job: J,
    {
      urgent = false,
      quick = urgent,
      kin = '',
      signal,
      onStart = () => undefined,
      report = () => undefined,
    }: Asked,
  ): Promise<A> {
    return new Promise((resolve, reject) => {
      if (signal.aborted) return reject(signal.reason);
      const waiting: Waiting<J, A> = { job, urgent, quick, kin, report, signal, onStart, resolve, reject };
      const later = (w: Waiting<J, A>) => (urgent ? !w.urgent : !w.quick);
      const before = quick ? this.queue.findIndex(later) : -1;
      this.queue.splice(before < 0 ? this.queue.length : before, 0, waiting);
      signal.addEventListener('abort', () => this.giveUp(waiting), { once: true });
      this.next();
    });
  }

  private giveUp(waiting: Waiting<J, A>): void {
    const at = this.queue.indexOf(waiting);
    if (at < 0) return;
    this.queue.splice(at, 1);
    waiting.reject(waiting.signal.reason);
  }

  private next(): void {
    const [first] = this.queue;
    if (!first || this.busy >= this.most + (first.urgent ? 1 : 0)) return;
    const turn = this.queue.shift()!;
    this.busy++;
    // One that has done its work knows the van by now: the next run is quicker with it. Others keep from what only kin can use.
    const at = this.idle.findIndex(i => i.kins.has(turn.kin));
    const fewest = () => this.idle.reduce((a, i, n, all) => (i.kins.size < all[a]!.kins.size ? n : a), 0);
    const [known] = this.idle.splice(at < 0 ? fewest() : at, 1);
    const { worker, kins } = known ?? { worker: this.make(), kins: new Set<string>() };
    if (turn.kin) kins.add(turn.kin);
    const done = (keep: boolean) => {
      turn.signal.removeEventListener('abort', abort);
      worker.onmessage = null;
      worker.onerror = null;
      this.busy--;
      // One more than there are to be was for what could not wait.
      if (keep && this.busy + this.idle.length < this.most) this.idle.push({ worker, kins });
      else worker.terminate();
      this.next();
    };
    const abort = () => {
      done(false);
      turn.reject(turn.signal.reason);
    };
    turn.signal.addEventListener('abort', abort, { once: true });
    worker.onmessage = ({ data }: MessageEvent<Said<A>>) => {
      if ('share' in data)
        return 'soFar' in data ? turn.report(data.share, data.soFar) : turn.report(data.share);
      done(true);
      if (data.outcome.ok) turn.resolve(data.outcome.answer);
      else turn.reject(new Error(data.outcome.message));
    };
    worker.onerror = event => {
      done(false);
      turn.reject(new Error(event.message));
    };
    turn.onStart();
    worker.postMessage(turn.job);
  }
}
