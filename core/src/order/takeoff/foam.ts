import type { Material } from '../../model/index.ts';

/** Tape and glue that stay on the roll, in the can and on the floor. Common practice, no source. */
export const WASTE = 1.1;
/** What an uneven rib leaves beside a board on top of what the board is cut under size, m. Common practice, no source. */
const UNEVEN = 0.012;
/** A bead that only holds a board, l a metre: 9 mm thick as it leaves the gun. Common practice, no source. */
const BEAD = 0.06;

/**
 * Litres of canned foam along so many m of a board's edge (moved by `allowance`): the joint's volume, as deep as the board is thick; a bead that holds it
 * where the joint is taped.
 */
export const foamLitres = (
  edge: number,
  { allowance, thickness }: { allowance: number; thickness: number },
  taped: boolean,
): number => edge * (taped ? BEAD : (Math.max(0, -allowance) + UNEVEN) * thickness * 1000);

/** A can that does so many metres is reckoned for a joint of 25 by 40 mm: so many litres a metre. */
const LITRES_A_METRE = 1;

/** Whether it foams up, and is bought by the joint's volume. */
export const isFoam = ({ closedCell, yield: does }: Material): boolean => closedCell && does?.per === 'm';

/** What one can does, of foam in l, else in m or m2; null for what comes in no can. */
export const canDoes = (material: Material): number | null =>
  material.yield && material.yield.amount * (isFoam(material) ? LITRES_A_METRE : 1);
