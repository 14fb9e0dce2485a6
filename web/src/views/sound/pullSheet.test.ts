import { patchBox } from '@overcoat/core/buildup';
import { assumed, type Bay, type Patch } from '@overcoat/core/model';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { type Grip, pulled } from './pullSheet.ts';

const size = (v: number) => assumed(v, 'guess');
const bay: Bay = {
  id: 'b',
  station: 1,
  strip: 1,
  width: size(0.42),
  height: size(0.58),
  depthMin: size(0.04),
  depthMax: size(0.06),
};
const sheet: Patch = { id: 's1', along: 0.2, up: 0.3, width: 0.2, height: 0.25, turn: 0 };

it('a sheet stays in its bay, however it is pulled, cut or turned', () => {
  const place = fc.record({
    x: fc.double({ min: -1, max: 2, noNaN: true }),
    y: fc.double({ min: -1, max: 2, noNaN: true }),
  });
  fc.assert(
    fc.property(
      fc.constantFrom<Grip>('move', 'size', 'turn'),
      place,
      fc.integer({ min: -18, max: 18 }),
      (grip, at, turn) => {
        const start = { ...sheet, width: 0.15, height: 0.2, turn: 5 * turn };
        const { x, y, width, height } = patchBox(pulled(start, grip, at, { x: 0.2, y: 0.3 }, bay));
        expect(Math.min(x, y)).toBeGreaterThan(-0.004);
        expect(x + width).toBeLessThan(0.424);
        expect(y + height).toBeLessThan(0.584);
      },
    ),
  );
});

it('follows the pointer in steps of 5 mm, and is cut from the corner opposite', () => {
  expect(pulled(sheet, 'move', { x: 0.212, y: 0.29 }, { x: 0.2, y: 0.3 }, bay)).toMatchObject({
    along: 0.21,
    up: 0.29,
  });
  const cut = pulled(sheet, 'size', { x: 0.35, y: 0.2 }, { x: 0.3, y: 0.175 }, bay);
  expect([cut.width, cut.height]).toEqual([expect.closeTo(0.25, 6), expect.closeTo(0.225, 6)]);
  expect([cut.along - cut.width / 2, cut.up + cut.height / 2]).toEqual([
    expect.closeTo(0.1, 6),
    expect.closeTo(0.425, 6),
  ]);
});
