import { directionOf } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { BuildUp, Layer, Material, Placement, Shell, Zone } from '../../model/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import { opensAt, reachedBehind } from './behind.ts';
import { type ChosenHold, type Fixed, fixedBy, fixedInPlace, type InPlace } from './fixed.ts';
import { glueFor, mayBeHeld } from './glueFor.ts';
import { type Judged, judge } from './judge.ts';
import { type Hold, WAYS_OF_HOLDING } from './ways.ts';

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

/** How a piece is held, and whether that will do. */
export interface Holding extends Fixed, Judged {
  /** kg, dry. */
  mass: number;
  /** kg of water in it at its wettest. */
  water: number;
  /** Of its bond on a hot day, degC; null where heat does not matter. */
  heat: number | null;
  /** Whether its lining holds it once that is up. */
  untilLined: boolean;
  /** A way that holds; null where this one does, or none is known. */
  instead: Hold | null;
  /** Until the next may be done and until it bears; empty for at once. */
  wait: string;
  /** Whether it comes off again without harm. */
  opens: boolean;
  /** Kinds of openings whose edge a screwed lining meets: behind it is their cavity, and a screw may reach the glass or its motor. */
  besides: Zone['openings'][number]['kind'][];
  /** What lies behind it that somebody must reach again. */
  reaches: Zone['keepClears'][number]['kind'][];
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
  return fixedInPlace(pieces, shell, placement).map(p => held(p, fixedBy(p, library, chosen), about));
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
      verdict === 'holds'
        ? null
        : (waysFor(material, layer, library).find(w => judged(w).verdict === 'holds') ?? null),
    wait: WAYS_OF_HOLDING[by].wait,
    opens: WAYS_OF_HOLDING[by].opens,
    besides: layer.role === 'lining' ? opensAt(piece, zone) : [],
    reaches: lies === 'flat' && layer.role !== 'lining' ? [] : reachedBehind(piece, zone),
  };
}

/** Ways that suit a piece, the easiest first; none whose glue would dissolve it. */
const waysFor = (material: Material, layer: Layer, library: Library): Hold[] =>
  fits(material, layer).filter(way => mayBeHeld(material, way, library));

function fits(material: Material, layer: Layer): Hold[] {
  // Only another sheet would do.
  if (layer.role === 'damping') return [];
  if (layer.role === 'lining') return ['screws'];
  const soft = material.flexible || material.family === 'fibre';
  return soft ? ['spray', 'strings', 'pins', 'batten'] : ['bead', 'batten', 'screws'];
}

function limitOf(way: Hold, material: Material, library: Library): number | null {
  if (way === 'self-adhesive') return material.bondLimit;
  return glueFor(material, way, library)?.bondLimit ?? null;
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
