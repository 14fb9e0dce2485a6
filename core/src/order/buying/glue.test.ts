import { describe, expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import type { BuildUp, Design, Placement } from '../../model/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { holdingOf, sizeOf } from '../holding/index.ts';
import { cutPieces, USUAL_CHOICES } from '../pieces/index.ts';
import { takeOff } from '../takeoff/index.ts';
import { type Need, needsFor } from './index.ts';

const mild = { roof: 40, outside: 25, inside: 30 };
type Ready = Design['ready'];

function asked(
  placement: Placement,
  change: Partial<Ready> = {},
  chosen: Parameters<typeof holdingOf>[6] = [],
) {
  const { shell } = perigee;
  const laid = layUp(shell, placement, library);
  const pieces = cutPieces(shell, placement, laid, library, USUAL_CHOICES);
  const holdings = holdingOf(pieces, shell, placement, library, mild, new Map(), chosen);
  const ready = { ...perigee.ready, ...change };
  const needs = needsFor(
    { shell, ready, placement, joints: laid.joints, takeOff: takeOff(laid, library), pieces, holdings },
    library,
  );
  return { pieces, holdings, joints: laid.joints, need: (id: string) => needs.find(n => n.supply.id === id) };
}
const boardAndFoil = perigee.variants[0]!.design;
const seams = (kind: BuildUp['seams']): Placement => ({
  ...boardAndFoil,
  buildUps: boardAndFoil.buildUps.map(b => ({ ...b, seams: kind })),
});
const round = (p: Parameters<typeof sizeOf>[0]) => 2 * (sizeOf(p)[0] + sizeOf(p)[1]);

describe('tape and glue, by hand', () => {
  it('foams joints by their volume where they are not taped, and beads alone where they are', () => {
    const { pieces, need } = asked(seams('foamed'));
    const boards = pieces.filter(p => p.material === 'pir' && p.role === 'fill');
    const litres = boards.reduce((sum, p) => sum + round(p) * 0.0135 * p.thickness * 1000, 0);
    expect(need('canned-foam')!.need).toBeCloseTo(1.1 * litres, 6);
    const taped = asked(seams('taped')).need('canned-foam')!;
    expect(taped.need).toBeLessThan(need('canned-foam')!.need / 3);
    expect(taped.why).toBe('beads that hold');
  });
  it('follows the way a layer is held: sprayed on both faces instead of a bead round it', () => {
    const fill = boardAndFoil.buildUps
      .find(b => b.id === boardAndFoil.zones.L)!
      .layers.find(l => l.role === 'fill')!;
    const chosen = [{ buildUp: boardAndFoil.zones.L!, layer: fill.id, by: 'spray' as const }];
    const [before, after] = [asked(boardAndFoil), asked(boardAndFoil, {}, chosen)];
    const sprayed = after.pieces.filter(p => p.buildUp === boardAndFoil.zones.L && p.layer === fill.id);
    const area = sprayed
      .filter(p => after.holdings.find(h => h.piece === p.id)!.by === 'spray')
      .reduce((sum, p) => sum + p.area, 0);
    expect(area).toBeGreaterThan(1);
    const spray = (of: typeof after) => of.need('contact-spray')?.need ?? 0;
    expect(spray(after) - spray(before)).toBeCloseTo(1.1 * area, 6);
    expect(after.need('canned-foam')!.need).toBeLessThan(before.need('canned-foam')!.need);
  });
  it('buys tape for every taped seam, and tells what the next width would take', () => {
    const { joints, need } = asked(boardAndFoil);
    const tape = need('foil-tape-75') as Need;
    const length = joints.filter(j => j.taped).reduce((sum, j) => sum + j.length, 0);
    expect(tape.need).toBeCloseTo(1.1 * length, 6);
    expect(tape.instead!.supply.id).toBe('foil-tape-100');
    // Over ribs that leave it 25 mm on either side one run does both edges.
    const narrow = {
      ...perigee.shell,
      zones: perigee.shell.zones.map(z => ({
        ...z,
        ribs: z.ribs.map(r => ({ ...r, width: { ...r.width, value: 0.04 } })),
      })),
    };
    const laid = layUp(narrow, boardAndFoil, library);
    const pieces = cutPieces(narrow, boardAndFoil, laid, library, USUAL_CHOICES);
    const [one] = needsFor(
      {
        shell: narrow,
        ready: perigee.ready,
        placement: boardAndFoil,
        joints: laid.joints,
        takeOff: takeOff(laid, library),
        pieces,
        holdings: [],
      },
      library,
    ).filter(n => n.supply.id === 'foil-tape-75');
    expect(one!.instead!.need).toBeLessThan(one!.need * 0.75);
  });
});

it('buys bags for what is poured, by what they fill', () => {
  const buildUp = {
    id: 'p',
    name: 'poured',
    layers: [{ id: 'f', role: 'fill' as const, material: 'cork-granules', thickness: 0.025 }],
    seams: 'butted' as const,
    sealQuality: 0,
  };
  const { need } = asked({ buildUps: [buildUp], zones: { D1: 'p' }, bays: {}, sheets: {} });
  const bags = need('cork-granules')!;
  const door = perigee.shell.zones.find(z => z.id === 'D1')!;
  expect(bags.uses).toEqual(['fill D1']);
  expect(bags.need).toBeGreaterThan(0.2);
  expect(bags.need).toBeLessThanOrEqual(
    door.bays.reduce((sum, b) => sum + b.width.value * b.height.value, 0),
  );
});

describe('clips and bolts, by hand', () => {
  const fixing = (
    kind: 'factory hole' | 'thread',
    diameter: number,
    reach?: number,
  ): Ready['fixings'][number] => ({
    id: 'f',
    bay: 'L1w',
    kind,
    count: 3,
    diameter: { basis: 'assumed', value: diameter, from: 'guess' },
    ...(reach === undefined ? {} : { reach: { basis: 'assumed', value: reach, from: 'guess' } }),
    becomes: 'used',
    note: '',
  });
  const stack = boardAndFoil.buildUps
    .find(b => b.id === (boardAndFoil.bays.L1w ?? boardAndFoil.zones.L))!
    .layers.filter(l => ['over-rib', 'vapour control', 'batten', 'lining', 'finish'].includes(l.role))
    .reduce((sum, l) => sum + l.thickness, 0);
  const grips = Math.round(stack * 10_000) / 10;
  it('takes the clip that is sold for the hole and grips what stands on it', () => {
    const { need } = asked(boardAndFoil, { fixings: [fixing('factory hole', 0.0083, 0.03)] });
    expect(need(`clips-8-${grips}`)).toMatchObject({ need: 3, uses: ['clip f'] });
  });
  it('takes a rivet nut where no clip is sold, or has no room to spread', () => {
    for (const f of [fixing('factory hole', 0.016), fixing('factory hole', 0.008, 0.006)]) {
      const { need } = asked(boardAndFoil, { fixings: [f] });
      expect(need(`clips-8-${grips}`)).toBeUndefined();
      expect(need('rivet-nuts')!.uses).toContain('clip f');
    }
  });
  it('takes bolts as long as what stands before their thread and one thread more, and says where less is free', () => {
    const length = [12, 16, 20, 25, 30, 35, 40, 50, 60].find(l => l / 1000 >= stack + 0.008);
    const { need } = asked(boardAndFoil, { fixings: [fixing('thread', 0.008, 0.02)] });
    expect(need(`bolts-8-${length}`)).toMatchObject({ need: 3, why: 'threads used again' });
    const shallow = asked(boardAndFoil, { fixings: [fixing('thread', 0.008, 0.001)] });
    expect(shallow.need(`bolts-8-${length}`)!.why).toContain('cut them to');
  });
});
