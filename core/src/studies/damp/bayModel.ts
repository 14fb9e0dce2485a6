import {
  type BayJoints,
  cavityDepth,
  directionOf,
  type Ends,
  endsAt,
  type LaidBay,
  sectionAt,
} from '../../buildup/index.ts';
import { type Library, materialOf, openPores, WATER_DENSITY } from '../../materials/index.ts';
import type { Bay, BuildUp, Shell, ZoneKind } from '../../model/index.ts';
import { AIR_DENSITY, AIR_HEAT_CAPACITY, concentration, FACE_HOLDS } from '../../physics/air/index.ts';
import { RSE, RSI } from '../../physics/heat/index.ts';
import type { HourlyLayer, Passing, SectionCase, Sensitivity } from '../../physics/hourly/index.ts';
import { metBy, STILL } from '../../physics/moisture/index.ts';
import { SAME_SIZE } from '../../tolerance/index.ts';
import { type Facing, facingOf } from '../../van/climate/index.ts';
import { leakOf, spaceIn } from '../../van/wetting/index.ts';

/** One bay as the hourly methods take it. */
export interface BayModelInput {
  shell: Shell;
  kind: ZoneKind;
  bay: Bay;
  /** Null for a bare bay. */
  buildUp: BuildUp | null;
  /** That its air meets. */
  joints: BayJoints;
  /** At which end of what nobody knows exactly; as things usually turn out when left out. */
  ends?: Ends;
}

/** A laid bay, as the hourly methods take it. */
export const bayModelInput = (shell: Shell, { zone, bay, buildUp, like }: LaidBay): BayModelInput => ({
  shell,
  kind: zone.kind,
  bay,
  buildUp,
  joints: like.joints,
});

export interface BayModel {
  /** At the bay's mean depth. */
  section: Omit<SectionCase, 'start'>;
  /** What each layer of the section is: layer id (or 'gap'), and name of its material. */
  layers: { id: string; name: string; thickness: number; wooden: number | null }[];
  /** Air that passes the skin, for the air outside, degC and Pa, the temperature inside, and what the skin feels outside with sun and sky, degC; the next call overwrites it. */
  leakAt(outside: number, vapour: number, inside: number, felt: number): Passing;
  /** How readily what lies against the skin moulds, and the back of the lining. */
  faces: { skin: Sensitivity; lining: Sensitivity };
  /** To sun and sky. */
  facing: Facing;
}

/** Vapour film at the room's face, kg/(m2 s Pa). */
const FILM = 2.5e-8;
/** The same outside, in a wind of some metres a second (Lewis relation at 15 W/m2K of convection). */
const OUTER_FILM = 1e-7;
/** What of a sheet's sd is closed (ISO 13788, from memory), m. */
const CLOSED = 1500;

/** From the readiest to mould to the least. */
const READIEST: Sensitivity[] = ['very sensitive', 'sensitive', 'medium', 'resistant'];

/** Class of the readiest of what lies against the skin: past layers on part of it only, the next does as well. */
function mouldOf(layers: { covers: number; mould: Sensitivity | undefined }[]): Sensitivity {
  const whole = layers.findIndex(l => l.covers >= 1);
  const touching = whole < 0 ? layers : layers.slice(0, whole + 1);
  return READIEST.find(kind => touching.some(l => l.mould === kind)) ?? 'resistant';
}

/** The field of a bay at the depth of its cavity. Throws RangeError for an unknown material. */
export function bayModel(input: BayModelInput, library: Library): BayModel {
  const { shell, kind, bay, buildUp, joints, ends = endsAt('likely') } = input;
  const layers = buildUp?.layers ?? [];
  const laid = sectionAt(layers, cavityDepth(layers, bay, kind, library), kind, shell, library);
  const { planes } = laid;
  const skin = materialOf(library, shell.skin.material);
  // A skin that vapour passes, as of plywood, is a layer like any other.
  const open = planes[0]!.sd < CLOSED;
  const real = planes.slice(open ? 0 : 1).filter(plane => plane.thickness >= SAME_SIZE);
  const leak = buildUp ? leakOf(laid, kind, joints, library)(buildUp, ends) : () => STILL;
  const space = real.indexOf(planes[spaceIn(planes, library)]!);
  const materials = real.map(plane => (plane.material ? materialOf(library, plane.material) : null));
  const passing: Passing = { room: 0, outside: 0, met: 1, t: 0, v: 0 };
  return {
    section: {
      skin: open ? 0 : shell.skin.thickness.value * skin.density * skin.heatCapacity,
      ...(open && { open: { film: OUTER_FILM } }),
      layers: real.map((plane, i): HourlyLayer => {
        const thickness = Math.max(plane.thickness, 1e-4);
        const material = materials[i];
        return {
          thickness,
          conductivity: plane.resistance > 0 ? plane.thickness / plane.resistance : 50,
          density: material?.density ?? AIR_DENSITY,
          heatCapacity: material?.heatCapacity ?? AIR_HEAT_CAPACITY,
          mu: Math.max(plane.sd, 1e-4) / thickness,
          sorption: material?.sorption ?? 'none',
          pores: material ? WATER_DENSITY * openPores(material) : 0,
          air: material ? openPores(material) : 1,
        };
      }),
      rse: RSE,
      rsi: RSI[directionOf(kind)],
      film: FILM,
      holds: FACE_HOLDS,
      ...(space >= 0 && { space }),
    },
    layers: real.map((plane, i) => ({
      id: plane.layer,
      name: materials[i]?.name ?? 'air',
      thickness: plane.thickness,
      wooden: materials[i]?.sorption === 'wood' ? materials[i].density : null,
    })),
    leakAt(outside, vapour, inside, felt) {
      const through = leak(felt, inside);
      passing.room = through.room;
      passing.outside = through.outside;
      passing.met = metBy(through);
      passing.t = outside;
      if (open || through.outside > 0) passing.v = concentration(vapour, outside);
      return passing;
    },
    faces: {
      // What lies against the skin, and an open skin itself.
      skin: mouldOf(
        real.map((plane, i) => ({ covers: open && i === 0 ? 0 : plane.covers, mould: materials[i]?.mould })),
      ),
      lining: materials.at(-1)?.mould ?? 'resistant',
    },
    // Between load space and cab neither sun nor sky is seen.
    facing: kind === 'bulkhead' && shell.cab ? { sun: 0, sky: 0 } : facingOf(kind),
  };
}
