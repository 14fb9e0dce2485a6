import { expect, it } from 'vitest';
import { evaluate } from '../../evaluate/index.ts';
import { USUAL_PAY } from '../../order/pipeline/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { buildsUp } from '../../van/wetting/index.ts';
import { searchClimate } from '../cabin/index.ts';
import { evaluateSettled } from '../settled/index.ts';
import { changesFor } from './changes.ts';
import { remediesFor } from './index.ts';

it('a van whose water builds up is mended by what is found, each settled, the cheapest first and told as it comes', () => {
  const design = perigee!;
  const placement = design.variants[0]!.design;
  const by = { ...USUAL_PAY, ready: design.ready };
  const told: number[] = [];
  const { now, found } = remediesFor(
    design,
    placement,
    library,
    searchClimate(design, placement, library),
    by,
    (_, soFar) => told.push(soFar.found.length),
  );
  expect(buildsUp(now.state)).toBe(true);
  expect(told).toEqual([...told].sort((a, b) => a - b));
  const mends = found.filter(r => !buildsUp(r.state));
  expect(mends.length).toBeGreaterThanOrEqual(3);
  expect(found.slice(0, mends.length)).toEqual(mends);
  // A little more fresh air would do: nobody is left guessing that.
  const air = found.find(r => r.brief && r.brief.ventilation > design.brief.ventilation && !r.shell)!;
  expect(air.brief!.ventilation).toBeLessThanOrEqual(2 * design.brief.ventilation);
  // 1 l/s of air carries 1.2 W/K (1,206 J/m3K), and costs nothing else.
  expect(air.changes.heat).toBeCloseTo(1.206 * (air.brief!.ventilation - design.brief.ventilation), 1);
  expect(Math.abs(air.changes.money)).toBeLessThan(1e-9);
  // What is told is what the van then is, from scratch.
  const again = evaluateSettled(
    { ...design, shell: air.shell ?? design.shell, brief: air.brief! },
    placement,
    library,
    undefined,
    by,
  );
  expect([again.damp.state, again.damp.wetEnd.state, again.damp.most.likely]).toEqual([
    air.state,
    air.wetEnd,
    air.water,
  ]);
});

it('a wet door whose body has no drain surveyed is offered to find one, and nothing where all have theirs', () => {
  const design = perigee!;
  const placement = design.variants[0]!.design;
  const climate = searchClimate(design, placement, library);
  const drained = (shell: typeof design.shell) =>
    changesFor(
      { ...design, shell },
      placement,
      evaluate({ ...design, shell }, placement, library, undefined, climate),
      library,
    ).find(c => c.does.includes('drain'));
  expect(drained(design.shell)).toBeUndefined();
  const without = {
    ...design.shell,
    zones: design.shell.zones.map(z => ({
      ...z,
      keepClears: z.keepClears.filter(k => k.kind !== 'drain hole'),
    })),
  };
  const { does, shell } = drained(without)!;
  expect(does).toContain('never drill one');
  const holes = shell!.zones.flatMap(z => z.keepClears.filter(k => k.kind === 'drain hole'));
  expect(holes.length).toBeGreaterThan(0);
  expect(new Set(holes.map(k => k.id)).size).toBe(holes.length);
  for (const k of holes) expect(does).toContain(k.bay);
});
