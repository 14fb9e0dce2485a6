import { type Library, materialOf, type Supply, supplyOf } from '../../materials/index.ts';
import type { Design, Placement, Shell } from '../../model/index.ts';
import { fixingsOf, type Holding, linesOn, sizeOf } from '../holding/index.ts';
import type { CutPiece } from '../pieces/index.ts';

/** So much of a supply, what for, and by which pieces or tasks. */
export interface Need {
  /** What is bought. */
  supply: Supply;
  /** In its unit. */
  need: number;
  /** In words. */
  why: string;
  /** Ids of the pieces, or names of the tasks, that use it. */
  uses: string[];
}

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
/** Rivet nuts under one piece of furniture. Common practice, no source. */
const PER_FURNITURE = 6;

/** All that is bought besides sheets, rolls, tapes and glue: by what the pieces and the van ask for. */
export function needsFor(
  { shell, ready }: Pick<Design, 'shell' | 'ready'>,
  placement: Placement,
  library: Library,
  pieces: readonly CutPiece[],
  holdings: readonly Holding[],
): Need[] {
  const list = new NeedList();
  coatings(list, { shell, ready }, placement, library);
  cables(list, shell);
  fixings(list, shell, ready, pieces, holdings);
  consumables(list, library, pieces, holdings);
  return list.all();
}

class NeedList {
  private readonly found = new Map<string, Need>();

  add(id: string, need: number, why: string, uses: readonly string[]): void {
    if (need <= 0 || uses.length === 0) return;
    this.put(supplyOf(id), need, why, uses);
  }

  put(supply: Supply, need: number, why: string, uses: readonly string[]): void {
    const own = this.found.get(supply.id);
    if (own) {
      own.need += need;
      own.uses.push(...uses.filter(u => !own.uses.includes(u)));
      if (!own.why.includes(why)) own.why += `; ${why}`;
    } else this.found.set(supply.id, { supply, need, why, uses: [...uses] });
  }

  all(): Need[] {
    return [...this.found.values()];
  }
}

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
  shell: Shell,
  ready: Design['ready'],
  pieces: readonly CutPiece[],
  holdings: readonly Holding[],
): void {
  const byId = new Map(pieces.map(p => [p.id, p]));
  for (const h of holdings) {
    const piece = byId.get(h.piece);
    if (!piece) continue;
    if (h.screw?.length) {
      const mm = Math.round(h.screw.length * 1000);
      list.put(
        {
          id: `screws-${mm}`,
          name: `Screws 4 × ${mm} mm`,
          kind: 'fixing',
          unit: 'piece',
          amount: 200,
          price: 6 + 0.08 * mm,
        },
        fixingsOf(piece, 'screws'),
        'linings',
        [piece.id],
      );
    }
    if (h.by === 'clips' || h.by === 'pins')
      list.add(h.by, fixingsOf(piece, h.by), `pieces held by ${h.by}`, [piece.id]);
    if (h.by === 'strings')
      list.add('cord', (piece.area / STRINGS) * WASTE, 'strings across soft pieces', [piece.id]);
    if (h.squeaks) list.add('felt-tape', linesOn(piece, ['rib']) * WASTE, 'wood on steel', [piece.id]);
  }
  const used = ready.fixings.filter(f => f.becomes === 'used' && f.kind === 'factory hole');
  list.add(
    'clips',
    used.reduce((sum, f) => sum + f.count, 0),
    'factory holes that are used again',
    used.map(f => `clip ${f.id}`),
  );
  const stands = shell.uses.filter(u => u.kind === 'furniture' || u.kind === 'bed' || u.kind === 'seat');
  list.add(
    'rivet-nuts',
    stands.length * PER_FURNITURE,
    'furniture and beds',
    stands.map(u => `fix ${u.id}`),
  );
}

function consumables(
  list: NeedList,
  library: Library,
  pieces: readonly CutPiece[],
  holdings: readonly Holding[],
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
  const by = (hold: Holding['by']) => {
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
  list.add('gloves', Math.max(10, pieces.length), 'a pair for every hour or so', ids(pieces));
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
  const guns = (test: (id: string) => boolean) =>
    of(p => {
      const fixedWith = material(p).fixedWith;
      return fixedWith !== null && test(fixedWith);
    });
  const perMetre = guns(id => materialOf(library, id).yield?.per === 'm');
  const foamed = perMetre.filter(p => materialOf(library, material(p).fixedWith!).closedCell);
  list.add('foam-gun', 1, 'canned foam', ids(foamed));
  list.add('caulking-gun', 1, 'mastic', ids(perMetre.filter(p => !foamed.includes(p))));
}
