import {
  bayYears,
  type Design,
  evaluate,
  glassOf,
  hourlyYear,
  makeLibrary,
  sealSweep,
  stackHeight,
} from '@overcoat/core';
import { demoDesigns } from '@overcoat/core/demo';
import { type Figure, figure, quantile } from './measure.ts';

/** Hourly years of one bay, how they grow, and the sweep of seal qualities over every school and bay. */
export function hourlyFigures(): Figure[] {
  const library = makeLibrary();
  const [design] = demoDesigns(library) as [Design];
  const year = hourlyYear(design.brief, glassOf(design.shell));
  const r = [...evaluate(design, design.variants[0]!.design, library).bays.values()].find(
    b => b.bay.id === 'L3m',
  )!;
  const run = (years: number) =>
    bayYears(
      {
        shell: design.shell,
        kind: r.zone.kind,
        bay: r.bay,
        buildUp: r.buildUp!,
        seamLength: r.moisture!.seamLength,
        height: stackHeight(r.zone, r.bay),
        years,
      },
      year,
      library,
    );
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
  return [
    figure(
      `hourly year of a bay, ${r.buildUp!.layers.length} layers and its air, median`,
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
      'sweep of 21 seal qualities, 4 schools, 91 bays, take-off and cost included',
      sweep,
      'ms',
      { name: 'one evaluate times 84, ms', value: night * 84 },
      '< 75 ms',
      sweep < 75,
    ),
  ];
}
