import { guess, isMeasured, type Shell, type Zone } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import type { Edited } from './edit.ts';

type Corrugation = NonNullable<Zone['corrugation']>;
type WoodLine = NonNullable<Zone['lines']>[number];

/**
 * Notes the grooves of a floor, or with null that it is plain: where nobody measured a bay's depth, it runs from the
 * crests down to the grooves.
 */
export function setCorrugation(shell: Shell, id: string, corrugation: Corrugation | null): Edited {
  const zone = shell.zones.find(z => z.id === id);
  if (zone?.kind !== 'floor' && zone?.kind !== 'footwell')
    return { ok: false, message: `${id} is no floor.` };
  if (corrugation && corrugation.depth.value >= corrugation.pitch.value)
    return {
      ok: false,
      message: 'The grooves cannot be as deep as they lie apart: read pitch and depth again.',
    };
  const { corrugation: _, ...plain } = zone;
  // They stay assumed, so that they follow what is read of the grooves later on.
  const depthMax = guess(corrugation?.depth.value ?? 0);
  const bays = zone.bays.map(b =>
    isMeasured(b.depthMin) || isMeasured(b.depthMax) ? b : { ...b, depthMin: guess(0), depthMax },
  );
  const next: Zone = { ...plain, bays, ...(corrugation ? { corrugation } : {}) };
  return { ok: true, shell: { ...shell, zones: shell.zones.map(z => (z.id === id ? next : z)) } };
}

/** What the grooves of a floor hold when they are filled level, m3: half of it is crest, half is groove. */
export const grooveVolume = (zone: Zone, area: number): number =>
  zone.corrugation ? (area * zone.corrugation.depth.value) / 2 : 0;

/** Adds or changes a line that will want wood beneath. It must lie in its zone. */
export function setWoodLine(shell: Shell, id: string, line: WoodLine): Edited {
  const zone = shell.zones.find(z => z.id === id);
  if (!zone) return { ok: false, message: `There is no zone ${id}.` };
  const out = [line.from, line.to].some(
    p => p.along.value > zone.length.value + ROUNDING || p.up.value > zone.height.value + ROUNDING,
  );
  if (out) return { ok: false, message: `“${line.name}” would end outside the ${zone.name}.` };
  const lines = zone.lines ?? [];
  const next = lines.some(l => l.id === line.id)
    ? lines.map(l => (l.id === line.id ? line : l))
    : [...lines, line];
  return {
    ok: true,
    shell: { ...shell, zones: shell.zones.map(z => (z.id === id ? { ...z, lines: next } : z)) },
  };
}

/** Where wood will be wanted beneath in a zone: its own lines, and the edges of furniture and beds drawn on it, m; seats stand on the steel, by their own trade. */
export function woodLines(
  shell: Shell,
  zone: Zone,
): { name: string; from: Spot; to: Spot; length: number }[] {
  const own = (zone.lines ?? []).map(l => ({
    name: l.name,
    from: { along: l.from.along.value, up: l.from.up.value },
    to: { along: l.to.along.value, up: l.to.up.value },
  }));
  const edges = shell.uses
    .filter(u => u.zone === zone.id && (u.kind === 'furniture' || (u.kind === 'bed' && !u.rises)))
    .flatMap(u => {
      const [a, b] = [u.along.value, u.along.value + u.width.value];
      const [c, d] = [u.up.value, u.up.value + u.height.value];
      const corners = [
        { along: a, up: c },
        { along: b, up: c },
        { along: b, up: d },
        { along: a, up: d },
      ];
      return corners
        .map((from, i) => ({ name: u.name, from, to: corners[(i + 1) % 4]! }))
        .filter(l => !againstEdge(l.from, l.to, zone));
    });
  return [...own, ...edges].map(l => ({
    ...l,
    length: Math.hypot(l.to.along - l.from.along, l.to.up - l.from.up),
  }));
}

interface Spot {
  /** Behind the zone's front, m. */
  along: number;
  /** Above its lower or left edge, m. */
  up: number;
}

/** Nearer a zone's own edge than this there is a frame batten already, m. */
const AT_EDGE = 0.03;

const againstEdge = (from: Spot, to: Spot, zone: Zone): boolean => {
  const both = (of: (p: Spot) => number, at: number) =>
    Math.abs(of(from) - at) < AT_EDGE && Math.abs(of(to) - at) < AT_EDGE;
  return (
    both(p => p.along, 0) ||
    both(p => p.along, zone.length.value) ||
    both(p => p.up, 0) ||
    both(p => p.up, zone.height.value)
  );
};
