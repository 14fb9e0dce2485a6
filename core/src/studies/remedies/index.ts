export { type Remedies, type Remedy, type RemedyChange, remediesFor } from './remedies.ts';
