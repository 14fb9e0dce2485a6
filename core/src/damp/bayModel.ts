import { directionOf, sectionAt } from '../buildup/index.ts';
import { type Facing, facingOf } from '../climate/index.ts';
import type { BayResult } from '../evaluate.ts';
import { RSE, RSI } from '../heat/index.ts';
import type { HourlyLayer, SectionCase, Sensitivity, Sorption } from '../hourly/index.ts';
import { type Library, materialOf } from '../materials/index.ts';
import type { Bay, BuildUp, Material, Shell, ZoneKind } from '../model/index.ts';
import { type BayJoints, leakOf, missedOf, stackHeight } from '../wetting/index.ts';

/** One bay as the hourly methods take it. */
export interface BayModelInput extends BayJoints {
  shell: Shell;
  kind: ZoneKind;
  bay: Bay;
  /** Null for a bare bay. */
  buildUp: BuildUp | null;
}

/** An evaluated bay, as the hourly methods take it. */
export const bayModelInput = (
  shell: Shell,
  { zone, bay, buildUp, moisture }: Pick<BayResult, 'zone' | 'bay' | 'buildUp' | 'moisture'>,
): BayModelInput => ({
  shell,
  kind: zone.kind,
  bay,
  buildUp,
  seamLength: moisture?.seamLength ?? 0,
  height: stackHeight(zone, bay),
});

export interface BayModel {
  section: Omit<SectionCase, 'start'>;
  /** What each layer of the section is: layer id (or 'gap'), and name of its material. */
  layers: { id: string; name: string; thickness: number; wooden: number | null }[];
  /** Room air that passes the skin, m3/s per m2, for temperatures outside and inside. */
  leakAt(outside: number, inside: number): number;
  /** How readily what lies against the skin moulds, and the back of the lining. */
  faces: { skin: Sensitivity; lining: Sensitivity };
  facing: Facing;
}

/** What a smooth face holds, kg/m2 (ISO 13788, from memory). */
const HOLDS = 0.2;
/** Vapour film at the room's face, kg/(m2 s Pa). */
const FILM = 2.5e-8;

/** The field of a bay at its mean depth. Throws RangeError for an unknown material. */
export function bayModel(input: BayModelInput, library: Library): BayModel {
  const { shell, kind, bay, buildUp } = input;
  const depth = (bay.depthMin.value + bay.depthMax.value) / 2;
  const { planes, fit } = sectionAt(buildUp?.layers ?? [], depth, kind, shell, library);
  const real = planes.slice(1).filter(plane => plane.thickness >= 1e-6);
  const skin = materialOf(library, shell.skin.material);
  const leak = buildUp ? leakOf(buildUp, fit, input, library)(missedOf(buildUp)) : () => 0;
  const materials = real.map(plane => (plane.material ? materialOf(library, plane.material) : null));
  return {
    section: {
      skin: shell.skin.thickness.value * skin.density * skin.heatCapacity,
      layers: real.map((plane, i): HourlyLayer => {
        const thickness = Math.max(plane.thickness, 1e-4);
        const material = materials[i];
        return {
          thickness,
          conductivity: plane.resistance > 0 ? plane.thickness / plane.resistance : 50,
          density: material?.density ?? 1.2,
          heatCapacity: material?.heatCapacity ?? 1005,
          mu: Math.max(plane.sd, 1e-4) / thickness,
          sorption: material ? sorptionOf(material) : 'none',
        };
      }),
      rse: RSE,
      rsi: RSI[directionOf(kind)],
      film: FILM,
      holds: HOLDS,
    },
    layers: real.map((plane, i) => ({
      id: plane.layer,
      name: materials[i]?.name ?? 'air',
      thickness: plane.thickness,
      wooden: materials[i] && sorptionOf(materials[i]) === 'wood' ? materials[i].density : null,
    })),
    leakAt: (outside, inside) => leak((outside + inside) / 2, inside),
    faces: {
      skin: sensitivityOf(materials[0] ?? null),
      lining: sensitivityOf(materials.at(-1) ?? null),
    },
    facing: facingOf(kind),
  };
}

const WOODEN = /ply|hardboard|timber|tongue|batten|wood|cork/;

const sorptionOf = (m: Material): Sorption =>
  m.id === 'sheep-wool' ? 'wool' : m.family === 'fibre' ? 'fibre' : WOODEN.test(m.id) ? 'wood' : 'none';

function sensitivityOf(m: Material | null): Sensitivity {
  if (m === null) return 'resistant';
  if (WOODEN.test(m.id)) return 'sensitive';
  return m.family === 'fibre' ? 'medium' : 'resistant';
}
