import { applySchool, newDesign, schools } from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import type { Brief, Design, Placement } from '../model/index.ts';
import { randomFrom } from '../physics/sound/index.ts';
import { patterns } from '../survey/patterns/index.ts';
import { climates } from '../van/climate/index.ts';

/** A van, a school and a life in it that nobody chose, the same for the same seed: what numerics are tried on. */
export function anyVan(seed: number, library: Library): { design: Design; placement: Placement } {
  const random = randomFrom(seed);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const made = newDesign('Any', pick(patterns).name);
  const night = () => Math.floor(random() * 8);
  const brief: Brief = {
    ...made.brief,
    climate: pick(climates).id,
    designNight: -25 + 35 * random(),
    people: 1 + Math.floor(random() * 4),
    nights: { winter: night(), spring: night(), summer: night(), autumn: night() },
    cooking: pick(['none', 'electric', 'gas']),
    heating: pick(['none', 'dry', 'unflued gas']),
    ventilation: 1 + 15 * random(),
  };
  const placement = applySchool(made.shell, pick(schools).id, library);
  const seal = random();
  const buildUps = placement.buildUps.map(b => ({ ...b, sealQuality: seal }));
  return { design: { ...made, brief }, placement: { ...placement, buildUps } };
}
