import { fitBuildUp, placeOf, takesStuffing } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { BuildUp, Layer, Material, Shell, Zone } from '../../model/index.ts';
import { type Candidate, inBays } from './candidate.ts';
import { breathes, fillsOf } from './fills.ts';

/** What a person will not work with. */
export interface Avoided {
  /** Ids of materials. */
  materials: readonly string[];
}

/** Shares of a panel that damping sheets may cover, and the one that lay-ups are first weighed with. */
const COVERAGES = [0, 0.25, 0.6, 1];
const USUAL_COVERAGE = 0.25;
/** Share of joints that are closed where they are taped. Common practice, no source. */
const SEALED = 0.9;

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
      name: candidateName(m.layers, library),
      ...m,
      sealQuality: m.seams === 'taped' ? SEALED : 0,
    },
    bays: {},
    ribs: ribsLeft(zone),
  }));
}

const rings = (place: Place): boolean =>
  place === 'wall' || place === 'door' || place === 'ceiling' || place === 'arch';

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
      return { ...b, id: `${b.id}-${i}`, layers, name: candidateName(layers, library) };
    };
    return { ...candidate, buildUp: varied(buildUp), bays: inBays(bays, varied) };
  });
}

/** Clear ribs, told only where they were to be filled. */
const ribsLeft = (zone: Zone): Candidate['ribs'] =>
  takesStuffing(zone) && zone.pockets.some(p => p.kind === 'rib' && p.fill) ? 'clear' : null;

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
export function candidateName(layers: readonly Layer[], library: Library): string {
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
