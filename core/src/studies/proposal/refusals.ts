import { materialOf } from '../../materials/index.ts';
import type { Material, Zone } from '../../model/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import { buildUpsOf } from './candidate.ts';
import { priced, roomFor, suits } from './fills.ts';
import type { ChoiceLimits } from './limits.ts';
import { isDry } from './model.ts';
import type { ChoiceQuestion, LayUpOption } from './options.ts';

/** Why a material was not taken. */
export const REFUSALS = [
  'not wanted',
  'no price',
  'unsuited',
  'too thick',
  'too damp',
  'beaten',
  'weighed',
] as const;
export type Refusal = (typeof REFUSALS)[number];

/** A material that insulates nothing in the proposal, and why, by zone. */
export interface RefusedMaterial {
  /** Id of the material. */
  material: string;
  /** Ids of zones by reason: refused by the person, without a price, not for such a zone, sold no thinner, its lay-ups damper than asked, none of its lay-ups left when others were better in everything, or weighed and not the best. */
  why: Partial<Record<Refusal, string[]>>;
}

/** Of every fill that is in none of a proposal's zones, why not. */
export function refusals(
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  { design, library, avoided }: Pick<ChoiceQuestion, 'design' | 'library' | 'avoided'>,
  limits: ChoiceLimits,
  chosen: readonly LayUpOption[],
): RefusedMaterial[] {
  const used = new Set(chosen.flatMap(fillsIn));
  const zones = design.shell.zones.filter(z => (options.get(z.id)?.length ?? 0) > 0);
  return [...library.values()]
    .filter(m => m.roles.includes('fill') && m.family !== 'damping' && !used.has(m.id))
    .map((material): RefusedMaterial => {
      const why: RefusedMaterial['why'] = {};
      for (const zone of zones) {
        const reason = avoided.materials.includes(material.id)
          ? 'not wanted'
          : priced(material).length === 0
            ? 'no price'
            : reasonIn(zone, material, options.get(zone.id)!, limits);
        why[reason] = [...(why[reason] ?? []), zone.id];
      }
      return { material: material.id, why };
    })
    .sort((a, b) => (materialOf(library, a.material).name < materialOf(library, b.material).name ? -1 : 1));
}

function reasonIn(
  zone: Zone,
  material: Material,
  options: readonly LayUpOption[],
  limits: ChoiceLimits,
): Exclude<Refusal, 'not wanted' | 'no price'> {
  const own = options.filter(o => fillsIn(o).includes(material.id));
  if (own.some(o => isDry(o, limits))) return 'weighed';
  if (own.length > 0) return 'too damp';
  // On a floor what is soft goes between battens alone, and those are seldom sold as thick.
  if (!suits(material, zone, 0)) return 'unsuited';
  const thinnest = Math.min(...material.stock.map(s => s.thickness));
  return thinnest > roomFor(material, zone, 0) + SAME_SIZE ? 'too thick' : 'beaten';
}

const fillsIn = (o: LayUpOption): string[] =>
  buildUpsOf(o)
    .flatMap(({ layers }) => layers)
    .flatMap(l => (l.role === 'fill' || l.role === 'over-rib' ? [l.material] : []));
