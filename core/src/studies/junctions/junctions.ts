import type { Evaluation } from '../../evaluate/index.ts';
import type { Shell, Zone } from '../../model/index.ts';
import { cellsOf } from '../../survey/layout/index.ts';
import { lengthIn } from '../../units/index.ts';
import { floorPassage } from './floorPassage.ts';

/** Where one part of the job takes something from another; `by` in m where a size is meant. */
export interface Junction {
  zone: string;
  /** What meets what. */
  kind: 'neighbour' | 'floor sheet' | 'feature' | 'tie-down' | 'cut out' | 'datum';
  /** Whether somebody must act, or only know. */
  act: boolean;
  /** Size that is meant, m; null where none is. */
  by: number | null;
  says: string;
}

/** Less than this is lost in the joint, m. */
const TRIFLE = 0.002;

/** Everything that linings, doors, features and cut-outs of a shell do to each other under the evaluated build-ups. */
export function junctions(shell: Shell, e: Pick<Evaluation, 'fit'>): Junction[] {
  return [
    ...neighbours(shell, e.fit.taken),
    ...floorSheet(shell),
    ...shell.zones.flatMap(z => [...features(z), ...tieDowns(z), ...cutOuts(z)]),
    ...datum(shell),
  ];
}

function neighbours(shell: Shell, takenBy: Evaluation['fit']['taken']): Junction[] {
  const of = (kind: Zone['kind'], side?: Zone['side']) => {
    const zone = shell.zones.find(z => z.kind === kind && (side === undefined || z.side === side));
    return zone && { zone, taken: takenBy.get(zone.id) ?? 0 };
  };
  const floor = of('floor');
  const ceiling = of('ceiling');
  const left = of('wall', 'left');
  const right = of('wall', 'right');
  const bulkhead = of('bulkhead');
  const out: Junction[] = [];
  const tell = (zone: string, by: number, says: string) => {
    if (by > TRIFLE) out.push({ zone, kind: 'neighbour', act: true, by, says });
  };
  const walls = (left?.taken ?? 0) + (right?.taken ?? 0);
  if (floor)
    tell(
      floor.zone.id,
      walls,
      `Walls lined first leave the floor ${lengthIn(shell.width.value - walls)} wide, ${lengthIn(walls)} less than bare: lay the floor first, or cut it from the lined width.`,
    );
  if (floor && bulkhead)
    tell(
      floor.zone.id,
      bulkhead.taken,
      `Insulation across the bulkhead stands ${lengthIn(bulkhead.taken)} into the van: a floor cut to the bare length will not drop in behind it.`,
    );
  for (const wall of [left, right])
    if (wall)
      tell(
        wall.zone.id,
        wall.taken,
        `A lined ${wall.zone.name} is ${lengthIn(wall.taken)} thicker than a template taken from its ribs.`,
      );
  if (ceiling)
    tell(
      ceiling.zone.id,
      walls,
      `Between lined walls the ceiling panel is ${lengthIn(walls)} narrower than between bare ones.`,
    );
  if (floor && (left || right))
    tell(
      (left ?? right)!.zone.id,
      floor.taken,
      `The floor comes up by ${lengthIn(floor.taken)}: wall linings that stand on it are that much shorter.`,
    );
  return out;
}

function floorSheet(shell: Shell): Junction[] {
  const pass = floorPassage(shell);
  const floor = shell.zones.find(z => z.kind === 'floor');
  if (!pass || !floor) return [];
  const size = `${lengthIn(pass.sheet.length)} × ${lengthIn(pass.sheet.width)}`;
  const says =
    pass.way === 'flat'
      ? `A floor sheet of ${size} passes ${pass.door.name} flat in one piece.`
      : pass.way === 'tilted'
        ? `A floor sheet of ${size} passes ${pass.door.name} only tilted: ${lengthIn(pass.door.width)} is less than its width.`
        : `A floor sheet of ${size} does not pass ${pass.door.name} (${lengthIn(pass.door.width)} × ${lengthIn(pass.door.height)}): plan ${pass.pieces} pieces, with a batten under the joint.`;
  return [{ zone: floor.id, kind: 'floor sheet', act: pass.way !== 'flat', by: null, says }];
}

function features(zone: Zone): Junction[] {
  const { cells } = cellsOf(zone);
  return zone.features
    .filter(f => f.kind !== 'datum corner')
    .map(f => {
      const across = cells.filter(
        c => c.along < f.at.value - TRIFLE && f.at.value + TRIFLE < c.along + c.bay.width.value,
      );
      const bays = across.map(c => c.bay.id).join(', ');
      const where = `${lengthIn(f.at.value)} from the front of the ${zone.name}`;
      const what: Record<typeof f.kind, string> = {
        step: `A step of ${lengthIn(f.by.value)} at ${where}`,
        'dog-leg': `A dog-leg of ${lengthIn(f.by.value)} at ${where}`,
        'recessed lining': `From ${where} the lining lies ${lengthIn(f.by.value)} inside the rib faces, between trimmed ribs: measure from the skin, the rib face is not the datum`,
        'datum corner': '',
      };
      const rest =
        f.kind === 'recessed lining'
          ? '.'
          : bays
            ? `: it crosses ${bays}, whose boards and lining come in two pieces there.`
            : ', between bays.';
      return {
        zone: zone.id,
        kind: 'feature',
        act: f.kind !== 'recessed lining',
        by: f.by.value,
        says: what[f.kind] + rest,
      };
    });
}

const tieDowns = (zone: Zone): Junction[] =>
  zone.keepClears
    .filter(k => k.kind === 'tie-down')
    .map(k => ({
      zone: zone.id,
      kind: 'tie-down',
      act: true,
      by: null,
      says: `Tie-down ${k.id} in ${k.bay} stays usable: cut board and lining ${lengthIn(k.width.value + 2 * k.clearance.value)} × ${lengthIn(k.height.value + 2 * k.clearance.value)} round it.`,
    }));

const cutOuts = (zone: Zone): Junction[] =>
  zone.openings.map(o => ({
    zone: zone.id,
    kind: 'cut out',
    act: false,
    by: null,
    says: `${o.id} takes ${lengthIn(o.width.value)} × ${lengthIn(o.height.value)} out of ${o.bay}: no damping and no fill there${o.frameDepth ? `; the lining meets its frame ${lengthIn(o.frameDepth.value)} from the skin` : ''}.`,
  }));

function datum(shell: Shell): Junction[] {
  const floor = shell.zones.find(z => z.kind === 'floor');
  if (!floor) return [];
  const corner = floor.features.find(f => f.kind === 'datum corner');
  return [
    {
      zone: floor.id,
      kind: 'datum',
      act: !corner,
      by: null,
      says: corner
        ? `Floor pieces are cut from the datum corner ${corner.corner ? `at the ${corner.corner}` : `${lengthIn(corner.at.value)} from the front; say which side it is on`}.`
        : 'No datum corner is chosen for the floor: pick one corner and measure and cut every floor piece from it.',
    },
  ];
}
