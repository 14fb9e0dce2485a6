import {
  checkDesign,
  type Design,
  type Measurement,
  type Mistake,
  type Shell,
  type Zone,
} from '../../model/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { lengthIn } from '../../units/index.ts';
import { curveWrong, outlineOf } from '../geometry/index.ts';
import type { BayField } from './edit.ts';

/** What a size can be, m. */
interface Limits {
  /** m. */
  min: number;
  /** m. */
  max: number;
}

/** What the four sizes of a bay can be, m. */
export const BAY_LIMITS: Readonly<Record<BayField, Limits>> = {
  width: { min: 0.02, max: 9 },
  height: { min: 0.02, max: 3.5 },
  depthMin: { min: 0, max: 0.4 },
  depthMax: { min: 0, max: 0.4 },
};
const RIB: Readonly<Record<'width' | 'depth', Limits>> = {
  width: { min: 0.001, max: 0.6 },
  depth: { min: 0, max: 0.4 },
};
const ZONE: Readonly<Record<'length' | 'height' | 'offset' | 'rail', Limits>> = {
  length: { min: 0.02, max: 9 },
  height: { min: 0.02, max: 3.5 },
  offset: { min: 0, max: 9 },
  rail: { min: 0, max: 0.6 },
};
const WORDS: Record<string, string> = {
  depthMin: 'shallowest depth',
  depthMax: 'deepest depth',
  offset: 'distance from the front of the load floor',
  rail: 'rail between its strips',
};

/** Found once: a design that was made from another shares the zones that did not change. */
const known = new WeakMap<Zone, readonly Mistake[]>();

/**
 * What no van has, at its place: sizes that are slips of the tape or the keys (a rail of 5 m for 0.04), outlines that cannot be, bends
 * tighter than their bay. What is drawn, cut and reckoned of them would be nonsense. Empty for a survey that can be.
 */
export const surveyMistakes = ({ zones }: Shell): Mistake[] =>
  zones.flatMap((zone, z) => {
    const found = known.get(zone) ?? mistakesOf(zone);
    known.set(zone, found);
    return found.map(m => ({ ...m, path: `/shell/zones/${z}${m.path}` }));
  });

function mistakesOf(zone: Zone): Mistake[] {
  const mistakes: Mistake[] = [];
  const within = (what: string, path: string, field: string, { value }: Measurement, limits: Limits) => {
    if (value < limits.min - ROUNDING || value > limits.max + ROUNDING)
      mistakes.push({
        path: `${path}/${field}`,
        message: `${what}: a ${WORDS[field] ?? field} of ${lengthIn(value)} cannot be; ${lengthIn(limits.min)} to ${lengthIn(limits.max)} are accepted.`,
      });
  };
  for (const [field, limits] of Object.entries(ZONE))
    within(zone.name, '', field, zone[field as keyof typeof ZONE], limits);
  zone.ribs.forEach((rib, r) => {
    for (const [field, limits] of Object.entries(RIB))
      within(`Rib ${rib.id}`, `/ribs/${r}`, field, rib[field as keyof typeof RIB], limits);
  });
  zone.bays.forEach((bay, b) => {
    const path = `/bays/${b}`;
    for (const [field, limits] of Object.entries(BAY_LIMITS))
      within(`Bay ${bay.id}`, path, field, bay[field as BayField], limits);
    const read = outlineOf(bay);
    if (!read.ok) mistakes.push({ path: `${path}/outline`, message: `Bay ${bay.id}: ${read.message}` });
    const bent = bay.curve && curveWrong(bay, bay.curve);
    if (bent) mistakes.push({ path: `${path}/curve`, message: `Bay ${bay.id}: ${bent}` });
  });
  return mistakes;
}

/** Everything that no sound design has: what the schema cannot see, and what no van has. */
export const checkVan = (design: Design, materials: { has(id: string): boolean }): Mistake[] => [
  ...checkDesign(design, materials),
  ...surveyMistakes(design.shell),
];
