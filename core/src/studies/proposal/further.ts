import { fitBuildUp, takesStuffing } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Layer, Zone } from '../../model/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import type { Candidate } from './candidate.ts';
import { type Avoided, candidateName } from './candidates.ts';
import { breathes, fillsOf, standsProud } from './fills.ts';

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
  // What stands in the room is one plane, however deep its bays.
  const bays = standsProud(zone) ? [] : deepBays(zone);
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
      ? own.material === material.id && thickness > own.thickness + SAME_SIZE
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
      name: candidateName(layers, library),
      layers,
    };
    return [{ ...candidate, bays: Object.fromEntries(bays.map(b => [b.id, there])) }];
  });
}
