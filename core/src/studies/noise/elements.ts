import type { LaidBay } from '../../buildup/index.ts';
import type { BayQuiet } from '../../evaluate/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { Layer, Material } from '../../model/index.ts';
import {
  airStiffness,
  bendingStiffness,
  coveredWave,
  type Element,
  massAirMass,
  type Plate,
  surfaceMass,
} from '../../physics/sound/index.ts';
import { stuckLayer } from '../../van/quiet/index.ts';

/** What sound passes on its way through a bay. */
export interface Passage {
  /** From outside to the room. */
  elements: Element[];
  /** Where skin and lining swing against what lies between, Hz; null without a lining. */
  dip: number | null;
}

/** Frequency at which sheets are taken to stiffen and damp the skin for transmission, Hz. */
const MIDDLE = 500;

/** A bay as it is built, from skin to room; `gap` is the mean air left behind or in front of the fill, m. */
export function passageOf(
  { buildUp, sheets, area }: LaidBay,
  quiet: BayQuiet | null,
  plate: Plate,
  gap: number,
  library: Library,
): Passage {
  const covered = sheets
    ? Math.min(1, sheets.patches.reduce((sum, p) => sum + p.width * p.height, 0) / area)
    : 0;
  const elements: Element[] = [skin(plate, sheets, covered, quiet?.treatment.base ?? 0.01, library)];
  const layers = buildUp?.layers.filter(l => l.role !== 'damping' && l.role !== 'batten') ?? [];
  const closed = layers.some(
    l => l.role === 'lining' || l.role === 'over-rib' || l.role === 'vapour control',
  );
  const fill = layers.find(l => l.role === 'fill');
  const standsOff = fill !== undefined && !hangsOn(materialIn(fill, library));
  if (closed && (fill === undefined || standsOff) && gap > 0.001) elements.push(air(gap));
  for (const layer of layers) {
    elements.push(...elementOf(layer, library));
    if (layer === fill && !standsOff && closed && gap > 0.001) elements.push(air(gap));
  }
  return { elements: joined(elements), dip: dipOf(elements) };
}

const air = (thickness: number): Element => ({ by: 'fluid', thickness, resistivity: null });
const materialIn = (layer: Layer, library: Library): Material | null =>
  layer.role === 'air gap' ? null : materialOf(library, layer.material);
const hangsOn = (m: Material | null): boolean => m !== null && (m.flexible || m.selfAdhesive);

function skin(
  plate: Plate,
  sheets: LaidBay['sheets'],
  covered: number,
  base: number,
  library: Library,
): Element {
  const bare = bendingStiffness(plate);
  const mass = surfaceMass(plate);
  if (!sheets || covered === 0) return { by: 'plate', mass, stiffness: bare, lossFactor: base };
  const material = materialOf(library, sheets.material);
  const layer = stuckLayer(material, sheets.thickness);
  const whole =
    layer.by === 'constrained' ? coveredWave(plate, layer.of, MIDDLE) : { lossFactor: base, stiffness: 1 };
  return {
    by: 'plate',
    mass: mass + covered * material.density * sheets.thickness,
    stiffness: bare * (1 + covered * (whole.stiffness - 1)),
    lossFactor: base + covered * whole.lossFactor,
  };
}

function elementOf(layer: Layer, library: Library): Element[] {
  const material = materialIn(layer, library);
  const { thickness } = layer;
  if (!material) return [air(thickness)];
  const { stiffness, lossFactor, density, flowResistivity } = material;
  const mass = density * thickness;
  if (flowResistivity !== null) return [{ by: 'fluid', thickness, resistivity: flowResistivity }];
  const springy = material.family === 'foam' || material.family === 'board' || material.family === 'absorber';
  if (springy && stiffness !== null)
    return [{ by: 'spring', stiffness: stiffness / thickness, lossFactor, mass }];
  const bends = layer.role === 'lining' && stiffness !== null;
  return [
    {
      by: 'plate',
      mass,
      stiffness: bends ? (stiffness * thickness ** 3) / (12 * 0.91) : 0,
      lossFactor,
    },
  ];
}

/** Limp layers on a plate move with it: one plate. */
function joined(elements: readonly Element[]): Element[] {
  const out: Element[] = [];
  for (const e of elements) {
    const last = out.at(-1);
    if (e.by === 'plate' && last?.by === 'plate' && (e.stiffness === 0 || last.stiffness === 0))
      out[out.length - 1] = {
        by: 'plate',
        mass: last.mass + e.mass,
        stiffness: last.stiffness + e.stiffness,
        lossFactor: Math.max(last.lossFactor, e.lossFactor),
      };
    else out.push(e);
  }
  return out;
}

/** The first mass, the last mass, and the springs in series between them. */
function dipOf(elements: readonly Element[]): number | null {
  const last = elements.findLastIndex(e => e.by === 'plate' && e.mass > 0.5);
  const [first] = elements;
  const lining = elements[last];
  if (last < 2 || first?.by !== 'plate' || lining?.by !== 'plate') return null;
  let compliance = 0;
  let between = 0;
  for (const e of elements.slice(1, last)) {
    if (e.by === 'fluid') compliance += 1 / airStiffness(e.thickness, e.resistivity !== null);
    else if (e.by === 'spring') {
      compliance += 1 / e.stiffness;
      between += e.mass;
    } else between += e.mass;
  }
  // What lies between swings half with either side.
  return compliance > 0
    ? massAirMass(first.mass + between / 2, lining.mass + between / 2, 1 / compliance)
    : null;
}
