import type { Bay } from '@overcoat/core/model';
import type { PlacedZone } from '@overcoat/core/survey/layout';

/** How a bay's depth runs on the sheet: its shade at one end (or the middle) and at the other (or the edge). */
export interface Relief {
  from: string;
  to: string;
  run: 'right' | 'left' | 'down' | 'up' | 'outwards';
}

export const reliefId = (prefix: string, bay: string): string =>
  `${prefix}-relief-${bay.replaceAll('.', '_')}`;

/** Deeper is darker: depth in chalk. */
export const shade = (depth: number): string =>
  `color-mix(in srgb, var(--chalk) ${Math.round(Math.min(1, depth / 0.1) * 46)}%, var(--ticket))`;

/** The relief of a bay as its zone lies on the sheet; dished or tapering as was said, else from lower to upper edge. */
export function reliefOf(bay: Bay, zone: Pick<PlacedZone, 'upright' | 'mirrored'>): Relief | null {
  const [shallow, deep] = [shade(bay.depthMin.value), shade(bay.depthMax.value)];
  if (shallow === deep) return null;
  const at = bay.shallowAt ?? (bay.depthRuns === 'dished' ? 'edges' : null);
  if (at === null) return null;
  if (at === 'edges') return { from: deep, to: shallow, run: 'outwards' };
  if (at === 'middle') return { from: shallow, to: deep, run: 'outwards' };
  const runs: Record<'front' | 'rear' | 'lower' | 'upper', Relief['run']> = zone.upright
    ? {
        front: zone.mirrored ? 'left' : 'right',
        rear: zone.mirrored ? 'right' : 'left',
        lower: 'up',
        upper: 'down',
      }
    : {
        front: 'down',
        rear: 'up',
        lower: zone.mirrored ? 'left' : 'right',
        upper: zone.mirrored ? 'right' : 'left',
      };
  return { from: shallow, to: deep, run: runs[at] };
}

const ENDS: Record<Exclude<Relief['run'], 'outwards'>, [number, number, number, number]> = {
  right: [0, 0, 1, 0],
  left: [1, 0, 0, 0],
  down: [0, 0, 0, 1],
  up: [0, 1, 0, 0],
};

export function ReliefDef({ id, from, to, run }: Relief & { id: string }) {
  const stops = (
    <>
      <stop offset="0" stopColor={from} />
      <stop offset="1" stopColor={to} />
    </>
  );
  if (run === 'outwards')
    return (
      <radialGradient id={id} r="0.62">
        {stops}
      </radialGradient>
    );
  const [x1, y1, x2, y2] = ENDS[run];
  return (
    <linearGradient id={id} x1={x1} y1={y1} x2={x2} y2={y2}>
      {stops}
    </linearGradient>
  );
}
