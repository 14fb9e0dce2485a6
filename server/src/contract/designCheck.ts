import { contract } from '@overcoat/core/contract';
import { type Design, refusal, schemaMistake, type Variant, type Zone } from '@overcoat/core/model';
import * as schema from '@overcoat/core/schema';
import { invalid } from './problem.ts';
import { ajv } from './validate.ts';

const VARIANT: Variant = {
  id: 'v',
  name: 'v',
  school: null,
  design: { buildUps: [], zones: {}, bays: {} },
  baseline: { name: 'v', design: { buildUps: [], zones: {}, bays: {} } },
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
    if (typeof part !== 'object' || part === null || sound.has(part)) continue;
    check(part, type, at);
    sound.add(part);
  }
  // The rest, with something sound and small in place of each part.
  const { shell, variants } = design;
  const whole = typeof shell === 'object' && shell !== null;
  check(
    {
      ...design,
      shell: whole ? { ...shell, zones: standIns(shell.zones, ZONE) } : shell,
      variants: standIns(variants, VARIANT),
    },
    schema.Design,
    '',
  );
}

/** Takes a whole design for checked. */
export function knownSound(design: Design): void {
  for (const [, part] of partsOf(design)) sound.add(part);
}

function* partsOf(design: Design): Generator<[string, object, object]> {
  const zones = Array.isArray(design?.shell?.zones) ? design.shell.zones : [];
  const variants = Array.isArray(design?.variants) ? design.variants : [];
  for (const [i, zone] of zones.entries()) yield [`/shell/zones/${i}`, zone, schema.Zone];
  for (const [i, variant] of variants.entries()) yield [`/variants/${i}`, variant, schema.Variant];
}

const standIns = (list: unknown, part: object): unknown =>
  Array.isArray(list) ? list.map(() => part) : list;

const compiled = new Map<object, ReturnType<typeof ajv.compile>>();
function check(part: unknown, type: object, at: string): void {
  const validate = compiled.get(type) ?? ajv.compile(type);
  compiled.set(type, validate);
  if (validate(part)) return;
  const errors = (validate.errors ?? [])
    .map(schemaMistake)
    .map(m => ({ ...m, path: `/design${at}${m.path === '/' && at ? '' : m.path}` }));
  throw invalid(refusal('The design', errors), errors);
}

/** Compiles what the first change will need. */
export const warmUpChanges = (): void => {
  for (const type of [schema.Zone, schema.Variant, schema.Design, contract.change.body])
    compiled.set(type, compiled.get(type) ?? ajv.compile(type));
};
