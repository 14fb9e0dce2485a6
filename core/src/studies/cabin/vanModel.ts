import { type End, endsAt, type LaidBay } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import { type Brief, inCab, isWithin, type Shell } from '../../model/index.ts';
import { AIR_CAPACITY } from '../../physics/air/index.ts';
import { meanDepth } from '../../survey/geometry/index.ts';
import { cabVolume } from '../../survey/patterns/index.ts';
import { conducts, draught, type FrontPass, USUAL_WIND } from '../../van/cab/index.ts';
import { ABSORPTANCE, cookingHeat, moistureProduction } from '../../van/climate/index.ts';
import { type BayModel, bayModel, bayModelInput } from '../damp/index.ts';
import { type Face, facesOf, isPlain, type Screens } from './faces.ts';

/** The bays of one zone that share a build-up, by the one of them that is nearest to their mean depth. */
interface VanPart {
  zone: string;
  name: string;
  bays: string[];
  area: number;
  /** Of `VanModel.airs`: which it stands round. */
  air: number;
  model: BayModel;
}

/** Air of one space of a van, with what has no inertia round it. */
interface VanAir {
  /** m3. */
  volume: number;
  /** Of what stands in it, J/K. */
  mass: number;
  /** Between that and the air, W/K. */
  massLink: number;
  /** Ribs, rails and edges, and what battens and tapering bays lose beyond the fields of the parts, W/K. */
  bridges: number;
  /** Outside air through seals, gaiters and shut vents, m3/s. */
  leakage: number;
}

/** A whole van as it is stepped through time. SI units. */
export interface VanModel {
  /** By zone and build-up. */
  parts: VanPart[];
  /** Panes, bare metal and cold strips, which answer at once. */
  faces: Face[];
  /** The load space, and the cab where it is surveyed. */
  airs: VanAir[];
  /** What parts the two; null where there is one. */
  front: FrontPass | null;
  /** Of the thermostat in the load space, degC. */
  setpoint: number;
  /** Most the heater gives, W. */
  heater: number;
  /** Whether the water of its flame stays inside. */
  unflued: boolean;
  /** Inside at night. */
  people: number;
  /** Heat that cooking leaves in the air with people inside, W. */
  cooking: number;
  /** Water the people and their cooking give off, kg/s, without a flame's. */
  production: number;
  /** Fresh air of the load space with people inside, its draught among it, m3/s. */
  ventilation: number;
  /** Share of the sun the skin takes. */
  absorptance: number;
}

/** A heater is taken a fifth larger than the design night asks. */
const SPARE = 1.2;
/** Sensible heat of a sleeper, W (handbook, from memory). */
export const SLEEPER = 70;
/** Furniture, bedding and stores: 100 kg of wood and cloth; seats and dashboard of the cab: 60 kg. Common practice, no source. */
const MASS = { mass: 150_000, massLink: 60 };
const CAB_MASS = { mass: 80_000, massLink: 50 };
/** Of the load space's box, what is air. Common practice, no source. */
const FILLED = 0.85;

export interface VanChoice {
  /** Whether the screens are up: those of all panes, each where it goes; or all of the cab's inside or outside. */
  covers: Screens;
  /** W; null for what the design night asks and a fifth more. */
  heater: number | null;
  /** At which end of what nobody knows exactly air leaks behind linings; as it usually does when left out. */
  leaks?: End;
}

/** The van of an evaluation: a part for each zone and build-up, its panes and cold metal, airs, and what is in it. */
export function vanModel(
  e: Pick<Evaluation, 'bays' | 'heat'>,
  shell: Shell,
  brief: Brief,
  choice: VanChoice,
  library: Library,
): VanModel {
  const { cab } = shell;
  const airOf = (kind: LaidBay['zone']['kind']) => (cab && inCab(kind) ? 1 : 0);
  const groups = new Map<string, string[]>();
  for (const r of e.bays.values()) {
    // What parts the two airs, and what is plain metal, has no inertia worth a section.
    if (isPlain(r) || isWithin(r.zone.kind) || (cab && r.zone.kind === 'bulkhead')) continue;
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
      air: airOf(speaks.zone.kind),
      model: bayModel({ ...bayModelInput(shell, speaks), ends: endsAt(choice.leaks ?? 'likely') }, library),
    };
  });
  const absorptance = ABSORPTANCE[shell.skin.colour];
  const faces = facesOf(e, shell, choice.covers, absorptance);
  // A part is the clear field of one bay at its mean depth; the evaluation counts the battens and every depth.
  const bridges = (air: number) =>
    e.heat.zones.reduce(
      (sum, z) =>
        airOf(z.zone.kind) === air && !isWithin(z.zone.kind) && !(cab && z.zone.kind === 'bulkhead')
          ? sum + z.bays + z.ribs + z.edges + z.pointLoss + z.keptLoss
          : sum,
      0,
    ) -
    parts.reduce((sum, p) => (p.air === air ? sum + p.area * uOf(p) : sum), 0) -
    faces.reduce((sum, f) => (f.air === air && !f.pane ? sum + f.area * f.uValue : sum), 0);
  const air = (volume: number, of: 'load space' | 'cab', mass: typeof MASS): VanAir => ({
    volume,
    ...mass,
    bridges: bridges(of === 'cab' ? 1 : 0),
    leakage: draught(shell, of, USUAL_WIND).likely,
  });
  const load = air(FILLED * shell.length.value * shell.width.value * shell.height.value, 'load space', MASS);
  const model: VanModel = {
    parts,
    faces,
    airs: cab ? [load, air(cabVolume(shell, cab), 'cab', CAB_MASS)] : [load],
    front: e.heat.cab?.front ?? null,
    setpoint: brief.cabin,
    heater: 0,
    unflued: brief.heating === 'unflued gas',
    people: brief.people,
    cooking: cookingHeat(brief),
    production: moistureProduction({ ...brief, heating: 'dry' }),
    ventilation: Math.max(brief.ventilation / 1000, load.leakage),
    absorptance,
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

/** What the space of one air loses to outside for each kelvin, without its fresh air or draught, W/K. */
const skinLoss = ({ parts, faces, airs }: VanModel, air: number): number =>
  parts.reduce((sum, p) => (p.air === air ? sum + p.area * uOf(p) : sum), airs[air]!.bridges) +
  faces.reduce((sum, f) => (f.air === air ? sum + f.area * f.uValue : sum), 0);

/** The same with its air, people inside, W/K. */
export const airLoss = (model: VanModel, air: number): number =>
  skinLoss(model, air) + AIR_CAPACITY * (air === 0 ? model.ventilation : model.airs[air]!.leakage);

/** What a clear sky takes of it beyond the air, W. */
export const skyLoss = ({ parts, faces }: VanModel, air: number): number =>
  parts.reduce(
    (sum, p) => (p.air === air ? sum + p.area * uOf(p) * p.model.facing.sky * p.model.section.rse : sum),
    0,
  ) + faces.reduce((sum, f) => (f.air === air ? sum + f.area * f.uValue * f.cools : sum), 0);

/** Temperature of the cab's air on a steady clear night, degC, with the load space at `inside`; by bisection. */
function steadyCab(model: VanModel, inside: number, outside: number): number {
  const { front } = model;
  if (!front) return outside;
  const [own, sky] = [airLoss(model, 1), skyLoss(model, 1)];
  let [low, high] = [outside - sky / Math.max(own, 1e-9), inside];
  for (let i = 0; i < 60; i++) {
    const t = (low + high) / 2;
    if (conducts(front, inside, t) * (inside - t) > own * (t - outside) + sky) low = t;
    else high = t;
  }
  return (low + high) / 2;
}

/** What the load space gives the cab on such a night, W. */
export function cabTakes(model: VanModel, inside: number, outside: number): number {
  if (!model.front) return 0;
  const t = steadyCab(model, inside, outside);
  return conducts(model.front, inside, t) * (inside - t);
}

/** What holds the thermostat on a steady clear night of `outside` degC, W: losses, the sky and the cab, less the sleepers. */
export function heaterNeed(model: VanModel, outside: number): number {
  const { setpoint, people } = model;
  const lost = airLoss(model, 0) * (setpoint - outside) + skyLoss(model, 0);
  return Math.max(0, lost + cabTakes(model, setpoint, outside) - people * SLEEPER);
}

/** U-value of a part's field, W/m2K. */
export const uOf = ({ model: { section } }: Pick<VanPart, 'model'>): number =>
  1 / section.layers.reduce((r, l) => r + l.thickness / l.conductivity, section.rse + section.rsi);
