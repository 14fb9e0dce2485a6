import { type KeptWork, outbox } from '../outbox.ts';

/** What a page that goes had in hand of a document; without edits where all of it has arrived. */
type Left = KeptWork<object> & { name: string };

const LEFT = 'overcoat-left';
const works = new Set<() => Left | null>();
/** What an earlier page left, on its way into the browser's own database: this page may go before it is there. */
let between: Left[] = [];

/** What is written down where a page that goes can do it at once: it cannot wait for the browser's database. */
function leave(): void {
  const left = [...between, ...[...works].flatMap(work => work() ?? [])];
  if (left.length === 0) return;
  try {
    // Another window may have gone just before.
    localStorage.setItem(LEFT, JSON.stringify([...taken(), ...left]));
  } catch {
    // What the browser's own database has by then is all there is.
  }
}

function taken(): Left[] {
  try {
    const left = JSON.parse(localStorage.getItem(LEFT) ?? '[]') as Left[];
    localStorage.removeItem(LEFT);
    return left;
  } catch {
    return [];
  }
}

/** Asks for what is in hand when the page goes; what comes back takes it out again. */
export function onLeaving(work: () => Left | null): () => void {
  works.add(work);
  return () => works.delete(work);
}

if (typeof addEventListener === 'function') addEventListener('pagehide', leave);
between = taken();
for (const one of between) {
  const { name, ...work } = one;
  void outbox.restore(name, [work]).then(() => {
    between = between.filter(b => b !== one);
  });
}
