import type { Library } from '../materials/index.ts';
import type { Bay, BuildUp, Placement, Shell, Zone, ZoneKind } from '../model/index.ts';
import { bayArea } from '../survey/geometry/index.ts';
import { behindArches } from '../survey/layout/index.ts';
import { aboveMiddle, type BayJoints, holesKey, holesOf, stackHeight } from './bayJoints.ts';
import { type Cover, covers } from './covers.ts';
import { type Joints, jointsOf } from './joints.ts';
import { putUp } from './putUp.ts';
import { ribsAs } from './ribsAs.ts';
import { type LaidSheets, stickSheets } from './sheets.ts';
import { stuffing } from './stuffing.ts';
import { woodUnder } from './woodUnder.ts';

/** Bays that any question answers alike; the first of them stands for all. */
interface BayCase {
  /** Its place in `LayUp.cases`. */
  index: number;
  kind: ZoneKind;
  bay: Bay;
  buildUp: BuildUp | null;
  joints: BayJoints;
  /** The same for cases that only their joints tell apart. */
  section: string;
}

/** A bay with what is laid into it. */
export interface LaidBay {
  bay: Bay;
  zone: Zone;
  /** Null where it stays bare. */
  buildUp: BuildUp | null;
  /** Damping sheets stuck on it; null for none. */
  sheets: LaidSheets | null;
  /** Net of openings and of what lies behind a wheel arch, m2. */
  area: number;
  /** The case whose answers are its own. */
  like: BayCase;
}

/** A placement laid into a shell: what every question is asked of. */
export interface LayUp {
  /** What each layer has to cover. */
  covers: Cover[];
  /** What goes in besides: stuffing of pockets, wood under the edges of furniture, screens and a curtain. */
  extras: Cover[];
  /** By zone and build-up. */
  joints: Joints[];
  /** By bay id, in the order of the shell. */
  bays: ReadonlyMap<string, LaidBay>;
  /** Every case once. */
  cases: BayCase[];
}

/** Lays a placement into a shell. Throws RangeError for an unknown material: `checkDesign` finds those first. */
export function layUp(surveyed: Shell, placement: Placement, library: Library): LayUp {
  const shell = ribsAs(surveyed, placement);
  const hidden = behindArches(shell);
  const stuck = stickSheets(shell, placement, library);
  const covered = covers(shell, stuck, hidden, library);
  const all = jointsOf(covered, placement, library);
  const bays = new Map<string, LaidBay>();
  const cases: BayCase[] = [];
  const known = new Map<string, BayCase>();
  for (const zone of shell.zones) {
    const lengths: Record<string, Record<string, number>> = {};
    const seams = new Map<string, number>();
    for (const j of all) {
      if (j.zone !== zone.id) continue;
      const length = j.area > 0 ? j.length / j.area : 0;
      if (j.airtight) seams.set(j.buildUp, length);
      lengths[j.buildUp] = { ...lengths[j.buildUp], [j.layer]: length };
    }
    for (const bay of zone.bays) {
      const { buildUp, sheets } = stuck.get(bay.id)!;
      const seamLength = (buildUp && seams.get(buildUp.id)) ?? 0;
      const height = stackHeight(zone, bay);
      const area = Math.max(0, bayArea(zone, bay) - (hidden.get(bay.id) ?? 0));
      const above = aboveMiddle(zone, bay, shell);
      const holes = buildUp ? holesOf(zone, bay, area) : [];
      const section = buildUp
        ? `${zone.kind} ${bay.depthMin.value} ${bay.depthMax.value} ${buildUp.id} ${sheets ? sheetsKey(buildUp) : ''}`
        : zone.kind;
      const key = buildUp
        ? `${section} ${height} ${holes.some(h => h.from === 'outside') ? above : ''} ${seamLength} ${zone.ways ? 1 : 0} ${holesKey(holes)}`
        : zone.kind;
      let like = known.get(key);
      if (!like) {
        const joints: BayJoints = {
          seamLength,
          lengths: (buildUp && lengths[buildUp.id]) ?? {},
          height,
          above,
          holes,
          looked: zone.ways !== undefined,
        };
        like = { index: cases.length, kind: zone.kind, bay, buildUp, joints, section };
        known.set(key, like);
        cases.push(like);
      }
      bays.set(bay.id, { bay, zone, buildUp, sheets, area, like });
    }
  }
  return {
    covers: covered,
    extras: [
      ...stuffing(shell, stuck, library),
      ...woodUnder(shell, stuck),
      ...putUp(shell, placement, library),
    ],
    joints: all.filter(j => j.airtight),
    bays,
    cases,
  };
}

/** What of the sheets the rest of a build-up goes by. */
function sheetsKey({ layers }: BuildUp): string {
  const [layer] = layers;
  return layer?.role === 'damping' ? `${layer.material} ${layer.thickness} ${layer.coverage}` : '';
}
