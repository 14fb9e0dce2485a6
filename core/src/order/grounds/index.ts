export { checkPanels } from './panels.ts';
export { type Spacing, weighSpacings } from './weigh.ts';
