import { type Library, materialOf, stockFor } from '../materials/index.ts';
import {
  type Bay,
  type BuildUp,
  buildUpOf,
  type LayerOf,
  type Patch,
  type Placement,
  type Shell,
  type Stock,
  type Zone,
} from '../model/index.ts';
import { bayArea, type FieldRect, freeField } from '../survey/geometry/index.ts';
import { ROUNDING } from '../tolerance/index.ts';

/** Damping sheets on one bay. */
export interface LaidSheets {
  /** Id of the material. */
  material: string;
  /** m. */
  thickness: number;
  patches: readonly Patch[];
  /** Laid by hand, or by the share its build-up asks for. */
  byHand: boolean;
}

/** A bay with what its placement asks for, and with what is stuck on it in place of the share that asks for. */
export interface StuckBay {
  /** Null where it stays bare. */
  asked: BuildUp | null;
  /** With its sheets as they cover; null where it stays bare. */
  buildUp: BuildUp | null;
  /** Null for none. */
  sheets: LaidSheets | null;
}

/** Every bay of a shell, by id. */
export function stickSheets(shell: Shell, placement: Placement, library: Library): Map<string, StuckBay> {
  const stuck = new Map<string, StuckBay>();
  for (const zone of shell.zones)
    for (const bay of zone.bays) {
      const asked = buildUpOf(placement, zone.id, bay.id);
      const sheets = sheetsOn(placement, zone, bay, asked, library);
      stuck.set(bay.id, { asked, buildUp: withSheets(asked, zone, bay, sheets), sheets });
    }
  return stuck;
}

/** The sheets on a bay: those laid by hand, or one centred field of its build-up's share; null for none. */
function sheetsOn(
  placement: Placement,
  zone: Zone,
  bay: Bay,
  buildUp: BuildUp | null,
  library: Library,
): LaidSheets | null {
  const own = placement.sheets[bay.id];
  if (own) return own.patches.length > 0 ? { ...own, byHand: true } : null;
  const layer = buildUp?.layers.find((l): l is LayerOf<'damping'> => l.role === 'damping');
  if (!layer) return null;
  const { material, thickness, coverage } = layer;
  const patches = shareOf(zone, bay, coverage, stockFor(materialOf(library, material), thickness));
  return patches.length > 0 ? { material, thickness, patches, byHand: false } : null;
}

/** One centred field that covers `share` of a bay's free field, cut from sheets of that stock. */
export function shareOf(zone: Zone, bay: Bay, share: number, stock: Stock): Patch[] {
  const field = freeField(zone, bay);
  if (!field) return [];
  const side = Math.sqrt(Math.min(1, share));
  return tiles(
    {
      x: field.x + (field.width * (1 - side)) / 2,
      y: field.y + (field.height * (1 - side)) / 2,
      width: field.width * side,
      height: field.height * side,
    },
    stock,
  );
}

/** A rectangle laid with sheets of a stock, the fewest, joints kept off its middle. */
export function tiles(rect: FieldRect, stock: Pick<Stock, 'width' | 'length'>): Patch[] {
  const upright = [runs(rect.width, stock.width), runs(rect.height, stock.length)] as const;
  const flat = [runs(rect.width, stock.length), runs(rect.height, stock.width)] as const;
  const [across, up] =
    flat[0].length * flat[1].length < upright[0].length * upright[1].length ? flat : upright;
  const patches: Patch[] = [];
  let x = rect.x;
  for (const width of across) {
    let y = rect.y;
    for (const height of up) {
      patches.push({
        id: `s${patches.length + 1}`,
        along: x + width / 2,
        up: y + height / 2,
        width,
        height,
        turn: 0,
      });
      y += height;
    }
    x += width;
  }
  return patches;
}

/** Lengths of at most `most` that make up `length`: whole ones about the middle, what is left at both ends. */
function runs(length: number, most: number): number[] {
  const count = Math.ceil(length / most - ROUNDING);
  if (count <= 1) return [length];
  // Two would meet in the middle, where a panel swings most: the first is whole.
  if (count === 2) return [most, length - most];
  const whole = count % 2 === 1 ? count - 2 : count - 1;
  const rest = length - whole * most;
  return count % 2 === 1
    ? [rest / 2, ...new Array<number>(whole).fill(most), rest / 2]
    : [...new Array<number>(whole).fill(most), rest];
}

/** m2 of sheets on a bay, what of them reaches out of it not counted. */
export const sheetArea = (bay: Bay, patches: readonly Patch[]): number =>
  patches.reduce((sum, p) => {
    const { x, y, width, height } = patchBox(p);
    const within = (from: number, size: number, end: number) =>
      Math.max(0, Math.min(end, from + size) - Math.max(0, from)) / size;
    return sum + p.width * p.height * within(x, width, bay.width.value) * within(y, height, bay.height.value);
  }, 0);

/** The rectangle round a sheet as it is turned. */
export function patchBox({ along, up, width, height, turn }: Patch): FieldRect {
  const a = (turn * Math.PI) / 180;
  const [c, s] = [Math.abs(Math.cos(a)), Math.abs(Math.sin(a))];
  const [w, h] = [width * c + height * s, width * s + height * c];
  return { x: along - w / 2, y: up - h / 2, width: w, height: h };
}

/** Sheets that do not lie as they should: out of their bay by more than 2 mm, or on one another. */
export function sheetMistakes(bay: Bay, patches: readonly Patch[]): { patch: string; message: string }[] {
  const out: { patch: string; message: string }[] = [];
  const slack = 0.002;
  for (const [i, p] of patches.entries()) {
    const { x, y, width, height } = patchBox(p);
    if (width > bay.width.value + slack || height > bay.height.value + slack)
      out.push({ patch: p.id, message: `Sheet ${p.id} is larger than bay ${bay.id}: cut it down.` });
    else if (
      x < -slack ||
      y < -slack ||
      x + width > bay.width.value + slack ||
      y + height > bay.height.value + slack
    )
      out.push({ patch: p.id, message: `Sheet ${p.id} reaches out of bay ${bay.id}: move it in.` });
    const on = patches.slice(0, i).find(q => overlap(p, q) > slack);
    if (on) out.push({ patch: p.id, message: `Sheet ${p.id} lies on ${on.id}: a second layer adds little.` });
  }
  return out;
}

/** How deep two sheets lie on one another, m, by their boxes. */
function overlap(p: Patch, q: Patch): number {
  const [a, b] = [patchBox(p), patchBox(q)];
  return Math.min(
    Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x),
    Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y),
  );
}

/** A build-up with what is really stuck on this bay in place of the share it asks for. */
function withSheets(buildUp: BuildUp | null, zone: Zone, bay: Bay, laid: LaidSheets | null): BuildUp | null {
  const layers = buildUp?.layers.filter(l => l.role !== 'damping') ?? [];
  if (!laid) return buildUp && (layers.length === buildUp.layers.length ? buildUp : { ...buildUp, layers });
  const area = bayArea(zone, bay);
  const share = area > 0 ? sheetArea(bay, laid.patches) / area : 0;
  const coverage = share > 0.995 ? 1 : Math.round(share * 1e4) / 1e4;
  const before = buildUp?.layers.find(l => l.role === 'damping');
  const layer: LayerOf<'damping'> = {
    id: before?.id ?? 'sheets',
    role: 'damping',
    material: laid.material,
    thickness: laid.thickness,
    coverage,
  };
  return {
    ...(buildUp ?? { id: 'sheets-alone', name: 'Sheets alone', seams: 'butted', sealQuality: 0 }),
    layers: [layer, ...layers],
  };
}
