import type { LaidSheets } from '@overcoat/core/buildup';
import type { Library } from '@overcoat/core/materials';
import { buildUpOf, type Material, type Patch, type Placement } from '@overcoat/core/model';
import type { SheetStock } from '@overcoat/core/studies/deaden';
import { useDesign } from './design.ts';
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

/** Covers a share of every panel that carries a build-up by one centred field, in place of what was laid there by hand. */
export function layShare(label: string, buildUp: string, coverage: number): void {
  const { design } = useDesign.getState();
  if (!design) return;
  editPlacement(label, placement => {
    for (const layer of placement.buildUps.find(b => b.id === buildUp)?.layers ?? [])
      if (layer.role === 'damping') layer.coverage = coverage;
    for (const zone of design.shell.zones)
      for (const bay of zone.bays)
        if (buildUpOf(placement as Placement, zone.id, bay.id)?.id === buildUp)
          delete placement.sheets[bay.id];
  });
}
