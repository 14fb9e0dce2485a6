export { dampedModes, type Free, type Sheet, type Treatment } from './damped.ts';
export { DRUM_OCTAVES, type Panel, type Picked, panel, type Vibration, vibration } from './drumming.ts';
export { type Edge, edgeRoot, edgeShape } from './edge.ts';
export { type KnockSpec, knockSound, type Ringing, randomFrom } from './knock.ts';
export { type Complex, type Constrained, constrainedMass, coveredWave, shearLag } from './layers.ts';
export {
  bendingStiffness,
  coincidence,
  type Field,
  fieldModes,
  type Modes,
  type Plate,
  surfaceMass,
} from './plate.ts';
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
