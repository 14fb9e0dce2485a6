import { contract } from '@overcoat/core/contract';
import { type Design, refusal, type Variant, type Zone } from '@overcoat/core/model';
import * as schema from '@overcoat/core/schema';
import { invalid } from './problem.ts';
import { mistakesAgainst } from './validate.ts';

const VARIANT: Variant = {
  id: 'v',
  name: 'v',
  school: null,
  design: { buildUps: [], zones: {}, bays: {}, sheets: {} },
  baseline: { name: 'v', design: { buildUps: [], zones: {}, bays: {}, sheets: {} } },
};
const size = { basis: 'assumed', value: 1, from: 'guess' } as const;
const ZONE: Zone = {
  id: 'z',
  kind: 'wall',
  name: 'z',
  side: 'none',
  length: size,
  height: size,
  offset: size,
  rail: size,
  ribs: [],
  bays: [{ id: 'b', station: 1, strip: 1, width: size, height: size, depthMin: size, depthMax: size }],
  openings: [],
  pockets: [],
  keepClears: [],
  points: [],
  features: [],
};

/** Zones and variants that were found sound: a design made from another shares those that did not change. */
const sound = new WeakSet<object>();

/**
 * Checks a design that was made from a checked one against the schema, by its new parts: the zones and variants that
 * were checked before are not looked at again. Refuses like the check of a whole one, at the same place.
 */
export function checkChanged(design: Design): void {
  for (const [at, part, type] of partsOf(design)) {
    if (isObject(part) && sound.has(part)) continue;
    check(part, type, at);
    // What is no object is refused by then.
    sound.add(part as object);
  }
  // The rest, with something sound and small in place of each part.
  const { shell, variants } = isObject(design) ? design : ({} as Design);
  const rest = isObject(design)
    ? {
        ...design,
        shell: isObject(shell) ? { ...shell, zones: standIns(shell.zones, ZONE) } : shell,
        variants: standIns(variants, VARIANT),
      }
    : design;
  check(rest, 'design', '');
}

/** Takes a whole design for checked. */
export function knownSound(design: Design): void {
  for (const [, part] of partsOf(design)) sound.add(part as object);
}

function* partsOf(design: Design): Generator<[at: string, part: unknown, type: 'zone' | 'variant']> {
  const zones = Array.isArray(design?.shell?.zones) ? design.shell.zones : [];
  const variants = Array.isArray(design?.variants) ? design.variants : [];
  for (const [i, zone] of zones.entries()) yield [`/shell/zones/${i}`, zone, 'zone'];
  for (const [i, variant] of variants.entries()) yield [`/variants/${i}`, variant, 'variant'];
}

const isObject = (part: unknown): part is object => typeof part === 'object' && part !== null;

const standIns = (list: unknown, part: object): unknown =>
  Array.isArray(list) ? list.map(() => part) : list;

const mistakesIn = {
  zone: mistakesAgainst(schema.Zone),
  variant: mistakesAgainst(schema.Variant),
  design: mistakesAgainst(schema.Design),
};
function check(part: unknown, type: keyof typeof mistakesIn, at: string): void {
  const errors = mistakesIn[type](part).map(m => ({
    ...m,
    path: `/design${at}${m.path === '/' && at ? '' : m.path}`,
  }));
  if (errors.length > 0) throw invalid(refusal('The design', errors), errors);
}

/** Compiles what the first change will need. */
export const warmUpChanges = (): void => {
  // Ajv compiles a schema once, whoever asks.
  for (const mistakes of [...Object.values(mistakesIn), mistakesAgainst(contract.change.body)])
    mistakes(null);
};
