import { HALF_GRAM } from '../../tolerance/index.ts';
import type { BayYears } from './bayYear.ts';

/** Less water than this left after a year is nothing carried over, kg/m2; the hourly method closes its balance far below. */
const CARRIED = 0.002;
/** Less than this running down in a year is nothing, kg/m2. */
const RUNS = 0.001;
/** Less free water than this in one place is not worth drawing, and less than this away from the skin no event, kg/m2. */
const FREE = HALF_GRAM;
const AWAY = 0.005;
/** Moisture by mass from which wood may rot: 20 %, common practice, no source. */
const ROTS = 0.2;

/** Whether what is left after a year, kg/m2, is worth telling. */
export const carriesOver = (left: number): boolean => left > CARRIED;

/** Whether what ran down in a year, kg/m2, is worth telling. */
export const runsDown = (water: number): boolean => water > RUNS;

/** Whether free water in one place, kg/m2, is worth telling and drawing. */
export const standsFree = (water: number): boolean => water > FREE;

/** Whether water that left the skin for another place, kg/m2, is worth telling. */
export const movedAway = (water: number): boolean => water > AWAY;

/** Moisture by mass of the wooden layer nearest the room, and whether it may rot; null where none is wooden. */
export function tellableWoodMoisture(
  layers: BayYears['layers'],
  bound: ArrayLike<number>,
): { layer: string; share: number; mayRot: boolean } | null {
  const at = layers.findLastIndex(l => l.wooden !== null);
  if (at < 0) return null;
  const layer = layers[at]!;
  const share = bound[at]! / (layer.thickness * layer.wooden!);
  return { layer: layer.name, share, mayRot: share > ROTS };
}
