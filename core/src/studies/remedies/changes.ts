import { applySchool, closesJoints, schools } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import { type Library, stockFor, usualFor } from '../../materials/index.ts';
import {
  type Brief,
  type BuildUp,
  type Design,
  inCab,
  type Placement,
  type ZoneKind,
} from '../../model/index.ts';
import { cellsOf } from '../../survey/layout/index.ts';
import { drainIn } from '../../survey/patterns/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import { buildsUp } from '../../van/wetting/index.ts';

/** A change to how a van is lived in, surveyed or laid, by what of it is other than now. */
export interface RemedyChange {
  /** What is done, as a sentence's verb phrase. */
  does: string;
  /** How it is lived in with it; left out where that stays. */
  brief?: Brief;
  /** As surveyed with it; left out where that stays. */
  shell?: Design['shell'];
  /** As laid with it; left out where that stays. */
  placement?: Placement;
}

/** Most fresh air that is proposed, l/s, and its steps. */
const MOST_AIR = 40;
const AIR = [1.25, 1.5, 1.75, 2, 2.5, 3];
/** Of the joints closed by care, and by a film laid for it. */
const CAREFUL = 0.98;
const FILM_SEAL = 0.95;
/** Bonded foam as its school lays it. */
const BONDED = 'bonded-foam';

const l = (air: number): string => `${Math.round(air)} l/s`;

/** What may mend a van whose water builds up: by air, by care, by another layer or school, by giving off less. */
export function changesFor(
  { shell, brief }: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  e: Evaluation,
  library: Library,
): RemedyChange[] {
  const air = [...new Set(AIR.map(times => Math.round(brief.ventilation * times)))]
    .filter(to => to > brief.ventilation && to <= MOST_AIR)
    .map(
      (to): RemedyChange => ({
        does: `let in ${l(to)} of fresh air at night, not ${l(brief.ventilation)}`,
        brief: { ...brief, ventilation: to },
      }),
    );
  const living: RemedyChange[] = [
    ...(brief.heating === 'unflued gas'
      ? [
          {
            does: 'heat with a flued or electric heater, whose water stays outside',
            brief: { ...brief, heating: 'dry' as const },
          },
        ]
      : []),
    ...(brief.cooking !== 'none'
      ? [{ does: 'cook outside the van', brief: { ...brief, cooking: 'none' as const } }]
      : []),
  ];
  const careful = placement.buildUps.some(b => closesJoints(b) && b.sealQuality < CAREFUL)
    ? sealedTo(placement, CAREFUL)
    : null;
  const ways = waysClosed(shell);
  const wet = wetZones(e);
  const drained = withDrains(shell, wet);
  const film = withFilm(placement, wet, library);
  const foam = withBonded(shell, placement, wet, library);
  return [
    ...air,
    ...living,
    ...(careful
      ? [
          {
            does: `close ${Math.round(100 * CAREFUL)} % of every seam, and look for misses by daylight`,
            placement: careful,
          },
        ]
      : []),
    ...(ways
      ? [{ does: 'find and close every way round the lining: rib ends, rails, pillars', shell: ways }]
      : []),
    ...(careful && ways
      ? [{ does: 'close every way round the lining, and the seams to 98 %', placement: careful, shell: ways }]
      : []),
    ...(ways && air[1]
      ? [{ ...air[1], does: `close every way round the lining, and ${air[1].does}`, shell: ways }]
      : []),
    ...(drained
      ? [
          {
            does: `find and clear the drain at the foot of ${drained.bays.join(', ')}, where the body has one (never drill one)`,
            shell: drained.shell,
          },
        ]
      : []),
    ...(film
      ? [{ does: `put a film behind the lining in ${wet.join(', ')}, every joint taped`, placement: film }]
      : []),
    ...(foam
      ? [{ does: `bond closed-cell foam to the skin in ${wet.join(', ')} instead`, placement: foam }]
      : []),
    ...schools.map(
      (s): RemedyChange => ({
        does: `lay it by the school “${s.name}”`,
        placement: applySchool(shell, s.id, library),
      }),
    ),
  ];
}

/** Zones with a bay whose water builds up, likely or at the wet end where none does likely. */
function wetZones(e: Evaluation): string[] {
  const zones = (at: 'likely' | 'wetEnd') => [
    ...new Set(
      [...e.bays.values()].flatMap(({ bay, zone }) => {
        const damp = e.damp.bays.get(bay.id)!;
        const state = at === 'likely' ? damp.state : (damp.wetEnd?.state ?? damp.state);
        return buildsUp(state) ? [zone.id] : [];
      }),
    ),
  ];
  const likely = zones('likely');
  return likely.length > 0 ? likely : zones('wetEnd');
}

const sealedTo = (placement: Placement, sealQuality: number): Placement => ({
  ...placement,
  buildUps: placement.buildUps.map(b =>
    closesJoints(b) ? { ...b, sealQuality: Math.max(b.sealQuality, sealQuality) } : b,
  ),
});

/** Every zone of the load space looked at, with no way to the cabin's air left; null where that is so already. */
function waysClosed(shell: Design['shell']): Design['shell'] | null {
  const open = (z: Design['shell']['zones'][number]) =>
    !inCab(z.kind) && z.kind !== 'floor' && (z.ways === undefined || z.ways.some(w => w.to === 'cabin'));
  if (!shell.zones.some(open)) return null;
  return {
    ...shell,
    zones: shell.zones.map(z => (open(z) ? { ...z, ways: (z.ways ?? []).filter(w => w.to !== 'cabin') } : z)),
  };
}

/** Upright zones with a drain at the foot of each bay that has none; null where none lacks one. */
function withDrains(
  shell: Design['shell'],
  wet: readonly string[],
): { shell: Design['shell']; bays: string[] } | null {
  const bays: string[] = [];
  const taken = new Set(shell.zones.flatMap(z => z.keepClears.map(k => k.id)));
  const named = (): string => {
    let n = 1;
    while (taken.has(`drain${n}`)) n++;
    taken.add(`drain${n}`);
    return `drain${n}`;
  };
  const zones = shell.zones.map(zone => {
    if (!wet.includes(zone.id) || !UPRIGHT.includes(zone.kind)) return zone;
    const feet = cellsOf(zone).cells.filter(
      c => c.up < SAME_SIZE && !zone.keepClears.some(k => k.bay === c.bay.id && k.kind === 'drain hole'),
    );
    bays.push(...feet.map(c => c.bay.id));
    const keepClears = feet.map(({ bay }) => ({ id: named(), ...drainIn(bay) }));
    return feet.length > 0 ? { ...zone, keepClears: [...zone.keepClears, ...keepClears] } : zone;
  });
  return bays.length > 0 ? { shell: { ...shell, zones }, bays } : null;
}

/** What stands, and has its drains at the foot. */
const UPRIGHT: readonly ZoneKind[] = ['wall', 'sliding door', 'rear door'];

/** A film under the lining of what some zones have, where there is none; null where nothing changes. */
function withFilm(placement: Placement, zones: readonly string[], library: Library): Placement | null {
  const film = usualFor(library, 'vapour control');
  if (!film) return null;
  const thickness = film.stock[0]!.thickness;
  return inZones(placement, zones, b => {
    const at = b.layers.findIndex(x => x.role === 'batten' || x.role === 'lining');
    if (at < 0 || b.layers.some(x => x.role === 'vapour control')) return null;
    const layer = { id: 'film', role: 'vapour control' as const, material: film.id, thickness };
    return { layers: b.layers.toSpliced(at, 0, layer), seams: 'taped', sealQuality: FILM_SEAL };
  });
}

/** What the school of bonded foam lays in some zones; null where that is there. */
function withBonded(
  shell: Design['shell'],
  placement: Placement,
  zones: readonly string[],
  library: Library,
): Placement | null {
  const school = applySchool(shell, BONDED, library);
  const known = new Map(school.buildUps.map(b => [b.id, b]));
  const fits = (b: BuildUp) =>
    b.layers.every(
      x => x.role === 'air gap' || stockFor(library.get(x.material)!, x.thickness) !== undefined,
    );
  const put = zones.flatMap(zone => {
    const b = known.get(school.zones[zone] ?? '');
    return b && fits(b) ? [{ zone, b }] : [];
  });
  if (put.length === 0) return null;
  const ids = new Set(placement.buildUps.map(b => b.id));
  const named = (b: BuildUp) => {
    let id = b.id;
    for (let n = 2; ids.has(id); n++) id = `${b.id}-${n}`;
    return id;
  };
  const made = new Map(put.map(({ b }) => [b.id, { ...b, id: named(b) }]));
  const bays = { ...placement.bays };
  for (const z of shell.zones) if (zones.includes(z.id)) for (const { id } of z.bays) delete bays[id];
  return {
    ...placement,
    buildUps: [...placement.buildUps, ...made.values()],
    zones: {
      ...placement.zones,
      ...Object.fromEntries(put.map(({ zone, b }) => [zone, made.get(b.id)!.id])),
    },
    bays,
  };
}

/** Some zones with their build-up changed, as one of their own; null where nothing changes. */
function inZones(
  placement: Placement,
  zones: readonly string[],
  change: (b: BuildUp) => Partial<BuildUp> | null,
): Placement | null {
  const made: BuildUp[] = [];
  const assigned = { ...placement.zones };
  for (const zone of zones) {
    const own = placement.buildUps.find(b => b.id === placement.zones[zone]);
    const changed = own && change(own);
    if (!own || !changed) continue;
    let n = 1;
    while ([...placement.buildUps, ...made].some(b => b.id === `${own.id.slice(0, 50)}-mend${n}`)) n++;
    const next = { ...own, ...changed, id: `${own.id.slice(0, 50)}-mend${n}` };
    made.push(next);
    assigned[zone] = next.id;
  }
  return made.length === 0
    ? null
    : { ...placement, buildUps: [...placement.buildUps, ...made], zones: assigned };
}
