import type { Bay, Shell, Zone } from '../../model/index.ts';
import { HALF_MM, SAME_SIZE } from '../../tolerance/index.ts';
import { type Area, assumeAll } from '../geometry/index.ts';
import { cellsOf } from './layout.ts';

/** Zones of the same kind that another could be copied to. */
export const mirrorTargets = (shell: Shell, from: string): Zone[] => {
  const source = shell.zones.find(z => z.id === from);
  return source ? shell.zones.filter(z => z.id !== from && z.kind === source.kind) : [];
};

/** Bays that cover each other by less than this share of either, or differ more in width, are no twins. */
const ALIKE = 0.7;

/** The bay that stands opposite, or undefined: where one side is split or merged otherwise, only what still covers it. */
export function twinOf(shell: Shell, zone: Zone, bay: Bay): Bay | undefined {
  const other = shell.zones.find(z => z.id !== zone.id && z.kind === zone.kind);
  return other && oppositeIn(other, zone, bay);
}

/** The bay of `other` that stands opposite one of `zone`. */
export function oppositeIn(other: Zone, zone: Zone, bay: Bay): Bay | undefined {
  const own = spanOf(zone, bay);
  const column = (z: Zone) => z.bays.filter(b => b.station === bay.station);
  const same = other.bays.find(b => b.station === bay.station && b.strip === bay.strip);
  // As split as each other, and at the same place along the van: sizes may differ, that is what is copied.
  if (same && column(zone).length === column(other).length) {
    const [a, b] = [own, spanOf(other, same)];
    const apart = Math.abs(a.along + a.width / 2 - (b.along + b.width / 2));
    const likely = Math.min(a.width, b.width) > ALIKE * Math.max(a.width, b.width);
    if (likely && apart < a.width / 2) return same;
  }
  return other.bays.find(b => {
    const there = spanOf(other, b);
    const shared =
      Math.max(
        0,
        Math.min(own.along + own.width, there.along + there.width) - Math.max(own.along, there.along),
      ) * Math.max(0, Math.min(own.up + own.height, there.up + there.height) - Math.max(own.up, there.up));
    return shared > ALIKE * Math.max(own.width * own.height, there.width * there.height);
  });
}

/** Where a bay lies along the van and above its zone's lower edge, m. */
function spanOf(zone: Zone, { id }: Bay): Area {
  const { along, up, bay } = cellsOf(zone).cells.find(c => c.bay.id === id)!;
  return { along: zone.offset.value + along, up, width: bay.width.value, height: bay.height.value };
}

export interface Mirrored {
  /** With the other side's sizes taken over. */
  shell: Shell;
  /** Bays that took a size over, and sizes that were left because they are measured and differ. */
  copied: string[];
  /** Measured sizes that differ and stayed, m. */
  kept: { bay: string; field: string; here: number; there: number }[];
}

const FIELDS = ['width', 'height', 'depthMin', 'depthMax'] as const;

/**
 * Copies a zone's sizes and shapes onto its twin, as assumed from the mirror: what is measured there stays, and
 * is named where it differs by more than 0.5 mm. Bays without a counterpart are left alone.
 */
export function mirrorZone(shell: Shell, from: string, to: string): Mirrored {
  const source = shell.zones.find(z => z.id === from);
  const target = shell.zones.find(z => z.id === to);
  if (!source || !target) return { shell, copied: [], kept: [] };
  const copied: string[] = [];
  const kept: Mirrored['kept'] = [];
  const bays = target.bays.map(bay => {
    const model = oppositeIn(source, target, bay);
    if (!model) return bay;
    const next: Bay = { ...bay };
    for (const field of FIELDS) {
      if (bay[field].basis === 'measured') {
        if (Math.abs(bay[field].value - model[field].value) > HALF_MM)
          kept.push({ bay: bay.id, field, here: bay[field].value, there: model[field].value });
      } else next[field] = assumeAll(model[field], 'mirror');
    }
    if (next.depthMin.value > next.depthMax.value) {
      const loose = next.depthMin.basis === 'assumed' ? 'depthMin' : 'depthMax';
      const other = loose === 'depthMin' ? 'depthMax' : 'depthMin';
      next[loose] = { ...next[loose], value: next[other].value };
    }
    for (const field of ['outline', 'cornerRadius', 'curve'] as const)
      if (model[field] && !bay[field]) Object.assign(next, { [field]: assumeAll(model[field], 'mirror') });
    for (const field of ['depthRuns', 'shallowAt', 'rounded'] as const)
      if (model[field] && !bay[field]) Object.assign(next, { [field]: model[field] });
    copied.push(bay.id);
    return next;
  });
  const fits = (id: string, w: number, h: number) => {
    const host = bays.find(b => b.id === id);
    return !host || (w <= host.width.value + SAME_SIZE && h <= host.height.value + SAME_SIZE);
  };
  // A bay that its own window would no longer fit keeps its old size.
  const sound = bays.map((b, i) =>
    target.openings.every(o => o.bay !== b.id || fits(b.id, o.width.value, o.height.value))
      ? b
      : target.bays[i]!,
  );
  const zones = shell.zones.map(z => (z.id === to ? { ...z, bays: sound } : z));
  return { shell: { ...shell, zones }, copied, kept };
}
