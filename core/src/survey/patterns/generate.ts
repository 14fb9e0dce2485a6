import {
  assumed,
  type Bay,
  type Measurement,
  type Opening,
  type PatternName,
  type Rib,
  type Shell,
  type Zone,
  type ZoneKind,
} from '../../model/index.ts';
import { archZone, blankZone, plainBay } from '../edits/index.ts';
import { splitByWeight } from '../geometry/index.ts';
import { withCab, withFrames } from './cab.ts';
import { furnish } from './furnish.ts';
import { type Pattern, patternOf, type Strip } from './patterns.ts';

const mm = (millimetres: number): Measurement => assumed(millimetres / 1000);

/** The shell a body pattern stands for: every size assumed, every zone closing to 0 mm. */
export function generateShell(name: PatternName): Shell {
  const p = patternOf(name);
  const widths = splitByWeight(p.length - p.rib * (p.stations - 1), Array<number>(p.stations).fill(1));
  const span = (from: number, to: number) =>
    widths.slice(from - 1, to).reduce((a, b) => a + b, 0) + p.rib * (to - from);
  const doorStations = p.slidingDoor?.stations ?? 0;
  const along = (
    id: string,
    kind: ZoneKind,
    side: Zone['side'],
    title: string,
    from: number,
    height: number,
    strips: Strip[],
  ) =>
    grid(p, {
      id,
      kind,
      side,
      title,
      from,
      widths: widths.slice(from - 1),
      height,
      strips,
      offset: from > 1 ? span(1, from - 1) + p.rib : 0,
      rail: p.rail,
    });
  const zones: Zone[] = [
    floor(p, widths),
    along('L', 'wall', 'left', 'left wall', 1, p.wall.height, p.wall.strips),
    along('C', 'ceiling', 'none', 'ceiling', 1, p.ceiling.height, p.ceiling.strips),
    along('R', 'wall', 'right', 'right wall', doorStations + 1, p.wall.height, p.wall.strips),
  ];
  if (p.slidingDoor) zones.push(slidingDoor(p, span(1, doorStations)));
  zones.push(...rearDoors(p), ...arches(p, widths), front(p));
  for (const w of p.windows) addOpening(zones, w);
  const shell: Shell = {
    pattern: name,
    skin: { material: p.skin, thickness: mm(p.skinThickness), colour: 'white' },
    length: mm(p.length),
    width: mm(p.width),
    height: mm(p.height),
    zones: p.skin === 'steel' ? zones.map(z => furnish(z, p)) : zones,
    uses: [],
    tapeError: 0.002,
  };
  return withFrames(withCab(shell));
}

interface Grid {
  id: string;
  kind: ZoneKind;
  side: Zone['side'];
  title: string;
  from: number;
  widths: number[];
  height: number;
  strips: Strip[];
  offset: number;
  rail: number;
}

function grid(p: Pattern, g: Grid): Zone {
  const heights = splitByWeight(
    g.height - g.rail * (g.strips.length - 1),
    g.strips.map(s => s.share),
  );
  const bays = g.widths.flatMap((width, i) =>
    g.strips.map(
      (s, j): Bay =>
        bay(
          `${g.id}${g.kind === 'rear door' ? '' : g.from + i}${s.letter}`,
          g.from + i,
          j + 1,
          width,
          heights[j]!,
          s.depth,
        ),
    ),
  );
  const length = g.widths.reduce((a, b) => a + b, 0) + p.rib * (g.widths.length - 1);
  return zone(g, length, g.height, bays, ribs(p, g.id, g.from, g.widths.length));
}

/** Sizes in mm, as patterns have them. */
const bay = (
  id: string,
  station: number,
  strip: number,
  width: number,
  height: number,
  [min, max]: [number, number],
): Bay => plainBay(id, station, strip, width / 1000, height / 1000, [min / 1000, max / 1000]);

const ribs = (p: Pattern, id: string, from: number, stations: number): Rib[] =>
  Array.from({ length: stations - 1 }, (_, i) => ({
    id: `${id}r${from + i}`,
    after: from + i,
    width: mm(p.rib),
    depth: mm(p.ribDepth),
  }));

const zone = (
  { id, kind, side, title, offset, rail }: Pick<Grid, 'id' | 'kind' | 'side' | 'title' | 'offset' | 'rail'>,
  length: number,
  height: number,
  bays: Bay[],
  zoneRibs: Rib[] = [],
): Zone => ({
  ...blankZone({ id, kind, name: title, side }, length / 1000, height / 1000, {
    offset: offset / 1000,
    rail: rail / 1000,
  }),
  ribs: zoneRibs,
  bays,
});

function floor(p: Pattern, widths: number[]): Zone {
  const [left, right] = splitByWeight(p.width, [1, 1]) as [number, number];
  const bays = widths.flatMap((width, i) => {
    const station = i + 1;
    if (p.arches && station >= p.arches.from && station <= p.arches.to)
      return [bay(`F${station}`, station, 1, width, p.width - 2 * p.arches.width, p.floorDepth)];
    return [
      bay(`F${station}a`, station, 1, width, left, p.floorDepth),
      bay(`F${station}b`, station, 2, width, right, p.floorDepth),
    ];
  });
  return zone(
    { id: 'F', kind: 'floor', side: 'none', title: 'floor', offset: 0, rail: 0 },
    p.length,
    p.width,
    bays,
    ribs(p, 'F', 1, p.stations),
  );
}

function slidingDoor(p: Pattern, opening: number): Zone {
  const door = p.slidingDoor!;
  const inner = opening - 60;
  const strips: Strip[] = [
    { letter: 'w', share: 0.52, depth: [30, 65] },
    { letter: 'u', share: 0.48, depth: [25, 48] },
  ];
  const widths = splitByWeight(inner - p.rib * (door.stations - 1), Array<number>(door.stations).fill(1));
  return grid(p, {
    id: 'S',
    kind: 'sliding door',
    side: 'right',
    title: 'sliding door',
    from: 1,
    widths,
    height: door.height,
    strips,
    offset: 30,
    rail: p.rail,
  });
}

function rearDoors(p: Pattern): Zone[] {
  const { width, height, upperShare } = p.rearDoors;
  return (['left', 'right'] as const).map((side, i) => {
    const strips: Strip[] = [
      { letter: 'w', share: 1 - upperShare, depth: [28, 60] },
      { letter: 'u', share: upperShare, depth: [24, 42] },
    ];
    return grid(p, {
      id: `D${i + 1}`,
      kind: 'rear door',
      side,
      title: `${side} rear door`,
      from: 1,
      widths: [width],
      height,
      strips,
      offset: 0,
      rail: p.rail,
    });
  });
}

function arches(p: Pattern, widths: number[]): Zone[] {
  if (!p.arches) return [];
  const { from, to, width, height, radius } = p.arches;
  const length = widths.slice(from - 1, to).reduce((a, b) => a + b, 0) + p.rib * (to - from);
  const offset = widths.slice(0, from - 1).reduce((a, b) => a + b, 0) + p.rib * (from - 1);
  const sizes = { length: mm(length), width: mm(width), height: mm(height), radius: mm(radius) };
  return (['left', 'right'] as const).map((side, i) =>
    archZone({ id: `A${i + 1}`, side, offset: mm(offset) }, sizes),
  );
}

function front(p: Pattern): Zone {
  const overhead = p.front === 'cab overhead';
  const height = overhead ? 620 : Math.round(p.wall.height * 0.92);
  const strips: Strip[] = overhead
    ? [{ letter: '', share: 1, depth: [20, 40] }]
    : [
        { letter: 'w', share: 0.5, depth: [0, 20] },
        { letter: 'u', share: 0.5, depth: [0, 20] },
      ];
  const widths = splitByWeight(Math.round(p.width * 0.86) - p.rib, [1, 1]);
  return grid(p, {
    id: overhead ? 'H' : 'B',
    kind: p.front,
    side: 'none',
    title: overhead ? 'cab overhead' : 'bulkhead',
    from: 1,
    widths,
    height,
    strips,
    offset: 0,
    rail: overhead ? 0 : p.rail,
  });
}

function addOpening(zones: Zone[], w: Pattern['windows'][number]): void {
  const host = zones.find(z => z.bays.some(b => b.id === w.bay));
  if (!host) throw new RangeError(`Pattern names an unknown bay ${w.bay}`);
  const opening: Opening = {
    id: `W-${w.bay}`,
    bay: w.bay,
    kind: w.kind,
    width: mm(w.width),
    height: mm(w.height),
    glazing: w.glazing,
  };
  host.openings.push(opening);
}
