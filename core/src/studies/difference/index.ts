export { difference, type ZoneFigures, zoneFigures } from './difference.ts';
