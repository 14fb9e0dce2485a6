import { placeOf } from '../../buildup/index.ts';
import type { Zone } from '../../model/index.ts';
import { candidatesFor } from './candidates.ts';
import { type ChoiceQuestion, type LayUpOption, lockedOption, optionsFor } from './options.ts';

/** Zones that something may be laid into, in the order of the shell. */
export const zonesOf = ({ design }: ChoiceQuestion): Zone[] =>
  design.shell.zones.filter(z => placeOf(z.kind));

/**
 * What every zone may get, by zone id; a locked one what it has. Of all zones, or of those named. Throws RangeError for an unknown
 * material.
 */
export function weighAll(
  asked: ChoiceQuestion,
  report: (share: number, doing: string) => void = () => undefined,
  only?: ReadonlySet<string>,
): Map<string, LayUpOption[]> {
  const zones = zonesOf(asked).filter(z => only?.has(z.id) ?? true);
  return new Map(
    zones.map((zone, i) => {
      report(i / zones.length, `weighing ${zone.name}`);
      return [zone.id, asked.locked?.includes(zone.id) ? lockedOption(zone, asked) : optionsFor(zone, asked)];
    }),
  );
}

/** Of a zone whose kind was weighed before, the sections are known: it takes so much of the time. */
const AGAIN = 0.5;

/** Some zones to be weighed by so many at once, about as long each: those of one kind together, as they share their sections. */
export function sharesOf(asked: ChoiceQuestion, only: ReadonlySet<string>, parts: number): Set<string>[] {
  const { design, library, avoided } = asked;
  const kinds = new Map<Zone['kind'], { zones: string[]; work: number }>();
  for (const zone of zonesOf(asked).filter(z => only.has(z.id))) {
    const work = candidatesFor(zone, design.shell, library, avoided).length;
    const own = kinds.get(zone.kind);
    if (own) {
      own.zones.push(zone.id);
      own.work += AGAIN * work;
    } else kinds.set(zone.kind, { zones: [zone.id], work });
  }
  const shares = Array.from({ length: parts }, () => ({ zones: new Set<string>(), work: 0 }));
  for (const { zones, work } of [...kinds.values()].sort((a, b) => b.work - a.work)) {
    const least = shares.reduce((a, b) => (b.work < a.work ? b : a));
    for (const zone of zones) least.zones.add(zone);
    least.work += work;
  }
  return shares.map(s => s.zones).filter(z => z.size > 0);
}
