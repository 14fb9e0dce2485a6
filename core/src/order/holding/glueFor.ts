import { type Library, materialOf } from '../../materials/index.ts';
import type { Material } from '../../model/index.ts';
import type { Hold } from './ways.ts';

/** Ways of holding that glue is bought for. */
type Glued = 'spray' | 'bead' | 'tape';

/** Used where a way of holding asks for glue and its material names none that suits. */
const USUAL: Record<Glued, string> = { spray: 'contact-spray', bead: 'mastic', tape: 'double-sided-tape' };

const isGlued = (by: Hold): by is Glued => by === 'spray' || by === 'bead' || by === 'tape';

/** Whether an adhesive is put on in this way. */
const suits = (m: Material, by: Glued): boolean =>
  by === 'spray' ? m.yield?.per === 'm²' : by === 'tape' ? m.family === 'tape' : m.yield?.per === 'm';

/** Whether an adhesive eats what it would stick: one that gives off solvents does so to what they dissolve. */
export const dissolves = (glue: Pick<Material, 'solvent'>, stuck: Pick<Material, 'solvent'>): boolean =>
  glue.solvent === 'gives off' && stuck.solvent === 'dissolved by';

/** The glue or tape that holds a material in one way: its own where that suits, else the usual; null where none is used, or none may be. */
export function glueFor(material: Material, by: Hold, library: Library): Material | null {
  if (!isGlued(by)) return null;
  const own = material.fixedWith ? materialOf(library, material.fixedWith) : null;
  const usual = library.get(USUAL[by]) ?? null;
  const choices = [own && suits(own, by) ? own : null, usual, ...library.values()];
  return (
    choices.find(
      m =>
        m !== null &&
        (m.family === 'adhesive' || m.family === 'tape') &&
        suits(m, by) &&
        !dissolves(m, material),
    ) ?? null
  );
}

/** Whether a material may be held in this way: every glue for it would dissolve it otherwise. */
export const mayBeHeld = (material: Material, by: Hold, library: Library): boolean =>
  !isGlued(by) || glueFor(material, by, library) !== null;
