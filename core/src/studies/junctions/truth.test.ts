import { describe, expect, it } from 'vitest';
import { applySchool, fitBuildUp, newDesign, sectionAt } from '../../buildup/index.ts';
import { type Evaluation, evaluate } from '../../evaluate/index.ts';
import {
  type Bay,
  type BuildUp,
  type Design,
  type KeepClear,
  type Layer,
  measured,
} from '../../model/index.ts';
import { airSpaceResistance } from '../../physics/heat/index.ts';
import { keptClear, unionArea } from '../../survey/geometry/index.ts';
import { generateShell } from '../../survey/patterns/index.ts';
import { library } from '../../testing/index.ts';
import { hotWarnings } from './hot.ts';
import { floorFouls, roomLeft } from './room.ts';

const mm = (value: number) => measured(value / 1000, `${value}`);
const lined = (
  change: (d: Design) => void = () => undefined,
  school = 'board-foil',
): [Design, Evaluation] => {
  const d = newDesign('Truth', 'mid');
  const placed = applySchool(d.shell, school, library);
  const design = structuredClone({ ...d, variants: [{ ...d.variants[0]!, design: placed }] });
  change(design);
  return [design, evaluate(design, design.variants[0]!.design, library)];
};
const zone = (d: Design, id: string) => d.shell.zones.find(z => z.id === id)!;
const keep = (more: Partial<KeepClear>): KeepClear => ({
  id: 'k',
  bay: 'L2w',
  kind: 'lock or latch',
  at: { along: mm(200), up: mm(200) },
  width: mm(100),
  height: mm(150),
  clearance: mm(10),
  ...more,
});

describe('keep-clears', () => {
  it('are left out of the fill: area, mass, piece and heat by hand', () => {
    const clear = (d: Design) => {
      zone(d, 'L').keepClears = [];
    };
    const [, without] = lined(clear);
    const [, with_] = lined(d => {
      zone(d, 'L').keepClears = [keep({})];
    });
    // 100 x 150 mm with 10 mm all round.
    const area = 0.12 * 0.17;
    const pir = (e: Evaluation) => e.load.lines.find(l => l.zone === 'L' && l.material === 'pir')!;
    expect(pir(without).area - pir(with_).area).toBeCloseTo(area, 9);
    const piece = with_.order.pieces.find(p => p.id === 'L2w fill')!;
    const [cut] = piece.free;
    expect(cut!.id).toBe('k');
    for (const [is, by] of [
      [cut!.width, 0.12],
      [cut!.height, 0.17],
      [cut!.along, 0.14],
      [cut!.up, 0.115],
    ] as const)
      expect(is).toBeCloseTo(by, 9);
    const [kept] = with_.heat.zones.find(z => z.zone.id === 'L')!.kept;
    expect(kept).toMatchObject({ bay: 'L2w' });
    expect(kept!.area).toBeCloseTo(area, 9);
    expect(with_.heat.loss - without.heat.loss).toBeCloseTo(area * kept!.adds, 6);
  });
  it('are clipped to their bay, and two that overlap are left out once', () => {
    const z = zone(newDesign('K', 'mid'), 'L');
    const bay = z.bays.find(b => b.id === 'L2w')!;
    const free = keptClear(
      {
        ...z,
        keepClears: [
          keep({ at: { along: mm(0), up: mm(0) } }),
          keep({ id: 'k2', at: { along: mm(30), up: mm(0) } }),
        ],
      },
      bay,
      'fill',
    );
    expect(free[0]).toMatchObject({ along: 0, up: 0 });
    // Together from 0 to 90 mm along and 85 mm up.
    expect(unionArea(free)).toBeCloseTo(0.09 * 0.085, 9);
  });
});

describe('what is hot', () => {
  const flue =
    (clearance: KeepClear['clearance'], along = 200) =>
    (d: Design) => {
      zone(d, 'L').keepClears = [keep({ kind: 'flue', clearance, at: { along: mm(along), up: mm(200) } })];
    };
  it('beside what burns is warned of until its maker’s distance is entered, and wherever that reaches the next bay', () => {
    const warn = ([d, e]: [Design, Evaluation]) => hotWarnings(d.shell, e, library);
    const guessed = warn(lined(flue({ basis: 'assumed', value: 0.05, from: 'guess' })));
    expect(guessed).toMatchObject([{ about: 'k', asked: false }]);
    expect(guessed[0]!.says).toContain('ask its maker');
    expect(warn(lined(flue(mm(50))))).toEqual([]);
    const wide = warn(lined(flue(mm(300), 20)));
    expect(wide[0]).toMatchObject({ asked: true });
    expect(wide[0]!.tooNear).toContain('L1w');
    // Mineral wool does not burn; its lining is cut away, and only what stays is asked about.
    const safe = lined(d => {
      flue({ basis: 'assumed', value: 0.05, from: 'guess' })(d);
      for (const b of d.variants[0]!.design.buildUps)
        b.layers = b.layers
          .filter(l => l.role === 'fill')
          .map(l => ({ ...l, material: 'mineral-wool', thickness: 0.03 }) as Layer);
    });
    expect(warn(safe)).toEqual([]);
  });
});

const stack = (...layers: Partial<Layer>[]): Layer[] =>
  layers.map((l, i) => ({ id: `y${i}`, ...l }) as Layer);
const bayOf = (min: number, max: number): Bay => ({
  ...generateShell('mid').zones.find(z => z.id === 'L')!.bays[0]!,
  depthMin: mm(min),
  depthMax: mm(max),
});
const gap = { role: 'air gap', thickness: 0.02 } as const;
const board = { role: 'fill', material: 'pir', thickness: 0.025 } as const;
const ply = { role: 'lining', material: 'birch-ply', thickness: 0.006 } as const;
const film = { role: 'vapour control', material: 'foil-bubble', thickness: 0.004 } as const;

describe('one void', () => {
  const shell = generateShell('mid');
  it('is one air space: a film’s gap and what is left of the depth beside it insulate once', () => {
    const foil = library.has(film.material)
      ? film
      : {
          ...film,
          material: [...library.values()].find(m => m.emissivity < 0.2 && m.roles.includes('vapour control'))!
            .id,
        };
    const section = sectionAt(
      stack({ ...board, material: 'elastomeric-plain' }, gap, foil, ply),
      0.07,
      'wall',
      shell,
      library,
    );
    const air = section.planes.filter(p => p.material === null && p.thickness > 0);
    expect(air).toHaveLength(1);
    expect(air[0]!.thickness).toBeCloseTo(0.07 - 0.025, 9);
    const back = library.get(foil.material)!.emissivityBack;
    const face = library.get('elastomeric-plain')!.emissivity;
    expect(air[0]!.resistance).toBeCloseTo(
      airSpaceResistance({ thickness: 0.045, direction: 'horizontal', emissivities: [face, back] }),
      9,
    );
  });
  it('between battens goes on from the gap behind them: both together are the one wider space', () => {
    const batten = {
      role: 'batten',
      material: 'batten',
      thickness: 0.025,
      width: 0.045,
      spacing: 0.4,
    } as const;
    const section = sectionAt(
      stack({ ...board, material: 'elastomeric-plain' }, batten, ply),
      0.04,
      'wall',
      shell,
      library,
    );
    const air = section.planes.filter(p => p.material === null);
    expect(air.map(p => p.layer)).toEqual(['gap', 'batten gap']);
    expect(air.reduce((sum, p) => sum + p.resistance, 0)).toBeCloseTo(
      airSpaceResistance({ thickness: 0.04, direction: 'horizontal', emissivities: [0.9, 0.9] }),
      6,
    );
  });
});

describe('fit', () => {
  it('refuses an air gap under a floor that no batten bears', () => {
    const batten = {
      role: 'batten',
      material: 'batten',
      thickness: 0.025,
      width: 0.045,
      spacing: 0.4,
    } as const;
    const at = (layers: Layer[]) => fitBuildUp(layers, bayOf(0, 8), 'floor', library);
    expect(at(stack(gap, board, ply))).toMatchObject({ unborne: true, misfit: true });
    expect(at(stack(gap, batten, ply))).toMatchObject({ unborne: false });
    expect(fitBuildUp(stack(gap, board, ply), bayOf(60, 70), 'wall', library).unborne).toBe(false);
  });
  it('of a lining pushed off is worse for damp, and never dry', () => {
    const at = (thickness: number) => {
      const [, e] = lined(d => {
        for (const b of d.variants[0]!.design.buildUps)
          b.layers = b.layers.map(l => (l.role === 'fill' && l.material === 'pir' ? { ...l, thickness } : l));
      });
      return e;
    };
    const fits = at(0.03);
    // A board too thick for the shallow end alone holds the lining off all over: behind it the gap is wider, not gone.
    for (const thick of [0.05, 0.06]) {
      const held = at(thick);
      expect(held.fit.misfits).toContain('L3w');
      for (const id of held.fit.misfits.filter(i => i.startsWith('L') && !fits.fit.misfits.includes(i))) {
        const [now, was] = [held, fits].map(e => e.damp.bays.get(id)!.moisture!.peak) as [number, number];
        expect(now, `${id} at ${thick}`).toBeGreaterThan(was);
      }
    }
    const pushed = at(0.1);
    expect(fits.fit.misfits).not.toContain('L3w');
    expect(pushed.fit.misfits).toContain('L3w');
    for (const id of pushed.fit.misfits.filter(i => pushed.damp.bays.get(i)!.moisture))
      expect(pushed.damp.bays.get(id)!.state, id).not.toBe('dry');
    const water = (e: Evaluation) => e.damp.bays.get('L3w')!.moisture!.peak;
    expect(water(pushed)).toBeGreaterThan(water(fits));
  });
});

it('seams left open never beat taped ones: the airtight layer stays the same, and closing more never wets more', () => {
  const made = (seams: BuildUp['seams'], sealQuality: number) =>
    lined(d => {
      for (const b of d.variants[0]!.design.buildUps) Object.assign(b, { seams, sealQuality });
    })[1];
  const peak = (e: Evaluation) => e.damp.bays.get('L3w')!.moisture!.peak;
  const open = peak(made('butted', 0));
  let before = open + 1e-9;
  for (const q of [0, 0.3, 0.6, 0.9, 1]) {
    const now = peak(made('taped', q));
    expect(now, `${q}`).toBeLessThanOrEqual(before + 1e-9);
    before = now;
  }
});

describe('pockets that are filled', () => {
  it('are bought and weighed: their volume at the fibre’s density', () => {
    const fill = (d: Design) => {
      const rib = zone(d, 'C').pockets[0]!;
      Object.assign(rib, { fill: true, holds: 'nothing', length: mm(1400), width: mm(60), depth: mm(45) });
    };
    const [, bare] = lined();
    const [, stuffed] = lined(fill);
    const fibre = library.get('recycled-polyester')!;
    expect(stuffed.load.mass - bare.load.mass).toBeCloseTo(1.4 * 0.06 * 0.045 * fibre.density, 9);
    expect(stuffed.order.pieces.some(p => p.id.endsWith('stuffing') && p.material === fibre.id)).toBe(true);
    expect(stuffed.order.cost).toBeGreaterThan(bare.order.cost);
  });
});

describe('axles', () => {
  it('by moments, by hand: 20 kg of floor over the rear axle and a wall half way', () => {
    const [, e] = lined(d => {
      d.shell.axles = {
        wheelbase: mm(3000),
        floorAfter: mm(1000),
        empty: { front: 900, rear: 800 },
        plated: { front: 1500, rear: 805, whole: 3000 },
      };
      // One bay alone is lined: its middle is 1 m behind the front of the floor.
      d.shell.zones = [
        {
          ...zone(d, 'F'),
          keepClears: [],
          bays: [
            { ...zone(d, 'F').bays[0]!, id: 'Fa', station: 1, strip: 1, width: mm(2000), height: mm(1000) },
          ],
          ribs: [],
        },
      ];
      d.variants[0]!.design = {
        buildUps: [
          {
            id: 'b',
            name: 'b',
            seams: 'butted',
            sealQuality: 0,
            layers: stack({ role: 'lining', material: 'birch-ply', thickness: 0.009 }),
          },
        ],
        zones: { F: 'b' },
        bays: {},
        sheets: {},
      };
    });
    const mass = 2 * 1 * 0.009 * library.get('birch-ply')!.density;
    expect(e.load.mass).toBeCloseTo(mass, 9);
    // (1.0 + 1.0) m behind the front axle of a wheelbase of 3 m: two thirds on the rear.
    const axles = e.load.axles!;
    expect(axles.centre).toBeCloseTo(2, 9);
    expect(axles.added.rear).toBeCloseTo((mass * 2) / 3, 9);
    expect(axles.built.front + axles.built.rear).toBeCloseTo(1700 + mass, 9);
    expect(axles.over).toMatchObject({ front: 0, whole: 0 });
    expect(axles.over.rear).toBeCloseTo(800 + (mass * 2) / 3 - 805, 9);
    expect(lined()[1].load.axles).toBeNull();
  });
  it('put what is not along the load floor where it is: cab in front of it, doors at its end, an arch at its own middle', () => {
    const centre = (id: string) => {
      const [d, e] = lined(x => {
        x.shell.axles = {
          wheelbase: mm(3000),
          floorAfter: mm(1000),
          empty: { front: 900, rear: 800 },
          plated: { front: 0, rear: 0, whole: 0 },
        };
        x.shell.zones = x.shell.zones
          .filter(z => z.id === id)
          .map(z => ({ ...z, keepClears: [], openings: [] }));
        const layers = stack({ role: 'lining', material: 'birch-ply', thickness: 0.004 });
        x.variants[0]!.design = {
          buildUps: [{ id: 'b', name: 'b', seams: 'butted', sealQuality: 0, layers }],
          zones: { [id]: 'b' },
          bays: {},
          sheets: {},
        };
      });
      return { d, at: e.load.axles!.centre - 1 };
    };
    const roof = centre('N');
    expect(roof.at).toBeCloseTo(-roof.d.shell.cab!.length.value / 2, 9);
    const door = centre('D1');
    expect(door.at).toBeCloseTo(door.d.shell.length.value, 9);
    const arch = centre('A1');
    const [zoneA] = arch.d.shell.zones;
    const face = zoneA!.bays.find(b => b.id === 'A1s')!;
    expect(arch.at).toBeCloseTo(zoneA!.offset.value + face.width.value / 2, 9);
    // A wall’s sheets weigh by the bays they cover.
    const wall = centre('L');
    expect(wall.at).toBeCloseTo(wall.d.shell.length.value / 2, 1);
  });
});

describe('what remains inside', () => {
  it('is the bare room less both linings, place by place; a door foul is told by how much', () => {
    const [d, e] = lined(x => {
      x.shell.floorRoom = { 'side door': mm(20), 'rear doors': mm(90) };
    });
    const left = roomLeft(d.shell, e);
    expect(left.stations).toHaveLength(5);
    const proud = (id: string) => e.fit.bays.get(id)!.proud + e.fit.bays.get(id)!.push;
    const last = left.stations.at(-1)!;
    const walls = (side: string) => Math.max(...['w', 'm', 'u'].map(s => proud(`${side}5${s}`)));
    expect(last.width).toBeCloseTo(d.shell.width.value - walls('L') - walls('R'), 9);
    const widths = left.stations.map(s => s.width);
    expect(left.bedAcross.least).toBeCloseTo(Math.min(...widths), 9);
    expect(left.bedAcross.most).toBeCloseTo(Math.max(...widths), 9);
    expect(Math.min(...left.stations.map(s => s.height))).toBeCloseTo(e.fit.headroom.left, 9);
    const rise = e.fit.headroom.floor;
    expect(floorFouls(d.shell, e)).toEqual([{ what: 'side door', room: 0.02, rise }]);
  });
});
