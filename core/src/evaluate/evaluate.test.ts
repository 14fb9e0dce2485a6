import { describe, expect, it } from 'vitest';
import { applySchool, layUp, schools } from '../buildup/index.ts';
import type { Joints } from '../buildup/joints.ts';
import { bare, newDesign } from '../buildup/newDesign.ts';
import { demoBrief } from '../demo/brief.ts';
import type { Brief, Layer, Placement } from '../model/index.ts';
import { payFor, USUAL_PAY } from '../order/pipeline/index.ts';
import {
  bayWorking,
  costWorking,
  dampWorking,
  headroomWorking,
  heatWorking,
  hoursWorking,
  massWorking,
  quietWorking,
  type Working,
} from '../studies/working/index.ts';
import { apply } from '../studies/working/working.ts';
import { bayArea } from '../survey/geometry/index.ts';
import { behindArches } from '../survey/layout/index.ts';
import { generateShell } from '../survey/patterns/index.ts';
import { library } from '../testing/index.ts';
import { bayResults, worstBay } from './bayResult.ts';
import { evaluate, withPay } from './evaluate.ts';

const design = { ...newDesign('Test', 'long high-roof'), brief: demoBrief };
const school = (id: string) => applySchool(design.shell, id, library);
const run = (placement: Placement, brief: Partial<Brief> = {}) =>
  evaluate({ shell: design.shell, brief: { ...design.brief, ...brief } }, placement, library);

/** Computes every step again from the ones it names; the last word of the working. */
function recompute(working: Working): number {
  const values = new Map<string, number>();
  for (const step of working.steps)
    values.set(
      step.id,
      step.op === 'given'
        ? step.value
        : apply(
            step.op,
            step.of.map(id => values.get(id)!),
          ),
    );
  return values.get(working.result)!;
}

describe('a bare van', () => {
  const e = run(bare);
  it('adds nothing and loses the heat of bare steel: 1 / (0.04 + 0.13) on walls', () => {
    expect([e.load.mass, e.order.cost, e.order.pieces.length]).toEqual([0, 0, 0]);
    expect(e.heat.bays.get('L3u')!).toBeCloseTo(1 / 0.170016, 4);
    expect(e.damp).toMatchObject({ state: 'bare', worst: null });
    expect(e.fit.headroom.left).toBe(1.91);
  });
});

describe.each(schools.map(s => s.id))('school %s', id => {
  const e = run(school(id));

  it('loses less heat than bare steel and weighs something plausible', () => {
    // What a school can do something about: the cab stays as the factory made it.
    const own = ({ heat }: typeof e) => heat.loss - (heat.cab?.loss ?? 0);
    expect(own(e)).toBeLessThan(own(run(bare)) / 3);
    expect(e.load.mass).toBeGreaterThan(60);
    expect(e.load.mass).toBeLessThan(260);
    expect(e.fit.misfits).toEqual([]);
  });

  it('shows working from which every headline follows', () => {
    const counted = withPay(e, design.shell, payFor(design.shell, school(id), library, USUAL_PAY));
    expect(recompute(massWorking(counted, library))).toBeCloseTo(counted.load.mass, 9);
    expect(counted.load.mass).toBeGreaterThan(e.load.mass + 1);
    expect(recompute(costWorking(counted.pay!))).toBeCloseTo(counted.pay!.total, 9);
    expect(recompute(hoursWorking(counted.pay!))).toBeCloseTo(counted.pay!.hours[1], 9);
    expect(recompute(heatWorking(e))).toBeCloseTo(e.heat.loss, 9);
    expect(recompute(quietWorking(e, design))).toBeCloseTo(e.quiet.change.likely, 9);
    expect(recompute(headroomWorking(e, design))).toBeCloseTo(e.fit.headroom.left, 9);
    const worst = worstBay(e)!;
    const damp = dampWorking(e, worst, { ...design }, library);
    expect(recompute(damp)).toBeCloseTo(worst.moisture!.peak * 1000, 9);
    expect(damp.steps.find(s => s.label === 'Days to dry 100 g/m²')!.value).toBeCloseTo(
      worst.moisture!.daysToDry,
      4,
    );
  });

  it('opens a bay’s U-value into layers that add up, wherever depth is even and no batten runs', () => {
    const even = bayResults(e).find(b => b.zone.kind === 'arch')!;
    expect(recompute(bayWorking(even, design, library))).toBeCloseTo(even.uValue, 6);
  });

  it('splits mass, cost and heat by zone without remainder', () => {
    const sum = (of: Iterable<number>) => [...of].reduce((a, b) => a + b, 0);
    expect(sum(e.load.zones.values())).toBeCloseTo(e.load.mass, 6);
    expect(sum(Object.values(e.order.costByZone))).toBeCloseTo(e.order.cost, 6);
    expect(sum(e.heat.zones.map(z => z.loss))).toBeCloseTo(e.heat.loss, 9);
  });

  it('orders at least what the pieces need, in whole packs', () => {
    for (const line of e.order.lines) {
      expect(Number.isInteger(line.packs)).toBe(true);
      expect(line.used).toBeGreaterThan(0);
      expect(line.used, line.material).toBeLessThanOrEqual(1 + 1e-9);
      expect(line.packs * line.stock.perPack).toBeGreaterThanOrEqual(line.items);
    }
  });
});

describe('the schools against each other on this van', () => {
  const wall = (id: string, brief: Partial<Brief> = {}) =>
    run(school(id), brief).damp.bays.get('L3u')!.moisture!;

  it('keeps bonded foam dry, lets open fibre take up most in winter', () => {
    expect(wall('bonded-foam').highest).toBeLessThan(0.05);
    expect(wall('bonded-foam').peak).toBeLessThan(wall('fibre-open').peak / 20);
    expect(wall('fibre-open').peak).toBeGreaterThan(wall('board-foil').peak);
  });

  it('dries open fibre in days and bonded foam in years (order of the independent figures: 4 d against 1,100 d)', () => {
    expect(wall('fibre-open').daysToDry).toBeLessThan(10);
    expect(wall('bonded-foam').daysToDry).toBeGreaterThan(365);
  });

  it('wets more with more nights a week: the use decides', () => {
    const nights = (n: number) => ({ nights: { winter: n, spring: n, summer: n, autumn: n } });
    const peaks = [0, 2, 4, 7].map(n => wall('fibre-open', nights(n)).peak);
    expect(peaks).toEqual([...peaks].sort((a, b) => a - b));
    expect(peaks[3]!).toBeGreaterThan(4 * peaks[1]!);
  });

  it('is never made wetter in winter by a better seal', () => {
    const withSeal = (q: number) => {
      const p = school('board-foil');
      const zones = design.shell.zones.map(z => ({ ...z, keepClears: [], ways: [] }));
      const shut = { ...design, shell: { ...design.shell, zones } };
      const placement = { ...p, buildUps: p.buildUps.map(b => ({ ...b, sealQuality: q })) };
      return evaluate(shut, placement, library).damp.bays.get('L3w')!.moisture!;
    };
    const swept = [0.5, 0.8, 0.95, 1].map(withSeal);
    for (let i = 1; i < swept.length; i++) {
      expect(swept[i]!.nightLeakage).toBeLessThan(swept[i - 1]!.nightLeakage);
      expect(swept[i]!.daysToDry).toBeGreaterThan(swept[i - 1]!.daysToDry);
    }
    expect(swept[3]!.daysToDry).toBeGreaterThan(3650);
  });
});

describe('properties of the evaluation', () => {
  const board = (mm: number): Placement => {
    const layers: Layer[] = [
      { id: 'y1', role: 'fill', material: 'pir', thickness: mm / 1000 },
      { id: 'y2', role: 'lining', material: 'birch-ply', thickness: 0.006 },
    ];
    return {
      buildUps: [{ id: 'b', name: 'b', layers, seams: 'taped', sealQuality: 0.95 }],
      zones: { L: 'b' },
      bays: {},
      sheets: {},
    };
  };
  it('falls in heat loss and rises in mass as board is added', () => {
    const [thin, thick] = [run(board(20)), run(board(40))];
    expect(thick.heat.loss).toBeLessThan(thin.heat.loss);
    expect(thick.load.mass).toBeGreaterThan(thin.load.mass);
  });

  it('weighs by hand: 40 mm PIR of 32 kg/m3 in the left wall’s bays', () => {
    const e = run(board(40));
    const wall = design.shell.zones.find(z => z.id === 'L')!;
    const arch = behindArches(design.shell);
    // A drain hole of 20 x 10 mm in each lowest bay, 12 mm over its edge, with 15 mm round it: 50 x 32 mm stay free.
    const drains = wall.keepClears.filter(k => k.kind === 'drain hole').length * 0.05 * 0.032;
    const area = wall.bays.reduce((s, b) => s + bayArea(wall, b) - (arch.get(b.id) ?? 0), 0) - drains;
    const line = e.load.lines.find(l => l.material === 'pir')!;
    expect(line.mass).toBeCloseTo(area * 0.04 * 32, 9);
  });

  it('lets a bay depart from its zone, and stay bare', () => {
    const p = board(40);
    const e = run({ ...p, bays: { L3u: null } });
    expect(e.bays.get('L3u')!.buildUp).toBe(null);
    expect(e.bays.get('L4u')!.buildUp?.id).toBe('b');
    expect(e.heat.loss).toBeGreaterThan(run(p).heat.loss);
  });

  it('adds joints and tape when pieces are larger than a sheet', () => {
    const shell = generateShell('box body');
    const layers: Layer[] = [
      { id: 'y1', role: 'over-rib', material: 'pir', thickness: 0.02 },
      { id: 'y2', role: 'vapour control', material: 'foil-membrane', thickness: 0.0002 },
    ];
    const p: Placement = {
      buildUps: [{ id: 'b', name: 'b', layers, seams: 'taped', sealQuality: 1 }],
      zones: { L: 'b' },
      bays: {},
      sheets: {},
    };
    const e = evaluate({ shell, brief: demoBrief }, p, library);
    const film = e.order.pieces.filter(x => x.material === 'foil-membrane');
    expect(film.length).toBe(2); // 2.06 m high off a roll of 1.5 m
    const [seams] = layUp(shell, p, library).joints as [Joints];
    expect(seams).toMatchObject({ zone: 'L', buildUp: 'b', taped: true, depth: 0.0002 });
    expect(seams.length).toBeCloseTo(3.6 + (2 * (3.6 + 2.06)) / 2, 6);
    expect(e.order.lines.find(l => l.material === 'foil-tape-75')!.need).toBeCloseTo(seams.length * 1.1, 6);
  });

  it('refuses an unknown material by name', () => {
    const p = board(40);
    p.buildUps[0]!.layers[0] = { id: 'y1', role: 'fill', material: 'moon-dust', thickness: 0.02 };
    expect(() => run(p)).toThrow('moon-dust');
  });
});
