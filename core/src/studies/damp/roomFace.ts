import { directionOf } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import { RSI } from '../../physics/heat/index.ts';

/** How cold the room's face of a bay gets on the design night, degC, and where. */
export interface RoomFace {
  /** Between ribs and edges, degC. */
  field: number;
  /** degC. */
  coldest: number;
  /** The detail beside the bay that is coldest, or the field itself. */
  where: string;
}

/** The coldest place the room's air touches in a bay and at the ribs, edges and frames beside its build-up. */
export function roomFace(e: Evaluation, bayId: string): RoomFace | null {
  const r = e.bays.get(bayId);
  const zone = r && e.heat.zones.find(z => z.zone.id === r.zone.id);
  if (!r || !zone) return null;
  const { outside, inside } = e.damp.night;
  const at = (f: number) => outside.t + f * (inside.t - outside.t);
  const field = at(1 - e.heat.bays.get(bayId)! * RSI[directionOf(r.zone.kind)]);
  const beside = zone.bridges.filter(b => b.fRsi !== null && b.buildUp === (r.buildUp?.id ?? null));
  return beside.reduce<RoomFace>(
    (low, b) => (at(b.fRsi!) < low.coldest ? { field, coldest: at(b.fRsi!), where: b.what } : low),
    { field, coldest: field, where: 'the field' },
  );
}
