import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { NestSearch } from '../order/nesting/index.ts';
import { readNest, writeNest } from './nestFile.ts';

const text = (name: string) =>
  readFileSync(new URL(`../order/nesting/fixtures/${name}`, import.meta.url), 'utf8');
const small = JSON.parse(text('nest-d01-small-board.json'));
const said = (change: object): string => {
  const read = readNest(JSON.stringify({ ...small, ...change }));
  return read.ok ? '' : read.message;
};

describe('a nesting instance', () => {
  it('is read in mm and answered in mm, one entry a piece', () => {
    const read = readNest(text('nest-d01-small-board.json'));
    if (!read.ok) throw new Error(read.message);
    const layout = writeNest(new NestSearch(read.problem).best, read) as { piece: string; width: number }[];
    expect(layout.map(l => l.piece).sort()).toEqual(
      small.pieces
        .flatMap((p: { id: string; quantity: number }) => Array.from({ length: p.quantity }, () => p.id))
        .sort(),
    );
    for (const l of layout) {
      const { width, height } = small.pieces.find((p: { id: string }) => p.id === l.piece);
      expect([width, height]).toContain(l.width);
    }
  });
  it('turns a clockwise outline and moves it to its corner', () => {
    const outline = [
      [10, 10],
      [10, 60],
      [110, 10],
    ];
    const read = readNest(
      JSON.stringify({ ...small, pieces: [{ id: 'a', outline, quantity: 1, rotations: [0] }] }),
    );
    if (!read.ok) throw new Error(read.message);
    const corners = [
      [100, 0],
      [0, 50],
      [0, 0],
    ];
    read.problem.pieces[0]!.outline.forEach(({ x, y }, i) => {
      expect(x * 1000).toBeCloseTo(corners[i]![0]!, 9);
      expect(y * 1000).toBeCloseTo(corners[i]![1]!, 9);
    });
  });
  it('says what is wrong, and where', () => {
    const [first] = small.pieces;
    const piece = (change: object) => ({ pieces: [{ ...first, ...change }] });
    expect(said({ kerf: -1 })).toMatch(/^kerf/);
    expect(said({ stock: [{ ...small.stock[0], width: 0.5 }] })).toMatch(/^stock\[0\]\.width/);
    expect(said({ stock: [] })).toMatch(/at least one sheet/);
    expect(said({ kerf: 20, ...piece({ width: 12 }) })).toMatch(/thinner than the kerf/);
    expect(said(piece({ quantity: 0 }))).toMatch(/quantity/);
    expect(said(piece({ quantity: 20_001 }))).toMatch(/quantity/);
    expect(said(piece({ rotatable: undefined }))).toMatch(/rotatable/);
    expect(said({ pieces: [first, first] })).toMatch(/stands twice/);
    expect(
      said(
        piece({
          outline: [
            [0, 0],
            [1, 1],
            [2, 2],
          ],
        }),
      ),
    ).toMatch(/no area/);
    expect(readNest('{').ok).toBe(false);
    expect(readNest('[]').ok).toBe(false);
  });
});
