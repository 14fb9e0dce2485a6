import { type Library, materialOf, type Supply } from '../../materials/index.ts';
import type { BuildUp, Design, Layer, Placement } from '../../model/index.ts';
import { type Fixed, fixingsOf } from '../holding/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import type { NeedList } from './needList.ts';

type Fixing = Design['ready']['fixings'][number];

/** Holes that trim clips are sold for, m, and how far a hole may be from that. Common practice, no source. */
const CLIP_HOLES = [0.005, 0.006, 0.0065, 0.007, 0.008, 0.009, 0.01, 0.012];
const CLIP_WITHIN = 0.0004;
/** Drilled for a clip where there is no hole yet, m. */
const DRILLED = 0.008;
/** A clip needs so much room behind the steel to spread, m. Common practice, no source. */
const SPREADS = 0.01;
/** Threads, m, and lengths that their bolts are sold in, m. */
const THREADS = [0.004, 0.005, 0.006, 0.008, 0.01];
const BOLTS = [0.012, 0.016, 0.02, 0.025, 0.03, 0.035, 0.04, 0.05, 0.06, 0.08, 0.1, 0.12];
/** Of rivet nuts under furniture, m. */
const RIVET_NUT = 0.006;

const mm = (metres: number): string => `${Math.round(metres * 10_000) / 10}`;

const STANDS: readonly Layer['role'][] = ['over-rib', 'vapour control', 'batten', 'lining', 'finish'];

/** What stands between the steel and the head of a clip or bolt, m. */
const stands = (layers: readonly Layer[]): number =>
  layers.reduce((sum, l) => sum + (STANDS.includes(l.role) ? l.thickness : 0), 0);

const nearest = (sizes: readonly number[], to: number): number =>
  sizes.reduce((a, b) => (Math.abs(b - to) < Math.abs(a - to) ? b : a));

/** The shortest bolt that goes through what stands before its thread, and one diameter on. */
const lengthFor = (thread: number, before: number): number =>
  BOLTS.find(l => l >= before + thread) ?? BOLTS.at(-1)!;

const clip = (hole: number, grips: number): Supply => ({
  id: `clips-${mm(hole)}-${mm(grips)}`,
  name: `Trim clips for ${mm(hole)} mm holes, gripping ${mm(grips)} mm`,
  kind: 'fixing',
  unit: 'piece',
  amount: 20,
  price: 5,
  stays: 0.002,
});

const bolt = (thread: number, length: number): Supply => ({
  id: `bolts-${mm(thread)}-${mm(length)}`,
  name: `Bolts M${mm(thread)} × ${mm(length)} mm, with washers`,
  kind: 'fixing',
  unit: 'piece',
  amount: 10,
  price: Math.round((2 + 60 * length) * 100) / 100,
  // Steel of its thread and head, with a washer.
  stays: 7800 * 0.8 * thread ** 2 * (length + 3 * thread),
});

const rivetBolt = (before: number): Supply => bolt(RIVET_NUT, lengthFor(RIVET_NUT, before));

/** Clips by the hole as surveyed and by the panel with its covering; bolts by what stands before their thread. */
export function clipsAndBolts(
  list: NeedList,
  fixings: readonly Fixing[],
  { buildUps, bays, zones }: Placement,
  zoneOf: ReadonlyMap<string, string>,
): void {
  const layersAt = (bay: string): readonly Layer[] => {
    const id = bays[bay] ?? zones[zoneOf.get(bay) ?? ''];
    return buildUps.find(b => b.id === id)?.layers ?? [];
  };
  for (const f of fixings) {
    if (f.becomes !== 'used' || f.kind === 'old hole') continue;
    const before = stands(layersAt(f.bay));
    if (f.kind === 'factory hole') clipFor(list, f, before);
    else boltFor(list, f, before);
  }
}

function clipFor(list: NeedList, f: Fixing, grips: number): void {
  const use = [`clip ${f.id}`];
  const size = nearest(CLIP_HOLES, f.diameter.value);
  const short = f.reach !== undefined && f.reach.value < SPREADS;
  if (Math.abs(size - f.diameter.value) > CLIP_WITHIN || short) {
    const why = short
      ? `${mm(f.reach!.value)} mm behind a hole is too little for a clip to spread`
      : `no clip is sold for a hole of ${mm(f.diameter.value)} mm`;
    list.add('rivet-nuts', f.count, why, use);
    list.put(rivetBolt(grips), f.count, 'in rivet nuts', use);
    return;
  }
  list.put(clip(size, grips), f.count, 'factory holes that are used again', use);
}

function boltFor(list: NeedList, f: Fixing, before: number): void {
  const thread = nearest(THREADS, f.diameter.value);
  // No further than the thread is free, where that is known.
  const most = before + (f.reach?.value ?? Number.POSITIVE_INFINITY);
  const length = lengthFor(thread, before);
  const why =
    length > most
      ? `threads used again: cut them to ${mm(most)} mm, no more is free behind`
      : 'threads used again';
  list.put(bolt(thread, length), f.count, why, [`bolt ${f.id}`]);
}

/** Clips of panels that are held by them, in holes to be drilled. */
export function clipsOf(
  list: NeedList,
  piece: CutPiece,
  { by }: Fixed,
  buildUp: BuildUp | undefined,
  library: Library,
): void {
  if (by !== 'clips') return;
  const covering =
    buildUp?.layers
      .slice(buildUp.layers.findIndex(l => l.id === piece.layer) + 1)
      .reduce((sum, l) => sum + (l.role === 'finish' ? l.thickness : 0), 0) ?? 0;
  const stuck = materialOf(library, piece.material).form === 'roll' ? 0 : covering;
  list.put(clip(DRILLED, piece.thickness + stuck), fixingsOf(piece, 'clips'), 'pieces held by clips', [
    piece.id,
  ]);
}

/** Rivet nuts under one piece of furniture, with their bolts by what stands before the steel there. */
export function furnitureBolts(
  list: NeedList,
  uses: readonly { id: string; zone: string }[],
  { buildUps, zones }: Placement,
  each: number,
): void {
  for (const u of uses) {
    const layers = buildUps.find(b => b.id === zones[u.zone])?.layers ?? [];
    const use = [`fix ${u.id}`];
    list.add('rivet-nuts', each, 'furniture and beds', use);
    list.put(rivetBolt(stands(layers)), each, 'in rivet nuts', use);
  }
}
