import {
  type Feature,
  findBay,
  type KeepClear,
  type Pocket,
  type Shell,
  type Use,
  type Zone,
} from '../../model/index.ts';
import { lengthIn } from '../../units/index.ts';
import type { Edited } from './edit.ts';

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

/** Takes out whichever pocket, keep-clear, feature or use has this id. */
export const removeFitting = (shell: Shell, id: string): Shell => ({
  ...shell,
  uses: shell.uses.filter(u => u.id !== id),
  zones: shell.zones.map(z => ({
    ...z,
    pockets: z.pockets.filter(p => p.id !== id),
    keepClears: z.keepClears.filter(k => k.id !== id),
    features: z.features.filter(f => f.id !== id),
  })),
});
