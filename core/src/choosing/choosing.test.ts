import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { readLayups } from '../formats/layupsFile.ts';
import { seeded } from '../random/index.ts';
import { BoundPropagation, fixByReducedCost } from './boundPropagation.ts';
import { Branching } from './branching.ts';
import { modelData, solutionOf, startsOf } from './columns.ts';
import { solveWithCuts } from './cuttingPlanes.ts';
import { dominated } from './dominated.ts';
import { type Choice, type ChoiceProblem, ChoiceSearch, leastGiven, prove, weigh } from './index.ts';
import { Relaxation, type Subproblem } from './relaxation.ts';
import { Tally } from './tally.ts';

const text = readFileSync(new URL('fixtures/layups.json', import.meta.url), 'utf8');
const instances = JSON.parse(text).instances as {
  name: string;
  lpBound: number;
  optimum: { heatLoss: number; choice: Record<string, string>; mass: number; cost: number };
}[];

/** Random small problems: three groups of up to four options, two limits, two packs. */
const problems = fc
  .record({
    groups: fc.array(
      fc.array(fc.record({ value: fc.nat(40), mass: fc.nat(20), a: fc.nat(9), b: fc.nat(9) }), {
        minLength: 1,
        maxLength: 4,
      }),
      { minLength: 1, maxLength: 4 },
    ),
    soft: fc.tuple(fc.option(fc.nat(6)), fc.option(fc.nat(6))),
    limits: fc.tuple(fc.integer({ min: 5, max: 60 }), fc.integer({ min: 5, max: 60 })),
    sizes: fc.tuple(fc.integer({ min: 2, max: 9 }), fc.integer({ min: 2, max: 9 })),
    most: fc.option(fc.integer({ min: 0, max: 4 })),
    have: fc.tuple(fc.nat(12), fc.nat(12)),
  })
  .map(
    ({ groups, limits, soft, sizes, most, have }): ChoiceProblem => ({
      groups: groups.map((options, g) => ({
        id: `g${g}`,
        options: options.map((o, k) => ({
          id: `${k}`,
          value: o.value,
          takes: [o.mass, 0],
          uses: [
            [0, o.a],
            [1, o.b],
          ],
        })),
      })),
      limits,
      soft,
      packs: [
        { size: sizes[0], value: 0, takes: [0, 7], most, have: have[0] },
        { size: sizes[1], value: 1, takes: [0, 4], most: null, have: have[1] },
      ],
    }),
  );

const sumOf = (of: Uint8Array): number => of.reduce((sum, n) => sum + n, 0);

/** Every choice there is. */
function* all({ groups }: ChoiceProblem, from = 0): Generator<number[]> {
  if (from === groups.length) {
    yield [];
    return;
  }
  for (let k = 0; k < groups[from]!.options.length; k++)
    for (const rest of all({ groups } as ChoiceProblem, from + 1)) yield [k, ...rest];
}

/** An invented problem of six groups of twenty options, money and mass, and eight packs that many use. */
function invented(seed: number): ChoiceProblem {
  const random = seeded(seed);
  return {
    groups: Array.from({ length: 6 }, (_, g) => ({
      id: `g${g}`,
      options: Array.from({ length: 20 }, (_, k) => {
        const thick = random();
        return {
          id: `${k}`,
          value: 30 / (1 + 8 * thick) + random(),
          takes: [0, thick * (4 + 8 * random())],
          uses: Array.from({ length: 2 }, () => [Math.floor(8 * random()), 1 + 4 * thick] as const),
        };
      }),
    })),
    limits: [60 + 200 * random(), 12 + 20 * random()],
    packs: Array.from({ length: 8 }, () => ({
      size: 3 + 5 * random(),
      value: 0,
      takes: [15 + 40 * random(), 0],
      most: null,
    })),
  };
}

const highs = await loadHighs();

/** All parts looked into, one after another, and told of before each. */
function byTree(problem: ChoiceProblem, from: Choice, told: (tree: Branching) => void = () => {}): Branching {
  return highs.withModel(model => {
    const relaxation = new Relaxation(highs, model, problem);
    const root = { ...relaxation.whole, off: dominated(problem) };
    const tree = new Branching(problem, relaxation, root, relaxation.solve(root, relaxation.top), from, 0);
    while (!tree.done) {
      told(tree);
      tree.step(Number.POSITIVE_INFINITY);
    }
    return tree;
  });
}

describe('choosing one of each group under limits, packs shared', () => {
  it.each(instances.map(i => [i.name, i] as const))(
    'finds the optimum of %s, proven elsewhere (HiGHS), and no bound above it',
    (name, { optimum, lpBound }) => {
      const read = readLayups(text, name);
      if (!read.ok) throw new Error(read.message);
      const proven = read.zones.map((z, g) => read.candidates[g]!.indexOf(optimum.choice[z]!));
      const weighed = weigh(read.problem, proven);
      expect(weighed.over).toBe(0);
      expect(weighed.value).toBeCloseTo(optimum.heatLoss, 3);
      expect(weighed.takes[0]).toBeCloseTo(optimum.mass, 2);
      expect(weighed.takes[1]).toBeCloseTo(optimum.cost, 2);
      const search = new ChoiceSearch(read.problem);
      for (let i = 0; i < 120 && search.best.value > optimum.heatLoss + 1e-3; i++) search.step();
      expect(search.best.over).toBe(0);
      expect(search.best.value).toBeCloseTo(optimum.heatLoss, 3);
      expect(search.bound).toBeLessThanOrEqual(optimum.heatLoss + 1e-6);
      expect(search.bound).toBeGreaterThan(lpBound - 0.02);
    },
  );
  it('is exact on small problems, by trying every choice', () => {
    fc.assert(
      fc.property(problems, problem => {
        const every = [...all(problem)].map(o => weigh(problem, o));
        const least = Math.min(...every.map(c => c.over));
        const best = Math.min(...every.filter(c => c.over <= least + 1e-9).map(c => c.value));
        const search = new ChoiceSearch(problem);
        if (least === 0) {
          expect(search.best.over).toBe(0);
          expect(search.best.value).toBeCloseTo(best, 9);
          expect(search.proven).toBe(true);
        } else expect(search.best.over).toBeGreaterThan(0);
      }),
      { numRuns: 400 },
    );
  });
  it('is proven on small problems as trying every choice proves it, and tells what keeps no limits', () => {
    fc.assert(
      fc.property(problems, problem => {
        const every = [...all(problem)].map(o => weigh(problem, o));
        const start = every[0]!;
        const { best, bound, proven } = prove(highs, problem, start, { seconds: 10 });
        expect(proven).toBe(true);
        const keep = every.filter(c => c.over === 0);
        if (keep.length === 0) {
          expect(bound).toBe(Number.POSITIVE_INFINITY);
          return;
        }
        expect(best.over).toBe(0);
        expect(best.value).toBeCloseTo(Math.min(...keep.map(c => c.value)), 6);
        expect(bound).toBeCloseTo(best.value, 4);
      }),
      { numRuns: 60 },
    );
  });
  it('is cut so that no whole choice is lost, and nearer to the best than parts of packs', () => {
    let cuts = 0;
    fc.assert(
      fc.property(problems, problem => {
        const hard = { ...problem, soft: [] };
        const { tight, rows } = highs.withModel(model => {
          const relaxation = new Relaxation(highs, model, hard);
          const goal = relaxation.top;
          return {
            tight: solveWithCuts(relaxation, hard, relaxation.whole, {
              goal,
              ends: Number.POSITIVE_INFINITY,
            }),
            rows: relaxation.cuts,
          };
        });
        cuts += rows.length;
        for (const options of all(hard)) {
          const choice = weigh(hard, options);
          const values = solutionOf(hard, choice);
          for (const { upper, entries } of rows)
            expect(entries.reduce((sum, [c, v]) => sum + v * values[c]!, 0)).toBeLessThanOrEqual(
              upper + 1e-7,
            );
          if (choice.over > 0) continue;
          expect(tight.bound).toBeLessThanOrEqual(choice.value + 1e-6);
          // What an option adds at least in the relaxed problem, it adds.
          for (const [c, v] of values.entries())
            if (v === 1 && c < startsOf(hard).at(-1)!)
              expect(choice.value).toBeGreaterThanOrEqual(tight.bound + tight.reduced[c]! - 1e-6);
        }
      }),
      { numRuns: 200 },
    );
    expect(cuts).toBeGreaterThan(20);
  });
  it('is exact part by part, whatever it begins with and however it is branched', () => {
    let parts = 0;
    fc.assert(
      fc.property(problems, problem => {
        const every = [...all(problem)].map(o => weigh(problem, o));
        const keep = every.filter(c => c.over === 0).map(c => c.value);
        const least = Math.min(...keep);
        const tree = byTree(problem, every[0]!, ({ bound }) => {
          parts++;
          expect(bound).toBeLessThanOrEqual(least + 1e-6);
        });
        if (keep.length === 0) expect(tree.bound).toBe(Number.POSITIVE_INFINITY);
        else {
          expect(tree.best.over).toBe(0);
          expect(tree.best.value).toBeCloseTo(least, 6);
          expect(tree.bound).toBeCloseTo(least, 4);
        }
      }),
      { numRuns: 200 },
    );
    expect(parts).toBeGreaterThan(60);
  });
  it('proves part by part what the solver proves of the whole problem at once', () => {
    fc.assert(
      fc.property(fc.nat(1000), seed => {
        const problem = invented(seed);
        const tree = byTree(
          problem,
          weigh(
            problem,
            problem.groups.map(() => 0),
          ),
        );
        const alone = highs.withModel(modelData(highs, problem), model => {
          model.options.set({ output_flag: false, mip_rel_gap: 0, mip_abs_gap: 0 });
          model.run();
          const none = model.getModelStatus() === highs.constants.modelStatus.infeasible;
          return none ? null : (model.info.get('objective_function_value') as number);
        });
        if (alone === null) expect(tree.bound).toBe(Number.POSITIVE_INFINITY);
        else {
          expect(tree.best.value).toBeCloseTo(alone, 4);
          expect(tree.bound).toBeCloseTo(alone, 4);
        }
      }),
      { numRuns: 4 },
    );
  }, 120_000);
  it('leaves out what another is as good as in everything: the best stays', () => {
    let left = 0;
    fc.assert(
      fc.property(problems, problem => {
        const off = dominated(problem);
        const starts = startsOf(problem);
        left += sumOf(off);
        const every = [...all(problem)].map(o => weigh(problem, o));
        const kept = every.filter(c => c.options.every((k, g) => off[starts[g]! + k] === 0));
        const least = (of: readonly Choice[]) => Math.min(...of.filter(c => c.over === 0).map(c => c.value));
        expect(least(kept)).toBe(least(every));
      }),
    );
    expect(left).toBeGreaterThan(10);
  });
  it('narrows a part to what its choices that keep their limits, and are better than a goal, lie in', () => {
    let left = 0;
    fc.assert(
      fc.property(
        problems,
        fc.array(fc.boolean(), { minLength: 16, maxLength: 16 }),
        fc.tuple(fc.nat(2), fc.nat(2), fc.nat(6), fc.nat(6)),
        fc.nat(60),
        (drawn, out, [a, b, c, d], over) => {
          // Dear packs, which some options do without.
          const problem: ChoiceProblem = {
            ...drawn,
            groups: drawn.groups.map(g => ({
              ...g,
              options: g.options.map(o => ({ ...o, uses: o.uses.filter(([, amount]) => amount > 3) })),
            })),
            packs: drawn.packs.map(p => ({ ...p, value: 9 })),
            limits: drawn.limits.map(l => (out[0] ? 4 * l : l)),
          };
          const { part, relaxed } = highs.withModel(model => {
            const relaxation = new Relaxation(highs, model, problem);
            const part: Subproblem = {
              off: Uint8Array.from(relaxation.whole.off, (_, i) => (out[i]! && out[(i + 5) % 16]! ? 1 : 0)),
              least: Float64Array.of(a, b),
              most: Float64Array.of(Math.min(a + c, problem.packs[0]!.most ?? 99), b + d),
            };
            return { part, relaxed: relaxation.solve(part, relaxation.top) };
          });
          const starts = startsOf(problem);
          const within = (choice: Choice, { off, least, most }: Subproblem) =>
            choice.options.every((k, g) => !off[starts[g]! + k]) &&
            choice.packs.every((n, p) => n >= least[p]! && n <= most[p]!);
          const every = [...all(problem)].map(o => weigh(problem, o));
          const own = every.filter(choice => choice.over === 0 && within(choice, part));
          const narrow = new BoundPropagation(problem).narrow(part);
          left += narrow ? sumOf(narrow.off) - sumOf(part.off) : 1;
          for (const choice of own) expect(narrow && within(choice, narrow)).toBe(true);
          const goal = relaxed.bound + over;
          if (!Number.isFinite(goal)) return;
          const near = fixByReducedCost(part, part, relaxed, goal);
          left += sumOf(near.off) - sumOf(part.off);
          for (const choice of own) if (choice.value < goal - 1e-6) expect(within(choice, near)).toBe(true);
        },
      ),
      { numRuns: 400 },
    );
    expect(left).toBeGreaterThan(200);
  });
  it('gives way by no more than any choice has to', () => {
    fc.assert(
      fc.property(problems, problem => {
        // Packs there are not enough of cannot give way.
        const free = { ...problem, soft: [], packs: problem.packs.map(p => ({ ...p, most: null })) };
        const gives = [0, 1].map(i => ({ limits: [i], cost: 1 }));
        const by = leastGiven(highs, free, gives, 10)!;
        const least = Math.min(
          ...[...all(free)].map(o =>
            weigh(free, o).takes.reduce((sum, t, i) => sum + Math.max(0, t - free.limits[i]!), 0),
          ),
        );
        expect(by[0]! + by[1]!).toBeCloseTo(least, 4);
      }),
      { numRuns: 60 },
    );
  });
  it.each(instances.map(i => [i.name, i] as const))(
    'proves %s the optimum it is known to have',
    (name, { optimum }) => {
      const read = readLayups(text, name);
      if (!read.ok) throw new Error(read.message);
      const found = prove(highs, read.problem, new ChoiceSearch(read.problem).best, { seconds: 110 });
      expect(found.proven).toBe(true);
      expect(found.best.value).toBeCloseTo(optimum.heatLoss, 3);
      expect(found.bound).toBeCloseTo(optimum.heatLoss, 3);
    },
    120_000,
  );
  it('tells what a change comes to as weighing all of it does', () => {
    fc.assert(
      fc.property(problems, fc.nat(99), fc.nat(99), (problem, a, b) => {
        const start = problem.groups.map(() => 0);
        const tally = new Tally(problem, start);
        const g = a % problem.groups.length;
        const k = b % problem.groups[g]!.options.length;
        const next = weigh(
          problem,
          start.map((o, i) => (i === g ? k : o)),
        );
        expect(tally.costWith(10, g, k)).toBeCloseTo(next.value + 10 * next.over, 9);
        tally.change(g, k);
        expect(tally.choice()).toEqual(next);
      }),
    );
  });
  it('says in a sentence what is no instance', () => {
    const why = (t: string, name?: string) => {
      const read = readLayups(t, name);
      return read.ok ? '' : read.message;
    };
    expect(why('{')).toContain('not complete');
    expect(why('{}')).toContain('instances');
    expect(why(text, 'none')).toContain('mckp-1-loose');
    const thick = JSON.parse(text);
    thick.instances[0].zones[0].maxThickness = -1;
    expect(why(JSON.stringify(thick))).toContain('Nothing fits the zone');
  });
});
