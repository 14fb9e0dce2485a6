export { applySchool } from './applySchool.ts';
export { type Fit, type FitAt, fitAt, fitBuildUp, type Squeeze } from './fit.ts';
export { leakPath, SEAM_GAP, tightLayer } from './leak.ts';
export { battenOf, directionOf, inCavity, isContinuous, liningRests, ROLES } from './roles.ts';
export { type School, schools } from './schools.ts';
export { assemblyOf, bayUValue, type Plane, type Section, sectionAt, totalResistance } from './section.ts';
