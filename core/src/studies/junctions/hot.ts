import { battenOf } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { KeepClear, Shell } from '../../model/index.ts';
import { HOT } from '../../model/lists/index.ts';
import { cellsOf } from '../../survey/layout/index.ts';
import { lengthIn } from '../../units/index.ts';

/** Something hot with something near it that burns. */
export interface HotWarning {
  bay: string;
  /** Of the keep-clear. */
  about: string;
  kind: KeepClear['kind'];
  /** Whether the distance kept is its maker's; a guess has to be asked for. */
  asked: boolean;
  /** Bays within that distance whose layers burn and are not cut back for it. */
  tooNear: string[];
  says: string;
}

/** Flues, hobs and exhausts beside what burns: until the maker's distance is entered, and wherever it reaches a neighbouring bay. */
export function hotWarnings(shell: Shell, e: Pick<Evaluation, 'bays'>, library: Library): HotWarning[] {
  const burning = (bay: string): string[] => {
    const layers = e.bays.get(bay)?.buildUp?.layers ?? [];
    const frame = battenOf(layers);
    return layers.flatMap(l =>
      l.role === 'air gap' || l === frame || !materialOf(library, l.material).burns
        ? []
        : [materialOf(library, l.material).name],
    );
  };
  return shell.zones.flatMap(zone => {
    const hot = zone.keepClears.filter(k => HOT.includes(k.kind));
    const cells = hot.length > 0 ? cellsOf(zone).cells : [];
    return hot.flatMap((k): HotWarning[] => {
      const host = cells.find(c => c.bay.id === k.bay);
      if (!host) return [];
      const reach = k.clearance.value;
      const [along, up] = [host.along + k.at.along.value, host.up + k.at.up.value];
      const near = (c: (typeof cells)[number]) =>
        c.along < along + k.width.value / 2 + reach &&
        c.along + c.bay.width.value > along - k.width.value / 2 - reach &&
        c.up < up + k.height.value / 2 + reach &&
        c.up + c.bay.height.value > up - k.height.value / 2 - reach;
      const within = cells.filter(c => near(c) && burning(c.bay.id).length > 0).map(c => c.bay.id);
      const tooNear = within.filter(id => id !== k.bay);
      const asked = k.clearance.basis === 'measured';
      if (within.length === 0 || (asked && tooNear.length === 0)) return [];
      const what = [...new Set(within.flatMap(burning))].join(', ');
      return [
        {
          bay: k.bay,
          about: k.id,
          kind: k.kind,
          asked,
          tooNear,
          says: asked
            ? `${what} in ${tooNear.join(', ')} lies within ${lengthIn(reach)} of the ${k.kind} in ${k.bay}, its maker’s distance: cut it back there, or put in what does not burn.`
            : `A ${k.kind} in ${k.bay} stands beside what burns (${what}). ${lengthIn(reach)} all round is only a guess: ask its maker for the distance and enter it.`,
        },
      ];
    });
  });
}
