import type { Bay, KeepClear, Zone } from '../../model/index.ts';
import { HOT } from '../../model/lists/index.ts';

/** What a keep-clear takes of its bay, clearance included, from the bay's front and lower edge, m. */
export interface Kept {
  /** Of the keep-clear. */
  id: string;
  /** What stands there. */
  kind: KeepClear['kind'];
  /** Of its front edge, m. */
  along: number;
  /** Of its lower edge, m. */
  up: number;
  /** m. */
  width: number;
  /** m. */
  height: number;
}

/** Where not only the fill stays away but the lining too: what must be reached, opens, blows or burns. */
const THROUGH: readonly KeepClear['kind'][] = [
  ...HOT,
  'tie-down',
  'belt anchor',
  'gas drop vent',
  'fixed vent',
];

/** What stays free of fill in a bay (`fill`), or of lining too (`lining`), clipped to the bay. */
export function keptClear(zone: Zone, bay: Bay, of: 'fill' | 'lining'): Kept[] {
  const [w, h] = [bay.width.value, bay.height.value];
  return zone.keepClears.flatMap(k => {
    if (k.bay !== bay.id || (of === 'lining' && !THROUGH.includes(k.kind))) return [];
    const c = k.clearance.value;
    const from = (at: number, size: number) => Math.max(0, at - size / 2 - c);
    const to = (at: number, size: number, whole: number) => Math.min(whole, at + size / 2 + c);
    const [along, up] = [from(k.at.along.value, k.width.value), from(k.at.up.value, k.height.value)];
    const width = to(k.at.along.value, k.width.value, w) - along;
    const height = to(k.at.up.value, k.height.value, h) - up;
    return width > 0 && height > 0 ? [{ id: k.id, kind: k.kind, along, up, width, height }] : [];
  });
}

/** Area of the union of rectangles, m2: two keep-clears that overlap are left out once. */
export function unionArea(rects: readonly Omit<Kept, 'id' | 'kind'>[]): number {
  const xs = [...new Set(rects.flatMap(r => [r.along, r.along + r.width]))].sort((a, b) => a - b);
  let area = 0;
  for (let i = 1; i < xs.length; i++) {
    const [from, to] = [xs[i - 1]!, xs[i]!];
    const spans = rects
      .filter(r => r.along < to - 1e-12 && r.along + r.width > from + 1e-12)
      .map(r => [r.up, r.up + r.height] as const)
      .sort((a, b) => a[0] - b[0]);
    let covered = 0;
    let top = Number.NEGATIVE_INFINITY;
    for (const [low, high] of spans) {
      covered += Math.max(0, high - Math.max(low, top));
      top = Math.max(top, high);
    }
    area += covered * (to - from);
  }
  return area;
}
