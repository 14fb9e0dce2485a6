import { expect, it } from 'vitest';
import { anyVan, demoDesigns } from '../../demo/index.ts';
import { FIGURE_KEYS, fireLoadIn, wholeVan } from '../../figures/index.ts';
import type { Design, Placement } from '../../model/index.ts';
import { payFor, USUAL_PAY } from '../../order/pipeline/index.ts';
import { library } from '../../testing/index.ts';
import { printMass, printNumber } from '../../units/index.ts';
import { NOTHING_HEARD } from '../../van/quiet/index.ts';
import { figured } from '../proposal/index.ts';
import { costWorking, fireWorking, hoursWorking, massWorking } from '../working/index.ts';
import { evaluateSettled } from './index.ts';

const random = anyVan(3, library);
const vans: [name: string, design: Design, placement: Placement][] = [
  ...demoDesigns(library).map((d): [string, Design, Placement] => [d.name, d, d.variants[0]!.design]),
  ['a random van', random.design, random.placement],
];

it.each(vans)(
  'every reader of a settled figure reads the same to the printed digit: %s',
  (_, design, placement) => {
    const { shell, ready } = design;
    const e = evaluateSettled(design, placement, library);
    const row = figured({ design, library, heard: NOTHING_HEARD }, placement);
    const paid = payFor(shell, placement, library, { ...USUAL_PAY, ready });
    const money = (value: number) => printNumber(value, 2);
    const hours = (value: number) => printNumber(value, 1);
    const result = (w: ReturnType<typeof costWorking>) => w.steps.find(s => s.id === w.result)!.value;

    // What is to pay: its sum, by parts, by zone, by line, in a row, in its working.
    const zones = Object.values(e.pay!.byZone).reduce((a, b) => a + b, 0);
    const parts = Object.values(e.pay!.parts).reduce((a, b) => a + b, 0);
    const lines = e.pay!.lines.reduce((sum, l) => sum + l.cost, 0);
    const all = [e.pay!.total, zones, parts, lines, row.figures.money, paid.total, result(costWorking(paid))];
    expect(new Set(all.map(money))).toEqual(new Set([money(e.pay!.total)]));

    const stages = paid.stages.reduce((sum, [, effort]) => sum + effort[1], 0);
    const worked = [e.pay!.hours[1], stages, row.figures.hours, result(hoursWorking(paid))];
    expect(new Set(worked.map(hours))).toEqual(new Set([hours(paid.hours[1])]));

    // Mass with the supplies that stay in the van, by zone and in all.
    const weighed = [...e.load.zones.values()].reduce((a, b) => a + b, 0);
    const masses = [e.load.mass, weighed, row.figures.mass, result(massWorking(e, library))];
    expect(new Set(masses.map(m => printMass(m, 'metric')))).toEqual(
      new Set([printMass(e.load.mass, 'metric')]),
    );

    // Every figure of the registry, whoever reads it.
    const own = wholeVan(e, library);
    for (const k of FIGURE_KEYS) expect(row.figures[k], k).toBeCloseTo(own[k], 9);
    const burns = design.shell.zones.reduce((sum, z) => sum + fireLoadIn(e, z.id, library), 0);
    const fires = [own.fire, burns, result(fireWorking(e, library))];
    expect(new Set(fires.map(f => printNumber(f, 0)))).toEqual(new Set([printNumber(own.fire, 0)]));

    expect(printNumber(row.figures.heat, 1)).toBe(printNumber(e.heat.asUsed, 1));
    expect(row.damp.state).toBe(e.damp.state);
    expect(row.damp.wetEnd.state).toBe(e.damp.wetEnd.state);
    expect(row.figures.water).toBeCloseTo(e.damp.most.likely, 9);
  },
);
