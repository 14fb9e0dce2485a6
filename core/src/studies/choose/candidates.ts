import { fitBuildUp, placeOf, takesStuffing } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { BuildUp, Layer, Material, Placement, Shell, Zone } from '../../model/index.ts';

/** What may be laid into a zone. */
export interface Candidate {
  /** In its bays. */
  buildUp: BuildUp;
  /** In place of it in single bays, by bay id; null leaves one bare. */
  bays: Record<string, BuildUp | null>;
  /** How its ribs are left; null as was meant when they were surveyed. */
  ribs: 'clear' | 'stuffed' | null;
}

/** What a person will not work with. */
export interface Avoided {
  /** Ids of materials. */
  materials: readonly string[];
}

/** Shares of a panel that damping sheets may cover, and the one that lay-ups are first weighed with. */
const COVERAGES = [0, 0.25, 0.6, 1];
const USUAL_COVERAGE = 0.25;
/** Thicknesses of a fill that are tried: the thickest that fit. */
const THICKEST = 2;
/** Share of joints that are closed where they are taped. Common practice, no source. */
const SEALED = 0.9;
/** No fill that stands in the room is thicker, m. */
const STANDS_AT_MOST = 0.06;

/** A strip over the ribs is no thicker, m. */
const STRIP = 0.0065;

type Place = NonNullable<ReturnType<typeof placeOf>>;

/** Linings with their thickness by place, m. */
const LININGS: Record<Place, readonly (readonly [string, number])[]> = {
  floor: [
    ['birch-ply', 0.009],
    ['birch-ply', 0.012],
  ],
  wall: [
    ['birch-ply', 0.004],
    ['birch-ply', 0.006],
    ['poplar-ply', 0.006],
  ],
  door: [
    ['birch-ply', 0.004],
    ['poplar-ply', 0.004],
  ],
  ceiling: [
    ['poplar-ply', 0.004],
    ['birch-ply', 0.004],
  ],
  arch: [['lining-carpet', 0.004]],
  bulkhead: [
    ['birch-ply', 0.004],
    ['birch-ply', 0.006],
  ],
  frame: [],
};

type Made = Pick<BuildUp, 'layers' | 'seams'>;

/**
 * What could go into a zone: every fill that is not refused in the thickest sold that fit, with and without battens, strip over the
 * ribs, film and damping, under the linings that are usual there; only what fits its real depths. Throws RangeError for an
 * unknown material in the library's own rules.
 */
export function candidatesFor(zone: Zone, shell: Shell, library: Library, avoided: Avoided): Candidate[] {
  const place = placeOf(zone.kind);
  if (!place) return [];
  const may = (id: string) => library.has(id) && !avoided.materials.includes(id);
  const metal = materialOf(library, shell.skin.material).family === 'metal';
  const made: Made[] = [];
  const coverage = metal && may('damping-sheet') && rings(place) ? USUAL_COVERAGE : 0;
  // The usual lining stands for the others, which are weighed once a lay-up is worth it.
  const [lining = null] = liningsOf(place, may);
  for (const wood of battensOf(place))
    for (const inner of innersOf(place, library, may))
      for (const fill of fillsOf(zone, wood, library, may)) {
        if (inner.some(l => l.role === 'vapour control') && !breathes(fill)) continue;
        const layers = stack(place, coverage, fill, wood, inner, lining, library);
        if (layers) made.push({ layers, seams: seamsOf(layers, library) });
      }
  const fits = (m: Made) => zone.bays.every(bay => !fitBuildUp(m.layers, bay, zone.kind, library).misfit);
  return made.filter(fits).map((m, i) => ({
    buildUp: {
      id: `pick-${zone.id}-${i}`,
      name: nameOf(m.layers, library),
      ...m,
      sealQuality: m.seams === 'taped' ? SEALED : 0,
    },
    bays: {},
    ribs: ribsLeft(zone),
  }));
}

const rings = (place: Place): boolean =>
  place === 'wall' || place === 'door' || place === 'ceiling' || place === 'arch';

/** Whether a film makes sense before it: closed-cell foam and board keep the air off the steel themselves. */
const breathes = (fill: [Material, number] | null): boolean =>
  fill !== null && fill[0].flowResistivity !== null;

/** A lay-up with every share of its panel that damping sheets may cover, under each lining that is usual there. */
export function variationsOf(
  candidate: Candidate,
  zone: Zone,
  library: Library,
  avoided: Avoided,
): Candidate[] {
  const place = placeOf(zone.kind)!;
  const { buildUp, bays } = candidate;
  const damped = buildUp.layers[0]?.role === 'damping' ? COVERAGES : [null];
  const may = (id: string) => library.has(id) && !avoided.materials.includes(id);
  const linings = buildUp.layers.some(l => l.role === 'lining') ? liningsOf(place, may) : [null];
  const ways = damped.flatMap(coverage => linings.map(lining => ({ coverage, lining })));
  return ways.map(({ coverage, lining }, i): Candidate => {
    const varied = (b: BuildUp): BuildUp => {
      const layers = b.layers.flatMap((l): Layer[] => {
        if (coverage !== null && l.role === 'damping') return coverage === 0 ? [] : [{ ...l, coverage }];
        return lining && l.role === 'lining' ? [{ ...l, material: lining[0], thickness: lining[1] }] : [l];
      });
      return { ...b, id: `${b.id}-${i}`, layers, name: nameOf(layers, library) };
    };
    return { ...candidate, buildUp: varied(buildUp), bays: inBays(bays, varied) };
  });
}

/** What lies in single bays, each build-up made anew once. */
export function inBays(bays: Candidate['bays'], made: (b: BuildUp) => BuildUp): Candidate['bays'] {
  const all = new Map<BuildUp, BuildUp>();
  const again = (b: BuildUp) => {
    if (!all.has(b)) all.set(b, made(b));
    return all.get(b)!;
  };
  return Object.fromEntries(Object.entries(bays).map(([bay, b]) => [bay, b && again(b)]));
}

/** Clear ribs, told only where they were to be filled. */
const ribsLeft = (zone: Zone): Candidate['ribs'] =>
  takesStuffing(zone) && zone.pockets.some(p => p.kind === 'rib' && p.fill) ? 'clear' : null;

/** The same with the zone's ribs stuffed; none where it has none, or a strip covers them. */
export const stuffedToo = (candidate: Candidate, zone: Zone): Candidate[] =>
  takesStuffing(zone) &&
  candidate.ribs !== 'stuffed' &&
  !candidate.buildUp.layers.some(l => l.role === 'over-rib')
    ? [{ ...candidate, ribs: 'stuffed' }]
    : [];

/** Bays are told apart by depth where they differ by more, m. */
const DEEPER = 0.004;

/** Bays that are deeper than the others by the widest step there is between any two; none where all are about alike. */
function deepBays({ bays }: Zone): Zone['bays'] {
  const depths = bays.map(b => b.depthMin.value).sort((a, b) => a - b);
  let [at, widest] = [0, DEEPER];
  depths.forEach((d, i) => {
    const step = i === 0 ? 0 : d - depths[i - 1]!;
    if (step > widest) [at, widest] = [d, step];
  });
  return at === 0 ? [] : bays.filter(b => b.depthMin.value >= at);
}

/** The same with more of its fill in the bays that are deeper, or with some where the others have room for none. */
export function deeperToo(candidate: Candidate, zone: Zone, library: Library, avoided: Avoided): Candidate[] {
  const bays = deepBays(zone);
  const { buildUp } = candidate;
  if (bays.length === 0 || Object.keys(candidate.bays).length > 0) return [];
  const at = buildUp.layers.findIndex(l => l.role === 'fill');
  const own = buildUp.layers[at];
  if (own && own.role !== 'fill') return [];
  const may = (id: string) => library.has(id) && !avoided.materials.includes(id);
  const wood = buildUp.layers.find(l => l.role === 'batten')?.thickness ?? 0;
  const deep = { ...zone, bays };
  const shallow = fillsOf(zone, wood, library, may);
  const film = buildUp.layers.some(l => l.role === 'vapour control');
  return fillsOf(deep, wood, library, may).flatMap((fill): Candidate[] => {
    if (!fill || (film && !breathes(fill))) return [];
    const [material, thickness] = fill;
    const more = own
      ? own.material === material.id && thickness > own.thickness + 1e-6
      : !shallow.some(s => s && s[0] === material);
    if (!more) return [];
    const laid: Layer = { id: 'f', role: 'fill', material: material.id, thickness };
    const first = buildUp.layers.findIndex(l => l.role !== 'damping');
    const layers = own
      ? buildUp.layers.with(at, laid)
      : buildUp.layers.toSpliced(first < 0 ? buildUp.layers.length : first, 0, laid);
    if (bays.some(bay => fitBuildUp(layers, bay, zone.kind, library).misfit)) return [];
    const there = {
      ...buildUp,
      id: `${buildUp.id}-deep-${material.id}-${Math.round(thickness * 1e4)}`,
      name: nameOf(layers, library),
      layers,
    };
    return [{ ...candidate, bays: Object.fromEntries(bays.map(b => [b.id, there])) }];
  });
}

/** Thicknesses of battens, 0 for none; those of a floor are as thick as the board between them. */
const battensOf = (place: Place): readonly (number | 'as the fill')[] =>
  place === 'floor' ? [0, 'as the fill'] : place === 'wall' ? [0, 0.012] : [0];

/** What lies between fill and lining: nothing, a strip of foam over the ribs, a film, or both. */
function innersOf(place: Place, library: Library, may: (id: string) => boolean): readonly Layer[][] {
  if (place === 'floor' || place === 'frame' || place === 'arch') return [[]];
  const strip = ['elastomeric-plain', 'pe-foam'].filter(may).flatMap((id): Layer[] => {
    const thin = materialOf(library, id).stock.flatMap(({ thickness: t }) => (t <= STRIP ? [t] : []));
    return thin.length > 0 ? [{ id: 'o', role: 'over-rib', material: id, thickness: Math.max(...thin) }] : [];
  })[0];
  const films = ['foil-membrane', 'variable-membrane'].filter(may).map((id): Layer => {
    const { thickness } = materialOf(library, id).stock[0]!;
    return { id: 'v', role: 'vapour control', material: id, thickness };
  });
  return [
    [],
    ...(strip ? [[strip]] : []),
    ...films.map(f => [f]),
    ...(strip ? films.map(f => [strip, f]) : []),
  ];
}

const liningsOf = (
  place: Place,
  may: (id: string) => boolean,
): readonly (readonly [string, number] | null)[] =>
  LININGS[place].length === 0 ? [null] : LININGS[place].filter(([id]) => may(id));

/** Whether a zone takes a fill by its kind: what is poured goes into voids that close; what rests on the floor bears people. */
export const suits = (material: Material, zone: Zone, wood: number | 'as the fill'): boolean =>
  (material.form !== 'bag' || zone.kind === 'frame') &&
  (zone.kind !== 'floor' || wood !== 0 || !material.flexible);

/** A floor, an arch and a bulkhead take what stands in the room. */
const standsProud = ({ kind }: Zone): boolean => kind === 'floor' || kind === 'arch' || kind === 'bulkhead';

/** The thickest of a material that a zone takes, m, where battens of `wood` stand before it. */
export const roomFor = (material: Material, zone: Zone, wood: number): number =>
  standsProud(zone)
    ? STANDS_AT_MOST
    : (Math.min(...zone.bays.map(b => b.depthMin.value)) + wood) / material.squeeze;

/** Sizes that have a price: what has none would be chosen for it. */
export const priced = ({ stock }: Material): Material['stock'] => stock.filter(s => s.price > 0);

/** Fills by material and thickness: none, and the thickest sold that the zone's bays may take. */
function fillsOf(
  zone: Zone,
  wood: number | 'as the fill',
  library: Library,
  may: (id: string) => boolean,
): readonly ([Material, number] | null)[] {
  const found: ([Material, number] | null)[] = wood === 'as the fill' ? [] : [null];
  for (const material of library.values()) {
    if (!material.roles.includes('fill') || !may(material.id) || material.family === 'damping') continue;
    if (!suits(material, zone, wood)) continue;
    const room = roomFor(material, zone, typeof wood === 'number' ? wood : 0);
    const sold = [...new Set(priced(material).map(s => s.thickness))]
      .filter(t => t <= room + 1e-6)
      .sort((a, b) => b - a);
    for (const thickness of sold.slice(0, THICKEST)) found.push([material, thickness]);
  }
  return found.filter(
    f => f === null || !found.some(o => o !== null && o !== f && beats(o, f, standsProud(zone))),
  );
}

/** Whether a fill is no worse than another of its kind in anything that is asked of it: warmth, price, mass, thickness. */
function beats(a: [Material, number], b: [Material, number], proud: boolean): boolean {
  const kind = ([m]: [Material, number]) =>
    `${m.sorption} ${m.flowResistivity === null} ${m.jointed} ${m.flexible || m.family === 'fibre'} ${m.selfAdhesive} ${m.toleratesWet}`;
  const weighed = ([m, t]: [Material, number]) => {
    const stock = m.stock.find(s => Math.abs(s.thickness - t) < 1e-6)!;
    return [
      -t / m.conductivity,
      stock.price / (stock.width * stock.length * stock.perPack),
      t * m.density,
      proud ? t : 0,
    ];
  };
  if (kind(a) !== kind(b)) return false;
  const [wa, wb] = [weighed(a), weighed(b)];
  return wa.every((w, i) => w <= wb[i]! + 1e-12) && wa.some((w, i) => w < wb[i]! - 1e-12);
}

function stack(
  place: Place,
  coverage: number,
  fill: [Material, number] | null,
  wood: number | 'as the fill',
  inner: readonly Layer[],
  lining: readonly [string, number] | null,
  library: Library,
): Layer[] | null {
  const layers: Layer[] = [];
  if (coverage > 0)
    layers.push({ id: 'd', role: 'damping', material: 'damping-sheet', thickness: 0.002, coverage });
  const batten = wood === 'as the fill' ? (fill?.[1] ?? 0) : wood;
  const timber = batten > 0 ? battenLayer(place, batten, library) : [];
  if (!timber) return null;
  if (place === 'floor') layers.push(...timber);
  if (fill) layers.push({ id: 'f', role: 'fill', material: fill[0].id, thickness: fill[1] });
  layers.push(...inner);
  if (place !== 'floor') layers.push(...timber);
  if (lining) {
    const [id, thickness] = lining;
    const finish = materialOf(library, id).family === 'finish' || place === 'arch';
    layers.push({ id: 'l', role: finish ? 'finish' : 'lining', material: id, thickness });
  }
  if (place === 'floor' && library.has('vinyl'))
    layers.push({ id: 'c', role: 'finish', material: 'vinyl', thickness: 0.002 });
  return layers;
}

/** A batten of a thickness; null where none is sold. */
function battenLayer(place: Place, thickness: number, library: Library): Layer[] | null {
  const id = place === 'floor' ? 'batten' : 'kerfed-batten';
  const stock = library.get(id)?.stock.find(s => Math.abs(s.thickness - thickness) < 1e-4);
  if (!stock) return null;
  const { width } = stock;
  return [{ id: 'b', role: 'batten', material: id, thickness: stock.thickness, width, spacing: 0.4 }];
}

/** Boards and films are taped, what breathes is left open. */
function seamsOf(layers: readonly Layer[], library: Library): BuildUp['seams'] {
  const film = layers.some(l => l.role === 'vapour control');
  const board = layers.some(l => l.role === 'fill' && materialOf(library, l.material).jointed);
  return film || board ? 'taped' : 'butted';
}

/** What it is, by what insulates and what keeps the air in. */
function nameOf(layers: readonly Layer[], library: Library): string {
  const word = (l: Layer) =>
    l.role === 'air gap' ? '' : `${materialOf(library, l.material).name.toLowerCase()} ${mm(l.thickness)}`;
  const parts = layers.flatMap(l => {
    if (l.role === 'fill') return [word(l)];
    if (l.role === 'over-rib') return [`ribs stripped`];
    if (l.role === 'vapour control') return [materialOf(library, l.material).name.toLowerCase()];
    if (l.role === 'batten') return [`on battens ${mm(l.thickness)}`];
    if (l.role === 'damping') return [`${Math.round(l.coverage * 100)} % deadened`];
    return [];
  });
  const name = parts.join(', ') || 'lining alone';
  return name.replace(/^./, c => c.toUpperCase()).slice(0, 120);
}

const mm = (metres: number): string => `${Math.round(metres * 10_000) / 10} mm`;

/** One build-up in all bays, ribs as they were surveyed. */
export const throughout = (buildUp: BuildUp): Candidate => ({ buildUp, bays: {}, ribs: null });

/** A zone alone with one candidate. */
export function only({ id }: Zone, { buildUp, bays, ribs }: Candidate): Placement {
  const own = new Map([
    [buildUp.id, buildUp],
    ...Object.values(bays).flatMap(b => (b ? [[b.id, b] as const] : [])),
  ]);
  return {
    buildUps: [...own.values()],
    zones: { [id]: buildUp.id },
    bays: Object.fromEntries(Object.entries(bays).map(([bay, b]) => [bay, b?.id ?? null])),
    sheets: {},
    ...(ribs && { ribs: { [id]: ribs } }),
  };
}

/** What a candidate is made of, whatever its parts are called: alike for two that are the same work. */
export function makeOf({ buildUp, bays, ribs }: Candidate): string {
  const layers = (b: BuildUp | null) => b && [b.layers.map(({ id: _, ...l }) => l), b.seams];
  return JSON.stringify([layers(buildUp), Object.entries(bays).map(([bay, b]) => [bay, layers(b)]), ribs]);
}

/** Every build-up of a candidate. */
export const buildUpsOf = ({ buildUp, bays }: Candidate): BuildUp[] => [
  ...new Set([buildUp, ...Object.values(bays).flatMap(b => b ?? [])]),
];
