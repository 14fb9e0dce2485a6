import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import reference from '../../../reference/crack-flow.json';
import { type AirWay, Circulation, metBy, throughCavity } from './circulation.ts';
import { crackLaw, type FlowLaw, flowUnder, holeLaw, inSeries, orificeLaw, SHUT } from './cracks.ts';

describe('air through a joint', () => {
  it('is what was computed independently by the quadratic law of Baker, Sharples and Ward (1987, from memory)', () => {
    expect(reference.rows).toHaveLength(75);
    for (const { z, d, dP, Q } of reference.rows) {
      const law = crackLaw({ depth: z, width: d, length: 1, bends: 0 });
      expect(Math.abs(flowUnder(law, dP) / Q - 1), `${z} ${d} ${dP}`).toBeLessThan(1e-4);
    }
  });
  it('is laminar flow between plates where it is deep and narrow: L d3 dP / (12 mu z)', () => {
    const law = crackLaw({ depth: 0.1, width: 1e-4, length: 2, bends: 0 });
    expect(flowUnder(law, 0.5) / ((2 * 1e-12 * 0.5) / (12 * 1.8e-5 * 0.1))).toBeCloseTo(1, 4);
  });
  it('is a hole with one and a half velocity heads where it has no depth', () => {
    const law = crackLaw({ depth: 1e-7, width: 0.004, length: 1, bends: 0 });
    expect(flowUnder(law, 1) / (0.004 * Math.sqrt(2 / (1.2 * 1.5)))).toBeCloseTo(1, 4);
  });
  it('never passes more than a hole of its size with the same loss; less with every bend and every joint behind it', () => {
    for (const { z, d, dP } of reference.rows) {
      const straight = crackLaw({ depth: z, width: d, length: 1, bends: 0 });
      const q = flowUnder(straight, dP);
      expect(q).toBeLessThan(d * Math.sqrt((2 * dP) / (1.2 * 1.5)));
      expect(flowUnder(crackLaw({ depth: z, width: d, length: 1, bends: 2 }), dP)).toBeLessThan(q);
      expect(flowUnder(inSeries(straight, straight), dP)).toBeLessThan(q);
    }
  });
  it('goes as the pressure goes, and is none without pressure or width', () => {
    const law = crackLaw({ depth: 0.01, width: 0.001, length: 1, bends: 0 });
    expect(flowUnder(law, -2)).toBe(-flowUnder(law, 2));
    expect(flowUnder(law, 0)).toBe(0);
    expect(flowUnder(SHUT, 5)).toBe(0);
    expect(crackLaw({ depth: 0.01, width: 0, length: 1, bends: 0 })).toBe(SHUT);
  });
});

const ROOM = { toOutside: 0.1, toRoom: 0.9, fill: 0, above: 0 };
const seam = (width: number): FlowLaw => crackLaw({ depth: 0.006, width, length: 2, bends: 0 });
const loop = (law: FlowLaw, height = 0.8): AirWay[] => [
  { law, end: 'lower', at: -height / 2, from: 'room' },
  { law, end: 'upper', at: height / 2, from: 'room' },
];

describe('air behind a lining', () => {
  it('through one upright hole goes as through a door: Cd A/3 sqrt(g H dT/T) (Brown and Solvason 1962, from memory)', () => {
    const [width, height] = [0.02, 0.06];
    const half = holeLaw(width, height / 2, 1e-6, 1);
    const ways = [-0.015, 0.015].map((at): AirWay => ({ law: half, end: 'lower', at, from: 'room' }));
    const space = new Circulation({ ...ROOM, ways });
    space.at(0, 20, 5);
    const expected = ((0.6 * width * height) / 3) * Math.sqrt((9.81 * height * 15) / 285.6);
    expect(Math.abs(space.room / expected - 1)).toBeLessThan(0.1);
  });
  it('falls through a cold space from the room to a drain, and rises from a drain low in the van', () => {
    const drain = orificeLaw(2e-4);
    const ways: AirWay[] = [
      { law: orificeLaw(1e-4), end: 'upper', at: 0.4, from: 'room' },
      { law: drain, end: 'lower', at: -0.4, from: 'outside' },
    ];
    const level = new Circulation({ ...ROOM, ways });
    level.at(0, 20, 2);
    expect(level.room).toBeGreaterThan(0);
    expect(level.outside).toBe(0);
    // A metre under the height at which the cabin presses as much as the air outside, that air comes in.
    const low = new Circulation({ ...ROOM, above: -1, ways });
    low.at(0, 20, 2);
    expect(low.outside).toBeGreaterThan(0);
    expect(low.room).toBe(0);
  });
  it('leaves as much as it enters, whatever the ways and the fill; no air moves when all is one temperature', () => {
    const way = fc.record({
      width: fc.double({ min: 1e-4, max: 0.01, noNaN: true }),
      upper: fc.boolean(),
      outside: fc.boolean(),
      at: fc.double({ min: -1, max: 1, noNaN: true }),
    });
    const temperature = fc.double({ min: -20, max: 40, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(way, { minLength: 2, maxLength: 8 }),
        fc.constantFrom(0, 1, 1e3, 1e5),
        temperature,
        temperature,
        (list, fill, outside, room) => {
          const ways = list.map(
            (w): AirWay => ({
              law: w.width > 0.005 ? orificeLaw(w.width / 20) : seam(w.width),
              end: w.upper ? 'upper' : 'lower',
              at: w.at,
              from: w.outside ? 'outside' : 'room',
            }),
          );
          const found = throughCavity({ ...ROOM, ways, fill })(outside, room);
          expect(Number.isFinite(found.room + found.outside + found.t)).toBe(true);
          expect(found.t).toBeGreaterThanOrEqual(Math.min(outside, room) - 0.02);
          expect(found.t).toBeLessThanOrEqual(Math.max(outside, room) + 0.02);
          const still = new Circulation({ ...ROOM, ways, fill });
          still.at(room, room, room);
          expect(still.room + still.outside).toBe(0);
          still.at(outside, room, found.t);
          expect(Math.abs(still.left)).toBeLessThan(1e-5 * (still.room + still.outside) + 1e-10);
        },
      ),
    );
  });
  it('warms its space: from where the layers hold it without flow nearly to the room’s with much', () => {
    const t = (width: number) => throughCavity({ ...ROOM, ways: loop(seam(width)) })(0, 20).t;
    expect(t(1e-7)).toBeCloseTo(2, 2);
    expect(t(0.001)).toBeGreaterThan(2.5);
    expect(t(0.02)).toBeGreaterThan(t(0.001));
    const wide = throughCavity({ ...ROOM, toOutside: 1e6, ways: loop(seam(0.02)) })(0, 20);
    expect(wide.t).toBeGreaterThan(19.5);
  });
  it('moves less through fibre: all but what Darcy lets rise is held up', () => {
    const ways = loop(seam(0.003));
    const fill = (5000 * 0.8 ** 2) / 0.04;
    const space = new Circulation({ ...ROOM, ways, fill });
    space.at(0, 18, 5);
    const pressure = 9.81 * 0.8 * (353.05 / 278.15 - 353.05 / 291.15);
    expect(space.room / (pressure / fill)).toBeGreaterThan(0.9);
    expect(space.room / (pressure / fill)).toBeLessThan(1);
  });
  it('brings a cold face less than all its vapour the faster it passes (Lewis relation)', () => {
    expect(metBy({ room: 0, outside: 0 })).toBe(1);
    expect(metBy({ room: 0.0025, outside: 0 })).toBeCloseTo(0.5, 6);
  });
});
