export { type AxleLoads, axleLoads, withMore } from './axles.ts';
export { type MassLine, massLines, massPerArea } from './mass.ts';
