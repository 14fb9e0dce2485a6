import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { makeLibrary } from '@overcoat/core/materials';
import type { Design, Placement } from '@overcoat/core/model';
import { dampedModes, knockSound, ringDown } from '@overcoat/core/physics/sound';
import { deadening, sheetPlan } from '@overcoat/core/studies/deaden';
import FFT from 'fft.js';
import { fieldModes } from '../core/src/physics/sound/plate.ts';
import { answered } from './answered.ts';
import { type Figure, figure, mediansOf } from './measure.ts';

const library = makeLibrary();
const MATERIAL = 'damping-sheet';

/** Drumming of a whole van after an edit, the order of its sheets, and a knock read, with how they grow. */
export function soundFigures(): Figure[] {
  const [perigee] = demoDesigns(library) as [Design];
  const placement = perigee.variants[0]!.design;
  const e = evaluate(perigee, placement, library);
  const bays = [...e.bays.keys()];
  // Nothing computed before is of use: every run edits a bay, or takes a sheet, that was not there before.
  let turn = 0;
  const edited = (): Placement => {
    turn++;
    const bay = bays[turn % bays.length]!;
    const patch = { id: 's1', along: 0.2 + turn * 1e-6, up: 0.2, width: 0.2, height: 0.25, turn: 0 };
    return { ...placement, sheets: { [bay]: { material: MATERIAL, thickness: 0.002, patches: [patch] } } };
  };
  const fresh = () => ({ material: MATERIAL, thickness: 0.002 + ++turn * 1e-9 });
  const half = {
    ...perigee.shell,
    zones: perigee.shell.zones.filter(z => z.id !== 'R' && z.id !== 'F' && z.id !== 'S'),
  };
  const eHalf = evaluate({ ...perigee, shell: half }, { ...placement, sheets: {} }, library);
  const [same, after] = mediansOf(
    [
      () => answered(evaluate(perigee, placement, library)),
      () => answered(evaluate(perigee, edited(), library)),
    ],
    60,
    60,
  ) as [number, number];
  const [once, order, few] = mediansOf(
    [
      () => answered(evaluate(perigee, placement, library)),
      () => sheetPlan(deadening(e, perigee.shell, fresh(), library), { by: 'mass', kilograms: 8 }),
      () => sheetPlan(deadening(eHalf, half, fresh(), library), { by: 'mass', kilograms: 4 }),
    ],
    12,
    4,
  ) as [number, number, number];
  const sound = knockSound({
    tones: [63, 97, 148, 212, 305, 441].map((f, i) => ({
      frequency: f,
      lossFactor: 0.01,
      amplitude: 1 / (i + 1),
    })),
    rate: 44_100,
    before: 0.4,
    after: 1.6,
    signalToNoise: 25,
    seed: 1,
  });
  const fft = new FFT(131_072);
  const [input, output] = [new Float64Array(131_072), new Float64Array(262_144)];
  input.set(sound);
  const [transform, read] = mediansOf(
    [
      () => fft.realTransform(output as unknown as number[], input as unknown as number[]),
      () => ringDown(sound, 44_100),
    ],
    25,
    10,
  ) as [number, number];
  const [small, large] = mediansOf([modesOf(700), modesOf(2800)], 40, 40) as [number, number];
  const distinct = (d: ReturnType<typeof deadening>) => new Set(d.bays.map(b => b.rungs[1])).size;
  const kinds = distinct(deadening(e, perigee.shell, fresh(), library));
  const kindsHalf = distinct(deadening(eHalf, half, fresh(), library));
  return [
    figure(
      `evaluate after an edit of one bay’s sheet, ${bays.length} bays, six octaves`,
      after,
      'ms',
      { name: 'evaluate, nothing changed, ms', value: same },
      2,
    ),
    figure(
      `order of every sheet and the plan for 8 kg, ${bays.length} bays (${kinds} kinds)`,
      order,
      'ms',
      { name: 'evaluate, ms', value: once },
      20,
    ),
    figure(
      'order of every sheet, per kind of bay, the whole van',
      (order / kinds) * 1000,
      'µs',
      { name: `per kind of bay, ${kindsHalf} kinds, µs`, value: (few / kindsHalf) * 1000 },
      2,
    ),
    figure(
      'ring-down of a 2 s recording',
      read,
      'ms',
      { name: 'FFT of it, 131,072 points, ms', value: transform },
      30,
    ),
    figure(
      '2,000 damped modes, up to 2.8 kHz',
      large,
      'ms',
      { name: '2,000 of those up to 700 Hz, ms', value: small },
      1.5,
    ),
  ];
}

/** Damps about 2,000 modes of one bay, up to a limit. */
function modesOf(limit: number): () => unknown {
  const field = {
    plate: { modulus: 2.1e11, poisson: 0.3, density: 7850, thickness: 0.0008 },
    width: 0.5,
    height: 0.6,
    crown: null,
  };
  const modes = fieldModes(field, 'supported', limit);
  const all = Array.from(modes.frequency, (_, i) => i);
  const layer = {
    by: 'constrained' as const,
    of: {
      core: 0.0019,
      shear: 6e5,
      lossFactor: 0.9,
      softensBy: 35,
      density: 1600,
      facing: { thickness: 1e-4, modulus: 7e10, poisson: 0.33, density: 2700 },
    },
  };
  const treatment = {
    sheets: [{ x0: 0.1, x1: 0.4, y0: 0.1, y1: 0.4, layer }],
    over: null,
    base: 0.01,
    temperature: 20,
  };
  // As many modes in either run, so that the times compare.
  const rounds = Math.round(2000 / all.length);
  return () => {
    for (let i = 0; i < rounds; i++) dampedModes(field, modes, treatment, all);
  };
}
