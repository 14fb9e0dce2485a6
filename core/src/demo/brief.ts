import { defaultBrief } from '../buildup/index.ts';
import type { Brief } from '../model/index.ts';

/** Two people who winter at 1,400 m. */
export const demoBrief: Brief = {
  ...defaultBrief,
  climate: 'mountain winter',
  designNight: -14,
  nights: { winter: 4, spring: 2, summer: 1, autumn: 3 },
  payload: 310,
  budget: 2200,
  priorities: { warmth: 3, dryness: 3, quiet: 1, weight: 1, cost: 1, headroom: 2 },
};
