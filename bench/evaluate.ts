import { applySchool, newDesign } from '@overcoat/core/build';
import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { makeLibrary } from '@overcoat/core/materials';
import { assumed, type Design, type Placement, type Shell } from '@overcoat/core/model';
import { type Figure, figure, medianOf } from './measure.ts';

const library = makeLibrary();

/** `evaluate` for a whole van, as its pattern has it and with every bay of another depth, and how it grows with bays. */
export function evaluateFigures(): Figure[] {
  const [perigee] = demoDesigns(library) as [Design];
  const placement = perigee.variants[0]!.design;
  const copy = medianOf(() => JSON.parse(JSON.stringify(perigee)));
  const reference = { name: 'copying the same design as JSON, ms', value: copy };
  const van = medianOf(() => evaluate(perigee, placement, library));
  const count = perigee.shell.zones.flatMap(z => z.bays).length;
  const [small, large] = [60, 600].map(n => perBay(n)) as [number, number];
  return [
    figure(`evaluate, ${count} bays of the demo van`, van, 'ms', reference, '< 5 ms', van < 5),
    figure('evaluate, 60 bays, every depth different', small * 60, 'ms', reference, '< 5 ms', small * 60 < 5),
    figure(
      'evaluate, per bay at 600 bays',
      large * 1000,
      'µs',
      { name: 'per bay at 60 bays, µs', value: small * 1000 },
      'at most 1.5 times',
      large / small <= 1.5,
    ),
  ];
}

function unevenDepths(shell: Shell): Shell {
  let i = 0;
  const zones = shell.zones.map(z => ({
    ...z,
    bays: z.bays.map(b => ({ ...b, depthMax: assumed(b.depthMax.value + ++i * 1e-5) })),
  }));
  return { ...shell, zones };
}

/** Walls of 30 bays each until there are `bays`, every depth different. */
function perBay(bays: number): number {
  const { shell, brief } = newDesign('bench', 'long high-roof');
  const wall = shell.zones.find(z => z.id === 'L')!;
  const stations = 10;
  const zones = Array.from({ length: bays / (3 * stations) }, (_, k) => ({
    ...wall,
    id: `Z${k}`,
    ribs: Array.from({ length: stations - 1 }, (_, s) => ({
      ...wall.ribs[0]!,
      id: `Z${k}r${s}`,
      after: s + 1,
    })),
    bays: Array.from({ length: stations * 3 }, (_, b) => ({
      ...wall.bays[b % 3]!,
      id: `Z${k}b${b}`,
      station: Math.floor(b / 3) + 1,
    })),
  }));
  const large = unevenDepths({ ...shell, zones });
  const placement: Placement = applySchool(large, 'board-foil', library);
  return medianOf(() => evaluate({ shell: large, brief }, placement, library), 40) / bays;
}
