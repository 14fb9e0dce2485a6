import { ROUNDING } from '../tolerance/index.ts';
import { type LimitRow, startsOf } from './columns.ts';
import type { ChoiceProblem, Pack } from './problem.ts';
import type { Relaxation, Relaxed, Subproblem } from './relaxation.ts';

/** Rounds of cutting, the least by which a cut has to tell, and the least that a round has to gain, as a share. */
const ROUNDS = 40;
const TELLS = 1e-3;
const GAINS = 2e-5;
/** A remainder nearer to a whole pack makes no cut that can be trusted. */
const REMAINDER = 1e-3;

/** The relaxed problem of a part, cut for as long as that helps, until `ends` in ms of the clock. */
export function solveWithCuts(
  relaxation: Relaxation,
  problem: ChoiceProblem,
  part: Subproblem,
  {
    goal,
    ends,
    rounds = ROUNDS,
    gains = GAINS,
  }: { goal: number; ends: number; rounds?: number; gains?: number },
): Relaxed {
  let found = relaxation.solve(part, goal);
  for (let round = 0; round < rounds && found.bound < goal && Date.now() < ends; round++) {
    const cuts = cutsAt(problem, found.values);
    if (cuts.length === 0) break;
    relaxation.cut(cuts);
    const next = relaxation.solve(part, goal);
    const gained = next.bound - found.bound;
    found = next;
    if (gained < gains * Math.abs(next.bound)) break;
  }
  return found;
}

/** Of one group and pack: its columns by how much of the pack they use, and how much of each amount is taken. */
interface Need {
  amounts: { amount: number; taken: number }[];
  columns: [column: number, amount: number][];
}

/**
 * The cut of each pack that parts break most, by mixed-integer rounding of the pack's row (Nemhauser and Wolsey 1990, A recursive
 * procedure to generate all cuts for 0-1 mixed integer programs, from memory): as each group takes exactly one of its options, its need
 * may be counted from that of any of them, and what is left over then rounds up.
 */
function cutsAt(problem: ChoiceProblem, values: Float64Array): LimitRow[] {
  const starts = startsOf(problem);
  const packs = starts.at(-1)!;
  const needs = problem.packs.map((): Need[] => []);
  problem.groups.forEach(({ options }, g) => {
    const own = new Map<number, Need>();
    options.forEach((o, k) => {
      for (const [p, amount] of o.uses) {
        const need = own.get(p) ?? { amounts: [], columns: [] };
        own.set(p, need);
        const last = need.columns.at(-1);
        // An option may name a pack twice.
        if (last?.[0] === starts[g]! + k) last[1] += amount;
        else need.columns.push([starts[g]! + k, amount]);
      }
    });
    for (const [p, need] of own) {
      const taken = new Map<number, number>();
      let rest = 1;
      for (const [column, amount] of need.columns) {
        const x = values[column]!;
        rest -= x;
        if (x > 1e-7) taken.set(amount, (taken.get(amount) ?? 0) + x);
      }
      taken.set(0, Math.max(0, rest));
      need.amounts = [...taken].map(([amount, x]) => ({ amount, taken: x }));
      needs[p]!.push(need);
    }
  });
  return needs.flatMap((own, p) => {
    const have = values[packs + p]!;
    // Whole by itself: nothing rounds.
    if (own.every(n => n.amounts.every(a => a.amount === 0 || a.taken === 0))) return [];
    const pack = problem.packs[p]!;
    const base = own.map(n => n.amounts.reduce((a, b) => (b.taken > a.taken ? b : a)).amount);
    let best = askedFor(own, base, pack);
    for (let changed = true; changed; ) {
      changed = false;
      own.forEach((need, g) => {
        for (const { amount } of need.amounts) {
          if (amount === base[g]) continue;
          const other = base.with(g, amount);
          const asked = askedFor(own, other, pack);
          if (asked <= best + ROUNDING) continue;
          base[g] = amount;
          best = asked;
          changed = true;
        }
      });
    }
    return best > have + TELLS ? [rowOf(own, base, pack, packs + p)] : [];
  });
}

/** What is left of a whole number of packs for what groups use of it to begin with; null where that is about whole. */
function remainderOf(base: readonly number[], { size, have = 0 }: Pack): { whole: number; f: number } | null {
  const packs = (base.reduce((sum, b) => sum + b, 0) - have) / size;
  const whole = Math.ceil(packs);
  const f = whole - packs;
  return f < REMAINDER || f > 1 - REMAINDER ? null : { whole, f };
}

/** So many packs more or less for so much more or less than the beginning, rounded so that no whole choice breaks it. */
function rounded(by: number, f: number): number {
  const low = Math.floor(by + 1e-12);
  return low + Math.max(0, by - low - f) / (1 - f);
}

/** Packs that a cut asks for. */
function askedFor(needs: readonly Need[], base: readonly number[], pack: Pack): number {
  const remainder = remainderOf(base, pack);
  const { size } = pack;
  if (!remainder) return Number.NEGATIVE_INFINITY;
  let asked = remainder.whole;
  needs.forEach(({ amounts }, g) => {
    for (const { amount, taken } of amounts)
      asked += taken * rounded((amount - base[g]!) / size, remainder.f);
  });
  return asked;
}

/** The cut as a row. Options that use none of the pack count by what their group takes of all others. */
function rowOf(needs: readonly Need[], base: readonly number[], pack: Pack, column: number): LimitRow {
  const { whole, f } = remainderOf(base, pack)!;
  const { size } = pack;
  const entries: LimitRow['entries'] = [[column, -1]];
  let upper = -whole;
  needs.forEach(({ columns }, g) => {
    const none = rounded(-base[g]! / size, f);
    // One of the group is taken: what all would count without the pack is fixed, the rest is what is more than that.
    upper -= none;
    for (const [option, amount] of columns) {
      const more = rounded((amount - base[g]!) / size, f) - none;
      if (more !== 0) entries.push([option, more]);
    }
  });
  // `packsOf` lets pass what is a hair over whole packs.
  return { lower: Number.NEGATIVE_INFINITY, upper: upper + 1e-7 / (1 - f), entries };
}
