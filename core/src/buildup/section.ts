import { type Library, materialOf, openPores, sdOf, WATER_DENSITY } from '../materials/index.ts';
import type { Bay, Layer, Shell, ZoneKind } from '../model/index.ts';
import { airSpaceResistance, combinedResistance, RSE, RSI } from '../physics/heat/index.ts';
import type { Assembly } from '../physics/moisture/index.ts';
import { HALF_MM } from '../tolerance/index.ts';
import { type FitAt, fitAt } from './fit.ts';
import { battenOf, directionOf, inCavity, isContinuous } from './roles.ts';

/** One plane of a section through the field of a bay, from skin to room. */
interface Plane {
  /** Layer id, or 'skin', 'gap' (behind the lining) or 'batten gap' (air between battens). */
  layer: string;
  material: string | null;
  thickness: number;
  /** Share of the area it lies on, 0 to 1; the rest is what lies before it. */
  covers: number;
  /** m2K/W in the field, and where the batten runs; `through` is what of both lies outside the batten's thickness. */
  resistance: number;
  bridged: number;
  through: number;
  /** m. */
  sd: number;
  /** Water its open pores can take, kg/m2. */
  pores: number;
}

export interface Section {
  /** At which it is taken, m. */
  depth: number;
  /** From skin to room. */
  planes: Plane[];
  /** How the stack lies there. */
  fit: FitAt;
  /** Share of the area in front of battens, 0 to 1. */
  battenShare: number;
}

/** Three-point Gauss-Legendre over a straight taper from shallowest to deepest. */
const GAUSS = [
  [0.1127016654, 5 / 18],
  [0.5, 8 / 18],
  [0.8872983346, 5 / 18],
] as const;

/** The section at one depth (m), middle of the panel. Throws RangeError for an unknown material. */
export function sectionAt(
  layers: readonly Layer[],
  depth: number,
  kind: ZoneKind,
  shell: Shell,
  library: Library,
): Section {
  const fit = fitAt(layers, depth, true, library);
  const batten = battenOf(layers);
  const intoBattens = (batten?.thickness ?? 0) - fit.battenGap;
  const timber = batten ? materialOf(library, batten.material).conductivity : 1;
  const planes: Plane[] = [skinPlane(shell, library)];
  const lastCavity = layers.findLastIndex(inCavity);
  const behind = gapIndex(layers, library);
  // Without a layer across the ribs, what is left of the depth is room air and insulates nothing.
  const closed = layers.some(isContinuous);
  layers.forEach((layer, i) => {
    if (behind === i && fit.gap > 0) planes.push(airPlane('gap', fit.gap, 0));
    if (layer.role === 'batten') {
      planes.push(airPlane('batten gap', fit.battenGap, fit.battenGap / timber));
      return;
    }
    const thickness = fit.thickness[i]!;
    if (layer.role === 'air gap') planes.push(airPlane(layer.id, thickness, 0));
    else {
      const material = materialOf(library, layer.material);
      const share = layer.role === 'damping' ? layer.coverage : 1;
      const r = (thickness / material.conductivity) * share;
      // What of the last fill lies between the battens is timber where the batten runs.
      const between = i === lastCavity && batten ? Math.min(thickness, intoBattens) : 0;
      const through = between > 0 ? r * (1 - between / thickness) : r;
      const sd = layer.role === 'damping' && layer.coverage < 1 ? 0 : sdOf(material, thickness);
      planes.push({
        layer: layer.id,
        material: material.id,
        thickness,
        covers: share,
        resistance: r,
        bridged: through + between / timber,
        through,
        sd,
        pores: WATER_DENSITY * openPores(material) * thickness,
      });
    }
    if (behind === null && closed && i === lastCavity && fit.gap > 0)
      planes.push(airPlane('gap', fit.gap, 0));
  });
  if (lastCavity < 0 && closed && fit.gap > 0) planes.splice(1, 0, airPlane('gap', fit.gap, 0));
  const whole = oneVoid(planes);
  resolveAir(whole, kind, library);
  return { depth, planes: whole, fit, battenShare: batten ? Math.min(1, batten.width / batten.spacing) : 0 };
}

/** Total resistance of a section with both surfaces, m2K/W (ISO 6946 combined method where battens run). */
export function totalResistance(section: Section, kind: ZoneKind): number {
  const rsi = RSI[directionOf(kind)];
  if (section.battenShare === 0) return section.planes.reduce((sum, p) => sum + p.resistance, RSE + rsi);
  // A plane that the batten enters in part is two planes: the standard homogenises each by itself.
  const apart = section.planes.flatMap(p => [
    { field: p.through, timber: p.through },
    ...(p.resistance > p.through || p.bridged > p.through
      ? [{ field: p.resistance - p.through, timber: p.bridged - p.through }]
      : []),
  ]);
  const paths = [
    { share: 1 - section.battenShare, resistances: apart.map(p => p.field) },
    { share: section.battenShare, resistances: apart.map(p => p.timber) },
  ];
  return combinedResistance(paths, rsi, RSE).total;
}

/** U-value of a bay, W/m2K: parallel paths over its depth, taken as a straight taper. */
export function bayUValue(
  layers: readonly Layer[],
  bay: Bay,
  kind: ZoneKind,
  shell: Shell,
  library: Library,
): number {
  const { depthMin, depthMax } = bay;
  const u = (depth: number) => 1 / totalResistance(sectionAt(layers, depth, kind, shell, library), kind);
  if (depthMax.value - depthMin.value < HALF_MM) return u(depthMin.value);
  return GAUSS.reduce(
    (sum, [x, w]) => sum + w * u(depthMin.value + x * (depthMax.value - depthMin.value)),
    0,
  );
}

/** The field of a section as the moisture methods read it. */
export const assemblyOf = (section: Section, kind: ZoneKind): Assembly => ({
  rse: RSE,
  rsi: RSI[directionOf(kind)],
  layers: section.planes.map(p => ({ resistance: p.resistance, sd: p.sd, pores: p.pores })),
});

function skinPlane(shell: Shell, library: Library): Plane {
  const material = materialOf(library, shell.skin.material);
  const thickness = shell.skin.thickness.value;
  const r = thickness / material.conductivity;
  return {
    layer: 'skin',
    material: material.id,
    thickness,
    covers: 1,
    resistance: r,
    bridged: r,
    through: r,
    sd: sdOf(material, thickness),
    pores: WATER_DENSITY * openPores(material) * thickness,
  };
}

/** Air planes get their resistance once both neighbours are known. */
const airPlane = (layer: string, thickness: number, bridged: number): Plane => ({
  layer,
  material: null,
  thickness,
  covers: 1,
  resistance: 0,
  bridged,
  through: 0,
  sd: thickness,
  pores: 0,
});

/** Air beside air is one space: an air gap and what is left of the depth behind it insulate once. */
function oneVoid(planes: readonly Plane[]): Plane[] {
  const out: Plane[] = [];
  for (const plane of planes) {
    const last = out.at(-1);
    const joins = plane.material === null && last?.material === null;
    if (!joins || plane.layer === 'batten gap' || last.layer === 'batten gap') out.push(plane);
    else
      out[out.length - 1] = airPlane(
        last.layer === 'gap' ? plane.layer : last.layer,
        last.thickness + plane.thickness,
        0,
      );
  }
  return out.filter(p => p.material !== null || p.thickness > 0 || p.layer === 'batten gap');
}

/** Stiff boards leave the gap behind them; anything else leaves it on the room side (null). */
function gapIndex(layers: readonly Layer[], library: Library): number | null {
  const first = layers.findIndex(l => l.role === 'fill');
  const layer = layers[first];
  if (layer?.role !== 'fill') return null;
  const material = materialOf(library, layer.material);
  return material.flexible || material.selfAdhesive ? null : first;
}

/** An air space loses by what it faces: a sheet on a quarter of the skin lends its face to that quarter. */
function resolveAir(planes: Plane[], kind: ZoneKind, library: Library): void {
  const direction = directionOf(kind);
  planes.forEach((plane, i) => {
    if (plane.material !== null) return;
    plane.resistance = airResistance(planes, i, direction, library);
    if (plane.layer !== 'batten gap') plane.bridged = plane.through = plane.resistance;
  });
  planes.forEach((plane, i) => {
    const before = planes[i - 1];
    if (plane.layer !== 'batten gap' || plane.thickness === 0 || before?.material !== null) return;
    // Between the battens the space before them goes on: what it insulates as one is shared out over both planes.
    const whole = { ...before, thickness: before.thickness + plane.thickness };
    const joined = [...planes.slice(0, i - 1), whole, ...planes.slice(i + 1)];
    plane.resistance = Math.max(0, airResistance(joined, i - 1, direction, library) - before.resistance);
  });
}

/** Of the air space at `index`, m2K/W. */
function airResistance(
  planes: readonly Plane[],
  index: number,
  direction: ReturnType<typeof directionOf>,
  library: Library,
): number {
  const { thickness } = planes[index]!;
  let conductance = 0;
  for (const skin of facesOf(planes, index, -1, library))
    for (const room of facesOf(planes, index, 1, library)) {
      const emissivities: [number, number] = [skin.emissivity, room.emissivity];
      conductance += (skin.share * room.share) / airSpaceResistance({ thickness, direction, emissivities });
    }
  return 1 / conductance;
}

/** What the air space at `index` sees towards the skin (-1) or the room (1), by share of its area. */
function facesOf(planes: readonly Plane[], index: number, towards: -1 | 1, library: Library) {
  const faces: { share: number; emissivity: number }[] = [];
  let left = 1;
  for (let i = index + towards; left > 0; i += towards) {
    const plane = planes[i];
    const material = plane?.material ? materialOf(library, plane.material) : null;
    const share = plane ? left * plane.covers : left;
    const own = towards < 0 ? material?.emissivity : material?.emissivityBack;
    if (share > 0) faces.push({ share, emissivity: own ?? 0.9 });
    left -= share;
  }
  return faces;
}
