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
  noises: { road: 2, rain: 2, doors: 1, traffic: 1 },
  priorities: { warmth: 2, dryness: 2, quiet: 1, weight: 1, cost: 1, headroom: 1 },
};
