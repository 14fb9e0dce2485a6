export { type MassLine, massLines, massPerArea } from './mass.ts';
