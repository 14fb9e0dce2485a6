import { isScreened } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import type { Placement, Shell, Zone } from '../../model/index.ts';
import { type DampState, dampRank } from '../../van/wetting/index.ts';
import { type Candidate, candidateAt, makeOf } from '../proposal/index.ts';

/** What one zone comes to in one placement. */
export interface ZoneFigures {
  zone: string;
  /** What is laid there; null where it is bare. */
  laid: Candidate | null;
  /** Panes of it that get a screen at night. */
  screens: number;
  /** Of all layers of what most of it gets, m. */
  thickness: number;
  /** kg. */
  mass: number;
  /** What is to pay for it; of its materials alone until that is counted. */
  money: number;
  /** Its part of the van's heat loss, W/K. */
  heat: number;
  /** Of its worst bay, and its most winter water, kg/m2. */
  damp: { state: DampState; water: number };
}

/** Every zone of a placement that was evaluated. */
export function zoneFigures(shell: Shell, placement: Placement, e: Evaluation): ZoneFigures[] {
  return shell.zones.map(zone => {
    const laid = candidateAt(zone, placement) ?? null;
    return {
      zone: zone.id,
      laid,
      screens: zone.openings.filter(o => isScreened(o, placement)).length,
      thickness: laid?.buildUp.layers.reduce((sum, l) => sum + l.thickness, 0) ?? 0,
      mass: e.load.zones.get(zone.id) ?? 0,
      money: (e.pay?.byZone ?? e.order.costByZone)[zone.id] ?? 0,
      heat: e.heat.zones.find(z => z.zone.id === zone.id)!.loss,
      damp: dampOf(zone, e),
    };
  });
}

function dampOf(zone: Zone, e: Evaluation): ZoneFigures['damp'] {
  const all = zone.bays.flatMap(({ id }) => e.damp.bays.get(id) ?? []);
  if (all.length === 0) return { state: 'bare', water: 0 };
  const worst = all.reduce((a, b) => (dampRank(b) > dampRank(a) ? b : a));
  return { state: worst.state, water: worst.moisture?.peak ?? 0 };
}

const madeOf = ({ laid }: ZoneFigures): string => (laid ? makeOf(laid) : '');

/** Two placements zone by zone, those that differ, the greatest change of heat first. */
export function difference(
  a: readonly ZoneFigures[],
  b: readonly ZoneFigures[],
): { zone: string; a: ZoneFigures; b: ZoneFigures }[] {
  return a
    .flatMap((own, i) => {
      const other = b[i]!;
      const same =
        madeOf(own) === madeOf(other) &&
        own.screens === other.screens &&
        Math.abs(own.heat - other.heat) < 1e-6 &&
        Math.abs(own.mass - other.mass) < 1e-6;
      return same ? [] : [{ zone: own.zone, a: own, b: other }];
    })
    .sort((p, q) => Math.abs(q.b.heat - q.a.heat) - Math.abs(p.b.heat - p.a.heat));
}
