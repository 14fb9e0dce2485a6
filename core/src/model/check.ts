import { ROUNDING } from '../tolerance/index.ts';
import { openingFits } from './openingsFit.ts';
import type { Design, Layer, Material, Placement } from './types.ts';

/** A mistake in a design, at its place (a JSON pointer), in one sentence that says what is accepted. */
export interface Mistake {
  /** JSON pointer to its place. */
  path: string;
  /** One sentence that says what is accepted. */
  message: string;
}

/**
 * What the schema cannot see: depths the wrong way round, openings larger than their bay, unknown materials,
 * build-ups, zones and bays, and ids used twice. Empty for a sound design.
 */
export function checkDesign(design: Design, materials: { has(id: string): boolean }): Mistake[] {
  const mistakes: Mistake[] = [];
  const bays = new Set<string>();
  const zones = new Set<string>();
  const openings = new Set<string>();
  const once = (seen: Set<string>, id: string, path: string, what: string) => {
    if (seen.has(id))
      mistakes.push({ path, message: `The ${what} “${id}” stands twice; each needs a name of its own.` });
    seen.add(id);
  };
  if (!materials.has(design.shell.skin.material))
    mistakes.push({ path: '/shell/skin/material', message: unknown(design.shell.skin.material) });
  design.shell.zones.forEach((zone, z) => {
    const at = `/shell/zones/${z}`;
    once(zones, zone.id, at, 'zone');
    zone.bays.forEach((bay, b) => {
      once(bays, bay.id, `${at}/bays/${b}`, 'bay');
      if (bay.depthMin.value > bay.depthMax.value + ROUNDING)
        mistakes.push({
          path: `${at}/bays/${b}/depthMin`,
          message: `Bay ${bay.id}: the shallowest depth must not exceed the deepest.`,
        });
    });
    zone.openings.forEach((o, i) => {
      const path = `${at}/openings/${i}`;
      once(openings, o.id, path, 'opening');
      const host = zone.bays.find(b => b.id === o.bay);
      if (!host)
        mistakes.push({
          path: `${path}/bay`,
          message: `Opening ${o.id} names bay “${o.bay}”, which zone ${zone.id} does not have.`,
        });
      else if (!openingFits(o, host))
        mistakes.push({
          path,
          message: `Opening ${o.id} is larger than bay ${host.id}; it must fit inside it.`,
        });
    });
  });
  checkFittings(design, zones, bays, openings, mistakes);
  design.variants.forEach((variant, v) => {
    checkPlacement(variant.design, `/variants/${v}/design`, { zones, bays }, materials, mistakes);
    checkPlacement(
      variant.baseline.design,
      `/variants/${v}/baseline/design`,
      { zones, bays },
      materials,
      mistakes,
    );
    if (design.variants.findIndex(other => other.id === variant.id) !== v)
      mistakes.push({
        path: `/variants/${v}/id`,
        message: `The variant “${variant.id}” stands twice; each needs an id of its own.`,
      });
  });
  if (!design.variants.some(v => v.id === design.built))
    mistakes.push({
      path: '/built',
      message: `The variant being built, “${design.built}”, is not among the variants: name one that is.`,
    });
  return mistakes;
}

/** What names a bay, zone or opening that is not there, and pockets filled that must stay empty. */
function checkFittings(
  { shell, ready }: Design,
  zones: Set<string>,
  bays: Set<string>,
  openings: Set<string>,
  mistakes: Mistake[],
): void {
  const known = (set: Set<string>, id: string, path: string, what: string) => {
    if (!set.has(id)) mistakes.push({ path, message: `The shell has no ${what} “${id}”.` });
  };
  shell.zones.forEach((zone, z) => {
    const own = new Set(zone.bays.map(b => b.id));
    zone.keepClears.forEach((k, i) => {
      known(own, k.bay, `/shell/zones/${z}/keepClears/${i}/bay`, 'bay');
    });
    zone.ways?.forEach((w, i) => {
      known(own, w.bay, `/shell/zones/${z}/ways/${i}/bay`, 'bay');
    });
    zone.pockets.forEach((p, i) => {
      if (p.fill && p.holds !== 'nothing')
        mistakes.push({
          path: `/shell/zones/${z}/pockets/${i}/fill`,
          message: `Pocket ${p.id} holds a ${p.holds}: it must stay empty.`,
        });
    });
  });
  shell.uses.forEach((u, i) => {
    known(zones, u.zone, `/shell/uses/${i}/zone`, 'zone');
  });
  for (const kind of ['rust', 'holes', 'fixings'] as const)
    ready[kind].forEach((item, i) => {
      known(bays, item.bay, `/ready/${kind}/${i}/bay`, 'bay');
    });
  ready.holes.forEach((h, i) => {
    if (h.opening !== null) known(openings, h.opening, `/ready/holes/${i}/opening`, 'opening');
  });
}

type Known = { zones: Set<string>; bays: Set<string> };

function checkPlacement(
  placement: Placement,
  at: string,
  known: Known,
  materials: { has(id: string): boolean },
  mistakes: Mistake[],
): void {
  const buildUps = new Set(placement.buildUps.map(b => b.id));
  placement.buildUps.forEach((buildUp, i) => {
    buildUp.layers.forEach((layer, j) => {
      const id = materialIn(layer);
      if (id !== null && !materials.has(id))
        mistakes.push({ path: `${at}/buildUps/${i}/layers/${j}/material`, message: unknown(id) });
    });
  });
  for (const [bay, { material, patches }] of Object.entries(placement.sheets)) {
    const path = `${at}/sheets/${bay}`;
    if (!known.bays.has(bay)) mistakes.push({ path, message: `The shell has no bay “${bay}”.` });
    if (!materials.has(material)) mistakes.push({ path: `${path}/material`, message: unknown(material) });
    if (new Set(patches.map(p => p.id)).size < patches.length)
      mistakes.push({ path, message: `Two sheets on ${bay} have one name; each needs one of its own.` });
  }
  for (const kind of ['zones', 'bays'] as const)
    for (const [place, id] of Object.entries(placement[kind])) {
      if (!known[kind].has(place))
        mistakes.push({
          path: `${at}/${kind}/${place}`,
          message: `The shell has no ${kind.slice(0, -1)} “${place}”.`,
        });
      if (id !== null && !buildUps.has(id))
        mistakes.push({
          path: `${at}/${kind}/${place}`,
          message: `There is no build-up “${id}” in this design.`,
        });
    }
}

const unknown = (id: string) =>
  `The material “${id}” is neither in the library nor in the file: choose one that is, or add it.`;

/** What an own material names that is not there: what it is fixed and taped with. Empty for a sound one. */
export function checkMaterial(
  material: Pick<Material, 'fixedWith' | 'tapedWith'>,
  materials: { has(id: string): boolean },
): Mistake[] {
  return (['fixedWith', 'tapedWith'] as const).flatMap(field => {
    const id = material[field];
    return id === null || materials.has(id) ? [] : [{ path: `/${field}`, message: unknown(id) }];
  });
}

/** The material a layer names; null for an air gap. */
const materialIn = (layer: Layer): string | null => (layer.role === 'air gap' ? null : layer.material);

/** Every material a design uses, skin included. */
export function materialsUsed(design: Design): Set<string> {
  const used = new Set([design.shell.skin.material]);
  for (const v of design.variants)
    for (const p of [v.design, v.baseline.design]) {
      for (const { material } of Object.values(p.sheets)) used.add(material);
      for (const b of p.buildUps)
        for (const l of b.layers) {
          const id = materialIn(l);
          if (id !== null) used.add(id);
        }
    }
  return used;
}
