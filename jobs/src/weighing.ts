import { type ChoiceQuestion, type LayUpOption, sharesOf, weighAll } from '@overcoat/core/studies/proposal';

/** Most workers that help, however many cores there are. */
const HELPERS = 3;

/** What some zones may get: weighed here and, where there are cores for it, by helpers at once. */
export async function weighed(
  asked: ChoiceQuestion,
  zones: ReadonlySet<string>,
  report: (share: number) => void,
): Promise<Map<string, LayUpOption[]>> {
  const alone = !('WorkerGlobalScope' in globalThis) || typeof Worker === 'undefined';
  const helpers = alone ? 0 : Math.min(HELPERS, (navigator.hardwareConcurrency || 1) - 1);
  const [own = new Set<string>(), ...others] = sharesOf(asked, zones, 1 + helpers);
  const asides = others.map(zones => aside(asked, zones));
  // A helper begins through its maker, who has no time for it once it is weighing.
  await Promise.all(asides.map(a => a.begun));
  const found = weighAll(asked, report, own);
  // What a helper could not do is done here.
  for (const [i, all] of (await Promise.all(asides.map(a => a.answer))).entries())
    for (const [zone, options] of all ?? weighAll(asked, report, others[i])) found.set(zone, options);
  return found;
}

type Answer = [string, LayUpOption[]][] | null;

/** Weighs some zones in a worker of its own, which is a copy of this one; answers nothing where that fails. */
function aside(
  { design, library, ...ask }: ChoiceQuestion,
  zones: ReadonlySet<string>,
): { begun: Promise<void>; answer: Promise<Answer> } {
  const helper = new Worker(self.location.href, { type: 'module' });
  let begin: () => void;
  const begun = new Promise<void>(resolve => {
    begin = resolve;
  });
  const answer = new Promise<Answer>(resolve => {
    const done = (found: Answer) => {
      helper.terminate();
      begin();
      resolve(found);
    };
    helper.onerror = () => done(null);
    helper.onmessage = ({ data: { outcome } }: MessageEvent<{ outcome?: Said }>) => {
      if (outcome) done(outcome.ok ? outcome.answer : null);
      else begin();
    };
  });
  helper.postMessage({
    kind: 'weigh',
    design,
    // Its own reference library is the same but for what is own here.
    materials: [...library.values()],
    prices: [],
    ask: { ...ask, zones: [...zones] },
  });
  return { begun, answer };
}

/** What came of it, as every job says it. */
type Said = { ok: true; answer: [string, LayUpOption[]][] } | { ok: false };
