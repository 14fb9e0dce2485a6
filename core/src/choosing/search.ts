import { seeded } from '../random/index.ts';
import { type Choice, type ChoiceProblem, EPS, isBetter, weigh } from './problem.ts';
import { relax } from './relaxed.ts';
import { Tally } from './tally.ts';

/** Options of each group that a search looks at, the best of the relaxed problem first. */
const LOOKED_AT = 40;
/** Of them, so many where two groups change at once. */
const IN_PAIRS = 14;
/** Groups that are thrown open at a time. */
const OPENED = 3;
/** Choices no more than this are all tried. */
const ALL_TRIED = 1000;
/** What being over a limit by all of it weighs against the value, and all that may be gained. */
const PENALTY = 4;

/**
 * Looks for the best choice: where there are few, by trying them all; else from the relaxed problem, by changing one and two groups
 * at a time, then by throwing a few open and closing them again. Seeded; the best so far is there at every step.
 */
export class ChoiceSearch {
  /** The best that can be done so far; the least over where nothing can be. */
  best: Choice;
  /** No choice has less value. */
  readonly bound: number;
  /** Whether all there are were tried: nothing is left to look for. */
  private readonly exact: boolean;
  private readonly tally: Tally;
  private readonly looked: number[][];
  private readonly random: () => number;
  private readonly penalty: number;

  constructor(problem: ChoiceProblem, { seed = 1, from }: { seed?: number; from?: readonly number[] } = {}) {
    this.random = seeded(seed);
    const lightest = from ?? problem.groups.map(g => least(g.options.map(o => o.takes[0] ?? o.value)));
    this.best = weigh(problem, lightest);
    const { bound, ranked } = relax(problem, this.best.value);
    this.exact = problem.groups.reduce((n, g) => n * g.options.length, 1) <= ALL_TRIED;
    if (this.exact) for (const options of every(problem)) this.note(weigh(problem, options));
    this.bound = this.exact && this.best.over === 0 ? this.best.value : bound;
    this.looked = ranked.map(r => r.slice(0, LOOKED_AT));
    this.penalty = PENALTY * Math.max(1e-6, Math.abs(this.best.value), spreadOf(problem));
    this.tally = new Tally(
      problem,
      ranked.map(r => r[0]!),
    );
    if (!this.exact) this.descend();
  }

  /** Whether the best is proven by the bound. */
  get proven(): boolean {
    return this.best.over === 0 && this.best.value <= this.bound + 1e-6 * Math.max(1, Math.abs(this.bound));
  }

  /** One round; true where it found better. */
  step(): boolean {
    if (this.exact) return false;
    const before = this.best;
    const options = [...(this.random() < 0.5 ? this.best.options : this.tally.options)];
    for (let i = 0; i < OPENED; i++) {
      const g = Math.floor(this.random() * options.length);
      const own = this.looked[g]!;
      // The better an option is in the relaxed problem, the likelier.
      options[g] = own[Math.floor(own.length * this.random() ** 2)]!;
    }
    this.tally.set(options);
    this.descend();
    return this.best !== before;
  }

  private note(choice = this.tally.choice()): void {
    if (isBetter(choice, this.best)) this.best = choice;
  }

  /** Changes one group, and where that no longer helps two, as long as it gets better. */
  private descend(): void {
    this.note();
    while (this.one() || this.two()) this.note();
  }

  private one(): boolean {
    const { tally, penalty } = this;
    let least = tally.costWith(penalty) - EPS;
    let best: [group: number, option: number] | null = null;
    for (let g = 0; g < this.looked.length; g++)
      for (const k of this.looked[g]!) {
        if (k === tally.options[g]) continue;
        const cost = tally.costWith(penalty, g, k);
        if (cost < least) [least, best] = [cost, [g, k]];
      }
    if (!best) return false;
    tally.change(...best);
    return true;
  }

  /** The first change of two groups that helps, over a part of their options. */
  private two(): boolean {
    const { tally, penalty } = this;
    const now = tally.costWith(penalty) - EPS;
    const order = shuffled(this.looked.length, this.random);
    for (const a of order)
      for (const b of order) {
        if (b <= a) continue;
        for (const i of this.looked[a]!.slice(0, IN_PAIRS))
          for (const j of this.looked[b]!.slice(0, IN_PAIRS)) {
            if (i === tally.options[a] || j === tally.options[b]) continue;
            if (tally.costWith(penalty, a, i, b, j) >= now) continue;
            tally.change(a, i);
            tally.change(b, j);
            return true;
          }
      }
    return false;
  }
}

/** Every choice there is. */
function* every({ groups }: ChoiceProblem): Generator<number[]> {
  const options = groups.map(() => 0);
  for (;;) {
    yield options;
    let g = 0;
    while (g < groups.length && ++options[g]! === groups[g]!.options.length) options[g++] = 0;
    if (g === groups.length) return;
  }
}

/** Most that one choice may be better than another, packs not counted. */
const spreadOf = ({ groups }: ChoiceProblem): number =>
  groups.reduce((sum, { options }) => {
    const values = options.map(o => o.value);
    return sum + Math.max(...values) - Math.min(...values);
  }, 0);

const least = (values: readonly number[]): number => values.indexOf(Math.min(...values));

function shuffled(n: number, random: () => number): number[] {
  const order = Array.from({ length: n }, (_, i) => i);
  for (let i = n - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [order[i], order[j]] = [order[j]!, order[i]!];
  }
  return order;
}
