import { type LayUp, layUp } from '../../buildup/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import { FIGURE_KEYS, type Figured, VAN_FIGURES } from '../../figures/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Design, Placement, Shell, Zone } from '../../model/index.ts';
import { type CutPiece, cutPieces, USUAL_CHOICES } from '../../order/pieces/index.ts';
import type { OrderLine } from '../../order/takeoff/index.ts';
import { workByStage } from '../../order/work/index.ts';
import type { DampState, VanClimate } from '../../van/wetting/index.ts';
import { buildUpsOf, type Candidate, only } from './candidate.ts';

/** What one candidate comes to in its zone, by the same physics as everywhere. */
export interface Figures {
  /** What it takes of each figure, in its unit, the more the worse; money by the part, no pack rounded. */
  takes: Omit<Figured, Apart>;
  /** Worst of its bays, as things usually turn out. */
  damp: DampState;
  /** Of materials in their sizes, what is needed, in the unit they are bought in. */
  uses: {
    material: string;
    thickness: number;
    width: number;
    need: number;
    /** Of the sheets or rolls it takes alone, and how many those are. */
    filled: number;
    items: number;
  }[];
}

/** Figures that are asked once for what is alike in them. */
type Apart = 'hours' | 'quiet';

/** How full the sheets, rolls or cans of a line are, those still in their pack not counted. */
const filledBy = (l: OrderLine): number => (l.used * l.packs * l.stock.perPack) / l.items;

/** What order lines need of which size. */
export const materialUses = (lines: readonly OrderLine[]): Figures['uses'] =>
  lines.map(l => ({
    material: l.material,
    thickness: l.stock.thickness,
    width: l.stock.width,
    need: l.need,
    filled: filledBy(l),
    items: l.items,
  }));

/** A zone alone, with the arches that stand before it where it is a wall. */
const zonesFor = (zone: Zone, { zones }: Shell): Zone[] =>
  zone.kind === 'wall' ? [zone, ...zones.filter(z => z.kind === 'arch')] : [zone];

/** Asks every question of one zone alone with one candidate. */
export function figuresOf(
  zone: Zone,
  candidate: Candidate,
  { shell, brief }: Pick<Design, 'shell' | 'brief'>,
  library: Library,
  climate: VanClimate,
): Figures {
  const alone = { brief, shell: { ...shell, zones: zonesFor(zone, shell) } };
  const e = evaluate(alone, only(zone, candidate), library, undefined, climate);
  const takes = FIGURE_KEYS.flatMap(k => {
    const of = VAN_FIGURES[k].takenIn;
    return of ? [[k, of(e, zone, library)]] : [];
  });
  return { takes: Object.fromEntries(takes), damp: e.damp.state, uses: materialUses(e.order.lines) };
}

/** What kind of work a candidate is: alike in all but thickness, material and share of damping. */
export const workKind = (candidate: Candidate, library: Library): string =>
  buildUpsOf(candidate)
    .map(({ layers, seams }) => {
      const kinds = layers.map(l => {
        if (l.role === 'air gap') return l.role;
        const m = library.get(l.material)!;
        return `${l.role} ${m.flexible || m.family === 'fibre' ? 'soft' : 'stiff'} ${m.form}`;
      });
      return `${kinds.join(', ')} ${seams}`;
    })
    .join('; ') + (candidate.ribs ?? '');

/** Likely hours of work that a candidate takes in its zone. */
export const hoursBetween = (
  zone: Zone,
  candidate: Candidate,
  { shell }: Pick<Design, 'shell'>,
  library: Library,
): number => likelyHours({ ...shell, zones: zonesFor(zone, shell) }, only(zone, candidate), library);

/** Likely hours of all pieces and joints of a placement; what the van is made ready by is not counted. */
function likelyHours(shell: Shell, placement: Placement, library: Library): number {
  const bare = { ...shell, uses: [] };
  const laid = layUp(bare, placement, library);
  const pieces = cutPieces(bare, placement, laid, library, USUAL_CHOICES);
  return hoursOfPieces(bare, pieces, laid.joints, library);
}

/** Likely hours of pieces and joints. */
export function hoursOfPieces(
  shell: Shell,
  pieces: readonly CutPiece[],
  joints: LayUp['joints'],
  library: Library,
): number {
  const ready = { rust: [], holes: [], fixings: [] };
  const stages = workByStage({ shell: { ...shell, uses: [] }, ready, pieces, joints }, library);
  return [...stages.values()].reduce((sum, [, likely]) => sum + likely, 0);
}
