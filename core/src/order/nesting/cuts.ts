import type { Bed } from './bed.ts';

/**
 * Straight cuts a bed takes: sides of boxes that are not the bed's own, those in one line that meet counted once; of
 * other outlines every slanting side is one more. The kerf lies in the boxes, so neighbours share their cut.
 */
export function sawCuts(bed: Bed, slants: (piece: number) => number): number {
  const lines = new Map<string, [number, number][]>();
  const side = (axis: string, at: number, end: number, from: number, to: number) => {
    if (at <= 0 || at >= end) return;
    const key = `${axis}${at}`;
    lines.set(key, [...(lines.get(key) ?? []), [from, to]]);
  };
  let cuts = 0;
  for (const p of bed.placed) {
    side('x', p.x, bed.width, p.y, p.y + p.length);
    side('x', p.x + p.width, bed.width, p.y, p.y + p.length);
    side('y', p.y, bed.length, p.x, p.x + p.width);
    side('y', p.y + p.length, bed.length, p.x, p.x + p.width);
    cuts += slants(p.piece);
  }
  for (const spans of lines.values()) {
    spans.sort((a, b) => a[0] - b[0]);
    let end = Number.NEGATIVE_INFINITY;
    for (const [from, to] of spans) {
      if (from > end) cuts++;
      end = Math.max(end, to);
    }
  }
  return cuts;
}
