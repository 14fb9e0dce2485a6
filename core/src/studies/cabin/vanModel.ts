import { directionOf, type End, endsAt, type LaidBay } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Brief, Shell } from '../../model/index.ts';
import { AIR_CAPACITY } from '../../physics/air/index.ts';
import { meanDepth, openingSize } from '../../survey/shell/index.ts';
import { ABSORPTANCE, cookingHeat, facingOf, glazing, moistureProduction } from '../../van/climate/index.ts';
import { type BayModel, bayModel, bayModelInput } from '../damp/index.ts';

/** The bays of one zone that share a build-up, by the one of them that is nearest to their mean depth. */
interface VanPart {
  zone: string;
  name: string;
  bays: string[];
  area: number;
  model: BayModel;
}

/** A whole van as it is stepped through time. SI units. */
export interface VanModel {
  /** By zone and build-up. */
  parts: VanPart[];
  /** Ribs, rails and edges, and what battens and tapering bays lose beyond the fields of the parts, W/K, without inertia. */
  bridges: number;
  /** W/K and m2 of all panes, the mean temperature factor of their inner faces, and sun they let in per W/m2 on a level face, m2. */
  glass: { conductance: number; area: number; fRsi: number; sun: number };
  /** Of the cabin's air, m3. */
  volume: number;
  /** Bedding and furniture, J/K. */
  mass: number;
  /** Between them and the air, W/K. */
  massLink: number;
  /** Of the thermostat, degC. */
  setpoint: number;
  /** Most it gives, W. */
  heater: number;
  /** Whether the water of its flame stays inside. */
  unflued: boolean;
  /** Inside at night. */
  people: number;
  /** Heat that cooking leaves in the air with people inside, W. */
  cooking: number;
  /** Water the people and their cooking give off, kg/s, without a flame's. */
  production: number;
  /** Fresh air with people inside, m3/s. */
  ventilation: number;
  /** Fresh air in the closed empty van, m3/s. */
  leakage: number;
  /** Share of the sun the skin takes. */
  absorptance: number;
}

/** Changes of air an hour in a closed empty van: common practice, no source. */
const EMPTY_CHANGES = 0.3;
/** A heater is taken a fifth larger than the design night asks. */
const SPARE = 1.2;
/** Sensible heat of a sleeper, W (handbook, from memory). */
export const SLEEPER = 70;
/** What a fitted insulated cover adds to a window, m2K/W. Common practice, no source. */
const COVER = 0.6;
/** Share of the sun on a pane that comes in (handbook, from memory), and what a fitted cover leaves of it. */
const LETS_IN: Record<Shell['zones'][number]['openings'][number]['glazing'], number> = {
  glass: 0.8,
  'double acrylic': 0.7,
  'insulated panel': 0.02,
};
const BEHIND_COVER = 0.15;
/** Furniture, bedding and stores: 100 kg of wood and cloth. Common practice, no source. */
const MASS = 150_000;
const MASS_LINK = 60;

export interface VanChoice {
  /** Whether fitted covers are on the windows. */
  covers: boolean;
  /** W; null for what the design night asks and a fifth more. */
  heater: number | null;
  /** At which end of what nobody knows exactly air leaks behind linings; as it usually does when left out. */
  leaks?: End;
}

/** The van of an evaluation: a part for each zone and build-up, its glass, air, and what is in it. */
export function vanModel(
  e: Pick<Evaluation, 'bays' | 'heat'>,
  shell: Shell,
  brief: Brief,
  choice: VanChoice,
  library: Library,
): VanModel {
  const groups = new Map<string, string[]>();
  for (const r of e.bays.values()) {
    const key = `${r.zone.id}/${r.buildUp?.id ?? ''}`;
    groups.set(key, [...(groups.get(key) ?? []), r.bay.id]);
  }
  const parts = [...groups.values()].map((ids): VanPart => {
    const bays = ids.map(id => e.bays.get(id)!);
    const area = bays.reduce((sum, r) => sum + r.area, 0);
    const mean = bays.reduce((sum, r) => sum + meanDepth(r.bay) * r.area, 0) / area;
    const off = (r: LaidBay) => Math.abs(meanDepth(r.bay) - mean);
    const speaks = bays.reduce((a, b) => (off(b) < off(a) ? b : a));
    return {
      zone: speaks.zone.id,
      name: speaks.zone.name,
      bays: ids,
      area,
      model: bayModel({ ...bayModelInput(shell, speaks), ends: endsAt(choice.leaks ?? 'likely') }, library),
    };
  });
  const glass = { conductance: 0, area: 0, fRsi: 0, sun: 0 };
  for (const zone of shell.zones)
    for (const o of zone.openings) {
      const area = openingSize(o);
      const pane = glazing(o.glazing, directionOf(zone.kind));
      const u = choice.covers ? 1 / (1 / pane.uValue + COVER) : pane.uValue;
      glass.conductance += area * u;
      glass.area += area;
      glass.fRsi += area * pane.fRsi * (u / pane.uValue);
      glass.sun += area * LETS_IN[o.glazing] * facingOf(zone.kind).sun * (choice.covers ? BEHIND_COVER : 1);
    }
  glass.fRsi = glass.area > 0 ? glass.fRsi / glass.area : 1;
  // A part is the clear field of one bay at its mean depth; the evaluation counts the battens and every depth.
  const bridges =
    e.heat.zones.reduce((sum, z) => sum + z.bays + z.ribs + z.edges + z.pointLoss, 0) -
    parts.reduce((sum, p) => sum + p.area * uOf(p), 0);
  const volume = shell.length.value * shell.width.value * shell.height.value * 0.85;
  const model: VanModel = {
    parts,
    bridges,
    glass,
    volume,
    mass: MASS,
    massLink: MASS_LINK,
    setpoint: brief.cabin,
    heater: 0,
    unflued: brief.heating === 'unflued gas',
    people: brief.people,
    cooking: cookingHeat(brief),
    production: moistureProduction({ ...brief, heating: 'dry' }),
    ventilation: brief.ventilation / 1000,
    leakage: (EMPTY_CHANGES * volume) / 3600,
    absorptance: ABSORPTANCE[shell.skin.colour],
  };
  return choice.heater === null || brief.heating === 'none'
    ? withHeater(model, brief)
    : { ...model, heater: choice.heater };
}

/** The van with a heater a fifth larger than its design night asks; none where the brief has none. */
export const withHeater = (model: VanModel, { heating, designNight }: Brief): VanModel => ({
  ...model,
  heater: heating === 'none' ? 0 : SPARE * heaterNeed(model, designNight),
});

/** Everything a van with people inside loses per kelvin, W/K. */
export function vanLoss({ parts, bridges, glass, ventilation }: VanModel): number {
  return parts.reduce(
    (sum, p) => sum + p.area * uOf(p),
    bridges + glass.conductance + AIR_CAPACITY * ventilation,
  );
}

/** What holds the thermostat on a steady clear night of `outside` degC, W: losses and the sky, less the sleepers. */
export function heaterNeed(model: VanModel, outside: number): number {
  const sky = model.parts.reduce(
    (sum, p) => sum + p.area * uOf(p) * p.model.facing.sky * p.model.section.rse,
    0,
  );
  return Math.max(0, vanLoss(model) * (model.setpoint - outside) + sky - model.people * SLEEPER);
}

/** U-value of a part's field, W/m2K. */
export const uOf = ({ model: { section } }: VanPart): number =>
  1 / section.layers.reduce((r, l) => r + l.thickness / l.conductivity, section.rse + section.rsi);
