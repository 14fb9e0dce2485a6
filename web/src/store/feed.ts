import type { Change } from '@overcoat/core/model';

/** A change with its number in the row. */
interface Told {
  number: string;
  change: Change;
}

const NAME = 'overcoat-feed';
/** Where a browser lacks what one connection for all its windows needs, each looks at everything so often, ms. */
const LOOK_AGAIN = 10_000;

const listeners = new Set<(change: Change) => void>();
let end: (() => void) | null = null;

/** Calls back with what is changed by whatever window, phone or person. What it returns ends that. */
export function onChange(listener: (change: Change) => void): () => void {
  listeners.add(listener);
  end ??= listenToFeed(change => {
    for (const one of listeners) one(change);
  });
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    end?.();
    end = null;
  };
}

/**
 * One window's ear: it calls back with every change. A browser opens six connections to a server and no more, so that
 * one window holds the only one and tells the others; hidden or closed it hands that on. Who takes over goes on from the last number
 * that was seen here. What it returns ends it.
 */
export function listenToFeed(on: (change: Change) => void): () => void {
  if (typeof EventSource === 'undefined' || typeof BroadcastChannel === 'undefined' || !navigator.locks)
    return lookAgain(on);
  const channel = new BroadcastChannel(NAME);
  const ended = new AbortController();
  let last: string | null = null;
  let asking = false;
  let letGo: (() => void) | null = null;
  const take = ({ number, change }: Told) => {
    if (number === last) return;
    last = number;
    on(change);
  };
  channel.onmessage = ({ data }: MessageEvent<Told>) => take(data);
  /** Holds the connection until it is let go of. */
  const hold = () =>
    new Promise<void>(done => {
      if (ended.signal.aborted || isHidden()) return done();
      const source = new EventSource(`/api/feed${last === null ? '' : `?after=${encodeURIComponent(last)}`}`);
      source.onmessage = ({ lastEventId, data }: MessageEvent<string>) => {
        const told = { number: lastEventId, change: JSON.parse(data) as Change };
        take(told);
        channel.postMessage(told);
      };
      letGo = () => {
        letGo = null;
        source.close();
        done();
      };
    });
  const look = () => {
    if (isHidden()) return letGo?.();
    if (asking) return;
    asking = true;
    void navigator.locks
      .request(NAME, { signal: ended.signal }, hold)
      .catch(() => undefined)
      .finally(() => {
        asking = false;
        // Shown again while it was handed on.
        if (!ended.signal.aborted && !isHidden()) look();
      });
  };
  document.addEventListener('visibilitychange', look);
  look();
  return () => {
    document.removeEventListener('visibilitychange', look);
    ended.abort();
    letGo?.();
    channel.close();
  };
}

const isHidden = () => document.visibilityState === 'hidden';

function lookAgain(on: (change: Change) => void): () => void {
  const look = () => {
    if (!isHidden()) on({ what: 'anything' });
  };
  const timer = setInterval(look, LOOK_AGAIN);
  document.addEventListener('visibilitychange', look);
  return () => {
    clearInterval(timer);
    document.removeEventListener('visibilitychange', look);
  };
}
