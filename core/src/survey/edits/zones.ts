import type { Design, Measurement, Placement, Shell, Zone, ZoneKind } from '../../model/index.ts';
import { blankZone, plainBay } from './blank.ts';
import type { Edited } from './edit.ts';
import { deleteBays, type Reshaped } from './topology.ts';

/** What a zone is begun from; sizes as they were read. */
export interface NewZone {
  kind: ZoneKind;
  name: string;
  /** On which side of the van. */
  side: Zone['side'];
  /** Along the van, or across it for what stands across, m. */
  length: Measurement;
  /** Across it or upwards, m. */
  height: Measurement;
  /** Of its front edge from the front of the load floor, m. */
  offset: Measurement;
}

/** Letter a new zone's id begins with. */
const LETTER: Partial<Record<ZoneKind, string>> = {
  floor: 'F',
  wall: 'L',
  ceiling: 'C',
  'sliding door': 'S',
  'rear door': 'D',
  'cab overhead': 'H',
  bulkhead: 'B',
  partition: 'Q',
  frame: 'P',
};
/** Depth of a bay that nobody has measured yet, m. */
const DEPTH = { wall: [0.03, 0.06], other: [0, 0.02] } as const;

/** Adds a zone of one bay, to be split as the van has it. The new bay is chosen. */
export function addZone(design: Design, zone: NewZone): Reshaped {
  const { shell } = design;
  const taken = new Set(shell.zones.flatMap(z => [z.id, ...z.bays.map(b => b.id)]));
  const stem = zone.side === 'right' && zone.kind === 'wall' ? 'R' : (LETTER[zone.kind] ?? 'X');
  const free = (id: string) => !taken.has(id) && !taken.has(`${id}a`);
  let id = stem;
  for (let n = 2; !free(id); n++) id = `${stem}${n}`;
  const { length, height, offset } = zone;
  const deep = zone.kind === 'wall' || zone.kind === 'sliding door' || zone.kind === 'rear door';
  const bay = {
    ...plainBay(`${id}a`, 1, 1, length.value, height.value, deep ? DEPTH.wall : DEPTH.other),
    width: length,
    height,
  };
  const made: Zone = {
    ...blankZone({ id, kind: zone.kind, name: zone.name, side: zone.side }, 0, 0),
    length,
    height,
    offset,
    bays: [bay],
  };
  return {
    ok: true,
    id: bay.id,
    design: { ...design, shell: withFrontOf({ ...shell, zones: [...shell.zones, made] }, zone.kind) },
  };
}

/** A bulkhead put in closes the front, one taken out leaves it open. */
function withFrontOf(shell: Shell, changed: ZoneKind): Shell {
  if (changed !== 'bulkhead' || !shell.cab) return shell;
  const stands = shell.zones.some(z => z.kind === 'bulkhead');
  if (stands === (shell.cab.front === 'bulkhead')) return shell;
  return { ...shell, cab: { ...shell.cab, front: stands ? 'bulkhead' : 'open' } };
}

/** Takes a zone out with all that lies in it; the shell keeps at least one. What was logged there stays in the log. */
export function removeZone(design: Design, id: string): Reshaped {
  const zone = design.shell.zones.find(z => z.id === id);
  if (!zone) return { ok: false, message: `There is no zone ${id}.` };
  if (design.shell.zones.length === 1) return { ok: false, message: 'A van keeps at least one zone.' };
  // Its bays go as any do, but for the last, which only goes with its zone.
  const [last, ...rest] = zone.bays;
  const emptied =
    rest.length > 0
      ? deleteBays(
          design,
          rest.map(b => b.id),
        )
      : { ok: true as const, design };
  if (!emptied.ok) return emptied;
  const gone = last!.id;
  const without = <T>(record: Record<string, T>, key: string): Record<string, T> =>
    Object.fromEntries(Object.entries(record).filter(([k]) => k !== key));
  const placed = (p: Placement): Placement => ({
    ...p,
    zones: without(p.zones, id),
    bays: without(p.bays, gone),
    sheets: without(p.sheets, gone),
  });
  const { shell, ready } = emptied.design;
  const kept = <T extends { bay: string }>(list: readonly T[]) => list.filter(item => item.bay !== gone);
  const uses = shell.uses.filter(u => u.zone !== id);
  const dropped = shell.uses.filter(u => u.zone === id).map(u => `“${u.name}” went with the ${zone.name}.`);
  const openings = new Set(zone.openings.map(o => o.id));
  return {
    ok: true,
    said: dropped,
    design: {
      ...emptied.design,
      shell: withFrontOf({ ...shell, uses, zones: shell.zones.filter(z => z.id !== id) }, zone.kind),
      ready: {
        rust: kept(ready.rust),
        holes: kept(ready.holes).filter(h => h.opening === null || !openings.has(h.opening)),
        fixings: kept(ready.fixings),
      },
      variants: emptied.design.variants.map(v => ({
        ...v,
        design: placed(v.design),
        baseline: { ...v.baseline, design: placed(v.baseline.design) },
      })),
    },
  };
}

/** Sets a zone's own size, name or place; its bays stay as they are, and what does not add up is told. */
export const setZone = (
  shell: Shell,
  id: string,
  change: Partial<Pick<Zone, 'name' | 'length' | 'height' | 'offset' | 'rail'>>,
): Edited =>
  shell.zones.some(z => z.id === id)
    ? { ok: true, shell: { ...shell, zones: shell.zones.map(z => (z.id === id ? { ...z, ...change } : z)) } }
    : { ok: false, message: `There is no zone ${id}.` };
