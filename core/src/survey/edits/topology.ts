import type { MovedIds } from '../../model/documents/index.ts';
import {
  type Bay,
  type Design,
  findBay,
  guess,
  type Placement,
  type Rib,
  type Zone,
} from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { lengthIn } from '../../units/index.ts';
import { withoutOpening } from './edit.ts';
import { freshName, namesIn } from './names.ts';

/** A change of a whole design (the shell, and what refers to it), or why it cannot be. */
export type Reshaped =
  | {
      ok: true;
      design: Design;
      /** The bay made or kept, to be chosen. */
      id?: string;
      /** What no longer agrees, in sentences. */
      said?: string[];
      /** Names that were given anew: the old one with the new one. */
      moved?: MovedIds;
    }
  | { ok: false; message: string };

const no = (message: string): Reshaped => ({ ok: false, message });
/** No part of a bay or its ends becomes smaller than this, m. */
const LEAST = 0.02;

/**
 * Splits a bay: `across` puts a rail over it, `at` (m) above its lower edge; `along` divides it, `at` behind its
 * front edge, with no rib between. The new part is the upper or rear one, and takes over the build-up.
 */
export function splitBay(design: Design, id: string, way: 'across' | 'along', at: number): Reshaped {
  const found = findBay(design.shell, id);
  if (!found) return no(`There is no bay ${id}.`);
  const { zone, bay } = found;
  if (bay.outline)
    return no(`Bay ${id} has an outline of its own: set it back to a rectangle before splitting it.`);
  const [size, gap] = way === 'across' ? [bay.height.value, zone.rail.value] : [bay.width.value, 0];
  if (at < LEAST || size - at - gap < LEAST)
    return no(`Split between ${lengthIn(LEAST)} and ${lengthIn(size - gap - LEAST)} from its edge.`);
  if (zone.openings.some(o => o.bay === id))
    return no(`Bay ${id} has an opening in it: move or remove that first.`);
  const part = freshId(design, `${id}.`);
  const field = way === 'across' ? 'height' : 'width';
  const first: Bay = { ...bay, [field]: guess(at) };
  const second: Bay = {
    ...partOf(bay),
    id: part,
    strip: bay.strip + (way === 'across' ? 1 : 0),
    [field]: guess(size - at - gap),
  };
  const bays = zone.bays.flatMap(b => {
    if (b.id === id) return [first, second];
    const above = way === 'across' && b.station === bay.station && b.strip > bay.strip;
    return [above ? { ...b, strip: b.strip + 1 } : b];
  });
  return { ok: true, id: part, design: inherit(withZone(design, { ...zone, bays }), id, part) };
}

/** Joins bays of one station that lie on one another, or parts beside one another; the first keeps its name and build-up. */
export function mergeBays(design: Design, ids: readonly string[]): Reshaped {
  const found = ids.map(id => findBay(design.shell, id));
  if (found.length < 2 || found.some(f => !f)) return no('Choose two bays or more to merge.');
  const zone = found[0]!.zone;
  const bays = found.map(f => f!.bay).sort((a, b) => a.strip - b.strip);
  if (found.some(f => f!.zone !== zone) || bays.some(b => b.station !== bays[0]!.station))
    return no('Only bays between the same two ribs can be merged. Across a rib, take the rib out instead.');
  const stacked = bays.every((b, i) => i === 0 || b.strip === bays[i - 1]!.strip + 1);
  const beside = bays.every(b => b.strip === bays[0]!.strip);
  if (!stacked && !beside) return no('These bays do not touch: choose neighbours.');
  if (bays.some(b => b.outline))
    return no('A bay with an outline of its own cannot be merged: set it back to a rectangle first.');
  const [first, ...rest] = bays as [Bay, ...Bay[]];
  const sum = (field: 'width' | 'height') => bays.reduce((s, b) => s + b[field].value, 0);
  const merged: Bay = {
    ...first,
    [beside ? 'width' : 'height']: guess(
      beside ? sum('width') : sum('height') + zone.rail.value * (bays.length - 1),
    ),
    depthMin: bays.map(b => b.depthMin).reduce((a, b) => (b.value < a.value ? b : a)),
    depthMax: bays.map(b => b.depthMax).reduce((a, b) => (b.value > a.value ? b : a)),
    ...padsTogether(bays),
  };
  const gone = new Set(rest.map(b => b.id));
  const kept = zone.bays.filter(b => !gone.has(b.id)).map(b => (b.id === first.id ? merged : b));
  const hosted = <T extends { bay: string }>(list: readonly T[]) =>
    list.map(item => (gone.has(item.bay) ? { ...item, bay: first.id } : item));
  const next: Zone = {
    ...zone,
    bays: kept,
    openings: hosted(zone.openings),
    keepClears: hosted(zone.keepClears),
    ...(zone.ways && { ways: hosted(zone.ways) }),
  };
  return {
    ok: true,
    id: first.id,
    design: moveReferences(withZone(design, next), design, [...gone], first.id),
  };
}

/** Takes bays out of the shell, with what lies in them. A zone keeps at least one. */
export function deleteBays(design: Design, ids: readonly string[]): Reshaped {
  const gone = new Set(ids);
  const emptied = design.shell.zones.find(z => z.bays.every(b => gone.has(b.id)));
  if (emptied) return no(`The ${emptied.name} would have no bay left: keep at least one.`);
  const zones = design.shell.zones.map(z => ({
    ...z,
    bays: z.bays.filter(b => !gone.has(b.id)),
    openings: z.openings.filter(o => !gone.has(o.bay)),
    keepClears: z.keepClears.filter(k => !gone.has(k.bay)),
    ...(z.ways && { ways: z.ways.filter(w => !gone.has(w.bay)) }),
  }));
  return {
    ok: true,
    design: moveReferences({ ...design, shell: { ...design.shell, zones } }, design, ids, null),
  };
}

/** Takes an opening out, and the hole that was to be made for it; what was done to that stays in the log. */
export const removeOpening = (design: Design, id: string): Reshaped => ({
  ok: true,
  design: withKnownScreens({
    ...design,
    shell: withoutOpening(design.shell, id),
    ready: { ...design.ready, holes: design.ready.holes.filter(h => h.opening !== id) },
  }),
});

/** Adds a bay on top of its station, as large as the one below it. */
export function addBay(design: Design, zoneId: string, station: number): Reshaped {
  const zone = design.shell.zones.find(z => z.id === zoneId);
  if (!zone) return no(`There is no zone ${zoneId}.`);
  const column = zone.bays.filter(b => b.station === station);
  const like =
    column.reduce<Bay | undefined>((a, b) => (!a || b.strip > a.strip ? b : a), undefined) ?? zone.bays[0]!;
  const strip = column.length === 0 ? 1 : like.strip + 1;
  if (strip > 12) return no('A station holds at most twelve bays.');
  const id = freshId(design, `${zoneId}${station}n`);
  const bay: Bay = {
    id,
    station,
    strip,
    width: guess(like.width.value),
    height: guess(like.height.value),
    depthMin: guess(like.depthMin.value),
    depthMax: guess(like.depthMax.value),
  };
  return { ok: true, id, design: withZone(design, { ...zone, bays: [...zone.bays, bay] }) };
}

/** Puts a rib through a station, its front face `at` (m) behind the station's front edge; every bay there is divided. */
export function addRib(design: Design, zoneId: string, station: number, at: number): Reshaped {
  const zone = design.shell.zones.find(z => z.id === zoneId);
  if (!zone) return no(`There is no zone ${zoneId}.`);
  const column = zone.bays.filter(b => b.station === station);
  const like = zone.ribs[0];
  const width = like?.width.value ?? 0.05;
  const narrowest = Math.min(...column.map(b => b.width.value));
  if (column.length === 0) return no(`The ${zone.name} has no station ${station}.`);
  if (at < LEAST || narrowest - at - width < LEAST)
    return no(
      `The rib must leave ${lengthIn(LEAST)} on either side: between ${lengthIn(LEAST)} and ${lengthIn(narrowest - width - LEAST)}.`,
    );
  if (column.some(b => b.outline || zone.openings.some(o => o.bay === b.id)))
    return no('A bay there has an opening or an outline of its own: move or remove that first.');
  const ribs: Rib[] = zone.ribs.map(r => (r.after >= station ? { ...r, after: r.after + 1 } : r));
  const id = freshId(design, `${zoneId}r`);
  ribs.push({ id, after: station, width: guess(width), depth: guess(like?.depth.value ?? 0.04) });
  let next: Design = design;
  const bays: Bay[] = [];
  for (const bay of zone.bays) {
    if (bay.station !== station) {
      bays.push(bay.station > station ? { ...bay, station: bay.station + 1 } : bay);
      continue;
    }
    const part = freshId(next, `${bay.id}.`, bays);
    bays.push({ ...bay, width: guess(at) });
    bays.push({ ...partOf(bay), id: part, station: station + 1, width: guess(bay.width.value - at - width) });
    next = inherit(next, bay.id, part);
  }
  ribs.sort((a, b) => a.after - b.after);
  return { ok: true, id, design: withZone(next, { ...zone, bays, ribs }) };
}

/** Takes a rib out: the bays before and behind it become one in every strip. */
export function removeRib(design: Design, ribId: string): Reshaped {
  const zone = design.shell.zones.find(z => z.ribs.some(r => r.id === ribId));
  const rib = zone?.ribs.find(r => r.id === ribId);
  if (!zone || !rib) return no(`There is no rib ${ribId}.`);
  const before = zone.bays.filter(b => b.station === rib.after);
  const behind = zone.bays.filter(b => b.station === rib.after + 1);
  if ([...before, ...behind].some(b => b.outline))
    return no('A bay beside it has an outline of its own: set it back to a rectangle first.');
  const joined = new Map<string, string>();
  const bays = zone.bays.flatMap((b): Bay[] => {
    if (b.station > rib.after + 1) return [{ ...b, station: b.station - 1 }];
    if (b.station === rib.after) {
      const partner = behind.find(o => o.strip === b.strip && !joined.has(o.id));
      if (!partner) return [b];
      joined.set(partner.id, b.id);
      const width = guess(b.width.value + rib.width.value + partner.width.value);
      return [{ ...b, width, ...padsTogether([b, partner]) }];
    }
    return b.station === rib.after + 1 && before.some(o => o.strip === b.strip)
      ? []
      : [b.station === rib.after + 1 ? { ...b, station: rib.after } : b];
  });
  const hosted = <T extends { bay: string }>(list: readonly T[]) =>
    list.map(item => ({ ...item, bay: joined.get(item.bay) ?? item.bay }));
  const next: Zone = {
    ...zone,
    bays,
    openings: hosted(zone.openings),
    keepClears: hosted(zone.keepClears),
    ...(zone.ways && { ways: hosted(zone.ways) }),
    ribs: zone.ribs
      .filter(r => r.id !== ribId)
      .map(r => (r.after > rib.after ? { ...r, after: r.after - 1 } : r)),
    pockets: zone.pockets
      .filter(p => !(p.kind === 'rib' && p.after === rib.after))
      .map(p => (p.after > rib.after ? { ...p, after: p.after - 1 } : p)),
  };
  let changed = withZone(design, next);
  for (const [gone, kept] of joined) changed = moveReferences(changed, design, [gone], kept);
  return { ok: true, design: changed };
}

/**
 * Moves a rib to the rear by `by` (m, negative to the front): the bays before it grow by what those behind it lose. A
 * bay with an outline of its own keeps its readings, and a width that was measured is assumed from then on: both are told.
 */
export function moveRib(design: Design, ribId: string, by: number): Reshaped {
  const zone = design.shell.zones.find(z => z.ribs.some(r => r.id === ribId));
  const rib = zone?.ribs.find(r => r.id === ribId);
  if (!zone || !rib) return no(`There is no rib ${ribId}.`);
  const step = Math.round(by * 1000) / 1000;
  const shift = (b: Bay): number =>
    b.station === rib.after ? step : b.station === rib.after + 1 ? -step : 0;
  const tight = zone.bays.find(b => !b.outline && shift(b) !== 0 && b.width.value + shift(b) < LEAST);
  if (tight) return no(`Bay ${tight.id} would be narrower than ${lengthIn(LEAST)}.`);
  const window = zone.openings.find(o => {
    const host = zone.bays.find(b => b.id === o.bay)!;
    return !host.outline && o.width.value > host.width.value + shift(host) + ROUNDING;
  });
  if (window) return no(`${window.id} would no longer fit its bay.`);
  const said: string[] = [];
  const unmeasured: string[] = [];
  const bays = zone.bays.map(b => {
    if (shift(b) === 0) return b;
    const left = Math.round((b.width.value + shift(b)) * 1e6) / 1e6;
    if (b.outline) {
      said.push(
        `${b.id} keeps its readings (${b.outline.by}), which give ${lengthIn(b.width.value)}; the ribs leave ${lengthIn(left)} there now: take them again.`,
      );
      return b;
    }
    if (b.width.basis === 'measured') unmeasured.push(`${b.id} (${lengthIn(b.width.value)})`);
    return { ...b, width: guess(left) };
  });
  if (unmeasured.length > 0)
    said.push(
      `The measured widths of ${unmeasured.join(', ')} no longer agree: assumed from where the rib is put.`,
    );
  return { ok: true, design: withZone(design, { ...zone, bays }), said };
}

/** Changes places with the neighbour before or behind it in the strip, or below or above it in the station. */
export function moveBay(design: Design, id: string, way: 'front' | 'rear' | 'down' | 'up'): Reshaped {
  const found = findBay(design.shell, id);
  if (!found) return no(`There is no bay ${id}.`);
  const { zone, bay } = found;
  const wanted =
    way === 'front' || way === 'rear'
      ? { station: bay.station + (way === 'rear' ? 1 : -1), strip: bay.strip }
      : { station: bay.station, strip: bay.strip + (way === 'up' ? 1 : -1) };
  const other = zone.bays.find(b => b.station === wanted.station && b.strip === wanted.strip);
  if (!other) return no(`There is no bay on that side of ${id} to change places with.`);
  const bays = zone.bays.map(b => {
    if (b.id === bay.id) return { ...b, station: other.station, strip: other.strip };
    return b.id === other.id ? { ...b, station: bay.station, strip: bay.strip } : b;
  });
  return { ok: true, id, design: withZone(design, { ...zone, bays }) };
}

const ID = /^[A-Za-z0-9][A-Za-z0-9._-]{0,63}$/;

/** Gives a bay, rib, opening, pocket or keep-clear another name, everywhere it is referred to. */
export function rename(design: Design, from: string, to: string): Reshaped {
  const name = to.trim();
  if (!ID.test(name))
    return no(
      'A name is made of letters, digits, dot, dash and underscore, such as L3u or W-left; it begins with a letter or digit.',
    );
  if (name === from) return { ok: true, design, id: name };
  if (namesIn(design.shell).has(name)) return no(`“${name}” is taken; each needs a name of its own.`);
  const swap = <T extends { id: string }>(list: readonly T[]) =>
    list.map(item => (item.id === from ? { ...item, id: name } : item));
  const zones = design.shell.zones.map(z => ({
    ...z,
    bays: swap(z.bays),
    ribs: swap(z.ribs),
    openings: swap(z.openings),
    pockets: swap(z.pockets),
    keepClears: swap(z.keepClears),
    ...(z.ways && { ways: swap(z.ways) }),
  }));
  const holes = design.ready.holes.map(h => (h.opening === from ? { ...h, opening: name } : h));
  const renamed = { ...design, shell: { ...design.shell, zones }, ready: { ...design.ready, holes } };
  const moved = new Map([[from, name]]);
  return { ok: true, id: name, moved, design: moveReferences(renamed, design, [from], name) };
}

/** A name that begins with `stem` and is not taken. */
function freshId(design: Design, stem: string, also: readonly { id: string }[] = []): string {
  const taken = namesIn(design.shell);
  for (const { id } of also) taken.add(id);
  return freshName(taken, stem);
}

const withZone = (design: Design, zone: Zone): Design => ({
  ...design,
  shell: { ...design.shell, zones: design.shell.zones.map(z => (z.id === zone.id ? zone : z)) },
});

/** What every placement of every variant says of single bays and panes, changed. */
const eachPlacement = (
  design: Design,
  change: <T>(byId: Record<string, T>, of: 'bays' | 'sheets' | 'screens') => Record<string, T>,
): Design => {
  const changed = (p: Placement): Placement => ({
    ...p,
    bays: change(p.bays, 'bays'),
    sheets: change(p.sheets, 'sheets'),
    ...(p.screens && { screens: change(p.screens, 'screens') }),
  });
  return {
    ...design,
    variants: design.variants.map(v => ({
      ...v,
      design: changed(v.design),
      baseline: { ...v.baseline, design: changed(v.baseline.design) },
    })),
  };
};

/** The part of a bay gets the build-up that the bay has of its own; sheets laid by hand stay where they were laid. */
const inherit = (design: Design, bay: string, part: string): Design =>
  eachPlacement(design, (byBay, of) =>
    of !== 'bays' || byBay[bay] === undefined ? byBay : { ...byBay, [part]: byBay[bay] },
  );

/** No screen stays at a window that is gone: another that gets its name has none. */
const withKnownScreens = (design: Design): Design => {
  const known = new Set(design.shell.zones.flatMap(z => z.openings.map(o => o.id)));
  return eachPlacement(design, (byId, of) =>
    of === 'screens' ? Object.fromEntries(Object.entries(byId).filter(([id]) => known.has(id))) : byId,
  );
};

/** A part of a bay: what was logged stays with the bay that keeps the name. */
function partOf({ formerly: _, ...bay }: Bay): Bay {
  return bay;
}

/** The share of bays joined that is under pads; nothing where nobody looked. */
function padsTogether(bays: readonly Bay[]): Pick<Bay, 'pads'> {
  if (bays.every(b => b.pads === undefined)) return {};
  const area = (b: Bay) => b.width.value * b.height.value;
  const padded = bays.reduce((sum, b) => sum + (b.pads ?? 0) * area(b), 0);
  return { pads: padded / bays.reduce((sum, b) => sum + area(b), 0) };
}

/** A bay that takes over from others, with the names they had: what was logged under those is joined to it. */
function succeeds(bay: Bay, before: Design, gone: readonly string[]): Bay {
  const names = new Set(bay.formerly);
  for (const id of gone)
    for (const name of [...(findBay(before.shell, id)?.bay.formerly ?? []), id]) names.add(name);
  names.delete(bay.id);
  return { ...bay, formerly: [...names].slice(-40) };
}

/** What referred to the bays `gone` of the design `before` refers to `kept`; with null it goes with them. */
function moveReferences(
  design: Design,
  before: Design,
  gone: readonly string[],
  kept: string | null,
): Design {
  const set = new Set(gone);
  const list = <T extends { bay: string }>(items: readonly T[]): T[] =>
    items.flatMap(item => (!set.has(item.bay) ? [item] : kept === null ? [] : [{ ...item, bay: kept }]));
  const { ready } = design;
  const openings = new Set(design.shell.zones.flatMap(z => z.openings.map(o => o.id)));
  const next: Design = {
    ...design,
    ready: {
      rust: list(ready.rust),
      fixings: list(ready.fixings),
      holes: list(ready.holes).filter(h => h.opening === null || openings.has(h.opening)),
    },
    shell: {
      ...design.shell,
      zones: design.shell.zones.map(z => ({
        ...z,
        bays: z.bays.map(b => (b.id === kept ? succeeds(b, before, gone) : b)),
        openings: list(z.openings),
        keepClears: list(z.keepClears),
        ...(z.ways && { ways: list(z.ways) }),
      })),
    },
  };
  const moved = eachPlacement(next, <T>(byId: Record<string, T>) => {
    const out: Record<string, T> = {};
    for (const [id, put] of Object.entries(byId)) {
      if (!set.has(id)) out[id] = put;
      else if (kept !== null && byId[kept] === undefined && gone.length === 1) out[kept] = put;
    }
    return out;
  });
  return withKnownScreens(moved);
}
