import { type Design, type DesignFile, type Material, materialsUsed, type Price } from '../model/index.ts';

export const SCHEMA_URL = 'https://overcoat.invalid/schema/design-2.json';

/** What a *.overcoat.json file holds of a design: itself, with the own materials and prices it uses. */
export function toDesignFile(design: Design, own: readonly Material[], prices: readonly Price[]): DesignFile {
  const used = materialsUsed(design);
  return {
    $schema: SCHEMA_URL,
    format: 2,
    design,
    materials: own.filter(m => used.has(m.id)),
    prices: [...prices],
  };
}
