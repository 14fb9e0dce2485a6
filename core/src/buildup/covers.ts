import { type Library, materialOf } from '../materials/index.ts';
import type { Bay, BuildUp, Layer, Shell, Zone } from '../model/index.ts';
import { grossArea, type Kept, keptClear, openingArea, unionArea } from '../survey/geometry/index.ts';
import { SAME_SIZE } from '../tolerance/index.ts';
import { battenOf, isContinuous } from './roles.ts';
import { type StuckBay, sheetArea } from './sheets.ts';

/** A rectangle of one layer to be covered, m; `area` is net of openings, m2. */
export interface Cover {
  zone: string;
  /** Ids of the bays it covers. */
  bays: string[];
  /** Id of the build-up it belongs to. */
  buildUp: string;
  /** What is laid there. */
  layer: Layer;
  /** Along the van (along the zone's length), m. */
  width: number;
  /** Across it, m. */
  height: number;
  /** Net of openings, m2. */
  area: number;
  /** What stays free of it within its one bay. */
  free: Kept[];
  /** Which of several on one bay; left out where there is one. */
  part?: { at: number; of: number };
  /** Id of the pocket it is stuffed into; left out of what covers bays. */
  pocket?: string;
  /** Of wood under an edge of furniture: what stands on it, which of its edges, and where that begins, m; left out of all else. */
  under?: { name: string; edge: number; along: number; up: number };
  /** What it is cut or sewn into, to be put up at night; left out of what is laid. */
  put?: 'screen' | 'curtain';
}

/** A bay is left out of a fill when an opening takes more than this share of it. */
const MOSTLY_OPENING = 0.7;

/**
 * What each layer has to cover. Cavity layers cover their bay. Layers across the ribs cover a station from the
 * middle of one rib to the next, so that joints land on ribs; rolls and battens run along stations alike.
 */
export function covers(
  shell: Shell,
  stuck: ReadonlyMap<string, StuckBay>,
  hidden: Hidden,
  library: Library,
): Cover[] {
  return shell.zones.flatMap(zone => {
    const assigned = zone.bays.flatMap(bay => {
      const buildUp = stuck.get(bay.id)!.asked;
      return buildUp ? [{ bay, buildUp }] : [];
    });
    return [
      ...zone.bays.flatMap(bay => sheetCovers(zone, bay, stuck.get(bay.id)!)),
      ...acrossNothing(
        zone,
        assigned.flatMap(a => fillCovers(zone, a.bay, a.buildUp, hidden)),
      ),
      ...continuousCovers(zone, assigned, hidden, library),
    ];
  });
}

/** Damping sheets, each where it lies. */
function sheetCovers(zone: Zone, bay: Bay, { buildUp, sheets }: StuckBay): Cover[] {
  if (!sheets || !buildUp) return [];
  const layer = buildUp.layers[0]!;
  const of = sheets.patches.length;
  return sheets.patches.map((p, i) => ({
    zone: zone.id,
    bays: [bay.id],
    buildUp: buildUp.id,
    layer,
    width: p.width,
    height: p.height,
    area: sheetArea(bay, [p]),
    free: [],
    ...(of > 1 && { part: { at: i + 1, of } }),
  }));
}

/** What of a bay lies behind a wheel arch, m2. */
type Hidden = ReadonlyMap<string, number>;

/** What of a bay is no skin to cover, m2: windows, and what stands before it. */
const taken = (zone: Zone, bay: Bay, hidden: Hidden): number =>
  openingArea(zone, bay) + (hidden.get(bay.id) ?? 0);

function fillCovers(zone: Zone, bay: Bay, buildUp: BuildUp, hidden: Hidden): Cover[] {
  if (taken(zone, bay, hidden) > MOSTLY_OPENING * grossArea(bay)) return [];
  const free = keptClear(zone, bay, 'fill');
  return buildUp.layers.flatMap((layer): Cover[] =>
    layer.role === 'fill'
      ? [
          {
            zone: zone.id,
            bays: [bay.id],
            buildUp: buildUp.id,
            layer,
            width: bay.width.value,
            height: bay.height.value,
            area: Math.max(0, grossArea(bay) - taken(zone, bay, hidden) - unionArea(free)),
            free,
          },
        ]
      : [],
  );
}

/** A floor without rails is filled from side to side: bays of one station that are read apart are one there, whatever line lies between them. */
function acrossNothing(zone: Zone, fills: readonly Cover[]): Cover[] {
  if (zone.kind !== 'floor' || zone.rail.value > 0) return [...fills];
  const bays = new Map(zone.bays.map(b => [b.id, b]));
  const out: Cover[] = [];
  for (const fill of [...fills].sort((a, b) => bays.get(a.bays[0]!)!.strip - bays.get(b.bays[0]!)!.strip)) {
    const bay = bays.get(fill.bays[0]!)!;
    const at = out.findIndex(o => {
      const last = bays.get(o.bays.at(-1)!)!;
      return (
        o.buildUp === fill.buildUp &&
        o.layer.id === fill.layer.id &&
        last.station === bay.station &&
        last.strip === bay.strip - 1 &&
        Math.abs(o.width - fill.width) < SAME_SIZE &&
        !bay.outline &&
        !last.outline
      );
    });
    if (at < 0) out.push(fill);
    else {
      const o = out[at]!;
      const up = (free: Kept): Kept => ({ ...free, up: free.up + o.height });
      out[at] = {
        ...o,
        bays: [...o.bays, ...fill.bays],
        height: o.height + fill.height,
        area: o.area + fill.area,
        free: [...o.free, ...fill.free.map(up)],
      };
    }
  }
  return out;
}

interface Drop {
  bays: Bay[];
  buildUp: BuildUp;
  station: number;
  /** Whether the drop fills its station from edge to edge. */
  whole: boolean;
  width: number;
  height: number;
}

function continuousCovers(
  zone: Zone,
  assigned: { bay: Bay; buildUp: BuildUp }[],
  hidden: Hidden,
  library: Library,
): Cover[] {
  const drops = stationDrops(zone, assigned);
  const out: Cover[] = [];
  const byBuildUp = new Map<BuildUp, Drop[]>();
  for (const drop of drops) byBuildUp.set(drop.buildUp, [...(byBuildUp.get(drop.buildUp) ?? []), drop]);
  for (const [buildUp, own] of byBuildUp) {
    const runs = joinRuns(own);
    const overBattens = battenOf(buildUp.layers);
    for (const layer of buildUp.layers) {
      if (layer === overBattens) out.push(...runs.map(r => cover(zone, r, layer, hidden)));
      else if (isContinuous(layer)) {
        const rolled = materialOf(library, layer.material).form === 'roll';
        out.push(...(rolled ? runs : own).map(d => cover(zone, d, layer, hidden)));
      }
    }
  }
  return out;
}

const cover = (zone: Zone, drop: Drop, layer: Layer, hidden: Hidden): Cover => ({
  zone: zone.id,
  bays: drop.bays.map(b => b.id),
  buildUp: drop.buildUp.id,
  layer,
  width: drop.width,
  height: drop.height,
  area: Math.max(
    0,
    drop.width * drop.height -
      drop.bays.reduce((sum, b) => sum + taken(zone, b, hidden) + unionArea(keptClear(zone, b, 'lining')), 0),
  ),
  free: drop.bays.length === 1 ? keptClear(zone, drop.bays[0]!, 'lining') : [],
});

function stationDrops(zone: Zone, assigned: { bay: Bay; buildUp: BuildUp }[]): Drop[] {
  const drops: Drop[] = [];
  for (const station of new Set(assigned.map(a => a.bay.station))) {
    const column = assigned.filter(a => a.bay.station === station).sort((a, b) => a.bay.strip - b.bay.strip);
    const all = zone.bays.filter(b => b.station === station).length;
    const half = (after: number) => (zone.ribs.find(r => r.after === after)?.width.value ?? 0) / 2;
    const ribs = half(station - 1) + half(station);
    let previous = 0;
    for (const { bay, buildUp } of column) {
      const open = drops.at(-1);
      if (open && open.station === station && open.buildUp === buildUp && bay.strip === previous + 1) {
        open.bays.push(bay);
        open.height += zone.rail.value + bay.height.value;
        open.width = Math.max(open.width, bay.width.value + ribs);
        open.whole = open.bays.length === all;
      } else
        drops.push({
          bays: [bay],
          buildUp,
          station,
          whole: all === 1,
          width: bay.width.value + ribs,
          height: bay.height.value,
        });
      previous = bay.strip;
    }
  }
  return drops;
}

/** Neighbouring whole stations of one build-up and one height, joined end to end. */
function joinRuns(drops: Drop[]): Drop[] {
  const runs: Drop[] = [];
  let lastStation = Number.NaN;
  for (const drop of [...drops].sort((a, b) => a.station - b.station)) {
    const open = runs.at(-1);
    if (
      open?.whole &&
      drop.whole &&
      drop.station === lastStation + 1 &&
      Math.abs(open.height - drop.height) < 0.02
    ) {
      open.bays = [...open.bays, ...drop.bays];
      open.width += drop.width;
    } else runs.push({ ...drop });
    lastStation = drop.station;
  }
  return runs;
}
