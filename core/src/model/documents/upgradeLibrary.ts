import { FAMILY_HEAT, FAMILY_SOUND } from '../index.ts';
import { LIBRARY_FORMAT as LATEST } from '../lists/index.ts';

export type UpgradeResult = { ok: true; document: unknown } | { ok: false; message: string };

type Json = Record<string, unknown>;

const GUESSED = 'Taken from its family when this material was brought up to format 2: look it over';

/**
 * An own material or price of any earlier format (those before 2 carry none) as the newest one. What a material of
 * format 1 does with water, and how it is joined, was never said: it is taken from its family, and its sources say so.
 */
export function upgradeOwn(document: unknown, kind: 'material' | 'price'): UpgradeResult {
  if (typeof document !== 'object' || document === null || Array.isArray(document))
    return { ok: false, message: `This is no ${kind}: it should be one object.` };
  const own = document as Json;
  const format = own.format ?? 1;
  if (format === LATEST) return { ok: true, document };
  if (typeof format !== 'number' || !(format in STEPS))
    return {
      ok: false,
      message: `The ${kind} is of format ${String(format)}; this program reads formats 1 to ${LATEST}. Open it with a newer version.`,
    };
  if (kind === 'price') return { ok: true, document: { ...own, format: LATEST } };
  let brought = own;
  for (let at = format; at < LATEST; at++) brought = STEPS[at]!(brought);
  return { ok: true, document: brought };
}

/** What a material of format 2 does with sound was never said: it is taken from its family. */
function fromMaterial2(old: Json): Json {
  const family = FAMILY_SOUND[old.family as keyof typeof FAMILY_SOUND];
  return {
    ...old,
    format: 3,
    ...(family ?? { stiffness: null, lossFactor: 0.1 }),
    constrained: null,
    soundWithin: 3,
    sources: {
      ...(old.sources as Json | undefined),
      sound: 'Taken from its family when this material was brought up to format 3: look it over',
    },
  };
}

/** Whether a material of format 3 burns was never said: all but metal is taken to. */
const fromMaterial3 = (old: Json): Json => ({ ...old, format: 4, burns: old.family !== 'metal' });

/** How a material of format 4 runs and what cuts it was never said: finishes off the roll had a pile, wood is sawn. */
function fromMaterial4(old: Json): Json {
  const sheet = old.form === 'sheet';
  const wooden = old.sorption === 'wood' && (old.family === 'timber' || old.family === 'lining');
  const pile = old.family === 'finish' && old.form === 'roll';
  const sawn = old.family === 'timber' || old.family === 'metal' || (old.family === 'lining' && sheet);
  return {
    ...old,
    format: 5,
    runs: pile ? 'pile' : wooden ? 'grain' : 'any',
    cutWith: sawn ? 'saw' : 'knife',
    tongue: null,
  };
}

/**
 * What a material of format 5 gives as it burns was never said: it is taken from its family. What solvents do to it stands in
 * its cautions where anywhere; adhesives that are sprayed over areas usually give them off.
 */
function fromMaterial5(old: Json): Json {
  const sprayed = old.family === 'adhesive' && (old.yield as Json | null)?.per === 'm²';
  const told = Array.isArray(old.cautions) && old.cautions.some(c => /solvent/i.test(String(c)));
  return {
    ...old,
    format: 6,
    heatingValue: old.burns === false ? 0 : (FAMILY_HEAT[old.family as keyof typeof FAMILY_HEAT] ?? 20e6),
    solvent: sprayed ? 'gives off' : told && old.family !== 'adhesive' ? 'dissolved by' : 'none',
    sources: {
      ...(old.sources as Json | undefined),
      fire: 'Taken from its family when this material was brought up to format 6: look it over',
    },
  };
}

/** A file's own materials and prices brought up; what is no list is left for the schema to name. */
export function upgradeOwnLists(file: Json): UpgradeResult {
  const out = { ...file };
  for (const [list, kind] of [
    ['materials', 'material'],
    ['prices', 'price'],
  ] as const) {
    const items = file[list];
    if (!Array.isArray(items)) continue;
    const read = items.map(item => upgradeOwn(item, kind));
    const refused = read.find(r => !r.ok);
    if (refused) return refused;
    out[list] = read.map(r => r.ok && r.document);
  }
  return { ok: true, document: out };
}

/** Whether format 1 sold it by what it covers: what is poured, or sprayed on thinner than a bead. */
function spread({ family, stock }: Json): boolean {
  const first = Array.isArray(stock) ? (stock[0] as Json | undefined) : undefined;
  return family === 'fibre' || Number(first?.thickness) < 0.001;
}

function fromMaterial1(old: Json): Json {
  const family = String(old.family);
  const foiled = Number(old.emissivity) < 0.5;
  const shiny = family === 'board' || family === 'foil' || family === 'membrane';
  // Format 1 held linings of wood and of plastic alike: those of wood do not stand the wet.
  const wooden = (family === 'timber' || family === 'lining') && old.toleratesWet === false;
  const covers =
    Array.isArray(old.roles) && old.roles.some(role => role === 'vapour control' || role === 'lining');
  return {
    ...old,
    format: 2,
    emissivityBack: shiny ? old.emissivity : 0.9,
    sorption: wooden ? 'wood' : family === 'fibre' ? 'fibre' : 'none',
    mould: wooden ? 'sensitive' : family === 'fibre' ? 'medium' : 'resistant',
    yield: typeof old.yield === 'number' ? { amount: old.yield, per: spread(old) ? 'm²' : 'm' } : null,
    jointed: family === 'board',
    tapedWith: family === 'board' || covers ? (foiled ? 'foil-tape-75' : 'membrane-tape') : null,
    bondLimit: null,
    usualAs: [],
    sources: {
      ...(old.sources as Json | undefined),
      moisture: GUESSED,
      bond: 'Not said',
    },
  };
}

/** From each format to the next. */
const STEPS: Record<number, (old: Json) => Json> = {
  1: fromMaterial1,
  2: fromMaterial2,
  3: fromMaterial3,
  4: fromMaterial4,
  5: fromMaterial5,
};
