export { type Change, type Remedies, type Remedy, remediesFor } from './remedies.ts';
