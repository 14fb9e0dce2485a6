export {
  type BayTreatment,
  banded,
  changeAt,
  counted,
  type LevelChange,
  type Scale,
  type Swings,
  shareByOctave,
  shareOfVan,
  swings,
} from './drumming.ts';
export {
  baseLoss,
  type Heard,
  type HeardBay,
  LOSS_BY_WORD,
  type LossFrom,
  NOTHING_HEARD,
  wordOf,
} from './heard.ts';
export { isDrumZone, NOISE_NAMES, type Noise, noiseWeights } from './noises.ts';
export { type BayPanel, bondedLayer, panelOf, sheetsOnField, skinPlate, stuckLayer } from './panelOf.ts';
