import {
  type Bay,
  type Cab,
  type Front,
  inCab,
  type Opening,
  type Shell,
  type Zone,
} from '../../model/index.ts';
import { blankZone, guessed, plainBay } from '../edits/index.ts';
import { areaOf, cabBody } from './body.ts';
import { patternOf } from './patterns.ts';

/** Ids of the zones this file makes: a shell has none of them before its cab and frames are surveyed. */
const ID = {
  windscreen: 'V',
  doors: ['K1', 'K2'],
  roof: 'N',
  footwell: 'G',
  cabFrame: 'J',
  rails: ['P1', 'P2'],
  rear: 'P3',
  bulkhead: 'B',
} as const;

/** Where the pattern's walls stop being a wall: narrower than this is a seam, no frame. */
const LEAST = 0.02;
const FRAME_DEPTH = [0.02, 0.05] as const;

/** The shell with its pattern's cab: every size assumed. One that has a cab stays as it is. */
export function withCab(shell: Shell): Shell {
  if (shell.cab || shell.zones.some(z => inCab(z.kind))) return shell;
  const { cab: size } = patternOf(shell.pattern);
  const cab: Cab = {
    length: guessed(size.length / 1000),
    height: guessed(size.height / 1000),
    front: shell.zones.some(z => z.kind === 'bulkhead') ? 'bulkhead' : 'open',
    passage: { width: guessed(size.passage[0] / 1000), height: guessed(size.passage[1] / 1000) },
  };
  const made = { ...shell, cab };
  const zones = cabZones(made, cab);
  const edge = shell.width.value;
  const left = Math.max(0, cabBody(made, cab) - areaOf(zones));
  const pillars = single(
    ID.cabFrame,
    'cab frame',
    'pillars and sills of the cab',
    'none',
    edge,
    left / edge,
    FRAME_DEPTH,
  );
  return { ...made, zones: [...shell.zones, ...apart(shell, [...zones, pillars])] };
}

/** The shell with what of its load space belongs to no zone as frames; one that has some stays as it is. */
export function withFrames(shell: Shell): Shell {
  if (shell.zones.some(z => z.kind === 'frame')) return shell;
  const [l, w, h] = [shell.length.value, shell.width.value, shell.height.value];
  const of = (keep: (z: Zone) => boolean) => areaOf(shell.zones.filter(keep));
  const roof = of(z => z.kind === 'ceiling');
  const side = (name: 'left' | 'right') =>
    l * h + (l * w - roof) / 2 - of(z => (z.kind === 'wall' || z.kind === 'sliding door') && z.side === name);
  const rear = w * h - of(z => z.kind === 'rear door');
  const pieces = [
    piece(ID.rails[0], 'left cant rail', 'left', l, side('left')),
    piece(ID.rails[1], 'right cant rail', 'right', l, side('right')),
    piece(ID.rear, 'rear frame', 'none', w + h, rear),
  ];
  return {
    ...shell,
    zones: [
      ...shell.zones,
      ...apart(
        shell,
        pieces.filter(p => p.height.value >= LEAST),
      ),
    ],
  };
}

const piece = (id: string, name: string, side: Zone['side'], length: number, area: number): Zone =>
  single(id, 'frame', name, side, length, Math.max(0, area) / length, FRAME_DEPTH);

function cabZones(shell: Shell, cab: Cab): Zone[] {
  const w = shell.width.value;
  const [l, h] = [cab.length.value, cab.height.value];
  const screen = single(ID.windscreen, 'windscreen', 'windscreen', 'none', 0.88 * w, 0.64 * h, [0, 0.01]);
  const pane = screen.bays[0]!;
  screen.openings.push(opening(pane, pane.width.value - 0.07, pane.height.value - 0.06));
  const doors = ID.doors.map((id, i): Zone => {
    const side = i === 0 ? 'left' : 'right';
    const made = strips(id, 'cab door', `${side} cab door`, side, 0.72 * l, 0.88 * h, [
      ['w', 0.53, [0.03, 0.06]],
      ['u', 0.47, [0.03, 0.05]],
    ]);
    const upper = made.bays[1]!;
    made.openings.push(opening(upper, 0.86 * upper.width.value, 0.86 * upper.height.value));
    return made;
  });
  const roof = strips(ID.roof, 'cab roof', 'cab roof', 'none', 0.72 * l, 0.86 * w, [
    ['a', 0.5, [0.01, 0.02]],
    ['b', 0.5, [0.01, 0.02]],
  ]);
  return [screen, ...doors, roof, footwell(0.95 * w, l)];
}

/** Firewall, floor and seats' base, developed from the dashboard to the load floor. */
function footwell(breadth: number, length: number): Zone {
  const lengths = [0.72, 0.46 * length, 0.53 * length];
  const bays = lengths.map((along, i) =>
    plainBay(`${ID.footwell}${i + 1}`, i + 1, 1, along, breadth, [0, 0.015]),
  );
  const whole = bays.reduce((sum, b) => sum + b.width.value, 0);
  return {
    ...blankZone(
      { id: ID.footwell, kind: 'footwell', name: 'footwell and firewall', side: 'none' },
      whole,
      breadth,
    ),
    bays,
  };
}

/** The passage closed by a bulkhead of two bays, as high and wide as it is, if there is none yet; and the front said so. */
export function withFront(shell: Shell, front: Front): Shell {
  if (!shell.cab) return shell;
  const changed = { ...shell, cab: { ...shell.cab, front } };
  if (front !== 'bulkhead' || shell.zones.some(z => z.kind === 'bulkhead')) return changed;
  const { width, height } = shell.cab.passage;
  const made = strips(ID.bulkhead, 'bulkhead', 'bulkhead', 'none', width.value, height.value, [
    ['w', 0.5, [0, 0.02]],
    ['u', 0.5, [0, 0.02]],
  ]);
  return { ...changed, zones: [...shell.zones, ...apart(shell, [made])] };
}

/** A zone of one bay. */
function single(
  id: string,
  kind: Zone['kind'],
  name: string,
  side: Zone['side'],
  length: number,
  height: number,
  depth: readonly [number, number],
): Zone {
  return {
    ...blankZone({ id, kind, name, side }, length, height),
    bays: [plainBay(`${id}a`, 1, 1, length, height, depth)],
  };
}

/** A zone of one station, its strips by letter, share of the height and depth. */
function strips(
  id: string,
  kind: Zone['kind'],
  name: string,
  side: Zone['side'],
  length: number,
  height: number,
  parts: readonly (readonly [letter: string, share: number, depth: readonly [number, number]])[],
): Zone {
  const made = blankZone({ id, kind, name, side }, length, height);
  let left = made.height.value;
  const bays = parts.map(([letter, share, depth], i) => {
    const high = i === parts.length - 1 ? left : Math.round(share * height * 1000) / 1000;
    left -= high;
    return plainBay(`${id}${letter}`, 1, i + 1, length, high, depth);
  });
  return { ...made, bays };
}

const opening = (host: Bay, width: number, height: number): Opening => ({
  id: `W-${host.id}`,
  bay: host.id,
  kind: 'window',
  width: guessed(width),
  height: guessed(height),
  glazing: 'glass',
});

/** The zones under ids that nothing in the shell has: its own may have been renamed to any. */
function apart(shell: Shell, zones: readonly Zone[]): Zone[] {
  const taken = new Set(
    shell.zones.flatMap(z => [z.id, ...z.bays.map(b => b.id), ...z.openings.map(o => o.id)]),
  );
  const free = (id: string): string => (taken.has(id) ? free(`${id}-`) : id);
  return zones.map(z => ({
    ...z,
    id: free(z.id),
    bays: z.bays.map(b => ({ ...b, id: free(b.id) })),
    openings: z.openings.map(o => ({ ...o, id: free(o.id), bay: free(o.bay) })),
  }));
}
