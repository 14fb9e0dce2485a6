import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoDesigns } from '../../demo/index.ts';
import { makeLibrary, referenceMaterials } from '../../materials/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { checkDesign } from '../check.ts';
import * as schema from '../schema.ts';
import type { Design } from '../types.ts';
import { merge } from './merge.ts';
import { upgrade } from './upgrade.ts';

const ajv = new Ajv2020({ allErrors: true, discriminator: true, strict: false });
const accepts = (type: object, document: unknown) => ajv.compile(type)(document);
const change = (edit: (d: Design) => void) => {
  const copy = structuredClone(perigee!);
  edit(copy);
  return copy;
};

describe('the schema', () => {
  const validate = ajv.compile(schema.Design);
  it('accepts the demo designs and every library material', () => {
    for (const d of demoDesigns(library))
      expect(validate(d), JSON.stringify(validate.errors?.slice(0, 3))).toBe(true);
    const material = ajv.compile(schema.Material);
    for (const m of referenceMaterials)
      expect(material(m), `${m.id} ${JSON.stringify(material.errors)}`).toBe(true);
  });
  it.each([
    [
      'a negative width',
      (d: Design) => {
        d.shell.zones[0]!.bays[0]!.width.value = -0.04;
      },
      '/shell/zones/0/bays/0/width/value',
    ],
    [
      'a missing name',
      (d: Design) => {
        d.name = '';
      },
      '/name',
    ],
    [
      'an unknown role',
      (d: Design) => {
        (d.variants[0]!.design.buildUps[0]!.layers[0] as { role: string }).role = 'magic';
      },
      '/variants/0/design/buildUps/0/layers/0',
    ],
    [
      'seal quality above one',
      (d: Design) => {
        d.variants[0]!.design.buildUps[0]!.sealQuality = 1.2;
      },
      '/variants/0/design/buildUps/0/sealQuality',
    ],
  ])('refuses %s and names the place', (_, edit, path) => {
    expect(validate(change(edit))).toBe(false);
    expect(validate.errors!.map(e => e.instancePath)).toContain(path);
  });
});

describe('checkDesign', () => {
  const messages = (edit: (d: Design) => void) =>
    checkDesign(change(edit), library)
      .map(m => `${m.path} ${m.message}`)
      .join('\n');
  it('finds nothing wrong with the demo', () => {
    for (const d of demoDesigns(library)) expect(checkDesign(d, library)).toEqual([]);
  });
  it.each([
    [
      'depths the wrong way round',
      (d: Design) => {
        d.shell.zones[1]!.bays[0]!.depthMin.value = 0.5;
      },
      'shallowest depth must not exceed',
    ],
    [
      'a window larger than its bay',
      (d: Design) => {
        d.shell.zones.find(z => z.openings.length)!.openings[0]!.width.value = 3;
      },
      'larger than bay',
    ],
    [
      'an unknown material',
      (d: Design) => {
        Object.assign(d.variants[0]!.design.buildUps[0]!.layers[0]!, { material: 'moon-dust' });
      },
      'moon-dust',
    ],
    [
      'an unknown build-up',
      (d: Design) => {
        d.variants[0]!.design.zones.F = 'nowhere';
      },
      'no build-up “nowhere”',
    ],
    [
      'an unknown bay',
      (d: Design) => {
        d.variants[0]!.design.bays.Z99 = null;
      },
      'no bay “Z99”',
    ],
    [
      'an id used twice',
      (d: Design) => {
        d.shell.zones[0]!.bays[1]!.id = d.shell.zones[0]!.bays[0]!.id;
      },
      'stands twice',
    ],
  ])('finds %s', (_, edit, message) => expect(messages(edit)).toContain(message));
});

describe('upgrade', () => {
  it('brings a format 1 design, alone or in its file, to what the schema accepts today', () => {
    const now = demoDesigns(makeLibrary())[1]!;
    const { uses: _, tapeError: __, ...shell } = now.shell;
    const { ready: ___, ...rest } = now;
    const zones = shell.zones.map(({ pockets: _, keepClears: __, features: ___, ...z }) => z);
    const old = { ...rest, format: 1, shell: { ...shell, zones } };
    const alone = upgrade(old);
    expect(alone.ok && accepts(schema.Design, alone.document)).toBe(true);
    const file = upgrade({ format: 1, design: old, materials: [], prices: [] });
    expect(file.ok && accepts(schema.DesignFile, file.document)).toBe(true);
    // What is broken is left for the schema to name.
    expect(upgrade({ format: 1, design: { format: 1 } }).ok).toBe(true);
  });
  it('calls joints left open butted, and knows nothing of ways round and bolts where nobody said', () => {
    const now = demoDesigns(makeLibrary())[0]!;
    const zones = now.shell.zones.map(({ points: _, ways: __, ...z }) => z);
    const old = structuredClone({ ...now, format: 4, shell: { ...now.shell, zones } }) as unknown as Design;
    for (const v of old.variants)
      for (const b of [...v.design.buildUps, ...v.baseline.design.buildUps])
        (b as { seams: string }).seams = b.seams === 'butted' ? 'open' : b.seams;
    const brought = upgrade(old);
    if (!brought.ok) throw new Error(brought.message);
    expect(accepts(schema.Design, brought.document)).toBe(true);
    const { variants, shell } = brought.document as Design;
    expect(variants.map(v => v.design.buildUps.map(b => b.seams))).toEqual(
      now.variants.map(v => v.design.buildUps.map(b => b.seams)),
    );
    expect(shell.zones.every(z => z.points.length === 0 && z.ways === undefined)).toBe(true);
  });
  it('passes the newest format through and refuses others with what is accepted', () => {
    expect(upgrade({ format: 8, a: 2 })).toEqual({ ok: true, document: { format: 8, a: 2 } });
    for (const [document, part] of [
      [{ format: 9 }, 'format 9'],
      [{}, 'no format'],
      [[], 'not a design file'],
      [null, 'not a design file'],
    ] as const)
      expect(upgrade(document)).toMatchObject({ ok: false, message: expect.stringContaining(part) });
  });
  it('runs every step from an older format in order', () => {
    const steps = {
      1: (d: Record<string, unknown>) => ({ ...d, trail: [1] }),
      2: (d: Record<string, unknown>) => ({ ...d, trail: [...(d.trail as number[]), 2] }),
    };
    expect(upgrade({ format: 1 }, 3, steps)).toEqual({ ok: true, document: { format: 3, trail: [1, 2] } });
  });
});

describe('merge', () => {
  const base = {
    name: 'a',
    list: [
      { id: 'x', v: 1 },
      { id: 'y', v: 1 },
    ],
    map: { k: 1 } as Record<string, number>,
  };
  it('takes what only one side changed, on both sides, in lists by id', () => {
    const mine = {
      ...base,
      name: 'b',
      list: [
        { id: 'x', v: 2 },
        { id: 'y', v: 1 },
      ],
    };
    const theirs = {
      ...base,
      list: [
        { id: 'x', v: 1 },
        { id: 'y', v: 5 },
        { id: 'z', v: 9 },
      ],
      map: {},
    };
    expect(merge(base, mine, theirs)).toEqual({
      merged: {
        name: 'b',
        list: [
          { id: 'x', v: 2 },
          { id: 'y', v: 5 },
          { id: 'z', v: 9 },
        ],
        map: {},
      },
      conflicts: [],
    });
  });
  it('names what both changed differently and keeps mine there', () => {
    const result = merge(
      base,
      {
        ...base,
        list: [
          { id: 'x', v: 2 },
          { id: 'y', v: 1 },
        ],
      },
      {
        ...base,
        list: [
          { id: 'x', v: 3 },
          { id: 'y', v: 1 },
        ],
      },
    );
    expect(result.conflicts.map(c => c.path)).toEqual([['list', 'x', 'v']]);
    expect(result.merged.list[0]!.v).toBe(2);
  });
  it('is the other side when mine is the base, and mine when theirs is', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
        expect(merge(a, a, b)).toEqual({ merged: b, conflicts: [] });
        expect(merge(a, b, a)).toEqual({ merged: b, conflicts: [] });
      }),
    );
  });
});
