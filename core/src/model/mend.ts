import { checkDesign } from './check.ts';
import { letOpeningsFit, openingFits } from './openingsFit.ts';
import type { Bay, Design, Placement, Zone } from './types.ts';

export interface Mended {
  /** Sound, but for what nobody can decide without being asked. */
  design: Design;
  /** What was changed, in sentences for the person. */
  said: string[];
}

/**
 * Puts right what two windows' changes leave behind when both are kept: what hangs on a bay, zone or build-up that one
 * of them took out goes with it, what would leave nothing at all stays, an id given twice is given anew. `mine` and
 * `theirs` are what was merged: where a pair of depths crosses, mine stands.
 */
export function mend(merged: Design, mine: Design, theirs: Design): Mended {
  if (checkDesign(merged, ANY).length === 0 && whole(merged) && screensKnown(merged))
    return { design: merged, said: [] };
  const said: string[] = [];
  let design = keepSomething(merged, theirs, said);
  design = givenOnce(design, said);
  design = depthsInOrder(design, mine, said);
  const bays = new Set(design.shell.zones.flatMap(z => z.bays.map(b => b.id)));
  const zones = new Set(design.shell.zones.map(z => z.id));
  const hosted = <T extends { id: string; bay: string }>(
    list: readonly T[],
    known: Set<string>,
    what: string,
  ) =>
    list.filter(item => {
      if (!known.has(item.bay)) said.push(`${what} ${item.id} went with bay ${item.bay}.`);
      return known.has(item.bay);
    });
  const shell = {
    ...design.shell,
    zones: design.shell.zones.map((whole): Zone => {
      const zone = windowsFit(letOpeningsFit(whole), mine, theirs, said);
      const own = new Set(zone.bays.map(b => b.id));
      return {
        ...zone,
        openings: hosted(zone.openings, own, 'Opening'),
        keepClears: hosted(zone.keepClears, own, 'Keep-clear'),
        ...(zone.ways && { ways: hosted(zone.ways, own, 'Way') }),
        pockets: zone.pockets.map(p => (p.fill && p.holds !== 'nothing' ? { ...p, fill: false } : p)),
      };
    }),
    uses: design.shell.uses.filter(u => zones.has(u.zone)),
  };
  const openings = new Set(shell.zones.flatMap(z => z.openings.map(o => o.id)));
  const ready = {
    rust: hosted(design.ready.rust, bays, 'Rust spot'),
    fixings: hosted(design.ready.fixings, bays, 'Fixing'),
    holes: hosted(design.ready.holes, bays, 'Hole').filter(
      h => h.opening === null || openings.has(h.opening),
    ),
  };
  const placed = (placement: Placement) => onlyKnown(placement, { zones, bays, openings });
  const variants = design.variants.map(v => ({
    ...v,
    design: placed(v.design),
    baseline: { ...v.baseline, design: placed(v.baseline.design) },
  }));
  const built = variants.some(v => v.id === design.built) ? design.built : variants[0]!.id;
  return { design: { ...design, shell, ready, variants, built }, said };
}

/** Materials are not merged: which there are, the server says. */
const ANY = { has: () => true };

const whole = (design: Design): boolean =>
  design.variants.length > 0 &&
  design.shell.zones.length > 0 &&
  design.shell.zones.every(z => z.bays.length > 0);

/** Whether every screen is at a window that is there: which the check of a design leaves open. */
function screensKnown({ shell, variants }: Design): boolean {
  const known = new Set(shell.zones.flatMap(z => z.openings.map(o => o.id)));
  return variants
    .flatMap(v => [v.design, v.baseline.design])
    .every(p => Object.keys(p.screens ?? {}).every(id => known.has(id)));
}

/** A zone without a bay, and a van without a zone or variant, keep what the other window had there. */
function keepSomething(design: Design, theirs: Design, said: string[]): Design {
  const zones = design.shell.zones.length > 0 ? design.shell.zones : theirs.shell.zones;
  const kept = zones.flatMap(zone => {
    if (zone.bays.length > 0) return [zone];
    const there = theirs.shell.zones.find(z => z.id === zone.id);
    if (!there || there.bays.length === 0) return [];
    said.push(`${zone.name} would have had no bay left: it keeps those of the other window.`);
    return [{ ...zone, bays: there.bays }];
  });
  if (design.variants.length === 0) said.push('No variant would have been left: the other window’s stay.');
  return {
    ...design,
    shell: { ...design.shell, zones: kept },
    variants: design.variants.length > 0 ? design.variants : theirs.variants,
  };
}

/** Bays, openings and variants that were given one id in two places: the later one gets another. */
function givenOnce(design: Design, said: string[]): Design {
  const fresh = (taken: Set<string>, what: string) => {
    return <T extends { id: string }>(item: T): T => {
      let { id } = item;
      for (let n = 2; taken.has(id); n++) id = `${item.id.slice(0, 56)}-${n}`;
      taken.add(id);
      if (id !== item.id) said.push(`Two ${what} were called ${item.id}: one is ${id} now.`);
      return id === item.id ? item : { ...item, id };
    };
  };
  const bay = fresh(new Set(), 'bays');
  const opening = fresh(new Set(), 'openings');
  const variant = fresh(new Set(), 'variants');
  const zones = design.shell.zones.map((zone): Zone => {
    const bays = zone.bays.map(bay);
    const renamed = new Map(zone.bays.map((b, i) => [b.id, bays[i]!.id]));
    return {
      ...zone,
      bays,
      openings: zone.openings.map(o => opening({ ...o, bay: renamed.get(o.bay) ?? o.bay })),
      keepClears: zone.keepClears.map(k => ({ ...k, bay: renamed.get(k.bay) ?? k.bay })),
      ...(zone.ways && { ways: zone.ways.map(w => ({ ...w, bay: renamed.get(w.bay) ?? w.bay })) }),
    };
  });
  return { ...design, shell: { ...design.shell, zones }, variants: design.variants.map(variant) };
}

/** Of shallowest and deepest, each from another window, the pair that belongs together stands. */
function depthsInOrder(design: Design, mine: Design, said: string[]): Design {
  const before = new Map(mine.shell.zones.flatMap(z => z.bays.map(b => [b.id, b] as const)));
  const inOrder = (bay: Bay): Bay => {
    if (bay.depthMin.value <= bay.depthMax.value) return bay;
    const { depthMin, depthMax } = before.get(bay.id) ?? { ...bay, depthMin: bay.depthMax };
    said.push(`The depths of ${bay.id} from two windows cross: those from this one stand.`);
    return { ...bay, depthMin, depthMax };
  };
  const zones = design.shell.zones.map(z => ({ ...z, bays: z.bays.map(inOrder) }));
  return { ...design, shell: { ...design.shell, zones } };
}

/** A window and its bay, each measured in another window, that do not go together: one window's pair stands. */
function windowsFit(zone: Zone, mine: Design, theirs: Design, said: string[]): Zone {
  let fitted = zone;
  for (const opening of zone.openings) {
    const bay = fitted.bays.find(b => b.id === opening.bay);
    if (!bay || openingFits(opening, bay)) continue;
    for (const side of [mine, theirs]) {
      const there = side.shell.zones.find(z => z.id === zone.id);
      const window = there?.openings.find(o => o.id === opening.id);
      const host = there?.bays.find(b => b.id === opening.bay);
      if (!window || !host || window.bay !== host.id) continue;
      said.push(`${opening.id} and bay ${bay.id} from two windows do not go together: one pair stands.`);
      const { width, height, outline: _, ...rest } = bay;
      const shaped = { ...rest, width: host.width, height: host.height };
      fitted = {
        ...fitted,
        openings: fitted.openings.map(o => (o.id === opening.id ? window : o)),
        bays: fitted.bays.map(b =>
          b.id === bay.id ? (host.outline ? { ...shaped, outline: host.outline } : shaped) : b,
        ),
      };
      break;
    }
  }
  return fitted;
}

function onlyKnown(
  placement: Placement,
  { zones, bays, openings }: Record<'zones' | 'bays' | 'openings', ReadonlySet<string>>,
): Placement {
  const buildUps = new Set(placement.buildUps.map(b => b.id));
  const kept = (assigned: Placement['zones'], known: ReadonlySet<string>) =>
    Object.fromEntries(
      Object.entries(assigned).filter(([place, id]) => known.has(place) && (id === null || buildUps.has(id))),
    );
  const named = <T>(byId: Record<string, T>, known: ReadonlySet<string>): Record<string, T> =>
    Object.fromEntries(Object.entries(byId).filter(([id]) => known.has(id)));
  return {
    ...placement,
    zones: kept(placement.zones, zones),
    bays: kept(placement.bays, bays),
    sheets: named(placement.sheets, bays),
    ...(placement.screens && { screens: named(placement.screens, openings) }),
  };
}
