import { directionOf, leakPath, SEAM_GAP, sectionAt, tightLayer } from '../buildup/index.ts';
import type { HourlyYear } from '../climate/index.ts';
import { type Periodic, periodic, RSE, RSI } from '../heat/index.ts';
import {
  type HourlyAir,
  type HourlyCase,
  type HourlyLayer,
  mouldIndex,
  type Sensitivity,
  simulateHourly,
  timeOfWetness,
} from '../hourly/index.ts';
import { type Library, materialOf } from '../materials/index.ts';
import type { Bay, BuildUp, Material, Shell, ZoneKind } from '../model/index.ts';
import { leakFlow } from '../moisture/index.ts';

/** One bay, as its hourly years are computed. */
export interface BayYearInput {
  shell: Shell;
  kind: ZoneKind;
  bay: Bay;
  buildUp: BuildUp;
  /** Joints of the airtight layer, m per m2, and height over which its cavity's air can rise, m. */
  seamLength: number;
  height: number;
  /** Share of sun the skin takes: white about 0.3, grey 0.6, black 0.9. */
  absorptance: number;
  years: number;
}

export interface BayYears {
  hours: number;
  /** Hour by hour: free water at the skin and anywhere, kg/m2; the skin, degC. */
  skinWater: Float32Array;
  water: Float32Array;
  skin: Float32Array;
  /** Highest water, kg/m2, of each year, and what is left at each year's end. */
  peaks: number[];
  ends: number[];
  runOff: number;
  diffused: number;
  leaked: number;
  wetness: { hours: number; class: string };
  /** At the skin's face on what lies against it, and at the back of the lining. */
  mould: { atSkin: number; atLining: number };
  waterBalance: number;
  energyBalance: number;
}

/** Sun on a face against that on a level one, and what a face gives to the sky beyond the air, W/m2. Common practice, no source. */
const FACING: Partial<Record<ZoneKind, { sun: number; sky: number }>> = {
  ceiling: { sun: 1, sky: 45 },
  'cab overhead': { sun: 1, sky: 45 },
  floor: { sun: 0, sky: 0 },
};
const UPRIGHT = { sun: 0.42, sky: 18 };
/** What a smooth face holds, kg/m2 (ISO 13788, from memory). */
const HOLDS = 0.2;
const FILM = 2.5e-8;

/** Hourly years of one bay from a dry October: the field of the bay at its mean depth. */
export function bayYears(input: BayYearInput, year: HourlyYear, library: Library): BayYears {
  const { shell, kind, bay, buildUp, years } = input;
  const depth = (bay.depthMin.value + bay.depthMax.value) / 2;
  const { planes, fit } = sectionAt(buildUp.layers, depth, kind, shell, library);
  const layers = planes.slice(1).flatMap((plane): HourlyLayer[] => {
    const material = plane.material ? materialOf(library, plane.material) : null;
    const thickness = Math.max(plane.thickness, 1e-4);
    if (plane.thickness < 1e-6) return [];
    return [
      {
        thickness,
        conductivity: plane.resistance > 0 ? plane.thickness / plane.resistance : 50,
        density: material?.density ?? 1.2,
        heatCapacity: material?.heatCapacity ?? 1005,
        mu: Math.max(plane.sd, 1e-4) / thickness,
        sorption: material ? sorptionOf(material) : 'none',
      },
    ];
  });
  const skin = materialOf(library, shell.skin.material);
  const missed = buildUp.seams === 'taped' ? 1 - buildUp.sealQuality : 1;
  const path = tightLayer(buildUp, library) ? leakPath(buildUp.layers, fit, library) : 'none';
  const facing = FACING[kind] ?? UPRIGHT;
  const air: HourlyAir = {
    outside: year.outside,
    inside: year.inside,
    vapour: year.vapour,
    gain: year.sun.map(s => input.absorptance * facing.sun * s - facing.sky),
    leak: year.outside.map((t, h) =>
      path === 'none'
        ? 0
        : leakFlow({
            seamLength: input.seamLength,
            gap: SEAM_GAP,
            missed,
            height: input.height,
            room: year.inside[h]!,
            cavity: (t + year.inside[h]!) / 2,
            fill: path === 'empty' ? null : path,
          }),
    ),
  };
  const model: HourlyCase = {
    skin: shell.skin.thickness.value * skin.density * skin.heatCapacity,
    layers,
    rse: RSE,
    rsi: RSI[directionOf(kind)],
    film: FILM,
    leak: 0,
    holds: HOLDS,
    start: { t: year.outside[0]!, humidity: 0.6 },
  };
  const length = year.outside.length;
  const r = simulateHourly(model, air, length * years);
  const each = Array.from({ length: years }, (_, y) => r.water.subarray(y * length, (y + 1) * length));
  return {
    hours: r.hours,
    skinWater: r.skinWater,
    water: r.water,
    skin: r.skin,
    peaks: each.map(w => w.reduce((a, b) => Math.max(a, b), 0)),
    ends: each.map(w => w.at(-1)!),
    runOff: r.runOff,
    diffused: r.diffused,
    leaked: r.leaked,
    wetness: timeOfWetness(r.skin, r.humidity),
    mould: {
      atSkin: mouldIndex(r.skin, r.humidity, sensitivityOf(planes[1]?.material ?? null, library)).highest,
      atLining: mouldIndex(r.back, r.backHumidity, sensitivityOf(planes.at(-1)?.material ?? null, library))
        .highest,
    },
    waterBalance: r.waterBalance,
    energyBalance: r.energyBalance,
  };
}

/** How a day's swing of the skin's temperature reaches the room through the field of a bay. */
export function dayResponse(
  { shell, kind, bay, buildUp }: Pick<BayYearInput, 'shell' | 'kind' | 'bay' | 'buildUp'>,
  library: Library,
): Periodic {
  const depth = (bay.depthMin.value + bay.depthMax.value) / 2;
  const { planes } = sectionAt(buildUp.layers, depth, kind, shell, library);
  const layers = planes
    .filter(p => p.thickness >= 1e-6 && p.resistance > 0)
    .map(p => {
      const material = p.material ? materialOf(library, p.material) : null;
      return material
        ? {
            thickness: p.thickness,
            conductivity: p.thickness / p.resistance,
            density: material.density,
            heatCapacity: material.heatCapacity,
          }
        : { resistance: p.resistance };
    });
  return periodic(layers.reverse(), RSI[directionOf(kind)], RSE);
}

const WOODEN = /ply|hardboard|timber|tongue|batten|wood|cork/;

const sorptionOf = (m: Material): HourlyLayer['sorption'] =>
  m.family === 'fibre' ? 'fibre' : WOODEN.test(m.id) ? 'wood' : 'none';

function sensitivityOf(id: string | null, library: Library): Sensitivity {
  if (id === null) return 'resistant';
  const m = materialOf(library, id);
  if (WOODEN.test(m.id)) return 'sensitive';
  return m.family === 'fibre' ? 'medium' : 'resistant';
}
