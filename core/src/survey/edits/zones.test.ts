import { describe, expect, it } from 'vitest';
import { applySchool, newDesign } from '../../buildup/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import { checkDesign, type Design, measured } from '../../model/index.ts';
import { library } from '../../testing/index.ts';
import { layoutShell } from '../layout/layout.ts';
import { fromEarlier } from './earlier.ts';
import { setShape } from './edit.ts';
import { grooveVolume, setCorrugation, setWoodLine, woodLines } from './floor.ts';
import type { Reshaped } from './topology.ts';
import { addZone, removeZone, setZone } from './zones.ts';

const mm = (value: number) => measured(value / 1000, `${value}`);
const done = (r: Reshaped): Design => {
  if (!r.ok) throw new Error(r.message);
  expect(checkDesign(r.design, library)).toEqual([]);
  return r.design;
};
const lined = (): Design => {
  const d = newDesign('Zones', 'mid');
  const design = applySchool(d.shell, 'mixed', library);
  return { ...d, variants: d.variants.map(v => ({ ...v, design })) };
};
const answers = (d: Design) => evaluate(d, d.variants[0]!.design, library);

describe('zones', () => {
  const partition = {
    kind: 'partition',
    name: 'garage wall',
    side: 'none',
    length: mm(1600),
    height: mm(900),
    offset: mm(1700),
  } as const;

  it('are added with one bay; a partition has air of the van on both sides, so it loses nothing and stays dry', () => {
    const before = lined();
    const with_ = done(addZone(before, partition));
    expect(with_.shell.zones.at(-1)).toMatchObject({ id: 'Q', bays: [{ id: 'Qa' }] });
    const withBuildUp: Design = {
      ...with_,
      variants: with_.variants.map(v => ({
        ...v,
        design: {
          ...v.design,
          zones: { ...v.design.zones, Q: Object.values(v.design.zones).find(Boolean)! },
        },
      })),
    };
    const [a, b] = [answers(before), answers(withBuildUp)];
    expect(b.heat.loss).toBeCloseTo(a.heat.loss, 9);
    expect(b.damp.bays.get('Qa')!.state).toBe('bare');
    expect(b.damp.bareBays).toBe(a.damp.bareBays);
    // What it is made of is bought and weighed.
    expect(b.load.mass).toBeGreaterThan(a.load.mass + 0.5);
    expect(layoutShell(withBuildUp.shell).zones.map(z => z.zone.id)).toContain('Q');
  });

  it('go with all that lies in them, and a bulkhead that goes leaves the front open', () => {
    const d = lined();
    const busy: Design = {
      ...d,
      ready: { ...d.ready, rust: [{ id: 'r', bay: 'Bw', size: mm(20), grade: 'surface', note: '' }] },
      shell: {
        ...d.shell,
        uses: [
          {
            id: 'u',
            zone: 'B',
            kind: 'furniture',
            name: 'shelf',
            along: mm(0),
            up: mm(0),
            width: mm(100),
            height: mm(100),
            rises: false,
          },
        ],
      },
    };
    const front = busy.shell.zones.find(z => z.kind === 'bulkhead')!;
    const r = removeZone(
      { ...busy, ready: { ...busy.ready, rust: [{ ...busy.ready.rust[0]!, bay: front.bays[0]!.id }] } },
      front.id,
    );
    const gone = done(r);
    expect(gone.shell.zones.some(z => z.kind === 'bulkhead')).toBe(false);
    expect(gone.shell.cab!.front).toBe('open');
    expect([gone.ready.rust, gone.shell.uses]).toEqual([[], []]);
    expect(r.ok && r.said).toEqual(['“shelf” went with the bulkhead.']);
    const back = done(
      addZone(gone, {
        kind: 'bulkhead',
        name: 'bulkhead',
        side: 'none',
        length: mm(1400),
        height: mm(1300),
        offset: mm(0),
      }),
    );
    expect(back.shell.cab!.front).toBe('bulkhead');
    let one = lined();
    for (const id of one.shell.zones.slice(1).map(z => z.id)) one = done(removeZone(one, id));
    expect(removeZone(one, one.shell.zones[0]!.id)).toMatchObject({ ok: false });
  });

  it('have sizes of their own: a door leaf is measured by itself', () => {
    const { shell } = lined();
    const set = setZone(shell, 'D1', { height: mm(1300) });
    expect(set.ok && set.shell.zones.find(z => z.id === 'D1')!.height).toEqual(mm(1300));
    expect(setZone(shell, 'none', {})).toMatchObject({ ok: false });
  });
});

describe('a grooved floor', () => {
  it('gives its bays the depth of the grooves where nobody measured, and is half crest, half groove', () => {
    const { shell } = lined();
    const grooves = { pitch: mm(80), depth: mm(12), runs: 'along' } as const;
    const set = setCorrugation(shell, 'F', grooves);
    if (!set.ok) throw new Error(set.message);
    const floor = set.shell.zones.find(z => z.id === 'F')!;
    expect(floor.bays.every(b => b.depthMin.value === 0 && b.depthMax.value === 0.012)).toBe(true);
    // Read again, the bays follow: nobody measured them.
    const again = setCorrugation(set.shell, 'F', { ...grooves, depth: mm(10) });
    const depths = again.ok ? again.shell.zones.find(z => z.id === 'F')!.bays.map(b => b.depthMax) : [];
    expect(new Set(depths.map(d => `${d.basis} ${d.value}`))).toEqual(new Set(['assumed 0.01']));
    // A square wave over one square metre: half of it 12 mm deep.
    expect(grooveVolume(floor, 1)).toBeCloseTo(0.006, 9);
    expect(setCorrugation(shell, 'F', { ...grooves, depth: mm(80) })).toMatchObject({ ok: false });
    expect(setCorrugation(shell, 'L', grooves)).toMatchObject({ ok: false });
    const plain = setCorrugation(set.shell, 'F', null);
    expect(plain.ok && plain.shell.zones.find(z => z.id === 'F')!.corrugation).toBeUndefined();
  });
});

describe('lines that want wood', () => {
  it('are the edges of furniture that no frame batten lies under already, and what is drawn', () => {
    const { shell } = lined();
    const floor = shell.zones.find(z => z.id === 'F')!;
    const galley = {
      id: 'u',
      zone: 'F',
      kind: 'furniture',
      name: 'galley',
      along: mm(300),
      up: mm(0),
      width: mm(1000),
      height: mm(480),
      rises: false,
    } as const;
    // It stands against the left wall: front, room side and rear count.
    const total = (s: typeof shell) =>
      woodLines(s, s.zones.find(z => z.id === 'F')!).reduce((sum, l) => sum + l.length, 0);
    const furnished = { ...shell, uses: [galley] };
    expect(total(furnished)).toBeCloseTo(0.48 + 1 + 0.48, 9);
    expect(total({ ...shell, uses: [{ ...galley, kind: 'bed', rises: true }] })).toBe(0);
    const line = {
      id: 'l',
      kind: 'cupboard',
      name: 'locker',
      from: { along: mm(0), up: mm(500) },
      to: { along: mm(300), up: mm(900) },
    } as const;
    const drawn = setWoodLine(furnished, 'F', line);
    if (!drawn.ok) throw new Error(drawn.message);
    expect(total(drawn.shell)).toBeCloseTo(1.96 + 0.5, 9);
    expect(setWoodLine(shell, 'F', { ...line, to: { along: mm(9000), up: mm(0) } })).toMatchObject({
      ok: false,
      message: expect.stringContaining(floor.name),
    });
  });
});

describe('an earlier van', () => {
  it('lends its sizes, all of them assumed, and nothing of what happened in it', () => {
    const { shell } = lined();
    const known = setShape(shell, 'L3m', { cornerRadius: mm(40) });
    if (!known.ok) throw new Error(known.message);
    const measuredVan = {
      ...known.shell,
      length: mm(2570),
      axles: {
        wheelbase: mm(3000),
        floorAfter: mm(1200),
        empty: { front: 1, rear: 1 },
        plated: { front: 1, rear: 1, whole: 2 },
      },
      zones: known.shell.zones.map(z => ({
        ...z,
        bays: z.bays.map(b => ({ ...b, pads: 0.2, formerly: ['x'] })),
      })),
    };
    const lent = fromEarlier(measuredVan);
    expect(lent.length).toEqual({ basis: 'assumed', value: 2.57, from: 'earlier van' });
    const json = JSON.stringify(lent);
    expect(json).not.toContain('"measured"');
    expect(json).not.toContain('"pads"');
    expect(lent.axles).toBeUndefined();
    expect(lent.zones.flatMap(z => z.bays).find(b => b.id === 'L3m')!.cornerRadius!.value).toBe(0.04);
  });
});
