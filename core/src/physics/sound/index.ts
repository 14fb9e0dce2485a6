export { dampedModes, type Free, type Sheet } from './damped.ts';
export { DRUM_OCTAVES, type Panel, panel, type Vibration, vibration } from './drumming.ts';
export { edgeRoot, edgeShape } from './edge.ts';
export { knockSound, type Ringing, randomFrom } from './knock.ts';
export { coveredWave } from './layers.ts';
export {
  bendingStiffness,
  type Modes,
  type Plate,
  type PlateField,
  surfaceMass,
} from './plate.ts';
export { remembered } from './remembered.ts';
export { type Knocked, type RungMode, ringDown } from './ringDown.ts';
export { ECHO_OCTAVES, eyring, sabine } from './room.ts';
export {
  absorbed,
  airStiffness,
  type Element,
  massAirMass,
  NOISE_OCTAVES,
  transmissionLoss,
} from './transfer.ts';
