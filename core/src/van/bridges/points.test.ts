import { describe, expect, it } from 'vitest';
import { demoDesigns } from '../../demo/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import { makeLibrary } from '../../materials/index.ts';
import { assumed, type PointBridge } from '../../model/index.ts';

const library = makeLibrary([], []);
const design = demoDesigns(library)[0]!;
const bolts: PointBridge = { id: 'p', kind: 'bolt', count: 12, diameter: assumed(0.008) };

function heat(points: PointBridge[]) {
  const zones = design.shell.zones.map(z => (z.id === 'L' ? { ...z, points } : z));
  const e = evaluate({ ...design, shell: { ...design.shell, zones } }, design.variants[0]!.design, library);
  return { ...e.heat, wall: e.heat.zones.find(z => z.zone.id === 'L')! };
}

describe('metal through the insulation', () => {
  it('adds what each adds, so many times, to its zone and to the van', () => {
    const [none, twelve] = [heat([]), heat([bolts])];
    const added = 12 * twelve.wall.points[0]!.adds;
    expect(twelve.loss - none.loss).toBeCloseTo(added, 9);
    expect(twelve.wall.pointLoss).toBeCloseTo(added, 12);
    expect(added).toBeGreaterThan(0.03);
    expect(added).toBeLessThan(0.3);
  });
  it('is least for a screw head; a bracket’s free metal is the coldest', () => {
    const of = (kind: PointBridge['kind'], diameter: number) =>
      heat([{ ...bolts, kind, diameter: assumed(diameter) }]).wall.points[0]!;
    expect(of('bare screw', 0.004).adds).toBeLessThan(of('bolt', 0.008).adds);
    expect(of('bracket', 0.011).adds).toBeGreaterThan(of('bolt', 0.008).adds);
    expect(of('bare screw', 0.004).fRsi).toBeLessThan(0.3);
  });
});
