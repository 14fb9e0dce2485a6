import { applySchool, placeOf, schools } from '../../buildup/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import { drummingIn, type Figured } from '../../figures/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { BuildUp, Design, Placement, Zone } from '../../model/index.ts';
import type { Offcut } from '../../order/cutting/index.ts';
import type { PayBy } from '../../order/pipeline/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import type { Heard } from '../../van/quiet/index.ts';
import { buildsUp, dampLevel, type VanClimate } from '../../van/wetting/index.ts';
import { type Candidate, makeOf, only, throughout } from './candidate.ts';
import { type Avoided, candidatesFor, variationsOf } from './candidates.ts';
import { type Figures, figuresOf, hoursBetween, workKind } from './figures.ts';
import { priced } from './fills.ts';
import { deeperToo, stuffedToo } from './further.ts';

/** A lay-up that a zone may get, with all that is asked of it. */
export interface LayUpOption extends Figures, Candidate {
  /** What it takes of each figure: of drumming, what is left in this zone as a share of the bare van's. */
  takes: Figured;
}

/** What a person asks of the van, and what is known of it. */
export interface ChoiceQuestion {
  /** Body and brief, and what is to be made ready. */
  design: Pick<Design, 'shell' | 'brief'> & Partial<Pick<Design, 'ready'>>;
  /** As it is laid now. */
  placement: Placement;
  /** Own and reference materials with their prices. */
  library: Library;
  /** What knocks told. */
  heard: Heard;
  /** What its bays meet, for searching: what is shown is settled each in its own. */
  climate: VanClimate;
  /** What the person will not work with. */
  avoided: Avoided;
  /** Ids of zones that stay as they are, their panes with them; left out for none. */
  locked?: readonly string[];
  /** Rests at hand, which cost nothing and go first; left out for none. */
  offcuts?: readonly Offcut[];
  /** What to pay rests on besides, rests at hand left aside; as usual for somebody's first time when left out. */
  pay?: PayBy;
}

/** Lay-ups of a zone that go on to be varied, the best of every figure first: of those that dry, and of those that do not. */
const VARIED = { dries: 18, grows: 6, besides: 8 };
/** Options of a zone that are chosen from. */
const MOST = 400;

/** What a zone may get: screened by dominance, nothing that another beats in everything. */
export function optionsFor(zone: Zone, asked: ChoiceQuestion): LayUpOption[] {
  const { design, library, climate, placement, avoided } = asked;
  const weighed = (c: Candidate) => ({ ...c, ...figuresOf(zone, c, design, library, climate) });
  // What is stuck or filled with something the person will not work with is out too.
  const wanted = ({ uses }: Figures) => !uses.some(u => avoided.materials.includes(u.material));
  const rough = undominated(
    [...candidatesFor(zone, design.shell, library, avoided), ...alreadyKnown(zone, asked)]
      .map(weighed)
      .filter(wanted),
    roughly,
  );
  const kept = [
    ...best(
      rough.filter(o => !buildsUp(o.damp)),
      VARIED.dries,
    ),
    ...best(
      rough.filter(o => buildsUp(o.damp)),
      VARIED.grows,
    ),
  ];
  // Stuffed ribs and deep bays are weighed of what is worth it without them, and varied where they are then.
  const further = kept
    .flatMap(k => {
      const deeper = deeperToo(k, zone, library, avoided);
      return [...deeper, ...[k, ...deeper].flatMap(c => stuffedToo(c, zone))];
    })
    .map(weighed)
    .filter(wanted);
  const besides = undominated([...kept, ...further], roughly).filter(c => !kept.includes(c));
  const varied = [...kept, ...best(besides, VARIED.besides)].flatMap(k =>
    variationsOf(k, zone, library, avoided),
  );
  const current = candidateAt(zone, placement);
  const weigh = fully(zone, asked);
  const options = [...varied, ...(current ? [current] : [])].map(weigh).filter(wanted);
  const chosen = undominated(options, roughly).slice(0, MOST);
  // What is there now stays to be compared with, beaten or not.
  const now = options.find(o => o.buildUp === current?.buildUp);
  return now && !chosen.includes(now) ? [...chosen.filter(o => makeOf(o) !== makeOf(now)), now] : chosen;
}

/** What a locked zone may get: what is there; nothing where it is bare. */
export function lockedOption(zone: Zone, asked: ChoiceQuestion): LayUpOption[] {
  const current = candidateAt(zone, asked.placement);
  return current ? [fully(zone, asked)(current)] : [];
}

/** What a placement has in a zone; nothing where it is bare. */
export function candidateAt(zone: Zone, { buildUps, zones, bays, ribs }: Placement): Candidate | undefined {
  const known = new Map(buildUps.map(b => [b.id, b]));
  const buildUp = known.get(zones[zone.id] ?? '');
  if (!buildUp) return undefined;
  const own = zone.bays.flatMap(({ id }): [string, BuildUp | null][] => {
    const there = bays[id];
    return there === undefined ? [] : [[id, known.get(there ?? '') ?? null]];
  });
  return { buildUp, bays: Object.fromEntries(own), ribs: ribs?.[zone.id] ?? null };
}

/** Weighs lay-ups of a zone in all figures: hours once for each kind of work, drumming once for what is stuck on. */
function fully(zone: Zone, asked: ChoiceQuestion): (c: Candidate) => LayUpOption {
  const { design, library, climate } = asked;
  const hours = new Map<string, number>();
  const drums = new Map<string, number>();
  return candidate => {
    const kind = workKind(candidate, library);
    const [first] = candidate.buildUp.layers;
    const covered = first?.role === 'damping' ? JSON.stringify(first) : '';
    if (!hours.has(kind)) hours.set(kind, hoursBetween(zone, candidate, design, library));
    if (!drums.has(covered)) drums.set(covered, drumsOf(zone, candidate, asked));
    const figures = figuresOf(zone, candidate, design, library, climate);
    const takes = { ...figures.takes, hours: hours.get(kind)!, quiet: drums.get(covered)! };
    return { ...candidate, ...figures, takes };
  };
}

/** All that is asked of each, the more the worse: heat first, by which what is kept is sorted. */
const roughly = ({ takes, damp }: Figures): number[] => [
  takes.heat,
  ...Object.values(takes),
  dampLevel(damp),
];

/** What nothing else beats in every figure. */
function undominated<T>(all: readonly T[], figures: (one: T) => readonly number[]): T[] {
  const known = all.map(o => ({ o, f: figures(o) })).sort((a, b) => a.f[0]! - b.f[0]!);
  const kept: typeof known = [];
  for (const one of known)
    if (!kept.some(k => k.f.every((v, i) => v <= one.f[i]! + ROUNDING))) kept.push(one);
  return kept.map(k => k.o);
}

/** So many, the best of every figure among them, then spread over the warmth they give. */
function best<T extends Figures>(all: readonly T[], most: number): T[] {
  if (all.length <= most) return [...all];
  const kept = new Set<T>();
  const first = roughly(all[0]!).length;
  for (let i = 0; i < first; i++) kept.add(all.reduce((a, b) => (roughly(b)[i]! < roughly(a)[i]! ? b : a)));
  const byHeat = [...all].sort((a, b) => a.takes.heat - b.takes.heat);
  for (let i = 0; kept.size < most && i < most; i++)
    kept.add(byHeat[Math.round((i * (byHeat.length - 1)) / (most - 1))]!);
  return [...kept];
}

/** What schools put there: always among what is weighed, but for what the person will not work with. */
function alreadyKnown(zone: Zone, { design, library, avoided }: ChoiceQuestion): Candidate[] {
  if (!placeOf(zone.kind)) return [];
  return schools.flatMap(school => {
    const placed = applySchool({ ...design.shell, zones: [zone] }, school.id, library);
    const b = placed.buildUps.find(u => u.id === placed.zones[zone.id]);
    const refused = b?.layers.some(
      l =>
        l.role !== 'air gap' &&
        (avoided.materials.includes(l.material) ||
          (l.role === 'fill' && priced(materialOf(library, l.material)).length === 0)),
    );
    return b && !refused ? [throughout({ ...b, id: `pick-${zone.id}-${school.id}`, name: school.name })] : [];
  });
}

/** What a zone still drums with a lay-up, as a share of the bare van's. */
function drumsOf(
  zone: Zone,
  candidate: Candidate,
  { design, library, heard, climate }: ChoiceQuestion,
): number {
  const e = evaluate(design, only(zone, candidate), library, heard, climate);
  return drummingIn(e, zone);
}
