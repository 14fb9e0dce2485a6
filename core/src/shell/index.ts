export { bayArea, type Closure, closure, measuredBays, openingArea } from './area.ts';
export { type BayField, type Edited, removeOpening, setBay, setMaster, setOpening } from './edit.ts';
export { generateShell } from './generate.ts';
export { layoutShell, type PlacedBay, type PlacedZone, type ShellLayout } from './layout.ts';
export { type Pattern, patternOf, patterns } from './patterns.ts';
