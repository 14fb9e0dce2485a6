import { placedOnSheets } from '@overcoat/core/order/cutting';
import type { CutPiece } from '@overcoat/core/order/pieces';
import { expect, it } from 'vitest';
import { freePlace, type MovedOn, movedTo, snapped, turnedOn } from './moving.ts';

const box = (id: string, width: number, length: number): CutPiece => ({
  id,
  zone: 'L',
  bays: [id],
  buildUp: 'b',
  layer: 'fill',
  role: 'fill',
  material: 'pir',
  thickness: 0.04,
  outline: [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: length },
    { x: 0, y: length },
  ],
  holes: [],
  lines: [],
  area: width * length,
  at: { along: 0, up: 0 },
  mirrored: false,
  above: 'TOP',
  left: 'FRONT',
  allowance: 0,
  turns: [0, 90],
  edges: [],
  span: null,
  radius: null,
  assumed: false,
  notes: [],
});
const [a, b] = [box('a', 0.4, 0.6), box('b', 0.5, 0.5)];
const sheet = (pinned: string[] = []): MovedOn => ({
  width: 1.2,
  length: 2.4,
  kerf: 0.003,
  placed: [placedOnSheets(a, { x: 0, y: 0, turn: 0 }), placedOnSheets(b, { x: 0.403, y: 0, turn: 0 })],
  pinned: new Set(pinned),
});

it('says what gives way, and what forbids a place', () => {
  expect(movedTo(a, { x: 0.2, y: 0, turn: 0 }, sheet())).toMatchObject({ wrong: null, gives: ['b'] });
  expect(movedTo(a, { x: 0.2, y: 0, turn: 0 }, sheet(['b'])).wrong).toContain('b, which is pinned');
  expect(movedTo(a, { x: 0.9, y: 0, turn: 0 }, sheet()).wrong).toContain('edge');
  expect(movedTo(a, { x: 0.001, y: 0, turn: 0 }, sheet(['b'])).wrong).not.toBeNull();
  expect(movedTo(a, { x: 0, y: 0, turn: 0 }, sheet(['b'])).wrong).toBeNull();
});

it('draws a place to the edges near it, the kerf between', () => {
  const to = snapped({ x: 0.91, y: 0.004 }, { width: 0.4, length: 0.6 }, sheet(), 'a', 0.02);
  expect(to.x).toBeCloseTo(0.906, 9);
  expect(to.y).toBe(0);
  expect(snapped({ x: 0.6, y: 1.2 }, { width: 0.4, length: 0.6 }, sheet(), 'a', 0.02)).toEqual({
    x: 0.6,
    y: 1.2,
  });
});

it('turns about the middle, and not at all where grain forbids it', () => {
  const next = turnedOn(placedOnSheets(a, { x: 0.3, y: 0.5, turn: 0 }))!;
  expect([next.turn, next.x, next.y]).toEqual([90, expect.closeTo(0.2, 9), expect.closeTo(0.6, 9)]);
  expect(turnedOn(placedOnSheets({ ...a, turns: [0] }, { x: 0, y: 0, turn: 0 }))).toBeNull();
});

it('a piece finds the first free place of another sheet, turned where it has to be, or none', () => {
  const lies = (id: string, width: number, length: number, x: number, y: number) =>
    placedOnSheets(box(id, width, length), { x, y, turn: 0 });
  const sheet: MovedOn = {
    width: 1.2,
    length: 2.4,
    kerf: 0.003,
    placed: [lies('a', 0.9, 2.4, 0, 0)],
    pinned: new Set(),
  };
  const on = (width: number, length: number) =>
    placedOnSheets(box('b', width, length), { x: 0, y: 0, turn: 0 });
  expect(freePlace(on(0.25, 2), sheet)).toEqual({ x: 0.903, y: 0, turn: 0 });
  expect(freePlace(on(2, 0.25), sheet)).toEqual({ x: 0.903, y: 0, turn: 90 });
  expect(freePlace(on(0.4, 0.4), sheet)).toBeNull();
});
