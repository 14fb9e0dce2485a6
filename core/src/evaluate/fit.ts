import { type Fit, fitBuildUp, type LayUp } from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import type { Shell, Zone } from '../model/index.ts';

/** What fits, and what the linings take of the room. Lengths in m. */
export interface FitResult {
  /** By bay; null where it is bare. */
  bays: ReadonlyMap<string, Fit | null>;
  /** Ids of bays whose lining is pushed off. */
  misfits: string[];
  /** By zone: the most its lining stands inside the rib face. */
  taken: ReadonlyMap<string, number>;
  /** Floor to rib face bare, what ceiling and floor take of it, and what is left. */
  headroom: { bare: number; ceiling: number; floor: number; left: number };
}

export function fitOf(shell: Shell, { bays, cases }: LayUp, library: Library): FitResult {
  const fits = cases.map(({ buildUp, bay, kind }) =>
    buildUp ? fitBuildUp(buildUp.layers, bay, kind, library) : null,
  );
  const byBay = new Map<string, Fit | null>();
  const misfits: string[] = [];
  const taken = new Map(shell.zones.map(z => [z.id, 0]));
  for (const { bay, zone, like } of bays.values()) {
    const fit = fits[like.index] ?? null;
    byBay.set(bay.id, fit);
    if (!fit) continue;
    if (fit.misfit) misfits.push(bay.id);
    taken.set(zone.id, Math.max(taken.get(zone.id)!, fit.proud + fit.push));
  }
  const most = (kind: Zone['kind']) =>
    shell.zones.reduce((high, z) => (z.kind === kind ? Math.max(high, taken.get(z.id)!) : high), 0);
  const bare = shell.height.value;
  const [ceiling, floor] = [most('ceiling'), most('floor')];
  return { bays: byBay, misfits, taken, headroom: { bare, ceiling, floor, left: bare - ceiling - floor } };
}
