import type { LayUp } from '../../buildup/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import type { Design, Shell, ZoneKind } from '../../model/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import { type Counts, type Effort, plus, workHours } from './rates.ts';

/** Stages of the work in the order most do them: the ceiling after the walls, linings once all behind them is done. */
export const STAGES = [
  'making ready',
  'deadening',
  'cables',
  'floor',
  'walls and doors',
  'ceiling',
  'vapour control',
  'lining',
  'finish',
] as const;
export type WorkStage = (typeof STAGES)[number];

/** Which stage a piece is put in at. */
export function stageOf(role: string, kind: ZoneKind): WorkStage {
  if (role === 'damping') return 'deadening';
  if (role === 'screen' || role === 'curtain') return 'finish';
  if (kind === 'floor' || kind === 'footwell') return role === 'finish' ? 'finish' : 'floor';
  if (role === 'vapour control') return 'vapour control';
  if (role === 'lining') return 'lining';
  if (role === 'finish') return 'finish';
  return kind === 'ceiling' || kind === 'cab overhead' || kind === 'cab roof' ? 'ceiling' : 'walls and doors';
}

const shaped = (p: CutPiece): boolean => p.outline.length > 4 || p.holes.length > 0;

/** What it takes to measure, mark and cut pieces: damping is parted as it comes, a template made where boards have a shape. */
export const cuttingOf = (pieces: readonly CutPiece[], library: Library): Counts => ({
  piece: pieces.filter(p => p.role !== 'damping').length,
  board: pieces.filter(p => p.role === 'damping').length,
  template: pieces.filter(p => shaped(p) && !materialOf(library, p.material).flexible).length,
});

/** What it takes to put pieces in once they are cut. */
export function fittingOf(pieces: readonly CutPiece[], library: Library): Counts {
  const counts = { damped: 0, batten: 0, film: 0, hung: 0, covered: 0, softIn: 0, boardIn: 0, sewn: 0 };
  for (const p of pieces) {
    const material = materialOf(library, p.material);
    if (p.role === 'damping') counts.damped += p.area;
    else if (p.role === 'batten') counts.batten += 1;
    else if (p.role === 'vapour control') counts.film += p.area;
    else if (p.role === 'lining') counts.hung += 1;
    else if (p.role === 'screen' || p.role === 'curtain') counts.sewn += 1;
    else if (p.role === 'finish') counts.covered += p.area;
    else if (material.flexible || material.family === 'fibre') counts.softIn += p.area;
    else counts.boardIn += 1;
  }
  return counts;
}

/** What is done in a van, and with what. */
export interface WorkIn extends Pick<Design, 'ready'> {
  shell: Shell;
  pieces: readonly CutPiece[];
  /** Joints of what keeps the air in. */
  joints: LayUp['joints'];
}

/** Hours of work by stage. Throws RangeError for an unknown material. */
export function workByStage(
  { shell, ready, pieces, joints }: WorkIn,
  library: Library,
): Map<WorkStage, Effort> {
  const kinds = new Map(shell.zones.map(z => [z.id, z.kind]));
  const hours = new Map<WorkStage, Effort>(STAGES.map(s => [s, [0, 0, 0]]));
  const add = (stage: WorkStage, counts: Counts) =>
    hours.set(stage, plus(hours.get(stage)!, workHours(counts)));
  add('making ready', {
    spot: ready.rust.length,
    hole: ready.holes.length,
    patch: ready.fixings.reduce((sum, f) => sum + (f.becomes === 'closed' ? f.count : 0), 0),
  });
  const routes = shell.uses.filter(u => u.kind === 'cable route');
  add('cables', { cable: routes.reduce((sum, r) => sum + Math.max(r.width.value, r.height.value), 0) });
  for (const stage of STAGES) {
    const own = pieces.filter(p => stageOf(p.role, kinds.get(p.zone) ?? 'wall') === stage);
    // A batten's rate has its cutting.
    add(
      stage,
      cuttingOf(
        own.filter(p => p.role !== 'batten'),
        library,
      ),
    );
    add(stage, fittingOf(own, library));
  }
  for (const j of joints) {
    if (!j.taped) continue;
    const [first] = pieces.filter(p => p.zone === j.zone && p.buildUp === j.buildUp && p.layer === j.layer);
    if (first) add(stageOf(first.role, kinds.get(j.zone) ?? 'wall'), { taped: j.length });
  }
  return hours;
}
