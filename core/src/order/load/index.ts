export { type AxleLoads, axleLoads } from './axles.ts';
export { type MassLine, massLines, massPerArea } from './mass.ts';
