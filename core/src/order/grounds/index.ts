export { checkPanels, type PanelFinding } from './panels.ts';
export { type Spacing, weighSpacings } from './weigh.ts';
