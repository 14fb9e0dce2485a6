import { applySchool, newDesign } from '@overcoat/core/buildup';
import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { factsOf } from '@overcoat/core/log';
import { makeLibrary } from '@overcoat/core/materials';
import { assumed, type Design, type Entry, type Placement, type Shell } from '@overcoat/core/model';
import { answered } from './answered.ts';
import { type Figure, figure, mediansOf } from './measure.ts';

const library = makeLibrary();

/** `evaluate` for a whole van, as its pattern has it and with every bay of another depth, and how it grows with bays. */
export function evaluateFigures(): Figure[] {
  const [perigee] = demoDesigns(library) as [Design];
  const placement = perigee.variants[0]!.design;
  const log = longLog(perigee.shell);
  const [copy, van, facts] = mediansOf([
    () => JSON.parse(JSON.stringify(perigee)),
    () => answered(evaluate(perigee, placement, library)),
    () => factsOf(log, perigee),
  ]) as [number, number, number];
  const count = perigee.shell.zones.flatMap(z => z.bays).length;
  const [small, large] = mediansOf([60, 600].map(uneven), 40, 60) as [number, number];
  return [
    figure(
      `evaluate, ${count} bays of the demo van`,
      van,
      'ms',
      { name: 'copying the same design as JSON, ms', value: copy },
      4.2,
    ),
    figure(
      'evaluate, 60 bays, every depth different',
      small,
      'ms',
      { name: 'copying the demo design as JSON, ms', value: copy },
      6,
    ),
    figure(
      'evaluate, per bay at 600 bays',
      (large / 600) * 1000,
      'µs',
      { name: 'per bay at 60 bays, µs', value: (small / 60) * 1000 },
      1.3,
    ),
    figure(
      'what follows from 2,000 log entries',
      facts,
      'ms',
      { name: 'evaluate of the demo van, ms', value: van },
      0.5,
    ),
  ];
}

/** Two thousand entries about every bay, every tenth corrected. */
function longLog(shell: Shell): Entry[] {
  const bays = shell.zones.flatMap(z => z.bays.map(b => ({ zone: z.id, bay: b.id })));
  return Array.from({ length: 2000 }, (_, i): Entry => {
    const place = bays[i % bays.length]!;
    if (i % 10 === 9) return { id: `e${i}`, fact: { kind: 'correction', of: `e${i - 5}` } };
    return { id: `e${i}`, at: '2026-11-26', place, fact: { kind: 'knock', on: 'bare', sounds: 'dull' } };
  });
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
function uneven(bays: number): () => unknown {
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
  return () => answered(evaluate({ shell: large, brief }, placement, library));
}
