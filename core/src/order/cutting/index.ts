export { type Clash, clash, holdingPins } from './clash.ts';
export { type CutGroup, type CutLayout, cutGroups, type Offcut, packsBought, SAW_KERF } from './cutting.ts';
export { nearMiss } from './nearMiss.ts';
export { nestedCost, nestedLines } from './nested.ts';
export { type CutBy, type GroupSearch, groupSearches, searchPieces } from './search.ts';
export { cutSteps, type OnSheet, piecesOn, placedOnSheets } from './steps.ts';
