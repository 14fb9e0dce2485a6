import type { BayMoisture } from './bayMonths.ts';

/** Classes of a verdict on damp, the driest first: what a limit may ask for. */
export const DAMP_CLASSES = ['dry', 'dries', 'grows'] as const;
export type DampClass = (typeof DAMP_CLASSES)[number];

/** What is said of damp: a class, that nothing is lined, or that the van's own year is still being reckoned. */
export type DampState = 'bare' | DampClass | 'reckoning';

interface Said {
  level: number;
  word: string;
  mark: string;
}

/** Nobody else knows the classes, their order or their words. */
const SCALE: Record<DampState, Said> = {
  bare: { level: 0, word: 'not lined', mark: '○' },
  dry: { level: 1, word: 'dry', mark: '●' },
  dries: { level: 2, word: 'wets and dries', mark: '◐' },
  grows: { level: 3, word: 'builds up', mark: '▲' },
  reckoning: { level: Number.NaN, word: 'reckoning', mark: '…' },
};

/** The state in words. */
export const dampWord = (state: DampState): string => SCALE[state].word;

/** A mark for the state, which tells it without colour. */
export const dampMark = (state: DampState): string => SCALE[state].mark;

/** The state as a number, the more the worse; NaN while it is being reckoned. */
export const dampLevel = (state: DampState): number => SCALE[state].level;

/** The state of a level. */
export const dampAtLevel = (level: number): DampState =>
  (Object.keys(SCALE) as DampState[]).find(s => SCALE[s].level === level) ?? 'reckoning';

/** Whether water stays from year to year, which is never advised. */
export const buildsUp = (state: DampState): boolean => state === 'grows';

/** Whether a state is no worse than a class. One that is being reckoned keeps nothing. */
export const isNoDamper = (state: DampState, than: DampClass): boolean =>
  SCALE[state].level <= SCALE[than].level;

/** How bad a bay is: by its state, then peak, then growth. */
export const dampRank = ({
  state,
  moisture,
}: {
  state: DampState;
  moisture: Pick<BayMoisture, 'peak' | 'growth'> | null;
}): number => (SCALE[state].level || 0) * 1e6 + (moisture?.peak ?? 0) * 1e3 + (moisture?.growth ?? 0);

/** Dry: never above 50 g/m2 in five years, a tenth of what DIN 4108-3 allows where nothing soaks it up (from memory). */
const DRY = 0.05;
/** Growth under 1 g/m2 a year is within the method's noise. */
const NOISE = 0.001;
/** A bay is close to another class within this factor of its boundary; own choice. */
const CLOSE = 1.25;

/** Whether a bay keeps more water each year, kg/m2 a year. */
export const growsYearly = (growth: number): boolean => growth > NOISE;

/** The class of five winters of one bay. */
export function dampState(m: Pick<BayMoisture, 'highest' | 'growth'>): DampClass {
  if (m.highest < DRY) return 'dry';
  return growsYearly(m.growth) ? 'grows' : 'dries';
}

/**
 * The class that a bay is close to and not in; null where its own is clear. A bay that dries is close to building up
 * where it is dry at one month's end alone, the last one before the next winter, or never quite.
 */
export function dampNear(m: Pick<BayMoisture, 'highest' | 'growth' | 'months'>): DampClass | null {
  const state = dampState(m);
  if (state === 'dry') return m.highest * CLOSE >= DRY ? 'dries' : null;
  if (state === 'grows') return m.growth < NOISE * CLOSE ? 'dries' : null;
  if (m.highest < DRY * CLOSE) return 'dry';
  const last = m.months.subarray(48, 60);
  return last.filter(w => w < NOISE).length <= 1 ? 'grows' : null;
}

/** So far from a worse class a bay stands in a climate kept from before an edit that its own year puts it in none: on 68 vans nobody chose, other linings' climates were out by up to 2.1 times. */
const CLEAR = 3;

/** Whether no climate much like the one reckoned with puts a bay into a worse class. */
export function isClearOfWorse(m: Pick<BayMoisture, 'highest' | 'growth' | 'months'>): boolean {
  const state = dampState(m);
  if (state === 'grows') return true;
  // Dry for some months of the fifth year, or never wet enough to be called so.
  const last = m.months.subarray(48, 60);
  const dries = last.filter(w => w < NOISE).length >= 3;
  return state === 'dry' ? m.highest * CLEAR < DRY : dries;
}
