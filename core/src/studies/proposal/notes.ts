import { type Library, materialOf } from '../../materials/index.ts';
import type { Material } from '../../model/index.ts';
import { buildUpsOf } from './candidate.ts';
import type { Proposal } from './proposal.ts';

/** What one should know of a material that is proposed. */
export interface MaterialNote {
  /** It, or what it is fixed with. */
  material: Material;
  /** Ids of zones it is proposed for. */
  zones: string[];
  /** What is left of it when it comes out again; null for what only fixes. Common practice, no source. */
  again: 'whole' | 'in part' | 'no' | null;
}

/** Every material of a proposal, what it is fixed with after it, in the order of the zones. */
export function notesOn(
  { zones, putUp }: Pick<Proposal, 'zones' | 'putUp'>,
  library: Library,
): MaterialNote[] {
  const notes = new Map<string, MaterialNote>();
  const note = (id: string, zone: string, fixes: boolean) => {
    const material = materialOf(library, id);
    const own = notes.get(id) ?? { material, zones: [], again: fixes ? null : againOf(material, library) };
    if (!own.zones.includes(zone)) own.zones.push(zone);
    notes.set(id, own);
    if (material.fixedWith && !fixes) note(material.fixedWith, zone, true);
  };
  for (const { zone, option } of zones)
    for (const { layers } of buildUpsOf(option))
      for (const l of layers) if (l.role !== 'air gap') note(l.material, zone, false);
  for (const { id, option } of putUp) for (const { material } of option.uses) note(material, id, false);
  return [...notes.values()];
}

/** What is glued or foamed in comes out in pieces, what is taped in part, all else whole. */
function againOf(
  { selfAdhesive, yield: poured, fixedWith, form }: Material,
  library: Library,
): MaterialNote['again'] {
  if (selfAdhesive || poured?.per === 'm' || form === 'tape') return 'no';
  const fixing = fixedWith === null ? null : materialOf(library, fixedWith);
  if (!fixing) return 'whole';
  return fixing.family === 'tape' ? 'in part' : 'no';
}
