import { directionOf } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { BuildUp, Layer, Material, Placement, Shell, Zone } from '../../model/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import { fixingsOf, sizeOf } from './fixings.ts';
import { type ScrewFit, screwFor } from './screws.ts';
import { type Band, type Hold, WAYS_OF_HOLDING, type WayOfHolding } from './ways.ts';

type Opening = Zone['openings'][number];
type KeepClear = Zone['keepClears'][number];

const GRAVITY = 9.81;
/** Bumps on the road, as a share of a piece's own weight besides it. Common practice, no source. */
const BUMPS: Band = [1.5, 2, 3];
/** A soft sheet overhead lets go from its edge: so much of its bond bears at a time. Common practice, no source. */
const PEELS: Band = [0.1, 0.3, 0.6];
/** Of what is rough or loose so much less touches. */
const ROUGH = 0.5;
/** Room temperature, at which bonds are rated, degC. */
const RATED_AT = 20;
/** What a bond still bears as it reaches its limit, as a share. Common practice, no source. */
const AT_LIMIT = 0.1;
/** Nearer to its heat limit than this a bond is doubtful, K. */
const NEAR = 8;
/** Resistances of a closed air gap and of the inner surface, m2K/W (ISO 6946, rounded, from memory). */
const AIR_GAP = 0.15;
const SURFACE = 0.13;
/** Of a wall's skin in the sun, share of what a roof's rises above the air. Common practice, no source. */
const WALL_SUN = 0.6;

/** The hottest that the parked van gets, degC. */
export interface Hottest {
  /** Of the roof's skin. */
  roof: number;
  /** Of the air outside. */
  outside: number;
  /** Of the air inside. */
  inside: number;
}

/** How a piece is held, whatever the weather does to it. */
export interface Fixed {
  /** Id of the piece. */
  piece: string;
  /** How. */
  by: Hold;
  /** Where it hangs, stands or lies. */
  lies: 'overhead' | 'upright' | 'flat';
  /** What screws it on; null for all but linings. */
  screw: ScrewFit | null;
  /** Whether wood lies on steel there, which squeaks without felt or foam between. */
  squeaks: boolean;
}

/** How a piece is held, and whether that will do. */
export interface Holding extends Fixed {
  /** kg, dry. */
  mass: number;
  /** kg of water in it at its wettest. */
  water: number;
  /** Of its bond on a hot day, degC; null where heat does not matter. */
  heat: number | null;
  /** What its bond bears, degC; null where heat does not matter or nobody knows. */
  limit: number | null;
  /** How many times over it holds: as a rule dry, wet, and on a hot day. */
  factor: { dry: Band; wet: Band; hot: Band };
  /** In short. */
  verdict: 'holds' | 'doubtful' | 'comes down';
  /** When that is worst. */
  when: 'dry' | 'wet' | 'hot';
  /** Whether its lining holds it once that is up. */
  untilLined: boolean;
  /** A way that holds; null where this one does, or none is known. */
  instead: Hold | null;
  /** Until the next may be done and until it bears; empty for at once. */
  wait: string;
  /** Whether it comes off again without harm. */
  opens: boolean;
  /** Kinds of openings whose edge a screwed lining meets: behind it is their cavity, and a screw may reach the glass or its motor. */
  besides: Opening['kind'][];
  /** What lies behind it that somebody must reach again. */
  reaches: KeepClear['kind'][];
}

/** A way of holding that a person chose for a layer. */
export interface ChosenHold {
  /** Id of the build-up. */
  buildUp: string;
  /** Id of the layer. */
  layer: string;
  /** How. */
  by: Hold;
}

/** What holds every piece, and whether it will: dry, at its wettest (kg/m2 of water by bay), and on a hot day. */
export function holdingOf(
  pieces: readonly CutPiece[],
  shell: Shell,
  placement: Placement,
  library: Library,
  hottest: Hottest,
  wettest: ReadonlyMap<string, number>,
  chosen: readonly ChosenHold[],
): Holding[] {
  const about = { library, hottest, wettest };
  return inPlace(pieces, shell, placement).map(p => held(p, fixedBy(p, library, chosen), about));
}

/** How every piece is held, without asking whether it will stay. */
export const fixedOf = (
  pieces: readonly CutPiece[],
  shell: Shell,
  placement: Placement,
  library: Library,
  chosen: readonly ChosenHold[],
): Fixed[] => inPlace(pieces, shell, placement).map(p => fixedBy(p, library, chosen));

/** A piece and the layer it is. */
interface InPlace {
  piece: CutPiece;
  zone: Zone;
  buildUp: BuildUp;
  layer: Layer;
}

function inPlace(pieces: readonly CutPiece[], shell: Shell, placement: Placement): InPlace[] {
  const zones = new Map(shell.zones.map(z => [z.id, z]));
  const buildUps = new Map(placement.buildUps.map(b => [b.id, b]));
  return pieces.flatMap(piece => {
    const zone = zones.get(piece.zone);
    const buildUp = buildUps.get(piece.buildUp);
    const layer = buildUp?.layers.find(l => l.id === piece.layer);
    return zone && buildUp && layer ? [{ piece, zone, buildUp, layer }] : [];
  });
}

function fixedBy(
  { piece, zone, buildUp, layer }: InPlace,
  library: Library,
  chosen: readonly ChosenHold[],
): Fixed {
  const material = materialOf(library, piece.material);
  const direction = directionOf(zone.kind);
  const lies = direction === 'up' ? 'overhead' : direction === 'down' ? 'flat' : 'upright';
  const by =
    lies === 'flat'
      ? 'rests'
      : (chosen.find(c => c.buildUp === buildUp.id && c.layer === layer.id)?.by ??
        usualHold(material, layer, library));
  return {
    piece: piece.id,
    by,
    lies,
    screw: layer.role === 'lining' ? screwOf(piece, buildUp, zone) : null,
    squeaks:
      (layer.role === 'lining' || layer.role === 'batten') && woodOnSteel(buildUp, layer, material, library),
  };
}

interface About {
  library: Library;
  hottest: Hottest;
  wettest: ReadonlyMap<string, number>;
}

function held({ piece, zone, buildUp, layer }: InPlace, fixed: Fixed, about: About): Holding {
  const { library, hottest, wettest } = about;
  const { by, lies } = fixed;
  const material = materialOf(library, piece.material);
  const mass = piece.area * piece.thickness * material.density;
  const water = waterIn(material, piece, wettest);
  const at = buildUp.layers.indexOf(layer);
  const hot = heatAt(zone, at, buildUp, library, hottest);
  const judged = (way: Hold) =>
    judge(way, { piece, material, lies, mass, water, hot, limit: limitOf(way, material, library) });
  const { factor, verdict, when, limit } = judged(by);
  const later = buildUp.layers.slice(at + 1);
  return {
    ...fixed,
    mass,
    water,
    heat: WAYS_OF_HOLDING[by].glued ? hot : null,
    limit: WAYS_OF_HOLDING[by].glued ? limit : null,
    factor,
    verdict,
    when,
    untilLined: layer.role !== 'lining' && later.some(l => l.role === 'lining' || l.role === 'batten'),
    instead:
      verdict === 'holds' ? null : (fits(material, layer).find(w => judged(w).verdict === 'holds') ?? null),
    wait: WAYS_OF_HOLDING[by].wait,
    opens: WAYS_OF_HOLDING[by].opens,
    besides: layer.role === 'lining' ? opensAt(piece, zone) : [],
    reaches: lies === 'flat' && layer.role !== 'lining' ? [] : reachedBehind(piece, zone),
  };
}

/** How a layer is held where nobody said: by its own adhesive or what its material is fixed with, else by how it fits. */
function usualHold(material: Material, layer: Layer, library: Library): Hold {
  if (layer.role === 'lining') return 'screws';
  if (material.selfAdhesive) return 'self-adhesive';
  const fixing = material.fixedWith ? materialOf(library, material.fixedWith) : null;
  if (fixing?.family === 'tape') return 'tape';
  if (fixing?.yield?.per === 'm²') return 'spray';
  if (fixing) return 'bead';
  return material.flexible ? 'friction' : 'batten';
}

/** Ways that suit a piece, the easiest first. */
function fits(material: Material, layer: Layer): Hold[] {
  // Only another sheet would do.
  if (layer.role === 'damping') return [];
  if (layer.role === 'lining') return ['screws'];
  const soft = material.flexible || material.family === 'fibre';
  return soft ? ['spray', 'strings', 'pins', 'batten'] : ['bead', 'batten', 'screws'];
}

function limitOf(way: Hold, material: Material, library: Library): number | null {
  if (way === 'self-adhesive') return material.bondLimit;
  const own = material.fixedWith ? library.get(material.fixedWith) : undefined;
  const suits = (m: Material) =>
    way === 'tape' ? m.family === 'tape' : way === 'spray' ? m.yield?.per === 'm²' : m.yield?.per === 'm';
  if (own && suits(own)) return own.bondLimit;
  // Of what would be used instead, the least that such adhesives bear.
  const limits = [...library.values()].flatMap(m =>
    (m.family === 'adhesive' || m.family === 'tape') && suits(m) && m.bondLimit !== null ? [m.bondLimit] : [],
  );
  return limits.length > 0 ? Math.min(...limits) : null;
}

/** Water that a piece can hold of what its bays take up, kg: what does not bind it lets it run. */
function waterIn(material: Material, piece: CutPiece, wettest: ReadonlyMap<string, number>): number {
  if (material.sorption === 'none' && material.family !== 'fibre') return 0;
  const most = Math.max(0, ...piece.bays.map(b => wettest.get(b) ?? 0));
  return most * piece.area;
}

/** Of a bond on the outer side of a layer on a hot day, degC: skin and inside shared by the resistances on either side. */
function heatAt(zone: Zone, at: number, { layers }: BuildUp, library: Library, hot: Hottest): number {
  const sun = hot.roof - hot.outside;
  const skin = directionOf(zone.kind) === 'up' ? hot.roof : hot.outside + WALL_SUN * sun;
  const resistance = (of: readonly Layer[]) =>
    of.reduce(
      (sum, l) =>
        sum + (l.role === 'air gap' ? AIR_GAP : l.thickness / materialOf(library, l.material).conductivity),
      0,
    );
  const [outer, inner] = [resistance(layers.slice(0, at)), resistance(layers.slice(at)) + SURFACE];
  return skin + ((hot.inside - skin) * outer) / (outer + inner);
}

interface Case {
  piece: CutPiece;
  material: Material;
  lies: Holding['lies'];
  mass: number;
  water: number;
  hot: number;
  limit: number | null;
}

const FOREVER: Band = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];

function judge(by: Hold, c: Case): Pick<Holding, 'factor' | 'verdict' | 'when' | 'limit'> {
  const way = WAYS_OF_HOLDING[by];
  if (way.per === null)
    return {
      factor: { dry: FOREVER, wet: FOREVER, hot: FOREVER },
      verdict: 'holds',
      when: 'dry',
      limit: null,
    };
  const bears = bearing(way, by, c);
  const over = (mass: number, share: number): Band => {
    const ratio = (i: 0 | 1 | 2, k: 0 | 1 | 2) =>
      (bears[i] * share) / Math.max(1e-9, mass * GRAVITY * BUMPS[k]);
    return [ratio(0, 2), ratio(1, 1), ratio(2, 0)];
  };
  // A bond loses its hold in a straight line from room temperature to a little at its limit, and there the rest.
  const warm =
    !way.glued || c.limit === null
      ? 1
      : c.hot >= c.limit
        ? 0
        : Math.min(1, 1 - ((1 - AT_LIMIT) * (c.hot - RATED_AT)) / (c.limit - RATED_AT));
  const factor = { dry: over(c.mass, 1), wet: over(c.mass + c.water, 1), hot: over(c.mass, warm) };
  const near = way.glued && c.limit !== null && c.limit - c.hot < NEAR;
  const cases = ['dry', 'wet', 'hot'] as const;
  // What happens first is told: what comes down by itself does not wait for the water.
  const worst =
    cases.find(k => factor[k][1] < 1) ?? cases.reduce((a, b) => (factor[b][1] < factor[a][1] ? b : a));
  const [least, likely] = factor[worst];
  const verdict = likely < 1 ? 'comes down' : least < 1 || near ? 'doubtful' : 'holds';
  return { factor, verdict, when: verdict !== 'comes down' && near ? 'hot' : worst, limit: c.limit };
}

/** What a way of holding bears of a piece, N. */
function bearing(way: WayOfHolding, by: Hold, { piece, material, lies }: Case): Band {
  const [w, h] = sizeOf(piece);
  const round = 2 * (w + h);
  const times = way.per === 'area' ? piece.area : way.per === 'edge' ? round : fixingsOf(piece, by);
  const rough = way.glued && way.per === 'area' && material.family === 'fibre' ? ROUGH : 1;
  // A sheet under a stiff facing is pressed on all over, and cannot sag between.
  const soft = material.flexible && material.constrained === null;
  const peels: Band = way.glued && soft && lies === 'overhead' ? PEELS : [1, 1, 1];
  // What is only pressed in holds upright; overhead the road shakes it out.
  const shaken = by === 'friction' && lies === 'overhead' ? 0.1 : 1;
  return [0, 1, 2].map(
    i => way.bears[i]! * way.touches[i]! * peels[i]! * rough * shaken * times,
  ) as unknown as Band;
}

function screwOf(piece: CutPiece, buildUp: BuildUp, zone: Zone): ScrewFit | null {
  const bays = zone.bays.filter(b => piece.bays.includes(b.id));
  const all = bays.flatMap(b => screwFor(buildUp, b, zone) ?? []);
  // The one with least room decides.
  return all.reduce<ScrewFit | null>((a, b) => (!a || b.most < a.most ? b : a), null);
}

/** Openings in the bays of a piece, or cut out of it. */
const opensAt = ({ bays }: CutPiece, { openings }: Zone): Opening['kind'][] => [
  ...new Set(openings.filter(o => bays.includes(o.bay)).map(o => o.kind)),
];

/** What wants a hand again, years later. */
const REACHED: readonly KeepClear['kind'][] = [
  'lock or latch',
  'cable route',
  'belt anchor',
  'fuel or brake line',
];

const reachedBehind = ({ bays }: CutPiece, { keepClears }: Zone): KeepClear['kind'][] => [
  ...new Set(keepClears.filter(k => bays.includes(k.bay) && REACHED.includes(k.kind)).map(k => k.kind)),
];

/** Whether wood lies on the steel of ribs with nothing soft between: no film, foam or bead of mastic, and no batten. */
function woodOnSteel({ layers }: BuildUp, layer: Layer, material: Material, library: Library): boolean {
  if (material.sorption !== 'wood' || material.fixedWith !== null) return false;
  return !layers
    .slice(0, layers.indexOf(layer))
    .some(
      l =>
        l.role === 'batten' ||
        ((l.role === 'over-rib' || l.role === 'vapour control') && materialOf(library, l.material).flexible),
    );
}
