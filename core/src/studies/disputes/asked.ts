import { applySchool } from '../../buildup/index.ts';
import { type Evaluation, evaluate } from '../../evaluate/index.ts';
import { type Weights, wholeVan } from '../../figures/index.ts';
import type { BuildUp, Placement, Shell, Zone } from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { type ChoiceQuestion as Chosen, worthOf } from '../proposal/index.ts';
import type { Side } from './dispute.ts';

/** A van that disputes are settled for. */
export interface DisputeQuestion extends Omit<Chosen, 'avoided'> {
  /** What matters how much. */
  weights: Weights;
}

/** What a bare van is taken to get where a dispute is about what lies in it. */
const USUAL = 'board-foil';

/** The van as it is laid, or by the usual school where it is bare. */
export function fromPresentVan(asked: DisputeQuestion): {
  asked: DisputeQuestion;
  now: Evaluation;
  assumed: boolean;
} {
  const { design, placement, library } = asked;
  const bare = Object.values(placement.zones).every(z => z === null);
  const own = bare ? { ...asked, placement: applySchool(design.shell, USUAL, library) } : asked;
  return { asked: own, now: evaluateOf(own, own.placement), assumed: bare };
}

/** All questions of the van with another placement or body. */
export const evaluateOf = (
  { design, library, heard, climate }: DisputeQuestion,
  placement: Placement,
  shell: Shell = design.shell,
): Evaluation => evaluate({ shell, brief: design.brief }, placement, library, heard, climate);

/** What one way comes to; money by the take-off. */
export const sideOf = (
  name: string,
  e: Evaluation,
  { library }: Pick<DisputeQuestion, 'library'>,
  hours = 0,
): Side => ({
  name,
  ...wholeVan(e, library),
  money: e.order.cost,
  hours,
});

/** A placement with the build-up of every zone as `made` has it; what it leaves as it is stays the same build-up. */
export function remade(
  placement: Placement,
  shell: Shell,
  made: (zone: Zone, buildUp: BuildUp) => BuildUp,
): Placement {
  const { buildUps, zones, bays } = placement;
  const all = new Map(buildUps.map(b => [b.id, b]));
  const own = (zone: Zone, id: string | null | undefined): string | null => {
    const was = id ? all.get(id) : undefined;
    if (!was) return id ?? null;
    const next = made(zone, was);
    if (next === was) return was.id;
    const named = { ...next, id: `${was.id}~${zone.id}` };
    all.set(named.id, named);
    return named.id;
  };
  const nextZones: Placement['zones'] = { ...zones };
  const nextBays: Placement['bays'] = { ...bays };
  for (const zone of shell.zones) {
    if (zones[zone.id]) nextZones[zone.id] = own(zone, zones[zone.id]);
    for (const { id } of zone.bays) if (bays[id]) nextBays[id] = own(zone, bays[id]);
  }
  return { ...placement, buildUps: [...all.values()], zones: nextZones, bays: nextBays };
}

/** The build-up of a zone. */
export const layersIn = ({ placement }: DisputeQuestion, zone: Zone): BuildUp | undefined =>
  placement.buildUps.find(b => b.id === placement.zones[zone.id]);

/** Zones of such kinds that have something laid into them. */
export const lined = (asked: DisputeQuestion, ...kinds: Zone['kind'][]): Zone[] =>
  asked.design.shell.zones.filter(z => kinds.includes(z.kind) && layersIn(asked, z));

/** The side that is worth most to this person. */
export const bestChoice = (sides: readonly Side[], weights: Weights): Side =>
  sides.reduce((a, b) => (worthOf(b, weights) < worthOf(a, weights) - ROUNDING ? b : a));
