import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { newDesign } from '../../buildup/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import { merge } from '../../model/documents/index.ts';
import {
  assumed,
  type Bay,
  checkDesign,
  type Design,
  type Measurement,
  measured,
  mend,
  type PatternName,
} from '../../model/index.ts';
import * as schema from '../../model/schema.ts';
import { library } from '../../testing/index.ts';
import { mirrorTargets, mirrorZone } from '../layout/index.ts';
import {
  forgetWays,
  lookedForWays,
  removeFitting,
  repeatWay,
  setFeature,
  setKeepClear,
  setPocket,
  setPoint,
  setUse,
  setWay,
} from './fittings.ts';
import {
  addBay,
  addRib,
  deleteBays,
  type Edited,
  mergeBays,
  moveBay,
  moveRib,
  type Reshaped,
  removeOpening,
  removeRib,
  rename,
  setBay,
  setMaster,
  setOpening,
  setPads,
  setShape,
  splitBay,
} from './index.ts';

const validate = new Ajv2020({ discriminator: true, strict: false }).compile(schema.Design);
const PATTERNS: PatternName[] = [
  'compact',
  'mid',
  'long high-roof',
  'extra-long high-roof',
  'minibus',
  'box body',
];

/** What a person does next: which action, on which of what is there, and two sizes as fractions of the field's range. */
const action = fc.record({
  what: fc.nat(),
  which: fc.nat(),
  other: fc.nat(),
  size: fc.double({ min: 0, max: 1, noNaN: true }),
  second: fc.double({ min: 0, max: 1, noNaN: true }),
});
type Action = { what: number; which: number; other: number; size: number; second: number };

const mm = (m: number): Measurement => measured(Math.round(m * 1000) / 1000, String(Math.round(m * 1000)));
const pick = <T>(list: readonly T[], n: number): T => list[n % list.length]!;

/** The survey's edits, each over the range its field takes. A refusal leaves the design as it was. */
const EDITS: ((d: Design, bay: Bay, a: Action) => Design)[] = [
  (d, _, a) => {
    const field = pick(['length', 'width', 'height'] as const, a.which);
    const [least, most] = { length: [0.8, 9], width: [0.8, 3], height: [0.6, 3.5] }[field] as [
      number,
      number,
    ];
    return { ...d, shell: setMaster(d.shell, field, mm(least + a.size * (most - least))) };
  },
  (d, bay, a) =>
    onShell(d, setBay(d.shell, bay.id, pick(['width', 'height'] as const, a.other), mm(0.02 + a.size * 3.4))),
  (d, bay, a) =>
    onShell(d, setBay(d.shell, bay.id, pick(['depthMin', 'depthMax'] as const, a.other), mm(a.size * 0.4))),
  (d, bay, a) =>
    onShell(
      d,
      setShape(d.shell, bay.id, {
        outline:
          a.other % 4 === 0
            ? null
            : {
                by: 'widths',
                flush: 'front',
                rows: [
                  { at: mm(0), width: mm(bay.width.value) },
                  { at: mm(bay.height.value), width: mm(bay.width.value * (0.3 + a.size)) },
                ],
              },
        cornerRadius: a.other % 3 === 0 ? mm(a.second * 0.1) : null,
        curve: a.other % 5 === 0 ? { by: 'radius', along: 'height', radius: mm(a.second * 20) } : null,
      }),
    ),
  (d, bay, a) =>
    onShell(
      d,
      setOpening(d.shell, {
        id: `W${a.other % 5}`,
        bay: bay.id,
        kind: 'window',
        width: a.which % 2 ? mm(0.02 + a.size) : assumed(0.02 + a.size, 'guess'),
        height: mm(0.02 + a.second),
        glazing: 'glass',
      }),
    ),
  (d, bay, a) =>
    onShell(
      d,
      setKeepClear(d.shell, {
        id: `K${a.other % 5}`,
        bay: bay.id,
        kind: 'cable route',
        at: { along: mm(a.size), up: mm(a.second) },
        width: mm(0.04),
        height: mm(0.04),
        clearance: mm(0.01),
      }),
    ),
  (d, bay, a) =>
    onShell(
      d,
      setWay(d.shell, {
        id: `way${a.other % 4}`,
        bay: bay.id,
        kind: 'rib end',
        end: pick(['lower', 'upper'] as const, a.other),
        to: pick(['cabin', 'outdoors'] as const, a.which),
        width: mm(0.02),
        height: mm(0.03),
        past: 1 + (a.which % 3),
      }),
    ),
  d => onShell(d, { ok: true, shell: repeatWay(d.shell, 'way1', true) }),
  (d, bay) => onShell(d, { ok: true, shell: lookedForWays(d.shell, zoneOf(d, bay).id) }),
  (d, bay, a) =>
    onShell(d, {
      ok: true,
      shell: a.which % 5 === 0 ? forgetWays(d.shell, zoneOf(d, bay).id) : d.shell,
    }),
  (d, bay, a) =>
    onShell(
      d,
      setPoint(d.shell, zoneOf(d, bay).id, {
        id: `point${a.other % 3}`,
        kind: 'bolt',
        count: 1 + (a.which % 9),
        diameter: mm(0.008),
      }),
    ),
  (d, bay, a) =>
    onShell(
      d,
      setPocket(d.shell, zoneOf(d, bay).id, {
        id: `P${a.other % 4}`,
        kind: 'rib',
        after: bay.station,
        length: mm(a.size),
        width: mm(0.05),
        depth: mm(0.04),
        holds: pick(['nothing', 'drain'] as const, a.other),
        fill: a.which % 2 === 0,
      }),
    ),
  (d, bay, a) =>
    onShell(
      d,
      setFeature(d.shell, zoneOf(d, bay).id, { id: 'f', kind: 'step', at: mm(a.size * 3), by: mm(0.02) }),
    ),
  (d, bay, a) =>
    onShell(
      d,
      setUse(d.shell, {
        id: 'u',
        zone: zoneOf(d, bay).id,
        kind: 'bed',
        name: 'bed',
        along: mm(a.size),
        up: mm(0),
        width: mm(1),
        height: mm(a.second),
        rises: true,
      }),
    ),
  (d, _, a) => ({ ...d, shell: removeFitting(d.shell, pick(['K0', 'K1', 'P0', 'f', 'u'], a.other)) }),
  (d, _, a) => {
    const openings = d.shell.zones.flatMap(z => z.openings);
    return openings.length > 0 ? reshaped(d, removeOpening(d, pick(openings, a.other).id)) : d;
  },
  (d, bay, a) => onShell(d, setPads(d.shell, bay.id, a.other % 3 === 0 ? null : a.size)),
  (d, bay, a) =>
    reshaped(d, splitBay(d, bay.id, pick(['across', 'along'] as const, a.other), a.size * bay.height.value)),
  (d, bay, a) => {
    const next = zoneOf(d, bay).bays.find(b => b.station === bay.station && b.strip === bay.strip + 1);
    return next ? reshaped(d, mergeBays(d, a.other % 2 ? [bay.id, next.id] : [next.id, bay.id])) : d;
  },
  (d, bay, a) =>
    reshaped(
      d,
      deleteBays(
        d,
        zoneOf(d, bay)
          .bays.slice(0, 1 + (a.other % 3))
          .map(b => b.id),
      ),
    ),
  (d, bay) => reshaped(d, addBay(d, zoneOf(d, bay).id, bay.station)),
  (d, bay, a) => reshaped(d, addRib(d, zoneOf(d, bay).id, bay.station, a.size * bay.width.value)),
  (d, bay, a) => {
    const { ribs } = zoneOf(d, bay);
    return ribs.length > 0 ? reshaped(d, removeRib(d, pick(ribs, a.other).id)) : d;
  },
  (d, bay, a) => {
    const { ribs } = zoneOf(d, bay);
    return ribs.length > 0 ? reshaped(d, moveRib(d, pick(ribs, a.other).id, a.size - 0.5)) : d;
  },
  (d, bay, a) => reshaped(d, moveBay(d, bay.id, pick(['front', 'rear', 'down', 'up'] as const, a.other))),
  (d, bay, a) => reshaped(d, rename(d, bay.id, pick(['tall', 'T-2', 'x'.repeat(64), 'low.one'], a.other))),
  (d, _, a) => {
    const zone = pick(d.shell.zones, a.which);
    const [to] = mirrorTargets(d.shell, zone.id);
    return to ? { ...d, shell: mirrorZone(d.shell, zone.id, to.id).shell } : d;
  },
  (d, bay, a) => ({
    ...d,
    ready: {
      ...d.ready,
      rust: [
        ...d.ready.rust.filter(r => r.id !== 'r'),
        { id: 'r', bay: bay.id, size: mm(a.size), grade: 'surface', note: '' },
      ],
      holes: [
        ...d.ready.holes.filter(h => h.id !== 'h'),
        {
          id: 'h',
          bay: bay.id,
          opening: zoneOf(d, bay).openings.find(o => o.bay === bay.id)?.id ?? null,
          kind: 'gland',
          name: 'Gland',
          size: mm(a.second),
        },
      ],
    },
  }),
  (d, bay, a) => {
    const [variant, ...rest] = d.variants as [Design['variants'][number]];
    const buildUps = [{ id: 'b', name: 'b', layers: [], seams: 'butted' as const, sealQuality: 0.9 }];
    const { zones, bays, sheets } = variant.design;
    const patches = [{ id: 'p1', along: 0.2, up: 0.2, width: 0.3, height: 0.2, turn: 0 }];
    const placed = {
      buildUps,
      zones: { ...zones, [zoneOf(d, bay).id]: 'b' },
      bays: { ...bays, [bay.id]: a.other % 2 ? 'b' : null },
      sheets: { ...sheets, [bay.id]: { material: 'damping-sheet', thickness: 0.002, patches } },
    };
    return { ...d, variants: [{ ...variant, design: placed }, ...rest] };
  },
];

const zoneOf = (d: Design, bay: Bay) => d.shell.zones.find(z => z.bays.includes(bay))!;
const onShell = (d: Design, e: Edited): Design => (e.ok ? { ...d, shell: e.shell } : d);
const reshaped = (d: Design, r: Reshaped): Design => (r.ok ? r.design : d);
const edited = (d: Design, a: Action): Design => {
  const bays = d.shell.zones.flatMap(z => z.bays);
  return pick(EDITS, a.what)(d, pick(bays, a.which), a);
};

/** As the server checks it. */
function accepted(d: Design, what: string): void {
  expect(validate(d), `${what}: ${JSON.stringify(validate.errors)}`).toBe(true);
  expect(checkDesign(d, library), what).toEqual([]);
}

it('whatever is done to a survey, the server accepts what is left, and it can be computed', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...PATTERNS),
      fc.array(action, { minLength: 1, maxLength: 25 }),
      (pattern, actions) => {
        let d = newDesign('Any', pattern);
        for (const a of actions) {
          d = edited(d, a);
          accepted(d, `after edit ${a.what % EDITS.length}`);
        }
        const e = evaluate(d, d.variants[0]!.design, library);
        expect(Number.isFinite(e.heat.loss)).toBe(true);
      },
    ),
    { numRuns: 300 },
  );
});

it('whatever two windows do, both kept together are accepted or the person is asked', () => {
  const some = fc.array(action, { minLength: 1, maxLength: 8 });
  fc.assert(
    fc.property(fc.constantFrom(...PATTERNS), some, some, some, (pattern, before, here, there) => {
      const base = before.reduce(edited, newDesign('Any', pattern));
      const mine = here.reduce(edited, base);
      const theirs = there.reduce(edited, base);
      const { merged } = merge(base, mine, theirs);
      const { design, said } = mend(merged, mine, theirs);
      accepted(design, `mended: ${said.join(' ')}`);
    }),
    { numRuns: 300 },
  );
});
