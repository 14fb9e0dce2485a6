import { describe, expect, it } from 'vitest';
import { applySchool, layUp, schools } from '../../buildup/index.ts';
import { anyVan, demoDesigns } from '../../demo/index.ts';
import { library, sweep } from '../../testing/index.ts';
import { takeOff } from '../takeoff/index.ts';
import { payFor, USUAL_PAY } from './index.ts';

const demos = demoDesigns(library);
const cases = [
  ...demos.flatMap(d =>
    d.variants.map(v => ({ name: `${d.name} ${v.name}`, design: d, placement: v.design })),
  ),
  ...[3, 17, 29].map(seed => ({ name: `van ${seed}`, ...anyVan(seed, library) })),
];
type Case = (typeof cases)[number];
const known = new Map<Case, ReturnType<typeof payFor>>();
const paidFor = (c: Case) => {
  const { design, placement } = c;
  const paid =
    known.get(c) ?? payFor(design.shell, placement, library, { ...USUAL_PAY, ready: design.ready });
  known.set(c, paid);
  return paid;
};

describe('what is to pay', () => {
  it.each(cases)('of $name is the sum of its lines, of its parts and of its zones', c => {
    const paid = paidFor(c);
    const sum = (of: readonly number[]) => of.reduce((a, b) => a + b, 0);
    expect(sum(paid.lines.map(l => l.cost))).toBeCloseTo(paid.total, 9);
    expect(sum(Object.values(paid.parts))).toBeCloseTo(paid.total, 9);
    expect(sum(Object.values(paid.byZone))).toBeCloseTo(paid.total, 6);
    for (const i of [0, 1, 2] as const)
      expect(sum(paid.stages.map(([, h]) => h[i]))).toBeCloseTo(paid.hours[i], 9);
    expect(paid.hours[0]).toBeLessThan(paid.hours[1]);
    expect(paid.hours[1]).toBeLessThan(paid.hours[2]);
    // Glue, tape, coats and fixings of a van: kilograms, not hundredweights.
    expect(sum(Object.values(paid.stays))).toBeGreaterThan(1);
    expect(sum(Object.values(paid.stays))).toBeLessThan(25);
  });
  it.each([
    ...demos.flatMap((d, n) =>
      schools
        .filter((_, i) => i % 2 === n || sweep(1, 0))
        .map(s => ({
          name: `${d.name} ${s.name}`,
          design: d,
          placement: applySchool(d.shell, s.id, library),
        })),
    ),
    ...Array.from({ length: sweep(8, 2) }, (_, i) => ({ name: `van ${i + 1}`, ...anyVan(i + 1, library) })),
  ])('of $name is what its first layout says within 5 %, or a sheet', ({ design, placement }) => {
    const [first, settled] = [0, undefined].map(steps =>
      payFor(design.shell, placement, library, USUAL_PAY, steps),
    );
    const dearest = Math.max(...settled!.lines.filter(l => l.kind === 'sheet').map(l => l.price));
    expect(first!.total).toBeGreaterThanOrEqual(settled!.total - 1e-9);
    expect(first!.total - settled!.total).toBeLessThanOrEqual(Math.max(0.05 * settled!.total, dearest));
  });
  it('is the same whoever asks', () => {
    const { design, placement } = cases[0]!;
    const again = payFor(design.shell, placement, library, { ...USUAL_PAY, ready: design.ready });
    expect(again).toEqual(paidFor(cases[0]!));
  });
  it('takes what is at hand first, spares for a first time, and nothing for a bare van', () => {
    const [d] = demos;
    const placement = d!.variants[0]!.design;
    const usual = payFor(d!.shell, placement, library, USUAL_PAY);
    const practised = payFor(d!.shell, placement, library, { ...USUAL_PAY, firstTime: false });
    expect(practised.parts.spares).toBeLessThanOrEqual(usual.parts.spares);
    expect(practised.parts.materials).toBeCloseTo(usual.parts.materials, 9);
    const tools = payFor(d!.shell, placement, library, {
      ...USUAL_PAY,
      supplies: new Map([
        ['jigsaw', 1],
        ['drill', 1],
      ]),
    });
    expect(usual.total - tools.total).toBeCloseTo(150, 9);
    expect(
      payFor(d!.shell, { buildUps: [], zones: {}, bays: {}, sheets: {} }, library, USUAL_PAY).total,
    ).toBe(0);
  });
  it('is near the quick layout, which choosing searches by (materials alone)', () => {
    for (const c of cases) {
      const { design, placement } = c;
      const order = takeOff(layUp(design.shell, placement, library), library);
      const quick = order.lines.filter(l => l.pieces > 0).reduce((sum, l) => sum + l.cost, 0);
      const { materials } = paidFor(c).parts;
      expect(Math.abs(quick / materials - 1)).toBeLessThan(0.2);
    }
  });
});
