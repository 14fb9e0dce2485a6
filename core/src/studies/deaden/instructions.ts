import type { Evaluation } from '../../evaluate/index.ts';
import type { Bay, Patch, Zone } from '../../model/index.ts';
import { isDrumZone, LOSS_BY_WORD } from '../../van/quiet/index.ts';
import { keptFreeBy } from './keepOff.ts';

/** One bay of a sheet plan, in the order of sticking. */
export interface Instruction {
  bay: Bay;
  zone: Zone;
  patches: readonly Patch[];
  /** kg. */
  mass: number;
  /** What it takes of the bare van's drumming, 0 to 1. */
  takes: number;
  /** Its own change, dB. */
  change: number;
  /** What to mind here, in sentences. */
  cautions: string[];
}

/** A bay that gets no sheet, and why. */
export interface LeftOut {
  bay: Bay;
  zone: Zone;
  why: string;
}

/** The sheets an evaluated van carries, to be stuck by hand: those first that do most for their weight. */
export function instructions(
  e: Evaluation,
  density: (material: string) => number,
): {
  stick: Instruction[];
  leftOut: LeftOut[];
} {
  const stick: Instruction[] = [];
  const leftOut: LeftOut[] = [];
  for (const { bay, zone, sheets } of e.bays.values()) {
    const quiet = e.quiet.bays.get(bay.id);
    if (!sheets && !isDrumZone(zone.kind)) continue;
    if (!sheets) {
      const why = !quiet
        ? 'no field free of its opening'
        : quiet.treatment.base >= LOSS_BY_WORD.dull
          ? 'does not ring as it is'
          : (quiet.share[0]! + quiet.share[1]!) / 2 < 0.002
            ? 'counts next to nothing in what the van is to be quiet for'
            : 'the weight does more elsewhere';
      leftOut.push({ bay, zone, why });
      continue;
    }
    const mass = sheets.patches.reduce(
      (sum, p) => sum + p.width * p.height * sheets.thickness * density(sheets.material),
      0,
    );
    stick.push({
      bay,
      zone,
      patches: sheets.patches,
      mass,
      takes: quiet ? (quiet.share[0]! + quiet.share[1]! - quiet.left[0]! - quiet.left[1]!) / 2 : 0,
      change: quiet?.change.likely ?? 0,
      cautions: cautionsAt(zone, bay, sheets.patches),
    });
  }
  stick.sort((a, b) => b.takes / b.mass - a.takes / a.mass);
  return { stick, leftOut };
}

const MIND: Partial<Record<Zone['keepClears'][number]['kind'], string>> = {
  'drain hole': 'keep the drain hole open: cut round it',
  'cable route': 'keep the cable route free',
  airbag: 'an airbag lies here: nothing stuck, nothing pried; defer to the maker',
  'lock or latch': 'work lock and latch before and after',
  flue: 'heat of the flue: its maker says how far to stay off',
  'belt anchor': 'leave the belt anchor bare',
  'gas drop vent': 'never close the gas drop vent',
  'fixed vent': 'never close the fixed vent',
  'fuel or brake line': 'a fuel or brake line runs here: no knife through',
};

/** What to mind where these sheets go. */
function cautionsAt(zone: Zone, bay: Bay, patches: readonly Patch[]): string[] {
  const out: string[] = [];
  for (const k of patches.flatMap(p => keptFreeBy(zone, bay, p))) {
    const says = MIND[k.kind];
    if (says) out.push(says);
  }
  if (zone.kind === 'sliding door' || zone.kind === 'rear door')
    out.push('wind the window down and work lock and latch before a sheet goes in');
  if (zone.kind === 'floor' && bay.station === 1)
    out.push('nothing thick under pedals: check full travel and every gear before driving');
  if (zone.kind === 'floor') out.push('heat near the exhaust: mind what the sheet bears');
  return [...new Set(out)];
}
