import {
  assumed,
  type Bay,
  type Feature,
  findBay,
  type KeepClear,
  type Pocket,
  type PointBridge,
  type RoundWay,
  type Shell,
  type Use,
  type Zone,
} from '../../model/index.ts';
import { lengthIn } from '../../units/index.ts';
import type { Edited } from './edit.ts';
import { freshName, namesIn } from './names.ts';

/** What must never be stuffed: water, belts, airbags and cables need the void. */
export const mayFill = (pocket: Pick<Pocket, 'holds'>): boolean => pocket.holds === 'nothing';

const put = <T extends { id: string }>(list: readonly T[], item: T): T[] =>
  list.some(i => i.id === item.id) ? list.map(i => (i.id === item.id ? item : i)) : [...list, item];

const inZone = (shell: Shell, id: string, change: (z: Zone) => Zone): Shell => ({
  ...shell,
  zones: shell.zones.map(z => (z.id === id ? change(z) : z)),
});

/** Adds or changes a pocket. One that holds a drain, belt reel, airbag or cables cannot be filled. */
export function setPocket(shell: Shell, zone: string, pocket: Pocket): Edited {
  if (pocket.fill && !mayFill(pocket))
    return {
      ok: false,
      message: `${pocket.id} holds ${HOLDS[pocket.holds]}: it must stay empty.`,
    };
  return { ok: true, shell: inZone(shell, zone, z => ({ ...z, pockets: put(z.pockets, pocket) })) };
}

const HOLDS: Record<Pocket['holds'], string> = {
  nothing: 'nothing',
  drain: 'a drain',
  'belt reel': 'a belt reel',
  airbag: 'an airbag',
  cables: 'cables',
};

/** Adds or changes a keep-clear. Its middle must lie in its bay. */
export function setKeepClear(shell: Shell, item: KeepClear): Edited {
  const found = findBay(shell, item.bay);
  if (!found) return { ok: false, message: `There is no bay ${item.bay}.` };
  const { bay, zone } = found;
  if (item.at.along.value > bay.width.value || item.at.up.value > bay.height.value)
    return {
      ok: false,
      message: `The ${item.kind} would lie outside bay ${bay.id}, which is ${lengthIn(bay.width.value)} × ${lengthIn(bay.height.value)}.`,
    };
  const zones = shell.zones.map(z => ({
    ...z,
    keepClears: z.id === zone.id ? put(z.keepClears, item) : z.keepClears.filter(k => k.id !== item.id),
  }));
  return { ok: true, shell: { ...shell, zones } };
}

export function setFeature(shell: Shell, zoneId: string, feature: Feature): Edited {
  const zone = shell.zones.find(z => z.id === zoneId);
  if (!zone) return { ok: false, message: `There is no zone ${zoneId}.` };
  if (feature.at.value > zone.length.value)
    return {
      ok: false,
      message: `The ${zone.name} is ${lengthIn(zone.length.value)} long: the ${feature.kind} must lie within it.`,
    };
  return { ok: true, shell: inZone(shell, zoneId, z => ({ ...z, features: put(z.features, feature) })) };
}

export const setUse = (shell: Shell, use: Use): Edited =>
  shell.zones.some(z => z.id === use.zone)
    ? { ok: true, shell: { ...shell, uses: put(shell.uses, use) } }
    : { ok: false, message: `There is no zone ${use.zone}.` };

/** Adds or changes a way round the barrier; a zone that has a list of them has been looked at. */
export function setWay(shell: Shell, way: RoundWay): Edited {
  const zone = findBay(shell, way.bay)?.zone;
  if (!zone) return { ok: false, message: `There is no bay ${way.bay}.` };
  return { ok: true, shell: inZone(shell, zone.id, z => ({ ...z, ways: put(z.ways ?? [], way) })) };
}

/** Says of a zone that somebody looked for ways round the barrier and found no more than there are. */
export const lookedForWays = (shell: Shell, zone: string): Shell =>
  inZone(shell, zone, z => ({ ...z, ways: z.ways ?? [] }));

/** Forgets what was found: nobody has looked. */
export const forgetWays = (shell: Shell, zone: string): Shell =>
  inZone(shell, zone, ({ ways: _, ...z }) => z);

/**
 * Puts a way like one into every other bay of its strip that has none of its kind at that end: each by itself, or one
 * behind the other, so many openings away as it has stations between.
 */
export function repeatWay(shell: Shell, id: string, inRow: boolean): Shell {
  const zone = shell.zones.find(z => z.ways?.some(w => w.id === id));
  const way = zone?.ways?.find(w => w.id === id);
  const host = zone?.bays.find(b => b.id === way?.bay);
  if (!zone?.ways || !way || !host) return shell;
  const taken = namesIn(shell);
  const alike = (b: Bay) => zone.ways!.some(w => w.bay === b.id && w.kind === way.kind && w.end === way.end);
  const more = zone.bays
    .filter(b => b.strip === host.strip && !alike(b))
    .map((b): RoundWay => {
      const plain = `${b.id.slice(0, 56)}-${way.end}`;
      const name = taken.has(plain) ? freshName(taken, plain) : plain;
      taken.add(name);
      return {
        ...way,
        id: name,
        bay: b.id,
        past: Math.min(40, way.past + (inRow ? Math.abs(b.station - host.station) : 0)),
        width: assumed(way.width.value, 'guess'),
        height: assumed(way.height.value, 'guess'),
      };
    });
  return inZone(shell, zone.id, z => ({ ...z, ways: [...zone.ways!, ...more] }));
}

/** Adds or changes metal that runs through a zone's insulation. */
export const setPoint = (shell: Shell, zone: string, point: PointBridge): Edited => ({
  ok: true,
  shell: inZone(shell, zone, z => ({ ...z, points: put(z.points, point) })),
});

/** Takes out whichever pocket, keep-clear, feature, way, point, line or use has this id. */
export const removeFitting = (shell: Shell, id: string): Shell => ({
  ...shell,
  uses: shell.uses.filter(u => u.id !== id),
  zones: shell.zones.map(z => ({
    ...z,
    pockets: z.pockets.filter(p => p.id !== id),
    keepClears: z.keepClears.filter(k => k.id !== id),
    features: z.features.filter(f => f.id !== id),
    points: z.points.filter(p => p.id !== id),
    ...(z.ways && { ways: z.ways.filter(w => w.id !== id) }),
    ...(z.lines && { lines: z.lines.filter(l => l.id !== id) }),
  })),
});
