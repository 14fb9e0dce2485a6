import type { LaidSheets } from '@overcoat/core/buildup';
import type { Library } from '@overcoat/core/materials';
import type { Material, Patch, Placement } from '@overcoat/core/model';
import type { SheetStock } from '@overcoat/core/studies/deaden';
import { editPlacement } from './edits.ts';

/** What sheets are cut from where nothing lies yet: the library's first for damping; null when it has none. */
export function usualSheet(library: Library): SheetStock | null {
  const damping = [...library.values()].filter(m => m.roles.includes('damping'));
  const material: Material | undefined = damping.find(m => m.usualAs.includes('damping')) ?? damping[0];
  return material ? { material: material.id, thickness: material.stock[0]!.thickness } : null;
}

/** Lays a bay by hand, beginning with what lies there. */
export function laySheets(
  label: string,
  bay: string,
  now: LaidSheets | null,
  stock: SheetStock,
  change: (patches: Patch[]) => Patch[],
): void {
  const { material, thickness } = now ?? stock;
  const patches = change((now?.patches ?? []).map(p => ({ ...p })));
  editPlacement(`${bay}: ${label}`, placement => {
    placement.sheets[bay] = { material, thickness, patches };
  });
}

/** A bay goes back to the share its build-up asks for. */
export const backToShare = (bay: string): void =>
  editPlacement(`${bay}: back to the build-up’s share`, placement => {
    delete placement.sheets[bay];
  });

/** Puts the sheets of a plan in place of all others. */
export const takeSheets = (label: string, sheets: Placement['sheets']): void =>
  editPlacement(label, placement => {
    placement.sheets = structuredClone(sheets);
  });
