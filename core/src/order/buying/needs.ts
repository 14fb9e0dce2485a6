import type { LayUp } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { Design, Material, Placement, Shell } from '../../model/index.ts';
import { lengthIn } from '../../units/index.ts';
import { type Fixed, fixingsOf, linesOn, sizeOf } from '../holding/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import type { TakeOff } from '../takeoff/index.ts';
import { workByStage } from '../work/index.ts';
import { clipsAndBolts, clipsOf, furnitureBolts } from './bolts.ts';
import { glueNeeds, poured } from './glue.ts';
import type { Need, NeedList } from './needList.ts';
import { errorOf, surveyErrors } from './surveyError.ts';

/** A litre covers so much in one coat, m2, and so many coats are put on. Common practice, no source. */
const COVERS = {
  'rust-converter': [12, 1],
  'metal-primer': [9, 2],
  'body-paint': [9, 2],
  'wood-oil': [14, 2],
} as const;
/** A rust spot is treated so many times as far across as it is. Common practice, no source. */
const FEATHERED = 2;
/** Of coats, brushes keep some. */
const WASTE = 1.2;
/** A cable hangs and goes round corners by so much of its route, and hangs out at both ends, m. Common practice, no source. */
const SLACK = 1.15;
const ENDS = 1;
/** Metres a knife blade, or a fine saw blade, cuts well. Common practice, no source. */
const PER_KNIFE_BLADE = 25;
const PER_SAW_BLADE = 40;
/** Cavity wax a metre of hollow section, l; degreaser a square metre, l. Common practice, no source. */
const WAX = 0.08;
const DEGREASER = 0.05;
/** Strings lie so far apart, m. */
const STRINGS = 0.3;
/** A mask lasts so many square metres of fibre or foam cut. Common practice, no source. */
const PER_MASK = 4;
/** Hours that a pair of thin gloves lasts. Common practice, no source. */
const PER_GLOVES = 2;
/** So many coats, m2 or spots are done with one roller or brush. Common practice, no source. */
const PER_BRUSH = 40;
/** Abrasive sheets for a rust spot or the edge of a hole. Common practice, no source. */
const PER_SPOT = 2;
/** Rivet nuts under one piece of furniture. Common practice, no source. */
const PER_FURNITURE = 6;

/** What is asked about: a van, what is laid into it, its pieces and what holds them. */
export interface NeedsOf extends Pick<Design, 'shell' | 'ready'> {
  /** Where which build-up goes. */
  placement: Placement;
  /** Joints of what keeps the air in. */
  joints: LayUp['joints'];
  /** What it takes off: for what is poured and not cut. */
  takeOff: Pick<TakeOff, 'lines'>;
  pieces: readonly CutPiece[];
  /** What holds each. */
  holdings: readonly Fixed[];
}

/** All that is bought besides sheets and rolls: by what the pieces and the van ask for. Throws RangeError for an unknown material. */
export function needsFor(of: NeedsOf, library: Library): Need[] {
  const { shell, ready, placement, joints, pieces, holdings } = of;
  const list = glueNeeds(pieces, holdings, joints, shell, library);
  poured(list, of.takeOff, library);
  coatings(list, { shell, ready }, placement, library);
  cables(list, shell);
  fixings(list, of, library);
  const hours = [...workByStage({ shell, ready, pieces, joints }, library).values()].reduce(
    (sum, [, likely]) => sum + likely,
    0,
  );
  consumables(list, library, pieces, holdings, hours);
  besidesCoats(list, ready);
  const errors = surveyErrors(shell);
  const byId = new Map(pieces.map(p => [p.id, p]));
  return list.all().map(n => {
    const own = n.uses.flatMap(u => byId.get(u) ?? []);
    // What lasts is one, however large the van; so is what one of is enough.
    if (n.supply.lasts || (n.supply.unit === 'piece' && n.need <= 2)) return n;
    return { ...n, error: errorOf(own, errors, BY_AREA.includes(n.supply.unit) ? 'area' : 'edges') };
  });
}

/** Units of what is spread over areas; all else follows edges. */
const BY_AREA: readonly string[] = ['m²', 'l'];

function coatings(
  list: NeedList,
  { shell, ready }: Pick<Design, 'shell' | 'ready'>,
  placement: Placement,
  library: Library,
): void {
  const litres = (id: keyof typeof COVERS, area: number) => (area * COVERS[id][1] * WASTE) / COVERS[id][0];
  const spot = (size: number) => (Math.PI / 4) * (FEATHERED * size) ** 2;
  const tasks = (what: string, of: readonly { id: string }[]) => of.map(o => `${what} ${o.id}`);
  const rust = ready.rust.filter(r => r.grade !== 'surface');
  const all = ready.rust.reduce((sum, r) => sum + spot(r.size.value), 0);
  list.add(
    'rust-converter',
    litres(
      'rust-converter',
      rust.reduce((sum, r) => sum + spot(r.size.value), 0),
    ),
    'rust',
    tasks('rust', rust),
  );
  // An edge of bare steel is primed a hand wide.
  const edges = ready.holes.reduce((sum, h) => sum + Math.PI * h.size.value * 0.02, 0);
  const bare = [...tasks('rust', ready.rust), ...tasks('hole', ready.holes)];
  list.add('metal-primer', litres('metal-primer', all + edges), 'bare steel', bare);
  list.add('body-paint', litres('body-paint', all + edges), 'over the primer', bare);
  const closed = ready.fixings.filter(f => f.becomes === 'closed');
  const count = closed.reduce((sum, f) => sum + f.count, 0);
  list.add('patches', count, 'old holes', tasks('close', closed));
  list.add('body-filler', count * 0.004 + rust.length * 0.01, 'over patches and pits', [
    ...tasks('close', closed),
    ...tasks('rust', rust),
  ]);
  const hollow = shell.zones.flatMap(z => z.pockets);
  list.add(
    'cavity-wax',
    hollow.reduce((sum, p) => sum + Math.max(p.length.value, p.width.value, p.depth.value), 0) * WAX,
    'inside pillars and sills',
    tasks('wax', hollow),
  );
  const oiled = placement.buildUps.filter(b => {
    const last = b.layers.at(-1);
    return last?.role === 'lining' && materialOf(library, last.material).sorption === 'wood';
  });
  const bays = shell.zones.flatMap(z =>
    z.bays.filter(b => oiled.some(o => o.id === (placement.bays[b.id] ?? placement.zones[z.id]))),
  );
  list.add(
    'wood-oil',
    litres(
      'wood-oil',
      bays.reduce((sum, b) => sum + b.width.value * b.height.value, 0),
    ),
    'linings left as wood',
    bays.map(b => `oil ${b.id}`),
  );
}

function cables(list: NeedList, shell: Shell): void {
  const routes = shell.uses.filter(u => u.kind === 'cable route');
  const uses = routes.map(r => `cable ${r.id}`);
  const run = routes.reduce((sum, r) => sum + Math.max(r.width.value, r.height.value) * SLACK + ENDS, 0);
  list.add('cable', run, 'along drawn routes, with slack', uses);
  list.add('conduit', run, 'along drawn routes', uses);
  list.add('cord', run, 'a spare cord in each conduit', uses);
  list.add('grommets', 2 * routes.length, 'where cables leave', uses);
}

function fixings(
  list: NeedList,
  { shell, ready, placement, pieces, holdings }: NeedsOf,
  library: Library,
): void {
  const byId = new Map(pieces.map(p => [p.id, p]));
  const buildUps = new Map(placement.buildUps.map(b => [b.id, b]));
  const screwedWith = screwWords(holdings);
  for (const h of holdings) {
    const piece = byId.get(h.piece);
    if (!piece) continue;
    // One that would reach the skin is not bought: what its piece says stands on the sheet.
    if (h.screw?.length && h.screw.ok) {
      const mm = Math.round(h.screw.length * 1000);
      list.put(
        {
          id: `screws-${mm}`,
          name: `Screws 4 × ${mm} mm`,
          kind: 'fixing',
          unit: 'piece',
          amount: 200,
          price: 6 + 0.08 * mm,
          stays: 7.5e-5 * mm,
        },
        fixingsOf(piece, 'screws'),
        screwedWith.get(h.screw.length)!,
        [piece.id],
      );
    }
    clipsOf(list, piece, h, buildUps.get(piece.buildUp), library);
    if (h.by === 'pins') list.add('pins', fixingsOf(piece, 'pins'), 'pieces held by pins', [piece.id]);
    if (h.by === 'strings')
      list.add('cord', (piece.area / STRINGS) * WASTE, 'strings across soft pieces', [piece.id]);
    if (h.squeaks) list.add('felt-tape', linesOn(piece, ['rib']) * WASTE, 'wood on steel', [piece.id]);
  }
  const zoneOf = new Map(shell.zones.flatMap(z => z.bays.map(b => [b.id, z.id] as const)));
  clipsAndBolts(list, ready.fixings, placement, zoneOf);
  // Seats are not among them: their anchorages are type-approved, work of a licensed trade.
  const stands = shell.uses.filter(u => u.kind === 'furniture' || u.kind === 'bed');
  furnitureBolts(list, stands, placement, PER_FURNITURE);
}

/** What coats are put on and rubbed down with, and what sets rivet nuts. */
function besidesCoats(list: NeedList, ready: Design['ready']): void {
  const coated = list.all().filter(n => n.supply.kind === 'coating' && n.supply.id !== 'degreaser');
  const uses = [...new Set(coated.flatMap(n => n.uses))];
  list.add(
    'brushes',
    Math.ceil(uses.length / PER_BRUSH) + coated.length,
    'one for each coat, and one when it is stiff',
    uses,
  );
  const spots = [...ready.rust.map(r => `rust ${r.id}`), ...ready.holes.map(h => `hole ${h.id}`)];
  list.add('abrasive', PER_SPOT * spots.length, 'rust and edges, before they are coated', spots);
  const nuts = list.all().find(n => n.supply.id === 'rivet-nuts');
  if (nuts) list.add('rivet-tool', 1, 'rivet nuts', nuts.uses);
}

/** What each length of screw is for, with the shortest and the longest that will do wherever it is used. */
function screwWords(holdings: readonly Fixed[]): Map<number, string> {
  const reach = new Map<number, { least: number; most: number }>();
  for (const { screw } of holdings) {
    if (!screw?.length || !screw.ok) continue;
    const own = reach.get(screw.length) ?? { least: 0, most: Number.POSITIVE_INFINITY };
    reach.set(screw.length, {
      least: Math.max(own.least, screw.least),
      most: Math.min(own.most, screw.most),
    });
  }
  return new Map(
    [...reach].map(([length, { least, most }]) => [
      length,
      `linings, where at least ${lengthIn(least)} is needed and more than ${lengthIn(Math.floor(most * 1000) / 1000)} comes too near the outer skin`,
    ]),
  );
}

function consumables(
  list: NeedList,
  library: Library,
  pieces: readonly CutPiece[],
  holdings: readonly Fixed[],
  hours: number,
): void {
  const of = (test: (p: CutPiece) => boolean) => pieces.filter(test);
  const ids = (own: readonly CutPiece[]) => own.map(p => p.id);
  const material = (p: CutPiece) => materialOf(library, p.material);
  const cut = (own: readonly CutPiece[]) =>
    own.reduce((sum, p) => sum + (sizeOf(p)[0] + sizeOf(p)[1]) * 2, 0);
  const area = (own: readonly CutPiece[]) => own.reduce((sum, p) => sum + p.area, 0);
  const knifed = of(p => material(p).cutWith === 'knife');
  const sawn = of(p => material(p).cutWith === 'saw');
  const stuck = of(p => material(p).selfAdhesive);
  const dusty = of(p => material(p).family === 'fibre' || material(p).family === 'board');
  const by = (hold: Fixed['by']) => {
    const held = new Set(holdings.filter(h => h.by === hold).map(h => h.piece));
    return of(p => held.has(p.id));
  };
  const glued = by('spray');
  const beaded = by('bead');
  list.add('knife-blades', Math.ceil(cut(knifed) / PER_KNIFE_BLADE), 'a blade every 25 m', ids(knifed));
  list.add('saw-blades', Math.ceil(cut(sawn) / PER_SAW_BLADE), 'a blade every 40 m', ids(sawn));
  list.add('markers', 2, 'numbers, TOP and FRONT on every piece', ids(pieces));
  list.add('degreaser', area(stuck) * DEGREASER, 'steel before it is stuck to', ids(stuck));
  list.add('cloths', Math.ceil(area(stuck) * 2), 'steel before it is stuck to', ids(stuck));
  list.add('seam-roller', 1, 'sheets are rolled down', ids(stuck));
  list.add('masking', 1, 'against overspray', ids(glued));
  list.add('dust-masks', Math.ceil(area(dusty) / PER_MASK), 'dust of fibre and board', ids(dusty));
  list.add('respirator', 1, 'vapours of glue, foam and coatings', ids([...glued, ...beaded]));
  list.add('gloves', 2 * Math.ceil(hours / PER_GLOVES), 'a pair for every two hours of work', ids(pieces));
  list.add('cut-gloves', 1, 'foil and steel edges', ids(of(p => material(p).constrained !== null)));
  list.add('goggles', 1, 'overhead and with the saw', ids([...sawn, ...beaded]));
  list.add('knife', 1, 'soft boards, foam and fibre', ids(knifed));
  list.add('jigsaw', 1, 'ply and battens', ids(sawn));
  list.add(
    'shears',
    1,
    'carpet and fibre',
    ids(of(p => material(p).runs === 'pile' || material(p).family === 'fibre')),
  );
  list.add('drill', 1, 'screws', ids(by('screws')));
  // Guns for what is bought in cans and cartridges.
  const bought = list.all().filter(n => n.supply.kind === 'tape and glue');
  const usesOf = (test: (m: Material) => boolean) =>
    bought.filter(n => test(materialOf(library, n.supply.id))).flatMap(n => n.uses);
  const cartridge = (m: Material) => m.form === 'can' && m.yield?.per === 'm';
  list.add(
    'foam-gun',
    1,
    'canned foam',
    usesOf(m => cartridge(m) && m.closedCell),
  );
  list.add(
    'foam-cleaner',
    1,
    'the foam gun, before it sets',
    usesOf(m => cartridge(m) && m.closedCell),
  );
  list.add(
    'caulking-gun',
    1,
    'mastic',
    usesOf(m => cartridge(m) && !m.closedCell),
  );
}
