import { schools } from '@overcoat/core/build';
import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { makeLibrary } from '@overcoat/core/materials';
import type { BuildUp, Design } from '@overcoat/core/model';
import { vanModel, vanYear } from '@overcoat/core/studies/cabin';
import { bayModelInput, bayYears, sealSweep } from '@overcoat/core/studies/damp';
import { hourlyYear } from '@overcoat/core/van/climate';
import { glassOf } from '@overcoat/core/van/wetting';
import { type Figure, figure, quantile } from './measure.ts';

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
  const time = (work: () => unknown, runs = 7) => {
    work();
    return quantile(
      Array.from({ length: runs }, () => {
        const from = performance.now();
        work();
        return performance.now() - from;
      }),
      0.5,
    );
  };
  const [one, four] = [time(() => run(1)), time(() => run(4))];
  const night = time(() => evaluate(design, design.variants[0]!.design, library), 15);
  const sweep = time(() => sealSweep(design, library), 3);
  const e = evaluate(design, design.variants[0]!.design, library);
  const model = vanModel(e, design.shell, design.brief, { covers: false, heater: null }, library);
  const zones = (count: number) => ({
    ...model,
    parts: Array.from({ length: count }, (_, i) => model.parts[i % model.parts.length]!),
  });
  const twelve = time(() => vanYear(zones(12), year), 3);
  const half = time(() => vanYear(zones(6), year), 3);
  const twoYears = time(() => vanYear(zones(12), year, 2), 3);
  return [
    figure(
      'hourly year of a bay, six layers, median',
      one,
      'ms',
      { name: 'evaluate of the van, ms', value: night },
      '< 250 ms',
      one < 250,
    ),
    figure(
      'hourly years, four against one',
      four / one,
      'times',
      { name: 'linear', value: 4 },
      'at most 4.4',
      four / one <= 4.4,
    ),
    figure(
      'whole van by the hour, a year: 12 zones, cabin and windows, median',
      twelve,
      'ms',
      { name: 'hourly year of one bay with its air given, ms', value: one },
      '< 4000 ms',
      twelve < 4000,
    ),
    figure(
      'whole van by the hour, 12 zones against 6',
      twelve / half,
      'times',
      { name: 'linear', value: 2 },
      'at most 2.3',
      twelve / half <= 2.3,
    ),
    figure(
      'whole van by the hour, two years against one',
      twoYears / twelve,
      'times',
      { name: 'linear', value: 2 },
      'at most 2.3',
      twoYears / twelve <= 2.3,
    ),
    figure(
      `sweep of 21 seal qualities, ${schools.length} schools, ${e.bays.size} bays, take-off included`,
      sweep,
      'ms',
      { name: 'one evaluate at each, ms', value: night * 21 * schools.length },
      '< 75 ms',
      sweep < 75,
    ),
  ];
}
