import type { End } from '../../buildup/index.ts';
import { type Evaluation, inClimate } from '../../evaluate/index.ts';
import { type Library, usualFor } from '../../materials/index.ts';
import type { BuildUp, Layer, Material, Placement, Zone } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { moister } from '../../van/wetting/index.ts';
import { perFigure } from '../proposal/index.ts';
import { type DisputeQuestion, evaluateOf, lined, remade, sideOf } from './asked.ts';
import { crossing, type Dispute, levelAt, meet } from './dispute.ts';

const OUTER: readonly Zone['kind'][] = ['wall', 'ceiling', 'sliding door', 'rear door', 'cab overhead'];
/** Share of joints closed where nobody said otherwise. Common practice, no source. */
const SEALED = 0.9;
/** Water that is worth a film, kg/m2: what two sheets of kitchen paper hold. Judgement, no source. */
const TELLS = 0.005;

/** The van with a film whose joints are taped before every fill, and with nothing that holds vapour off. */
export interface Vapour {
  /** Laid with it. */
  barrier: Placement;
  /** All of the van with it. */
  with: Evaluation;
  /** All of the van without. */
  without: Evaluation;
  /** Share of joints that are closed with it. */
  sealed: number;
  /** Ids of the zones it is about: no other bay speaks for it. */
  zones: ReadonlySet<string>;
}

/** Most winter water of a bay in those zones, as things usually turn out or at the wet end of what nobody knows, kg/m2. */
function waterOf({ damp, bays }: Evaluation, zones: ReadonlySet<string>, end: End = 'likely'): number {
  let most = 0;
  for (const [id, { moisture, wetEnd }] of damp.bays) {
    const at = end === 'likely' ? moisture : wetEnd?.moisture;
    if (at && zones.has(bays.get(id)!.zone.id)) most = Math.max(most, at.peak);
  }
  return most;
}

/** Both ways; null where nothing is laid into walls, ceiling or doors. */
export function vapourOf(asked: DisputeQuestion): Vapour | null {
  const { placement, library, design } = asked;
  const zones = lined(asked, ...OUTER);
  const film = usualFor(library, 'vapour control');
  if (zones.length === 0 || !film) return null;
  const within = new Set(zones.map(z => z.id));
  const taped = placement.buildUps.filter(b => b.seams === 'taped');
  const sealed = taped.length > 0 ? Math.max(...taped.map(b => b.sealQuality)) : SEALED;
  const barrier = remade(placement, design.shell, (zone, b) => {
    const tight = { ...b, seams: 'taped' as const, sealQuality: sealed };
    if (!within.has(zone.id)) return b;
    return b.layers.some(l => l.role === 'vapour control')
      ? tight
      : { ...tight, layers: beforeLining(b, filmLayer(film)) };
  });
  const none = remade(placement, design.shell, (zone, b) =>
    within.has(zone.id)
      ? { ...b, seams: 'butted', sealQuality: 0, layers: b.layers.filter(l => l.role !== 'vapour control') }
      : b,
  );
  const [with_, without] = [evaluateOf(asked, barrier), evaluateOf(asked, none)];
  return { barrier, with: with_, without, sealed, zones: within };
}

const FILM = 'film';
const filmLayer = (film: Material): Layer => ({
  id: FILM,
  role: 'vapour control',
  material: film.id,
  thickness: film.stock[0]!.thickness,
});

/** Layers with one more on the warm side of all that insulates. */
function beforeLining({ layers }: BuildUp, layer: Layer): Layer[] {
  const at = layers.findLastIndex(l => l.role === 'fill' || l.role === 'over-rib');
  return layers.toSpliced(at + 1, 0, layer);
}

/** How much wetter or drier inside than now. */
const WETNESS = [0, 0.5, 1, 1.5, 2, 3];

/** Whether a barrier keeps the walls drier than none. */
export function barrier(asked: DisputeQuestion, v: Vapour): Dispute {
  const { design, library, climate } = asked;
  const line = (side: string, e: Evaluation) => ({
    side,
    points: WETNESS.map(x => ({
      x,
      y: waterOf(x === 1 ? e : inClimate(e, design.shell, library, moister(climate, x)), v.zones),
    })),
  });
  const lines = [line('barrier', v.with), line('none', v.without)];
  const saves = lines[0]!.points.map(({ x, y }, i) => ({ x, y: lines[1]!.points[i]!.y - y }));
  const now = waterOf(v.without, v.zones) - waterOf(v.with, v.zones);
  return {
    id: 'barrier',
    answer: now > TELLS ? 'barrier' : 'none',
    number: { what: 'less winter water with it', unit: 'kg/m2', value: now },
    sides: [sideOf('barrier', v.with, asked), sideOf('none', v.without, asked)],
    turning: {
      x: { what: 'moisture people add, against now', unit: 'times', at: 1, turns: crossing(saves, TELLS) },
      y: { what: 'most winter water in a bay', unit: 'kg/m2' },
      lines,
    },
    moves: ['nights and people', 'fresh air', 'how well it is sealed', 'whether the fill lets air through'],
  };
}

const SHARES = [0, 0.3, 0.6, 0.8, 0.9, 0.95, 1];

/** How much of its joints has to be closed before a barrier is better than none, at the wet end: where joints go wrong it shows. */
export function seal(asked: DisputeQuestion, v: Vapour): Dispute {
  const { design } = asked;
  const at = (share: number): number =>
    waterOf(
      evaluateOf(
        asked,
        remade(v.barrier, design.shell, (_, b) => (b.seams === 'taped' ? { ...b, sealQuality: share } : b)),
      ),
      v.zones,
      'wetEnd',
    );
  const points = SHARES.map(x => ({
    x,
    y: Math.abs(x - v.sealed) < ROUNDING ? waterOf(v.with, v.zones, 'wetEnd') : at(x),
  }));
  const flat = SHARES.map(x => ({ x, y: waterOf(v.without, v.zones, 'wetEnd') }));
  const always = points.every((p, i) => p.y <= flat[i]!.y + ROUNDING);
  const never = points.at(-1)!.y > flat[0]!.y - TELLS;
  const turns = never ? null : always ? 0 : meet(points, flat);
  const pays = turns !== null && v.sealed >= turns;
  return {
    id: 'seal',
    answer: pays ? 'pays as it is sealed' : never ? 'no seal is worth it' : 'not sealed enough',
    number: { what: 'of the joints closed it takes', unit: 'share', value: turns ?? 1 },
    sides: [sideOf('sealed as now', v.with, asked), sideOf('none', v.without, asked)],
    turning: {
      x: { what: 'joints that are closed', unit: 'share', at: v.sealed, turns },
      y: { what: 'most winter water in a bay, at the wet end', unit: 'kg/m2' },
      lines: [
        { side: 'with the barrier', points },
        { side: 'none', points: flat },
      ],
    },
    moves: ['how its joints are made', 'nights and people', 'wind at the van', 'what the fill lets through'],
  };
}

/** Gaps before a lining, m. */
const GAPS = [0, 0.01, 0.025];
/** A face that shines less is a mirror. */
const SHINES = 0.3;
/** Heat that is worth a gap, W/K. Judgement, no source. */
const TELLS_HEAT = 1;

/** What a foil film is for in this van: against vapour, as a mirror, or only to hold what is loose and to quieten. */
export function foil(asked: DisputeQuestion, v: Vapour): Dispute {
  const { placement, design, library, weights } = asked;
  const film = [...library.values()].find(
    m => m.roles.includes('vapour control') && m.emissivity < SHINES && m.emissivityBack < SHINES,
  );
  const zones = new Set(lined(asked, ...OUTER).map(z => z.id));
  // The same film dull: what is left is what the mirror does.
  const dull = new Map(library);
  if (film) dull.set(film.id, { ...film, emissivity: 0.9, emissivityBack: 0.9 });
  const behind = (gap: number, of: Library): Evaluation => {
    const laid = remade(placement, design.shell, (zone, b) => {
      if (!film || !zones.has(zone.id)) return b;
      const bare = {
        ...b,
        layers: b.layers.filter(l => l.role !== 'vapour control' && l.role !== 'air gap'),
      };
      const layers = beforeLining(bare, filmLayer(film));
      const at = layers.findIndex(l => l.id === FILM);
      const air: Layer[] = gap > 0 ? [{ id: 'gap', role: 'air gap', thickness: gap }] : [];
      return { ...b, layers: layers.toSpliced(at + 1, 0, ...air) };
    });
    return evaluateOf({ ...asked, library: of }, laid);
  };
  const bright = GAPS.map(gap => (film ? behind(gap, library) : null));
  const points = GAPS.map((x, i) => ({
    x,
    y: bright[i] ? behind(x, dull).heat.loss - bright[i].heat.loss : 0,
  }));
  const vapour = Math.max(0, waterOf(v.without, v.zones) - waterOf(v.with, v.zones));
  const gap = gapIn(placement);
  const mirror = levelAt(points, gap);
  const per = perFigure(weights);
  const tells = { vapour: vapour > TELLS, mirror: mirror > TELLS_HEAT };
  const mirrors = tells.mirror && (!tells.vapour || per.heat * mirror > per.water * vapour);
  const answer = mirrors ? 'as a mirror' : tells.vapour ? 'against vapour' : 'to hold and quieten';
  return {
    id: 'foil',
    answer,
    number: mirrors
      ? { what: 'less heat lost by its mirror', unit: 'W/K', value: mirror }
      : { what: 'less winter water', unit: 'kg/m2', value: vapour },
    sides: [
      sideOf('against vapour', v.with, asked),
      ...(bright.at(-1) ? [sideOf('as a mirror', bright.at(-1)!, asked)] : []),
      sideOf('to hold and quieten', v.without, asked),
    ],
    turning: {
      x: { what: 'air left before it', unit: 'm', at: gap, turns: crossing(points, TELLS_HEAT) },
      y: { what: 'heat its mirror saves', unit: 'W/K' },
      lines: [{ side: 'as a mirror', points }],
    },
    moves: ['a gap of air before it', 'nights and people', 'how well it is sealed'],
  };
}

/** The widest air gap that is laid behind a lining, m. */
const gapIn = ({ buildUps }: Placement): number =>
  Math.max(0, ...buildUps.flatMap(b => b.layers.flatMap(l => (l.role === 'air gap' ? [l.thickness] : []))));
