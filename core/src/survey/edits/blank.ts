import { assumed, type Bay, type Measurement, type Zone } from '../../model/index.ts';

/** A size that a pattern assumes, m, to whole millimetres. */
export const guessed = (metres: number): Measurement => assumed(Math.round(metres * 1000) / 1000);

/** A bay of a pattern; sizes and depths in m. */
export const plainBay = (
  id: string,
  station: number,
  strip: number,
  width: number,
  height: number,
  [min, max]: readonly [number, number],
): Bay => ({
  id,
  station,
  strip,
  width: guessed(width),
  height: guessed(height),
  depthMin: guessed(min),
  depthMax: guessed(max),
});

/** A zone of a pattern with nothing in it; sizes in m. */
export const blankZone = (
  { id, kind, name, side }: Pick<Zone, 'id' | 'kind' | 'name' | 'side'>,
  length: number,
  height: number,
  { offset = 0, rail = 0 } = {},
): Zone => ({
  id,
  kind,
  name,
  side,
  length: guessed(length),
  height: guessed(height),
  offset: guessed(offset),
  rail: guessed(rail),
  ribs: [],
  bays: [],
  openings: [],
  pockets: [],
  keepClears: [],
  points: [],
  features: [],
});
