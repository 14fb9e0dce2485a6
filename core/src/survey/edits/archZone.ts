import type { Bay, Design, Measurement, Shell, Zone } from '../../model/index.ts';
import { assumed, guess, isMeasured } from '../../model/index.ts';
import { HALF_MM, ROUNDING, SAME_SIZE } from '../../tolerance/index.ts';
import { lengthIn } from '../../units/index.ts';
import {
  type ArchSizes,
  allMeasured,
  developArch,
  flatten,
  outlineBox,
  outlineOf,
} from '../geometry/index.ts';
import { blankZone, plainBay } from './blank.ts';
import type { Edited } from './edit.ts';
import type { Reshaped } from './topology.ts';

/** The few sizes of an arch as they are read: its length, how far it reaches in, its height, the radius of its shoulders. */
export type ArchReadings = { [K in keyof ArchSizes]: Measurement };

/** Stations and strips of an arch's pieces laid flat, by the letter of their ids. */
const PIECES = { f: [1, 1], g: [1, 2], t: [2, 1], s: [2, 2], r: [3, 1], h: [3, 2] } as const;
type Piece = keyof typeof PIECES;

const pieceIn = (zone: Zone, piece: Piece): Bay | undefined =>
  zone.bays.find(b => b.station === PIECES[piece][0] && b.strip === PIECES[piece][1]);

/**
 * An arch laid flat: top strip with its front and rear shoulders, the inner face that hangs from it with the floor at its
 * far edge, and a gusset at either end.
 */
export function archZone(
  { id, side, offset }: { id: string; side: 'left' | 'right'; offset: Measurement },
  sizes: ArchReadings,
): Zone {
  const bare: Zone = {
    ...blankZone({ id, kind: 'arch', name: `${side} wheel arch, developed`, side }, 0, 0),
    offset,
    bays: (Object.keys(PIECES) as Piece[]).map(p =>
      plainBay(`${id}${p}`, PIECES[p][0], PIECES[p][1], 0.1, 0.1, [0, 0]),
    ),
  };
  return developed(bare, sizes);
}

/** What an arch's own bays say of its few sizes; null of one that was taken apart otherwise. */
export function archReadings(zone: Zone): ArchReadings | null {
  const [face, top] = [pieceIn(zone, 's'), pieceIn(zone, 't')];
  if (zone.kind !== 'arch' || !face || !top) return null;
  return {
    length: face.width,
    width: top.height,
    height: face.height,
    radius: face.cornerRadius ?? assumed(0),
  };
}

/** Changes sizes of an arch and develops it anew: every piece follows, and keeps its name. Refused when it cannot be. */
export function setArch(shell: Shell, id: string, change: Partial<ArchReadings>): Edited {
  const zone = shell.zones.find(z => z.id === id);
  const now = zone && archReadings(zone);
  if (!zone || !now) return { ok: false, message: `${id} is no wheel arch with a face and a top.` };
  const { width } = change;
  if (fromTemplate(zone)) {
    if (!width)
      return {
        ok: false,
        message: `The face of ${id} is from a template, which gives all but how far the arch reaches in: change its outline and develop it again.`,
      };
    return { ok: true, shell: withArch(shell, reaching(zone, width)) };
  }
  const sizes = { ...now, ...change };
  const wrong = archWrong(sizes);
  if (wrong) return { ok: false, message: wrong };
  const next = developed(zone, sizes);
  return { ok: true, shell: withArch(shell, next) };
}

/** Whether an arch's face has an outline of its own, so that only its reach is a size to be read. */
export const fromTemplate = (zone: Zone): boolean => pieceIn(zone, 's')?.outline !== undefined;

const withArch = (shell: Shell, arch: Zone): Shell => ({
  ...shell,
  zones: shell.zones.map(z => (z.id === arch.id ? arch : z)),
});

/** The same arch reaching further in, or less: its strips are as wide. */
const reaching = (zone: Zone, width: Measurement): Zone => ({
  ...zone,
  height: guess(rounded(width.value + (pieceIn(zone, 's')?.height.value ?? 0))),
  bays: zone.bays.map(b => (b.strip === 1 ? { ...b, height: width } : b)),
});

/** Adds an arch on one side. Floor and wall bays at its place stay as they are: what of them it covers is told. */
export function addArch(
  design: Design,
  side: 'left' | 'right',
  offset: Measurement,
  sizes: ArchReadings,
): Reshaped {
  const { shell } = design;
  const wrong = archWrong(sizes);
  if (wrong) return { ok: false, message: wrong };
  const taken = new Set(shell.zones.flatMap(z => [z.id, ...z.bays.map(b => b.id)]));
  let n = 1;
  while (taken.has(`A${n}`) || taken.has(`A${n}s`)) n++;
  const zone = archZone({ id: `A${n}`, side, offset }, sizes);
  return {
    ok: true,
    id: `A${n}s`,
    design: { ...design, shell: { ...shell, zones: [...shell.zones, zone] } },
    said: [
      `The floor between ${lengthIn(offset.value)} and ${lengthIn(offset.value + sizes.length.value)} from its front is ${lengthIn(sizes.width.value)} narrower on the ${side}: measure its bays between the arches.`,
    ],
  };
}

/** Corners that an outline by corners may have. */
const MOST_CORNERS = 100;

/**
 * Develops an arch from the template of its inner face, whatever its outline: the strip over it is as long as the
 * outline is from floor to floor, and its upright ends as far as the outline takes to come within a hundredth of its
 * height. The face hangs from the strip from then on, its longer straight edge, on the floor, the far one.
 */
export function archFromTemplate(shell: Shell, id: string): Edited {
  const zone = shell.zones.find(z => z.id === id);
  const face = zone && pieceIn(zone, 's');
  if (!zone || !face?.outline)
    return { ok: false, message: `Give the face of arch ${id} its outline from the template first.` };
  const read = outlineOf(face);
  if (!read.ok) return read;
  const { height } = outlineBox(read.outline);
  // Arcs as chords, as fine as the corners suffice for; a corner that was read is never left out.
  let points = flatten(read.outline, HALF_MM);
  for (let t = 0.001; points.length > MOST_CORNERS && t < 0.02; t *= 2) points = flatten(read.outline, t);
  if (points.length > MOST_CORNERS)
    return { ok: false, message: `The template has more than ${MOST_CORNERS} corners: leave some out.` };
  const hung = edgeAt(points, 0) > edgeAt(points, height) + ROUNDING ? turnedOver(points, height) : points;
  const round = overTop(hung, height);
  if (!round)
    return { ok: false, message: 'The template’s outline must stand on the floor at its front and rear.' };
  const steps = round.slice(1).map((p, i) => Math.hypot(p.x - round[i]!.x, p.y - round[i]!.y));
  const near = (p: { y: number }) => p.y <= 0.01 * height;
  const sum = (lengths: readonly number[]) => lengths.reduce((a, b) => a + b, 0);
  const front = sum(steps.slice(0, round.findIndex(near)));
  const rear = sum(steps.slice(round.findLastIndex(near)));
  const sizes: Partial<Record<Piece, number>> = {
    f: front,
    r: rear,
    t: Math.max(0, sum(steps) - front - rear),
  };
  const { cornerRadius: _, rounded: __, ...plain } = face;
  const hanging: Bay = {
    ...plain,
    outline: {
      by: 'corners',
      points: hung.map(p => ({ along: fromFace(p.x, face), up: fromFace(p.y, face) })),
    },
  };
  const bays = zone.bays.map(b => {
    if (b === face) return hanging;
    const piece = (Object.keys(sizes) as Piece[]).find(p => pieceIn(zone, p) === b);
    return piece ? { ...b, width: fromFace(sizes[piece]!, face) } : b;
  });
  const strip = bays.filter(b => b.strip === 1).reduce((total, b) => total + b.width.value, 0);
  const next: Zone = { ...zone, bays, length: fromFace(strip, face) };
  return { ok: true, shell: withArch(shell, next) };
}

type Point = { x: number; y: number };

/** How much of an outline lies straight at a height, m. */
const edgeAt = (points: readonly Point[], y: number): number =>
  points.reduce((sum, p, i) => {
    const q = points[(i + 1) % points.length]!;
    return Math.abs(p.y - y) < SAME_SIZE && Math.abs(q.y - y) < SAME_SIZE ? sum + Math.abs(p.x - q.x) : sum;
  }, 0);

/** The same outline with its lower edge above, counter-clockwise again. */
const turnedOver = (points: readonly Point[], height: number): Point[] =>
  points.map(p => ({ x: p.x, y: height - p.y })).reverse();

/** The outline from its front foot over the top (its lower edge) to its rear foot; null when it stands on none. */
function overTop(outline: readonly Point[], height: number): Point[] | null {
  const feet = outline.filter(p => p.y > height - SAME_SIZE);
  if (feet.length < 2) return null;
  const front = feet.reduce((a, b) => (b.x < a.x ? b : a));
  const rear = feet.reduce((a, b) => (b.x > a.x ? b : a));
  // Counter-clockwise, from the front foot down the front, along the lower edge, and up the rear.
  const start = outline.indexOf(front);
  const turned = [...outline.slice(start), ...outline.slice(0, start)];
  return turned.slice(0, turned.indexOf(rear) + 1);
}

const fromFace = (value: number, { outline }: Bay): Measurement =>
  allMeasured(outline)
    ? { basis: 'measured', value: rounded(value), entered: 'from its template' }
    : { basis: 'assumed', value: rounded(value), from: 'guess' };

/** Read or guessed by the person: what is reckoned from it is no longer the pattern's. */
const ownGuess = (m: Measurement): boolean => m.basis === 'measured' || m.from !== 'pattern';

const rounded = (m: number) => Math.round(m * 1e4) / 1e4;

/** Sharper shoulders than this are no rounding that a tape finds, m. */
const LEAST_RADIUS = 0.005;

function archWrong({ length, height, radius }: ArchReadings): string | null {
  const most = Math.min(height.value, length.value / 2);
  if (radius.value > most + ROUNDING)
    return `Shoulders of ${lengthIn(radius.value)} are rounder than the arch is high, or than half of its length: at most ${lengthIn(most)}.`;
  return radius.value < LEAST_RADIUS ? `A shoulder is rounded by at least ${lengthIn(LEAST_RADIUS)}.` : null;
}

/** Its pieces with the sizes they have laid flat; what is not one of them stays. */
function developed(zone: Zone, sizes: ArchReadings): Zone {
  const flat = developArch({
    length: sizes.length.value,
    width: sizes.width.value,
    height: sizes.height.value,
    radius: sizes.radius.value,
  });
  const all = Object.values(sizes);
  const of = (value: number): Measurement =>
    all.every(isMeasured)
      ? { basis: 'measured', value: rounded(value), entered: 'from the arch' }
      : { basis: 'assumed', value: rounded(value), from: all.some(ownGuess) ? 'guess' : 'pattern' };
  const { width, radius } = sizes;
  const gusset = (flush: 'front' | 'rear'): Partial<Bay> => ({
    width: of(flat.gusset.length),
    height: of(flat.gusset.height),
    outline: {
      by: 'widths',
      flush,
      rows: [
        { at: of(0), width: of(flat.gusset.length) },
        { at: of(flat.gusset.height), width: of(0) },
      ],
    },
  });
  const made: Record<Piece, Partial<Bay>> = {
    f: { width: of(flat.side.length), height: width },
    g: gusset('rear'),
    t: { width: of(flat.top.length), height: width },
    s: { width: sizes.length, height: sizes.height, cornerRadius: radius, rounded: 'lower' },
    r: { width: of(flat.side.length), height: width },
    h: gusset('front'),
  };
  const bays = zone.bays.map((b): Bay => {
    const piece = (Object.keys(PIECES) as Piece[]).find(p => pieceIn(zone, p) === b);
    return piece ? { ...b, ...made[piece] } : b;
  });
  return {
    ...zone,
    length: of(rounded(flat.top.length) + 2 * rounded(flat.side.length)),
    height: of(sizes.width.value + sizes.height.value),
    bays,
  };
}
