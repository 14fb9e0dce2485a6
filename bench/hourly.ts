import { schools } from '@overcoat/core/buildup';
import { anyVan, demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { makeLibrary } from '@overcoat/core/materials';
import type { BuildUp, Design } from '@overcoat/core/model';
import { evaluateOwn, vanModel, vanYear } from '@overcoat/core/studies/cabin';
import { bayModelInput, bayYears, sealSweep } from '@overcoat/core/studies/damp';
import { hourlyYear, hoursOf } from '@overcoat/core/van/climate';
import { glassOf } from '@overcoat/core/van/wetting';
import { answered } from './answered.ts';
import { type Figure, figure, mediansOf, quantile } from './measure.ts';

/** What a year of a bay took when heat and vapour were solved in turn; then 3.1 times as long as these alone. */
const [BARE_SWEEPS, BARE_NODES] = [77_255, 15];
const VANS = 1000;

/** Hourly years of one bay, how they grow, and the sweep of seal qualities over every school and bay. */
export function hourlyFigures(): Figure[] {
  const library = makeLibrary();
  const [design] = demoDesigns(library) as [Design];
  const year = hourlyYear(design.brief, glassOf(design.shell));
  const r = [...evaluate(design, design.variants[0]!.design, library).bays.values()].find(
    b => b.bay.id === 'L3m',
  )!;
  const layer = (role: string, material: string, thickness: number, more = {}) => ({
    id: role,
    role,
    material,
    thickness,
    ...more,
  });
  const six = {
    ...r.buildUp!,
    layers: [
      layer('damping', 'damping-sheet', 0.002, { coverage: 0.25 }),
      layer('fill', 'recycled-polyester', 0.04),
      layer('over-rib', 'elastomeric-plain', 0.006),
      layer('vapour control', 'variable-membrane', 0.0002),
      layer('lining', 'birch-ply', 0.006),
      layer('finish', 'lining-carpet', 0.004),
    ],
  } as BuildUp;
  const run = (years: number) =>
    bayYears({ ...bayModelInput(design.shell, { ...r, buildUp: six }), years }, year, library);
  const time = (work: () => unknown, runs = 7, warm = 1) => {
    for (let i = 0; i < warm; i++) work();
    return quantile(
      Array.from({ length: runs }, () => {
        const from = performance.now();
        work();
        return performance.now() - from;
      }),
      0.5,
    );
  };
  const bare = time(() => tridiagonalSweeps(BARE_SWEEPS, BARE_NODES));
  const [one, four] = [time(() => run(1), 7, 6), time(() => run(4))];
  const [each, sweep] = mediansOf(
    [() => answered(evaluate(design, design.variants[0]!.design, library)), () => sealSweep(design, library)],
    20,
    30,
  ) as [number, number];
  const e = evaluate(design, design.variants[0]!.design, library);
  const model = vanModel(e, design.shell, design.brief, { covers: false, heater: null }, library);
  const zones = (count: number) => ({
    ...model,
    parts: Array.from({ length: count }, (_, i) => model.parts[i % model.parts.length]!),
  });
  const { variants } = design;
  const [all, half, twoYears, alone, verdict] = mediansOf(
    [
      () => vanYear(zones(14), year),
      () => vanYear(zones(7), year),
      () => vanYear(zones(14), year, 2),
      () => run(1),
      () => evaluateOwn(design, variants[0]!.design, library),
    ],
    5,
    1,
  ) as [number, number, number, number, number];
  return [
    figure(
      'hourly year of a bay, six layers, median',
      one,
      'ms',
      { name: `${BARE_SWEEPS} bare tridiagonal sweeps of ${BARE_NODES} nodes, ms`, value: bare },
      4.6,
    ),
    figure('hourly years, four', four, 'ms', { name: 'one, ms', value: one }, 4.4),
    figure(
      'whole van with its cab by the hour, a year: 14 zones, two airs, panes and cold metal, median',
      all,
      'ms',
      { name: 'hourly year of one bay with its air given, ms', value: alone },
      12,
    ),
    figure(
      'verdict in the van’s own year, from an edit on, median',
      verdict,
      'ms',
      { name: 'hourly year of one bay with its air given, ms', value: alone },
      16,
    ),
    figure('whole van by the hour, 14 zones', all, 'ms', { name: '7 zones, ms', value: half }, 2.3),
    figure('whole van by the hour, two years', twoYears, 'ms', { name: 'one year, ms', value: all }, 2.3),
    figure(
      `sweep of 21 seal qualities, ${schools.length} schools, ${e.bays.size} bays, take-off included`,
      sweep,
      'ms',
      { name: 'one evaluate at each, ms', value: each * 21 * schools.length },
      1 / 40,
    ),
    ...anyVans(),
  ];
}

/** Vans nobody chose, each for the week of the year that is hardest on its numerics: heated, lived in, frost outside. */
function anyVans(): Figure[] {
  const library = makeLibrary();
  let [broken, water, heat] = [0, 0, 0];
  for (let seed = 1; seed <= VANS; seed++) {
    const { design, placement } = anyVan(seed, library);
    const { brief, shell } = design;
    const choice = { covers: seed % 2 === 0, heater: null };
    const model = vanModel(evaluate(design, placement, library), shell, brief, choice, library);
    const run = vanYear(model, hoursOf(hourlyYear(brief, glassOf(shell), seed), 1900, 168));
    if (![...run.inside, ...run.humidity, ...run.parts.map(p => p.peaks[0]!)].every(Number.isFinite))
      broken++;
    water = Math.max(water, run.waterBalance);
    heat = Math.max(heat, run.energyBalance);
  }
  const through = { name: 'of what went through, a million of it', value: 1e-6 };
  return [
    figure(
      `vans of ${VANS} nobody chose with any figure that is none`,
      broken,
      'vans',
      { name: 'tried', value: VANS },
      0,
    ),
    figure(`water made or lost, worst of ${VANS} vans`, water, '', through, 1),
    figure(`heat made or lost, worst of ${VANS} vans`, heat, '', through, 1),
  ];
}

/** The least a year of a section costs: so many tridiagonal systems solved, and nothing else. */
function tridiagonalSweeps(count: number, n: number): void {
  const [below, pivot, above, right] = Array.from({ length: 4 }, (_, k) =>
    Float64Array.from({ length: n }, (_, i) => (k === 1 ? 4 + (i % 3) : 1)),
  ) as [Float64Array, Float64Array, Float64Array, Float64Array];
  const [c, d] = [new Float64Array(n), new Float64Array(n)];
  for (let s = 0; s < count; s++) {
    for (let i = 0; i < n; i++) {
      const p = pivot[i]! - (i > 0 ? below[i]! * c[i - 1]! : 0);
      c[i] = above[i]! / p;
      d[i] = (right[i]! + (i > 0 ? below[i]! * d[i - 1]! : 0)) / p;
    }
    right[n - 1] = d[n - 1]!;
    for (let i = n - 2; i >= 0; i--) right[i] = d[i]! - c[i]! * right[i + 1]!;
  }
}
