import { type Cab, inCab, isWithin, type Shell, type Zone } from '../../model/index.ts';

/** Of zones as unfolded, m2. */
export const areaOf = (zones: readonly Zone[]): number =>
  zones.reduce((sum, z) => sum + z.length.value * z.height.value, 0);

/** Outer area of the cab's box without its plane to the load space, m2. */
export const cabBody = ({ width }: Shell, { length, height }: Cab): number =>
  2 * length.value * (width.value + height.value) + width.value * height.value;

/** Air of the cab, m3: its box less dashboard, seats and the rake of the screen. Common practice, no source. */
const CAB_FILLED = 0.85;
export const cabVolume = ({ width }: Pick<Shell, 'width'>, { length, height }: Cab): number =>
  CAB_FILLED * length.value * width.value * height.value;

/** A space's body against its zones, m2. */
export interface BodyClosure {
  of: 'load space' | 'cab';
  /** Its box, without the plane between cab and load space, m2. */
  body: number;
  /** Of its zones, arches apart, m2. */
  zones: number;
  /** What no zone covers, as a share of the body; below 0 when they cover more. */
  missing: number;
}

/** Zones may differ from the box by so much: a body is no box. */
export const BODY_SLACK = 0.03;

/** Whether the zones of a van add up to its body: the load space, and the cab where that is surveyed. */
export function bodyClosure(shell: Shell): BodyClosure[] {
  const [l, w, h] = [shell.length.value, shell.width.value, shell.height.value];
  const { cab } = shell;
  const zones = (keep: (z: Zone) => boolean) => areaOf(shell.zones.filter(keep));
  const overhead = shell.zones.some(z => z.kind === 'cab overhead');
  // Without a cab the front plane is the load space's own where something closes it.
  const front = overhead
    ? w * Math.max(0, h - (cab?.height.value ?? h))
    : cab
      ? 0
      : zones(z => z.kind === 'bulkhead');
  const closed = (of: BodyClosure['of'], body: number, found: number): BodyClosure => ({
    of,
    body,
    zones: found,
    missing: 1 - found / body,
  });
  return [
    closed(
      'load space',
      2 * l * (w + h) + w * h + front,
      zones(z => !inCab(z.kind) && !isWithin(z.kind) && z.kind !== 'arch' && !(z.kind === 'bulkhead' && cab)),
    ),
    ...(cab
      ? [
          closed(
            'cab',
            cabBody(shell, cab),
            zones(z => inCab(z.kind)),
          ),
        ]
      : []),
  ];
}
