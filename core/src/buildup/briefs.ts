import { assumed, type Brief } from '../model/index.ts';

/** What a new conversion starts from. */
export const defaultBrief: Brief = {
  climate: 'mild coast',
  designNight: -5,
  cabin: 18,
  people: 2,
  nights: { winter: 2, spring: 2, summer: 3, autumn: 2 },
  cooking: 'gas',
  heating: 'dry',
  ventilation: 8,
  payload: 400,
  headHeight: assumed(1.75, 'guess'),
  budget: 1500,
  priorities: { warmth: 2, dryness: 2, quiet: 1, weight: 1, cost: 1, headroom: 1 },
};

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
