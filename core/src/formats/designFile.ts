import { upgrade } from '../model/documents/index.ts';
import {
  checkMaterial,
  type Design,
  type DesignFile,
  type Entry,
  type Material,
  type Mistake,
  materialsUsed,
  type Price,
  refusal,
  type SentDocument,
  type WorkshopEntry,
} from '../model/index.ts';
import { FORMAT } from '../model/lists/index.ts';
import { checkVan } from '../survey/edits/index.ts';

const SCHEMA_URL = `https://overcoat.invalid/schema/design-${FORMAT}.json`;

/** What a *.overcoat.json file holds of a design: itself, with the own materials and prices it uses, the log, and what of the workshop's is its own. */
export function toDesignFile(
  design: Design,
  own: readonly Material[],
  prices: readonly Price[],
  log: readonly Entry[],
  workshop: readonly WorkshopEntry[] = [],
  documents: readonly SentDocument[] = [],
): DesignFile {
  const used = materialsUsed(design);
  return {
    $schema: SCHEMA_URL,
    format: FORMAT,
    design,
    materials: own.filter(m => used.has(m.id)),
    prices: [...prices],
    log: [...log],
    ...(workshop.length > 0 ? { workshop: [...workshop] } : {}),
    ...(documents.length > 0 ? { documents: [...documents] } : {}),
  };
}

export type DesignFileRead =
  | { ok: true; file: DesignFile }
  | { ok: false; message: string; mistakes: Mistake[] };

/**
 * Reads what a *.overcoat.json file of any format holds, as parsed. `against` tells how it departs from the schema
 * (the core has no validator); `known` are the materials that are there besides the file's own. A mistake comes back
 * in one sentence, with every place that is wrong.
 */
export function readDesignFile(
  document: unknown,
  against: (document: unknown) => Mistake[],
  known: Iterable<string>,
): DesignFileRead {
  const upgraded = upgrade(document);
  if (!upgraded.ok) return { ok: false, message: upgraded.message, mistakes: [] };
  const departures = against(upgraded.document);
  if (departures.length > 0)
    return { ok: false, message: refusal('The file', departures), mistakes: departures };
  const file = upgraded.document as DesignFile;
  const all = new Set([...known, ...file.materials.map(m => m.id)]);
  const mistakes = [
    ...checkVan(file.design, all),
    ...file.materials.flatMap((m, i) =>
      checkMaterial(m, all).map(({ path, message }) => ({ path: `/materials/${i}${path}`, message })),
    ),
  ];
  return mistakes.length > 0 ? { ok: false, message: mistakes[0]!.message, mistakes } : { ok: true, file };
}
