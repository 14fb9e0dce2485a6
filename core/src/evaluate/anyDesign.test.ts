import fc from 'fast-check';
import { expect, it } from 'vitest';
import { newDesign } from '../buildup/newDesign.ts';
import { ROLES } from '../buildup/roles.ts';
import { referenceMaterials } from '../materials/index.ts';
import {
  assumed,
  type BuildUp,
  checkDesign,
  type Design,
  type Layer,
  type RoundWay,
  type Use,
} from '../model/index.ts';
import { FRONTS, POINTS, SCREENS, SEAMS, WAYS } from '../model/lists/index.ts';
import { bayBand, wetCells } from '../studies/damp/index.ts';
import { patterns, withFront } from '../survey/patterns/index.ts';
import { library, sweep } from '../testing/index.ts';
import { evaluate } from './evaluate.ts';

const RUNS = sweep(150, 40);

const thickness = fc.oneof(
  fc.double({ min: 0.0001, max: 0.3, noNaN: true }),
  fc.constantFrom(0.002, 0.005, 0.019, 0.04),
);
const layer = fc
  .record({
    role: fc.constantFrom(...ROLES),
    // Any material in any role: the schema does not ask whether that is wise.
    material: fc.constantFrom(...referenceMaterials.map(m => m.id)),
    thickness,
    coverage: fc.double({ min: 0.05, max: 1, noNaN: true }),
    width: fc.double({ min: 0.01, max: 0.2, noNaN: true }),
    spacing: fc.double({ min: 0.1, max: 2, noNaN: true }),
  })
  .map(({ role, material, thickness: d, coverage, width, spacing }): Omit<Layer, 'id'> => {
    if (role === 'air gap') return { role, thickness: d } as Omit<Layer, 'id'>;
    const laid = { role, material, thickness: d };
    if (role === 'damping') return { ...laid, coverage } as Omit<Layer, 'id'>;
    return (role === 'batten' ? { ...laid, width, spacing } : laid) as Omit<Layer, 'id'>;
  });
/** Any size that a survey takes, none and too large among them. */
const size = fc
  .oneof(
    fc.constantFrom(0, 20),
    fc.double({ min: 0, max: 20, noNaN: true }),
    fc.double({ min: 0, max: 0.05, noNaN: true }),
  )
  .map(m => assumed(m, 'guess'));
const way = fc.record({
  kind: fc.constantFrom(...WAYS),
  end: fc.constantFrom<RoundWay['end']>('lower', 'upper'),
  to: fc.constantFrom<RoundWay['to']>('cabin', 'outdoors'),
  width: size,
  height: size,
  past: fc.integer({ min: 1, max: 40 }),
});
const point = fc.record({
  kind: fc.constantFrom(...POINTS),
  count: fc.integer({ min: 1, max: 2000 }),
  diameter: size,
});
const design = fc
  .record({
    pattern: fc.constantFrom(...patterns.map(p => p.name)),
    layers: fc.array(fc.array(layer, { maxLength: 7 }), { minLength: 1, maxLength: 3 }),
    seams: fc.constantFrom(...SEAMS),
    width: fc.option(fc.double({ min: 0.0001, max: 0.02, noNaN: true }), { nil: undefined }),
    ways: fc.option(fc.array(way, { maxLength: 6 }), { nil: undefined }),
    points: fc.array(point, { maxLength: 4 }),
    front: fc.option(fc.constantFrom(...FRONTS), { nil: undefined }),
    passage: size,
    glazing: fc.constantFrom('glass' as const, 'tinted glass' as const, 'double acrylic' as const),
    screen: fc.constantFrom(...SCREENS),
    seal: fc.double({ min: 0, max: 1, noNaN: true }),
    people: fc.integer({ min: 1, max: 8 }),
    nights: fc.integer({ min: 0, max: 7 }),
    air: fc.double({ min: 1, max: 100, noNaN: true }),
    night: fc.double({ min: -45, max: 25, noNaN: true }),
    heating: fc.constantFrom<Design['brief']['heating']>('none', 'dry', 'unflued gas'),
    sheets: fc.array(
      fc.record({
        along: fc.double({ min: 0, max: 2, noNaN: true }),
        size: fc.double({ min: 0.02, max: 3, noNaN: true }),
        turn: fc.integer({ min: -90, max: 90 }),
      }),
      { maxLength: 4 },
    ),
  })
  .map((a): Design => {
    const made = newDesign('Any', a.pattern);
    const buildUps = a.layers.map(
      (list, i): BuildUp => ({
        id: `b${i}`,
        name: `b${i}`,
        layers: list.map((l, k) => ({ ...l, id: `y${k}` }) as Layer),
        seams: a.seams,
        sealQuality: a.seal,
        ...(a.width !== undefined && { jointWidth: a.width, panelWidth: a.width }),
      }),
    );
    const zones = Object.fromEntries(made.shell.zones.map((z, i) => [z.id, `b${i % buildUps.length}`]));
    const bay = made.shell.zones[0]!.bays[0]!.id;
    const patches = a.sheets.map((s, i) => ({
      id: `s${i}`,
      along: s.along,
      up: s.along,
      width: s.size,
      height: s.size,
      turn: s.turn,
    }));
    const placement = {
      buildUps,
      zones,
      bays: {},
      sheets: { [bay]: { material: 'damping-sheet', thickness: 0.002, patches } },
    };
    const n = a.nights;
    const { cab, ...rest } = a.front ? withFront(made.shell, a.front) : made.shell;
    const shell = {
      ...rest,
      // Nobody has to survey a cab.
      ...(a.front && cab && { cab: { ...cab, passage: { width: a.passage, height: a.passage } } }),
      uses: made.shell.zones.map((z, i) => showerOn(z.id, i / 2)),
      zones: made.shell.zones.map(z => ({
        ...z,
        openings: z.openings.map(o => ({ ...o, glazing: a.glazing, screen: a.screen })),
        points: a.points.map((p, i) => ({ ...p, id: `p${i}` })),
        ...(a.ways && {
          ways: a.ways.map((w, i) => ({ ...w, id: `${z.id}w${i}`, bay: z.bays[i % z.bays.length]!.id })),
        }),
      })),
    };
    return {
      ...made,
      shell,
      brief: {
        ...made.brief,
        people: a.people,
        nights: { winter: n, spring: n, summer: n, autumn: n },
        ventilation: a.air,
        designNight: a.night,
        heating: a.heating,
      },
      variants: [{ ...made.variants[0]!, design: placement }],
    };
  });

/** A shower somewhere on a zone. */
const showerOn = (zone: string, along: number): Use => ({
  id: `shower-${zone}`,
  zone,
  kind: 'shower',
  name: 'shower',
  along: assumed(along, 'guess'),
  up: assumed(0, 'guess'),
  width: assumed(0.7, 'guess'),
  height: assumed(1.5, 'guess'),
  rises: false,
});

/** Every number that is no number, by its path; `Infinity` is what never dries, where it may stand. */
function unsound(value: unknown, path = '', seen = new Set<object>()): string[] {
  if (typeof value === 'number')
    return Number.isNaN(value) || (!Number.isFinite(value) && !/daysToDry/.test(path))
      ? [`${path} ${value}`]
      : [];
  if (typeof value !== 'object' || value === null || seen.has(value)) return [];
  seen.add(value);
  const entries: [unknown, unknown][] = value instanceof Map ? [...value] : Object.entries(value);
  return entries.flatMap(([key, v]) => unsound(v, `${path}/${key}`, seen)).slice(0, 5);
}

it(
  'evaluates whatever is accepted, and gives nothing but numbers',
  () => {
    fc.assert(
      fc.property(design, d => {
        expect(checkDesign(d, library)).toEqual([]);
        const placement = d.variants[0]!.design;
        const told = JSON.stringify(placement.buildUps.map(b => b.layers));
        try {
          const e = evaluate(d, placement, library);
          expect(unsound(e)).toEqual([]);
          expect(unsound(wetCells(d.shell, e, library))).toEqual([]);
          for (const id of [e.damp.worst, e.damp.wetEnd.worst])
            if (id !== null) expect(unsound(bayBand(e, d, id, library))).toEqual([]);
        } catch (error) {
          throw new Error(`${d.shell.pattern} ${told}: ${(error as Error).message}`, { cause: error });
        }
      }),
      { numRuns: RUNS },
    );
  },
  20_000 + 400 * RUNS,
);
