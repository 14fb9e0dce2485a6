import type { Shell, Zone } from '../../model/index.ts';

export interface FloorPassage {
  /** Widest door, its clear width and height, m. */
  door: { name: string; width: number; height: number };
  /** Size of the floor sheet, m. */
  sheet: { length: number; width: number };
  /** How a whole sheet goes in; null when it does not. */
  way: 'flat' | 'tilted' | null;
  /** Fewest strips across the van that go in flat or tilted. */
  pieces: number;
}

/** Sheet thickness with its covering, m: what tilting loses at the corners. */
const THICKNESS = 0.02;

/**
 * Whether a floor sheet passes the largest door in one piece: its short side flat through the width, or tilted on
 * the diagonal of the door (a rigid sheet of some thickness in a rectangle). Null without a door.
 */
export function floorPassage(shell: Shell): FloorPassage | null {
  const floor = shell.zones.find(z => z.kind === 'floor');
  const rear = shell.zones.filter(z => z.kind === 'rear door');
  const sliding = shell.zones.filter(z => z.kind === 'sliding door');
  const { apertures } = shell;
  const clear = (of: 'rear' | 'side', name: string) => {
    const a = apertures?.[of];
    return a ? [{ name, width: a.width.value, height: a.height.value }] : null;
  };
  const doors = [
    ...(clear('rear', 'the rear doors') ?? leaves(rear)),
    ...(clear('side', 'the side door') ??
      sliding.map(z => ({ name: 'the sliding door', width: z.length.value, height: z.height.value }))),
  ];
  if (!floor || doors.length === 0) return null;
  const reach = (d: { width: number; height: number }) => longestTilted(d.width, d.height, THICKNESS);
  const door = doors.reduce((a, b) => (reach(b) > reach(a) ? b : a));
  const sheet = { length: floor.length.value, width: floor.height.value };
  const side = Math.min(sheet.length, sheet.width);
  const way = side <= door.width ? 'flat' : side <= reach(door) ? 'tilted' : null;
  return { door, sheet, way, pieces: way ? 1 : Math.ceil(side / reach(door)) };
}

/** The opening that rear door leaves close between them, where nobody measured it. */
const leaves = (rear: readonly Zone[]) =>
  rear.length > 0
    ? [
        {
          name: 'the rear doors',
          width: rear.reduce((sum, z) => sum + z.length.value, 0),
          height: Math.min(...rear.map(z => z.height.value)),
        },
      ]
    : [];

/** Longest side of a sheet `t` thick that passes a rectangle w by h, m: where width and height bind alike, by bisection over its tilt. */
export function longestTilted(w: number, h: number, t: number): number {
  const byWidth = (a: number) => (w - t * Math.sin(a)) / Math.cos(a);
  const byHeight = (a: number) => (h - t * Math.cos(a)) / Math.sin(a);
  let [low, high] = [0, Math.PI / 2];
  for (let i = 0; i < 60; i++) {
    const middle = (low + high) / 2;
    if (byWidth(middle) < byHeight(middle)) low = middle;
    else high = middle;
  }
  return Math.max(w, byWidth(low));
}
