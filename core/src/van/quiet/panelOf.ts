import { type LaidSheets, patchBox } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { Bay, BuildUp, Material, Shell, Zone } from '../../model/index.ts';
import {
  type Free,
  type Panel,
  type Plate,
  type PlateField,
  panel,
  remembered,
  type Sheet,
} from '../../physics/sound/index.ts';
import { bayCurve, type FieldRect, freeField } from '../../survey/geometry/index.ts';

/** Modes an octave that stand for all of it: more change no level by 0.2 dB. */
const MODES = 12;

/** The swinging field of a bay. */
export interface BayPanel {
  /** Where it lies in the bay. */
  rect: FieldRect;
  panel: Panel;
  /** Names it by what decides its modes. */
  key: string;
}

/** Skin of a shell as a plate; null for one without thickness or of a material without stiffness. */
export function skinPlate(shell: Shell, library: Library): Plate | null {
  const { stiffness, density } = materialOf(library, shell.skin.material);
  const thickness = shell.skin.thickness.value;
  return stiffness !== null && thickness > 0
    ? { modulus: stiffness, poisson: 0.3, density, thickness }
    : null;
}

const known = remembered<Panel>(3000);

/** The panel a bay swings as, with so many modes an octave; null where an opening leaves no field, or the skin has no thickness. */
export function panelOf(plate: Plate, zone: Zone, bay: Bay, modes = MODES): BayPanel | null {
  const rect = freeField(zone, bay);
  if (!rect) return null;
  const curve = bayCurve(bay);
  const crown = curve && { radius: curve.radius, along: curve.along };
  // Bays alike to a tenth of a millimetre share their modes.
  const size = (m: number) => Math.round(m * 1e4);
  const key = `${modes} ${size(rect.width)} ${size(rect.height)} ${crown ? `${crown.along} ${crown.radius}` : ''} ${plate.modulus} ${plate.density} ${plate.thickness}`;
  const field: PlateField = { plate, width: rect.width, height: rect.height, crown };
  return { rect, panel: known(key, () => panel(field, modes)), key };
}

/** What a layer is to the panel it is stuck on, by what it is made of. */
export function stuckLayer(
  { stiffness, lossFactor, density, constrained }: Material,
  thickness: number,
): Sheet['layer'] {
  if (!constrained) return { by: 'free', of: { modulus: stiffness ?? 1e5, lossFactor, thickness, density } };
  const { facing, ...core } = constrained;
  const depth = Math.max(1e-4, thickness - facing.thickness);
  return {
    by: 'constrained',
    of: {
      core: depth,
      shear: core.shear,
      lossFactor: core.lossFactor,
      softensBy: core.softensBy,
      // The whole sheet weighs what its density says.
      density: Math.max(1, (density * thickness - facing.density * facing.thickness) / depth),
      facing: {
        thickness: facing.thickness,
        modulus: facing.stiffness,
        poisson: 0.33,
        density: facing.density,
      },
    },
  };
}

/**
 * Sheets of a bay on its field, m from the field's corner; what reaches out of it is cut off. A turned one lies as the
 * straight rectangle of its area and second moments.
 */
export function sheetsOnField(laid: LaidSheets | null, { rect }: BayPanel, library: Library): Sheet[] {
  if (!laid) return [];
  const layer = stuckLayer(materialOf(library, laid.material), laid.thickness);
  return laid.patches.flatMap((p): Sheet[] => {
    const c2 = Math.cos((p.turn * Math.PI) / 180) ** 2;
    const straight = p.turn === 0 ? p : straightened(p, c2);
    const box = patchBox({ ...p, ...straight, turn: 0 });
    const [x0, y0] = [Math.max(0, box.x - rect.x), Math.max(0, box.y - rect.y)];
    const x1 = Math.min(rect.width, box.x + box.width - rect.x);
    const y1 = Math.min(rect.height, box.y + box.height - rect.y);
    return x1 - x0 > 0.005 && y1 - y0 > 0.005 ? [{ x0, x1, y0, y1, layer }] : [];
  });
}

function straightened({ width, height }: { width: number; height: number }, c2: number) {
  const xx = width ** 2 * c2 + height ** 2 * (1 - c2);
  const yy = width ** 2 * (1 - c2) + height ** 2 * c2;
  const slim = Math.sqrt(xx / yy);
  return { width: Math.sqrt(width * height * slim), height: Math.sqrt((width * height) / slim) };
}

/** The layer bonded all over the skin behind a build-up: one with its own adhesive, or glued by the square metre; null. */
export function bondedLayer(buildUp: BuildUp | null, library: Library): Free | null {
  const first = buildUp?.layers.find(l => l.role === 'fill');
  if (first?.role !== 'fill') return null;
  const material = materialOf(library, first.material);
  const { stiffness, lossFactor, density, selfAdhesive, fixedWith, flowResistivity } = material;
  const glued = fixedWith !== null && materialOf(library, fixedWith).yield?.per === 'm²';
  // Fibre and open foam neither stiffen nor hold on as a body.
  if (stiffness === null || flowResistivity !== null || !(selfAdhesive || glued)) return null;
  return { modulus: stiffness, lossFactor, thickness: first.thickness, density };
}
