import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { demoDesigns } from '../../demo/index.ts';
import { factsOf } from '../../log/index.ts';
import { makeLibrary } from '../../materials/index.ts';
import * as schema from '../schema.ts';
import type { Design, Entry } from '../types.ts';
import { partFacts } from './partFacts.ts';
import { upgrade } from './upgrade.ts';

const isDesign = new Ajv2020({ discriminator: true, strict: false }).compile(schema.Design);
const isEntry = new Ajv2020({ discriminator: true, strict: false }).compile(schema.Entry);
const size = { basis: 'measured', value: 0.02, entered: '20' };

/** Perigee as format 2 kept it, with this made ready. */
const format2 = (ready: object) => {
  const { built: _, ...design } = demoDesigns(makeLibrary())[0]!;
  const zones = design.shell.zones.map(z => ({ ...z, bays: z.bays.map(({ pads: _, ...b }) => b) }));
  const none = { rust: [], holes: [], taps: [], strip: [], photos: [], flags: [] };
  return { ...design, format: 2, shell: { ...design.shell, zones }, ready: { ...none, ...ready } };
};
const hole = (state: string, ...tests: [string, string][]) => ({
  id: 'h',
  bay: 'L6u',
  opening: null,
  kind: 'gland',
  name: 'Gland',
  size,
  state,
  tests: tests.map(([by, result], i) => ({ by, result, on: `2026-10-0${i + 1}` })),
});
const parted = (ready: object) => {
  const { design: parted, log } = partFacts(format2(ready));
  const read = upgrade(parted);
  const design = read.ok && read.document;
  expect(isDesign(design), JSON.stringify(isDesign.errors)).toBe(true);
  for (const entry of log) expect(isEntry(entry), JSON.stringify([entry, isEntry.errors])).toBe(true);
  return { design: design as Design, log: log as Entry[] };
};

describe('facts taken out of a design of format 2', () => {
  it.each([
    ['planned', []],
    ['cut', []],
    ['edge primed', []],
    ['bonded', []],
    ['leak-tested', [['hose', 'dry']]],
    ['edge primed', [['hose', 'leaks']]],
    ['bonded', [['hose', 'leaks']]],
    [
      'leak-tested',
      [
        ['rain', 'leaks'],
        ['hose', 'leaks'],
        ['hose', 'dry'],
      ],
    ],
    // Stepped back after its test, as the buttons then allowed.
    ['bonded', [['hose', 'dry']]],
    ['cut', [['hose', 'dry']]],
    ['planned', [['hose', 'dry']]],
  ] as [string, [string, string][]][])(
    'a hole “%s” after the tests %j stands where it stood, with its tests',
    (state, tests) => {
      const { design, log } = parted({ holes: [hole(state, ...tests)] });
      const found = factsOf(log, design).holes.get('h');
      expect(found?.state ?? 'planned').toBe(state);
      expect(found?.tests.map(t => [t.by, t.result]) ?? []).toEqual(tests);
      expect(found?.tests.map(t => t.at) ?? []).toEqual(tests.map((_, i) => `2026-10-0${i + 1}`));
    },
  );

  it('keeps who hangs on what: steps with their time, photos with note and spot, flags, knocks, pads, what came out', () => {
    const { design, log } = parted({
      rust: [
        {
          id: 'r',
          bay: 'L6w',
          size,
          grade: 'surface',
          note: 'n',
          done: [{ step: 'abrade', at: '2026-09-12T09:05:00Z' }],
        },
      ],
      taps: [{ id: 'L1w', before: 'rings', pads: 0.5, after: 'dead' }],
      strip: [{ id: 's', name: 'Ply', zone: 'F', becomes: 'template', fixings: 'bolts', kept: 'shed' }],
      photos: [
        {
          id: 'p',
          bay: 'L6w',
          about: 'r',
          hash: 'a'.repeat(64),
          width: 4,
          height: 3,
          note: 'x',
          at: '2026-09-12',
        },
      ],
      flags: [{ id: 'L2w', note: 'again' }],
    });
    const facts = factsOf(log, design);
    expect(design.ready.rust).toEqual([{ id: 'r', bay: 'L6w', size, grade: 'surface', note: 'n' }]);
    expect(facts.rust.get('r')).toMatchObject([{ step: 'abrade', at: '2026-09-12T09:05:00Z' }]);
    expect(facts.knocks.get('L1w')).toMatchObject({
      bare: { fact: { sounds: 'rings' } },
      damped: { fact: { sounds: 'dead' } },
    });
    expect(facts.takenOut[0]).toMatchObject({ place: { zone: 'F' }, fact: { name: 'Ply', kept: 'shed' } });
    expect(facts.photos[0]).toMatchObject({ bay: 'L6w', about: 'r', at: '2026-09-12', fact: { note: 'x' } });
    expect(facts.flags.get('L2w')!.fact.note).toBe('again');
    expect(design.shell.zones.flatMap(z => z.bays).find(b => b.id === 'L1w')!.pads).toBe(0.5);
    expect(design.built).toBe('a');
    expect(facts.offMap).toEqual([]);
  });

  it('gives the same entries the same ids wherever they are read, and no two one id, however long the names', () => {
    const long = 'x'.repeat(60);
    const ready = {
      rust: ['a', 'b'].map(end => ({
        id: `${long}${end}`,
        bay: 'L6w',
        size,
        grade: 'surface',
        note: '',
        done: [{ step: 'abrade', at: '2026-09-12' }],
      })),
      flags: [{ id: 'L2w', note: '' }],
    };
    const ids = parted(ready).log.map(e => e.id);
    expect(new Set(ids).size).toBe(3);
    expect(parted(ready).log.map(e => e.id)).toEqual(ids);
    expect(parted({ flags: ready.flags }).log.map(e => e.id)).toEqual(ids.slice(2));
  });

  it('a file keeps them as its log; what is broken is left for the schema to name', () => {
    const file = upgrade({
      format: 2,
      design: format2({ flags: [{ id: 'L2w', note: '' }] }),
      materials: [],
      prices: [],
    });
    expect(file.ok && (file.document as { log: Entry[] }).log).toHaveLength(1);
    for (const ready of [null, { rust: 'x' }, { holes: [{ id: 3 }] }])
      expect(() => partFacts({ ...format2({}), ready } as never)).not.toThrow();
  });
});
