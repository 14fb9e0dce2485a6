import fc from 'fast-check';
import { expect, it } from 'vitest';
import { demoDesigns } from '../../demo/index.ts';
import { bayResult, type Evaluation, evaluate } from '../../evaluate/index.ts';
import { type Library, makeLibrary } from '../../materials/index.ts';
import type { Design, Layer, Material, Placement } from '../../model/index.ts';
import { hourlyYear } from '../../van/climate/index.ts';
import { glassOf } from '../../van/wetting/index.ts';
import { hotDay } from '../cabin/hotDay.ts';
import { vanModel } from '../cabin/vanModel.ts';
import { vanNight } from '../cabin/vanNight.ts';
import { bayModelInput } from './bayModel.ts';
import { bayYears } from './bayYear.ts';
import { roomFace } from './roomFace.ts';
import { sensitivity } from './sensitivity.ts';

/** New names for everything that has one, so that each thing gets the name of another. */
type Names = (kind: string, id: string) => string;

/** Words that once decided something; whoever gets one must not change by it. */
const TEMPTING = ['supply-foam', 'sheep-wool', 'contact-spray', 'birch-ply', 'canned-foam', 'foil-tape-75'];

function shuffled(ids: readonly string[], seed: number): Map<string, string> {
  const pool = [...ids, ...TEMPTING.filter(t => !ids.includes(t))];
  const order = fc.sample(fc.shuffledSubarray(pool, { minLength: ids.length, maxLength: ids.length }), {
    numRuns: 1,
    seed,
  })[0]!;
  return new Map(ids.map((id, i) => [id, order[i]!]));
}

function renamedLibrary(library: Library, name: Names): Library {
  const id = (x: string | null) => x && name('material', x);
  const materials = [...library.values()].map(
    (m): Material => ({
      ...m,
      id: name('material', m.id),
      name: name('material', m.id),
      fixedWith: id(m.fixedWith),
      tapedWith: id(m.tapedWith),
    }),
  );
  return new Map(materials.map(m => [m.id, m]));
}

function renamed(design: Design, placement: Placement, name: Names): [Design, Placement] {
  const bay = (id: string) => name('bay', id);
  const zones = design.shell.zones.map(z => ({
    ...z,
    id: name('zone', z.id),
    name: name('zone', z.id),
    ribs: z.ribs.map(r => ({ ...r, id: name('rib', r.id) })),
    bays: z.bays.map(b => ({ ...b, id: bay(b.id) })),
    openings: z.openings.map(o => ({ ...o, id: name('opening', o.id), bay: bay(o.bay) })),
    keepClears: z.keepClears.map(k => ({ ...k, bay: bay(k.bay) })),
    ...(z.ways && { ways: z.ways.map(w => ({ ...w, bay: bay(w.bay) })) }),
  }));
  const uses = design.shell.uses.map(u => ({ ...u, zone: name('zone', u.zone) }));
  const skin = { ...design.shell.skin, material: name('material', design.shell.skin.material) };
  const layer = (l: Layer): Layer => {
    const own = { ...l, id: name('layer', l.id) };
    return own.role === 'air gap' ? own : { ...own, material: name('material', own.material) };
  };
  const of = (kind: string, to: Record<string, string | null>) =>
    Object.fromEntries(Object.entries(to).map(([at, b]) => [name(kind, at), b && name('build-up', b)]));
  return [
    { ...design, shell: { ...design.shell, skin, zones, uses } },
    {
      buildUps: placement.buildUps.map(b => ({
        ...b,
        id: name('build-up', b.id),
        // All alike: a name tells nobody apart.
        name: 'the same',
        layers: b.layers.map(layer),
      })),
      zones: of('zone', placement.zones),
      bays: of('bay', placement.bays),
      sheets: Object.fromEntries(
        Object.entries(placement.sheets).map(([at, s]) => [
          name('bay', at),
          { ...s, material: name('material', s.material) },
        ]),
      ),
    },
  ];
}

/** Every number of a design, by the bays' and zones' places and not by their names. */
function numbers(design: Design, placement: Placement, library: Library, hourly: boolean): number[] {
  const e: Evaluation = evaluate(design, placement, library);
  const out: number[] = [e.load.mass, e.order.cost, e.heat.loss, e.fit.headroom.left, e.fit.misfits.length];
  const add = (...values: number[]) => out.push(...values);
  for (const id of e.bays.keys()) {
    const r = bayResult(e, id);
    const m = r.moisture;
    add(r.area, r.uValue, r.fit?.proud ?? 0, r.fit?.push ?? 0);
    if (m)
      add(m.peak, m.highest, m.growth, m.nightDiffusion, m.nightLeakage, m.skin, m.daysToDry, m.seamLength);
    add(roomFace(e, id)!.coldest);
  }
  for (const z of e.heat.zones)
    add(
      z.bays,
      z.ribs,
      z.edges,
      z.loss,
      e.load.zones.get(z.zone.id) ?? 0,
      e.order.costByZone[z.zone.id] ?? 0,
    );
  add(...e.order.lines.flatMap(l => [l.need, l.items, l.packs, l.used, l.cost]).sort((a, b) => a - b));
  if (!hourly) return out;
  const { shell, brief } = design;
  const model = vanModel(e, shell, brief, { covers: false, heater: null }, library);
  const night = vanNight(model, () => brief.designNight, 6, true);
  const hot = hotDay(model, brief, { open: 1, air: 0.02 });
  add(model.heater, night.energy, night.dawn, night.onGlass, hot.peak, hot.roofPeak);
  const year = hourlyYear(brief, glassOf(shell));
  const bay = [...e.bays.values()].find(b => b.zone.kind === 'wall')!;
  const years = bayYears({ ...bayModelInput(shell, bay), years: 1 }, year, library);
  add(years.peaks[0]!, years.wetness.hours, years.mould.atSkin, years.mould.atLining);
  add(...sensitivity(design, placement, bay.bay.id, library).flatMap(x => [x.peak, x.after, x.days]));
  return out;
}

it('no permutation of ids and names in library and design changes any number', () => {
  const library = makeLibrary();
  const [demo, ...others] = demoDesigns(library) as [Design, ...Design[]];
  for (const design of [demo, ...others])
    for (const variant of design.variants) {
      const placement = variant.design;
      // Years take a second each: of one variant.
      const hourly = variant === demo.variants[0] && design === demo;
      const before = numbers(design, placement, library, hourly);
      expect(before.length).toBeGreaterThan(300);
      fc.assert(
        fc.property(fc.integer({ min: 1, max: 1e6 }), seed => {
          const ids: Record<string, Map<string, string>> = {
            material: shuffled([...library.keys()], seed),
            bay: shuffled(
              design.shell.zones.flatMap(z => z.bays.map(b => b.id)),
              seed + 1,
            ),
            zone: shuffled(
              design.shell.zones.map(z => z.id),
              seed + 2,
            ),
            rib: shuffled(
              design.shell.zones.flatMap(z => z.ribs.map(r => r.id)),
              seed + 3,
            ),
            opening: shuffled(
              design.shell.zones.flatMap(z => z.openings.map(o => o.id)),
              seed + 4,
            ),
            'build-up': shuffled(
              placement.buildUps.map(b => b.id),
              seed + 5,
            ),
            layer: shuffled([...new Set(placement.buildUps.flatMap(b => b.layers.map(l => l.id)))], seed + 6),
          };
          const name: Names = (kind, id) => ids[kind]!.get(id)!;
          const after = numbers(...renamed(design, placement, name), renamedLibrary(library, name), hourly);
          expect(after.length).toBe(before.length);
          after.forEach((value, i) => {
            // Sums are added in another order, over thousands of steps: 1.5e-9 has been seen.
            expect(Math.abs(value - before[i]!)).toBeLessThanOrEqual(
              1e-8 * Math.max(1e-6, Math.abs(before[i]!)),
            );
          });
        }),
        { numRuns: hourly ? 1 : 3 },
      );
    }
});
