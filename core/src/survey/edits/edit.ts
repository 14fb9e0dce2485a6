import {
  type Bay,
  findBay,
  letOpeningsFit,
  type Measurement,
  type Opening,
  openingFits,
  type Shell,
  type Zone,
} from '../../model/index.ts';
import { lengthIn } from '../../units/index.ts';
import {
  allMeasured,
  curveWrong,
  outlineBox,
  outlineOf,
  readOutline,
  splitByWeight,
} from '../geometry/index.ts';

export type BayField = 'width' | 'height' | 'depthMin' | 'depthMax';
/** What a bay may be besides its four sizes. */
export type ShapeChange = Partial<
  Pick<Bay, 'outline' | 'cornerRadius' | 'rounded' | 'curve' | 'depthRuns' | 'shallowAt'>
>;
export type Edited = { ok: true; shell: Shell } | { ok: false; message: string };

/**
 * Sets one size of a bay. Of shallowest and deepest, an assumed one moves with the measured one; two measured
 * ones must agree. A bay smaller than the opening in it is refused.
 */
export function setBay(shell: Shell, bayId: string, field: BayField, size: Measurement): Edited {
  const found = findBay(shell, bayId);
  if (!found) return { ok: false, message: `There is no bay ${bayId}.` };
  const bay: Bay = { ...found.bay, [field]: size };
  // To say that the size is right is always possible.
  const differs = Math.abs(size.value - found.bay[field].value) > 5e-5;
  if (bay.outline && differs && (field === 'width' || field === 'height'))
    return {
      ok: false,
      message: `Bay ${bayId} has an outline of its own, which gives its ${field}: change a reading there, or set it back to a rectangle.`,
    };
  const shaped = bay.cornerRadius && (field === 'width' || field === 'height') ? outlineOf(bay) : null;
  if (shaped && !shaped.ok) return shaped;
  const bent = bay.curve && curveWrong(bay, bay.curve);
  if (bent) return { ok: false, message: bent };
  if (bay.depthMin.value > bay.depthMax.value) {
    const other = field === 'depthMin' ? 'depthMax' : 'depthMin';
    if (bay[other].basis === 'measured')
      return {
        ok: false,
        message:
          field === 'depthMin'
            ? `The shallowest depth cannot exceed the deepest, measured as ${lengthIn(bay.depthMax.value)}: enter at most that, or correct the deepest first.`
            : `The deepest depth cannot be less than the shallowest, measured as ${lengthIn(bay.depthMin.value)}: enter at least that, or correct the shallowest first.`,
      };
    bay[other] = { ...bay[other], value: size.value };
  }
  const tooLarge = found.zone.openings.find(o => o.bay === bayId && !openingFits(o, bay));
  if (tooLarge)
    return {
      ok: false,
      message: `${tooLarge.id} in this bay is ${sizeOf(tooLarge)}: the bay must be at least that.`,
    };
  return {
    ok: true,
    shell: replaceZone(shell, found.zone.id, z => ({
      ...z,
      bays: z.bays.map(b => (b.id === bayId ? bay : b)),
    })),
  };
}

/**
 * Gives a bay an outline, corner radius, curve or run of depth; `null` takes one away. Width and height follow the
 * outline's box. Refused, with the reason, when the readings cannot be.
 */
export function setShape(
  shell: Shell,
  bayId: string,
  change: { [K in keyof ShapeChange]: ShapeChange[K] | null },
): Edited {
  const found = findBay(shell, bayId);
  if (!found) return { ok: false, message: `There is no bay ${bayId}.` };
  const bay: Bay = { ...found.bay };
  for (const [key, value] of Object.entries(change) as [keyof ShapeChange, never][])
    if (value === null) delete bay[key];
    else bay[key] = value;
  if (change.outline) {
    const read = readOutline(change.outline);
    if (!read.ok) return read;
    const box = outlineBox(read.outline);
    const basis = allMeasured(change.outline);
    const derived = (value: number): Measurement =>
      basis
        ? { basis: 'measured', value, entered: 'from its outline' }
        : { basis: 'assumed', value, from: 'guess' };
    bay.width = derived(box.width);
    bay.height = derived(box.height);
  }
  const outlined = outlineOf(bay);
  if (!outlined.ok) return outlined;
  const bent = bay.curve && curveWrong(bay, bay.curve);
  if (bent) return { ok: false, message: bent };
  const tooLarge = found.zone.openings.find(o => o.bay === bayId && !openingFits(o, bay));
  if (tooLarge)
    return {
      ok: false,
      message: `${tooLarge.id} in this bay is ${sizeOf(tooLarge)}: the outline must hold it.`,
    };
  return {
    ok: true,
    shell: replaceZone(shell, found.zone.id, z => ({
      ...z,
      bays: z.bays.map(b => (b.id === bayId ? bay : b)),
    })),
  };
}

/** Adds an opening or changes (and moves) the one with its id. Refused when larger than its bay. */
export function setOpening(shell: Shell, opening: Opening): Edited {
  const found = findBay(shell, opening.bay);
  if (!found) return { ok: false, message: `There is no bay ${opening.bay}.` };
  if (!openingFits(opening, found.bay))
    return {
      ok: false,
      message: `A ${opening.kind} of ${sizeOf(opening)} does not fit bay ${found.bay.id}: at most ${lengthIn(found.bay.width.value)} × ${lengthIn(found.bay.height.value)}.`,
    };
  return {
    ok: true,
    shell: replaceZone(withoutOpening(shell, opening.id), found.zone.id, z => ({
      ...z,
      openings: [...z.openings, opening],
    })),
  };
}

export const withoutOpening = (shell: Shell, id: string): Shell => ({
  ...shell,
  zones: shell.zones.map(z =>
    z.openings.some(o => o.id === id) ? { ...z, openings: z.openings.filter(o => o.id !== id) } : z,
  ),
});

/** What the three large sizes of a van can be, m. */
export const MASTER_LIMITS = {
  length: { min: 0.8, max: 9 },
  width: { min: 0.8, max: 3 },
  height: { min: 0.6, max: 3.5 },
} as const;

/**
 * Sets the load floor's length, width or the inside height, and lets what the pattern assumed follow: measured
 * sizes never move, the assumed ones share what is left in proportion. What cannot be reconciled stays as
 * closure error; an assumed window shrinks with its bay, and a bay stays as large as the window measured in it.
 */
export function setMaster(shell: Shell, field: 'length' | 'width' | 'height', size: Measurement): Shell {
  const ratio = size.value / shell[field].value;
  const resized = { ...shell, [field]: size };
  const spans = (z: Zone) =>
    field === 'width' ? z.kind === 'floor' || z.kind === 'ceiling' : z.kind === 'wall';
  const zones =
    field === 'length'
      ? resizeLength(shell, size.value, ratio)
      : shell.zones.map(z => (spans(z) ? acrossTo(z, scaled(z.height, ratio)) : z));
  return { ...resized, zones: zones.map(letOpeningsFit) };
}

const scaled = (m: Measurement, ratio: number): Measurement =>
  m.basis === 'assumed' ? { ...m, value: Math.round(m.value * ratio * 1000) / 1000 } : m;

function resizeLength(shell: Shell, length: number, ratio: number): Zone[] {
  const follows = (z: Zone) => Math.abs(z.offset.value + z.length.value - shell.length.value) < 0.0015;
  return shell.zones.map(z => {
    if (z.length.basis === 'measured') return z;
    if (z.kind === 'arch') return archTo(z, ratio);
    if (z.kind === 'sliding door') return alongTo(z, scaled(z.length, ratio));
    if (!follows(z) || !['floor', 'wall', 'ceiling', 'frame'].includes(z.kind)) return z;
    const offset = scaled(z.offset, ratio);
    return alongTo(
      { ...z, offset },
      { ...z.length, value: Math.round((length - offset.value) * 1000) / 1000 },
    );
  });
}

/** An arch grows by its flat top and its inner face; its shoulders stay. */
function archTo(zone: Zone, ratio: number): Zone {
  const face = zone.bays.find(b => b.station === 2 && b.strip === 2);
  const by = face ? Math.round(face.width.value * (ratio - 1) * 1000) / 1000 : 0;
  const grow = (m: Measurement): Measurement =>
    m.basis === 'assumed' ? { ...m, value: Math.max(0, Math.round((m.value + by) * 1e6) / 1e6) } : m;
  const bays = zone.bays.map(b => (b.station === 2 ? { ...b, width: grow(b.width) } : b));
  const strip = bays.filter(b => b.strip === 1).reduce((sum, b) => sum + b.width.value, 0);
  return { ...zone, offset: scaled(zone.offset, ratio), bays, length: { ...zone.length, value: strip } };
}

function alongTo(zone: Zone, length: Measurement): Zone {
  const ribs = zone.ribs.reduce((sum, r) => sum + r.width.value, 0);
  const strips = [...new Set(zone.bays.map(b => b.strip))];
  let bays = zone.bays;
  for (const strip of strips) {
    // A station with fewer strips (between the arches) follows the first strip's widths.
    const inRow = (b: Bay) => b.strip === strip;
    const present = bays.filter(inRow);
    const missing = zone.bays.filter(b => b.strip === 1 && !present.some(p => p.station === b.station));
    const absent = missing.reduce((sum, b) => sum + (bays.find(c => c.id === b.id)?.width.value ?? 0), 0);
    bays = share(bays, inRow, 'width', length.value - ribs - absent);
  }
  return { ...zone, length, bays };
}

function acrossTo(zone: Zone, height: Measurement): Zone {
  let bays = zone.bays;
  for (const station of new Set(zone.bays.map(b => b.station))) {
    const column = (b: Bay) => b.station === station;
    const count = bays.filter(column).length;
    const narrowed =
      zone.height.value -
      bays.filter(column).reduce((s, b) => s + b.height.value, 0) -
      zone.rail.value * (count - 1);
    const kept = Math.abs(narrowed) > 0.0015 && zone.kind === 'floor' && count === 1 ? narrowed : 0;
    bays = share(bays, column, 'height', height.value - zone.rail.value * (count - 1) - kept);
  }
  return { ...zone, height, bays };
}

/** Gives the assumed sizes among `chosen` the rest of `target` (m) after the measured ones, to whole millimetres. */
function share(bays: Bay[], chosen: (b: Bay) => boolean, field: 'width' | 'height', target: number): Bay[] {
  const row = bays.filter(chosen);
  // What has an outline of its own gets its size from its readings.
  const loose = row.filter(b => b[field].basis === 'assumed' && !b.outline);
  const fixed = row.reduce((sum, b) => sum + (loose.includes(b) ? 0 : b[field].value), 0);
  const rest = Math.round((target - fixed) * 1000);
  if (loose.length === 0 || rest < 50 * loose.length) return bays;
  const parts = splitByWeight(
    rest,
    loose.map(b => b[field].value),
  );
  return bays.map(b => {
    const i = loose.indexOf(b);
    return i < 0 ? b : { ...b, [field]: { ...b[field], value: parts[i]! / 1000 } };
  });
}

const sizeOf = (o: Opening) => `${lengthIn(o.width.value)} × ${lengthIn(o.height.value)}`;

const replaceZone = (shell: Shell, id: string, change: (z: Zone) => Zone): Shell => ({
  ...shell,
  zones: shell.zones.map(z => (z.id === id ? change(z) : z)),
});

/** Notes the share of a bay under pads from the factory; null when nobody has looked. */
export function setPads(shell: Shell, bayId: string, pads: number | null): Edited {
  const found = findBay(shell, bayId);
  if (!found) return { ok: false, message: `There is no bay ${bayId}.` };
  const { pads: _, ...bay } = found.bay;
  const next: Bay = pads === null ? bay : { ...bay, pads };
  return {
    ok: true,
    shell: replaceZone(shell, found.zone.id, z => ({
      ...z,
      bays: z.bays.map(b => (b.id === bayId ? next : b)),
    })),
  };
}
