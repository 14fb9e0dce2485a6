import type { Change } from '@overcoat/core/model';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { listenToFeed } from './feed.ts';

/** Connections that are open, as the server sees them. */
let open: FakeSource[] = [];
let opened = 0;

class FakeSource {
  onmessage: ((event: { lastEventId: string; data: string }) => void) | null = null;
  constructor(readonly url: string) {
    opened++;
    open.push(this);
  }
  close() {
    open = open.filter(s => s !== this);
  }
  say(number: string, change: Change) {
    this.onmessage?.({ lastEventId: number, data: JSON.stringify(change) });
  }
}

/** Locks as a browser has them: one holder, the others in turn. */
class Locks {
  private queue: (() => Promise<void>)[] = [];
  private busy = false;
  request(_: string, { signal }: { signal: AbortSignal }, hold: () => Promise<void>): Promise<void> {
    return new Promise((done, failed) => {
      const run = () => hold().then(done, failed);
      signal.addEventListener('abort', () => {
        if (!this.queue.includes(run)) return;
        this.queue = this.queue.filter(r => r !== run);
        failed(new Error('aborted'));
      });
      this.queue.push(run);
      void this.next();
    });
  }
  private async next() {
    if (this.busy) return;
    this.busy = true;
    for (let run = this.queue.shift(); run; run = this.queue.shift()) await run();
    this.busy = false;
  }
}

/** A page that may be hidden and shown. */
class Page extends EventTarget {
  visibilityState: 'visible' | 'hidden' = 'visible';
  turn(to: Page['visibilityState']) {
    this.visibilityState = to;
    this.dispatchEvent(new Event('visibilitychange'));
  }
}

let page: Page;
const ends: (() => void)[] = [];
/** Another window of the same browser. */
function window_() {
  const heard: Change[] = [];
  const own = new Page();
  page = own;
  vi.stubGlobal('document', own);
  const end = listenToFeed(c => heard.push(c));
  ends.push(end);
  const within = (work: () => void) => {
    vi.stubGlobal('document', own);
    work();
  };
  return {
    heard,
    end,
    hide: () => within(() => own.turn('hidden')),
    show: () => within(() => own.turn('visible')),
  };
}

beforeEach(() => {
  open = [];
  opened = 0;
  vi.stubGlobal('EventSource', FakeSource);
  vi.stubGlobal('navigator', { locks: new Locks() });
});
afterEach(() => {
  for (const end of ends.splice(0)) end();
  vi.unstubAllGlobals();
});

it('nine windows have one connection, and each hears everything once', async () => {
  const windows = Array.from({ length: 9 }, window_);
  await vi.waitFor(() => expect(open).toHaveLength(1));
  open[0]!.say('r.1', { what: 'workshop' });
  open[0]!.say('r.2', { what: 'library' });
  await vi.waitFor(() => {
    for (const w of windows) expect(w.heard).toEqual([{ what: 'workshop' }, { what: 'library' }]);
  });
  expect(opened).toBe(1);
});

it('a window that is closed hands the connection on, which goes on from the last number seen', async () => {
  const [first, second] = [window_(), window_()];
  await vi.waitFor(() => expect(open).toHaveLength(1));
  open[0]!.say('r.7', { what: 'library' });
  await vi.waitFor(() => expect(second.heard).toHaveLength(1));
  first.end();
  await vi.waitFor(() => expect(opened).toBe(2));
  expect(open.map(s => s.url)).toEqual(['/api/feed?after=r.7']);
  open[0]!.say('r.8', { what: 'workshop' });
  expect(second.heard).toHaveLength(2);
  expect(first.heard).toHaveLength(1);
});

it('a window that is hidden lets go of it, and asks for it again when it is shown', async () => {
  const only = window_();
  await vi.waitFor(() => expect(open).toHaveLength(1));
  open[0]!.say('r.3', { what: 'library' });
  only.hide();
  await vi.waitFor(() => expect(open).toHaveLength(0));
  only.show();
  await vi.waitFor(() => expect(open.map(s => s.url)).toEqual(['/api/feed?after=r.3']));
});

it('where the browser has no locks everything is looked at now and then', () => {
  vi.useFakeTimers();
  vi.stubGlobal('navigator', {});
  const only = window_();
  vi.advanceTimersByTime(25_000);
  expect(only.heard).toEqual([{ what: 'anything' }, { what: 'anything' }]);
  page.turn('hidden');
  vi.advanceTimersByTime(25_000);
  expect(only.heard).toHaveLength(2);
  vi.useRealTimers();
});
