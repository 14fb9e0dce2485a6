import type { Library } from '../materials/index.ts';
import type { Bay, BuildUp, Placement, Shell, Zone, ZoneKind } from '../model/index.ts';
import { bayArea } from '../survey/shell/index.ts';
import { type Cover, covers } from './covers.ts';
import { type Joints, jointsOf } from './joints.ts';
import { type LaidSheets, stickSheets } from './sheets.ts';

/** The joints that a bay's air meets: m per m2, and the height over which its cavity's air can rise, m. */
export interface BayJoints {
  /** Joints of the airtight layer, m per m2. */
  seamLength: number;
  /** Over which the cavity's air can rise, m. */
  height: number;
}

/** Bays that any question answers alike; the first of them stands for all. */
interface BayCase {
  /** Its place in `LayUp.cases`. */
  index: number;
  kind: ZoneKind;
  bay: Bay;
  buildUp: BuildUp | null;
  joints: BayJoints;
}

/** A bay with what is laid into it. */
export interface LaidBay {
  /** As surveyed. */
  bay: Bay;
  /** It belongs to. */
  zone: Zone;
  /** Null where it stays bare. */
  buildUp: BuildUp | null;
  /** Damping sheets stuck on it; null for none. */
  sheets: LaidSheets | null;
  /** Net of openings, m2. */
  area: number;
  /** The case whose answers are its own. */
  like: BayCase;
}

/** A placement laid into a shell: what every question is asked of. */
export interface LayUp {
  /** What each layer has to cover. */
  covers: Cover[];
  /** By zone and build-up. */
  joints: Joints[];
  /** By bay id, in the order of the shell. */
  bays: ReadonlyMap<string, LaidBay>;
  /** Every case once. */
  cases: BayCase[];
}

/** Lays a placement into a shell. Throws RangeError for an unknown material: `checkDesign` finds those first. */
export function layUp(shell: Shell, placement: Placement, library: Library): LayUp {
  const stuck = stickSheets(shell, placement, library);
  const covered = covers(shell, stuck, library);
  const joints = jointsOf(covered, placement, library);
  const bays = new Map<string, LaidBay>();
  const cases: BayCase[] = [];
  const known = new Map<string, BayCase>();
  for (const zone of shell.zones) {
    const seams = new Map<string, number>();
    for (const j of joints) if (j.zone === zone.id) seams.set(j.buildUp, j.area > 0 ? j.length / j.area : 0);
    for (const bay of zone.bays) {
      const { buildUp, sheets } = stuck.get(bay.id)!;
      const seamLength = (buildUp && seams.get(buildUp.id)) ?? 0;
      const height = stackHeight(zone, bay);
      const key = buildUp
        ? `${zone.kind} ${bay.depthMin.value} ${bay.depthMax.value} ${height} ${seamLength} ${buildUp.id} ${sheets ? sheetsKey(buildUp) : ''}`
        : zone.kind;
      let like = known.get(key);
      if (!like) {
        like = { index: cases.length, kind: zone.kind, bay, buildUp, joints: { seamLength, height } };
        known.set(key, like);
        cases.push(like);
      }
      bays.set(bay.id, { bay, zone, buildUp, sheets, area: bayArea(zone, bay), like });
    }
  }
  return { covers: covered, joints, bays, cases };
}

/** What of the sheets the rest of a build-up goes by. */
function sheetsKey({ layers }: BuildUp): string {
  const [layer] = layers;
  return layer?.role === 'damping' ? `${layer.material} ${layer.thickness} ${layer.coverage}` : '';
}

/** Height over which a cavity's air can rise: the bay's own on upright panels, little on level ones. */
function stackHeight(zone: Zone, bay: Bay): number {
  if (zone.kind === 'floor') return 0.02;
  if (zone.kind === 'ceiling' || zone.kind === 'cab overhead') return 0.05;
  return bay.height.value;
}
