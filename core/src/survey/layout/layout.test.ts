import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measured, type PatternName } from '../../model/index.ts';
import { setShape } from '../edits/edit.ts';
import { outlineArea, outlineOf } from '../geometry/outline.ts';
import { generateShell } from '../patterns/generate.ts';
import { patterns } from '../patterns/patterns.ts';
import { cellsOf, fromSheet, layoutShell, onSheet, placeIn } from './layout.ts';

const names = patterns.map(p => p.name) as PatternName[];

describe('a zone on the sheet', () => {
  it('takes a point there and back, whichever way it lies', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...names),
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (name, along, up) => {
          for (const zone of layoutShell(generateShell(name)).zones) {
            const p = onSheet(zone, along, up);
            const back = fromSheet(zone, p.x, p.y);
            expect(back.along).toBeCloseTo(along, 9);
            expect(back.up).toBeCloseTo(up, 9);
          }
        },
      ),
    );
  });
  it('holds every bay where its cell says, and openings in the middle of theirs', () => {
    for (const name of names)
      for (const zone of layoutShell(generateShell(name)).zones) {
        const { cells } = cellsOf(zone.zone);
        expect(zone.bays).toHaveLength(cells.length);
        for (const o of zone.openings) {
          const host = zone.bays.find(b => b.bay.id === o.opening.bay)!;
          expect(o.x + o.width / 2).toBeCloseTo(host.x + host.width / 2, 9);
          expect(o.y + o.height / 2).toBeCloseTo(host.y + host.height / 2, 9);
        }
      }
  });
  it('puts a place given from front and lower edge on the right side of a mirrored wall', () => {
    const zone = layoutShell(generateShell('long high-roof')).zones.find(z => z.zone.id === 'L')!;
    const bay = zone.bays[0]!;
    const at = { along: measured(0.05, '50'), up: measured(0.02, '20') };
    const r = placeIn(zone, bay, at, 0.01, 0.01);
    // Seen from inside, lower edges of the left wall lie on the right of the sheet, by the floor.
    expect(r.x + 0.005).toBeCloseTo(bay.x + bay.width - 0.02, 9);
    expect(r.y + 0.005).toBeCloseTo(bay.y + 0.05, 9);
  });
  it('draws an outline with the area it has, turned or mirrored', () => {
    for (const [pattern, id] of [
      ['long high-roof', 'L3w'],
      ['long high-roof', 'R4w'],
      ['long high-roof', 'D1w'],
    ] as const) {
      const shaped = setShape(generateShell(pattern), id, { cornerRadius: measured(0.05, '50') });
      if (!shaped.ok) throw new Error(shaped.message);
      const placedBay = layoutShell(shaped.shell)
        .zones.flatMap(z => z.bays)
        .find(b => b.bay.id === id)!;
      const placed = placedBay.outline!;
      const read = outlineOf(placedBay.bay);
      if (!read.ok) throw new Error(read.message);
      const { outline } = read;
      const shoelace = placed.reduce((sum, p, i) => {
        const q = placed[(i + 1) % placed.length]!;
        return sum + (p.x * q.y - q.x * p.y) / 2;
      }, 0);
      expect(Math.abs(shoelace)).toBeCloseTo(outlineArea(outline), 3);
    }
  });
});
