import { closesJoints } from '../../buildup/index.ts';
import type { Evaluation } from '../../evaluate/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { BuildUp, Material, Shell, Use } from '../../model/index.ts';
import { overlap, useArea } from '../../survey/geometry/index.ts';
import { cellsOf } from '../../survey/layout/index.ts';

/** What a bay behind a shower is: fit for it, fit once its wood is sealed, or not. */
type WetState = 'sound' | 'seal' | 'wrong';

/** A bay that a shower stands against. */
interface WetBay {
  bay: string;
  /** Its verdict as part of a wet cell. */
  state: WetState;
  /** Why, in sentences; empty for a sound one. */
  why: string[];
}

/** A shower and what is behind it: splash and standing water come through its face, not vapour from the cabin. */
export interface WetCell {
  use: Use;
  /** In the order of the zone. */
  bays: WetBay[];
  /** Of the worst. */
  state: WetState;
}

const RANK: WetState[] = ['sound', 'seal', 'wrong'];

/** Whether liquid water stays before a material: it binds none and no air passes it. */
const keepsWaterOut = (m: Material): boolean => m.sorption === 'none' && m.flowResistivity === null;

/**
 * Showers of a shell and the bays they stand against. Asked of each: a face that keeps water out, with its joints
 * closed; no fibre behind it, which would hold what a failed joint lets in; wood behind it only with sealed edges
 * (common practice, no source).
 */
export function wetCells(shell: Shell, e: Pick<Evaluation, 'bays'>, library: Library): WetCell[] {
  return shell.uses
    .filter(u => u.kind === 'shower')
    .map(use => {
      const zone = shell.zones.find(z => z.id === use.zone)!;
      const bays = cellsOf(zone)
        .cells.filter(({ bay, along, up }) =>
          overlap(useArea(use), { along, up, width: bay.width.value, height: bay.height.value }),
        )
        .map(({ bay }) => wetBay(bay.id, e.bays.get(bay.id)?.buildUp ?? null, library));
      const state = bays.reduce<WetState>(
        (worst, b) => (RANK.indexOf(b.state) > RANK.indexOf(worst) ? b.state : worst),
        'sound',
      );
      return { use, bays, state };
    });
}

function wetBay(bay: string, buildUp: BuildUp | null, library: Library): WetBay {
  const layers = (buildUp?.layers ?? []).flatMap(l =>
    l.role === 'air gap' ? [] : [{ role: l.role, material: materialOf(library, l.material) }],
  );
  const at = layers.findLastIndex(l => l.role === 'lining' || l.role === 'finish');
  const face = layers[at]?.material;
  if (!face) return { bay, state: 'wrong', why: ['It has no face: water runs onto steel and insulation.'] };
  const wrong: string[] = [];
  const seal: string[] = [];
  if (!keepsWaterOut(face))
    wrong.push(`Its face, ${face.name}, takes up water: put a sheet before it that takes none.`);
  for (const { material } of layers.slice(0, at))
    if (material.flowResistivity !== null)
      wrong.push(
        `${material.name} behind it holds what a failed joint lets in: use closed-cell foam or board.`,
      );
    else if (material.sorption !== 'none')
      seal.push(`${material.name} behind it: seal its faces and every cut edge before the sheet goes on.`);
  if (buildUp && !closesJoints(buildUp))
    seal.push(
      'Its joints are left open: bed sheets in sealant, and run it up every corner and round the tray.',
    );
  return {
    bay,
    state: wrong.length > 0 ? 'wrong' : seal.length > 0 ? 'seal' : 'sound',
    why: [...wrong, ...seal],
  };
}
