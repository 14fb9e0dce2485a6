export { hoursOf } from './rates.ts';
