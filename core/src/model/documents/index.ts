export { type Changes, changesBetween } from './changes.ts';
export { type DocumentKind, formatOf, type MovedIds, upgradeDocument } from './documentKind.ts';
export { type Documents, documentKinds, type KindName, WHOLE } from './documents.ts';
export { type Conflict, merge, same } from './merge.ts';
export { partFacts } from './partFacts.ts';
export { upgrade } from './upgrade.ts';
export { upgradeOwn } from './upgradeLibrary.ts';
