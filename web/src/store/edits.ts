import { applySchool, schools } from '@overcoat/core/buildup';
import type { Library } from '@overcoat/core/materials';
import { type BuildUp, buildUpOf, type Design, type Placement, type Variant } from '@overcoat/core/model';
import type { Draft } from 'immer';
import { useDesign } from './design.ts';

/** Changes the chosen variant's placement. */
export function editPlacement(label: string, recipe: (placement: Draft<Placement>) => void): void {
  const { edit, variantId } = useDesign.getState();
  edit(label, draft => {
    const variant = draft.variants.find(v => v.id === variantId);
    if (variant) recipe(variant.design);
  });
}

/** Changes one build-up of the chosen variant. */
export const editBuildUp = (label: string, id: string, recipe: (buildUp: Draft<BuildUp>) => void): void =>
  editPlacement(label, placement => {
    const buildUp = placement.buildUps.find(b => b.id === id);
    if (buildUp) recipe(buildUp);
  });

/** Puts a school into every zone of the chosen variant. */
export function putSchool(school: string, library: Library): void {
  const { design, edit, variantId } = useDesign.getState();
  if (!design) return;
  const placement = applySchool(design.shell, school, library);
  edit(`school: ${schools.find(s => s.id === school)?.name}`, draft => {
    const variant = draft.variants.find(v => v.id === variantId);
    if (variant) Object.assign(variant, { design: placement, school });
  });
}

/** A fresh id of a kind, short and unused. */
export function freshId(taken: Iterable<string>, stem: string): string {
  const used = new Set(taken);
  let n = 1;
  while (used.has(`${stem}${n}`)) n++;
  return `${stem}${n}`;
}

/** Gives some bays, or whole zones, a build-up of their own, copied from what the first of them has. */
export function splitOff(
  design: Design,
  variant: Variant,
  place: { zones: string[] } | { bays: string[] },
  name: string,
): void {
  const first =
    'zones' in place
      ? design.shell.zones.find(z => z.id === place.zones[0])
      : design.shell.zones.find(z => z.bays.some(b => b.id === place.bays[0]));
  if (!first) return;
  const bay = 'bays' in place ? place.bays[0]! : first.bays[0]!.id;
  const source = buildUpOf(variant.design, first.id, bay);
  const id = freshId(
    variant.design.buildUps.map(b => b.id),
    'own-',
  );
  editPlacement(`own build-up for ${name}`, placement => {
    placement.buildUps.push({
      id,
      name,
      layers: structuredClone(source?.layers ?? []),
      seams: source?.seams ?? 'butted',
      sealQuality: source?.sealQuality ?? 0.9,
    });
    assign(placement, place, id, design);
  });
}

/** Puts a build-up (or null, bare) onto zones or bays. */
export function assign(
  placement: Draft<Placement>,
  place: { zones: string[] } | { bays: string[] },
  id: string | null,
  design: Design,
): void {
  if ('bays' in place) for (const bay of place.bays) placement.bays[bay] = id;
  else
    for (const zone of place.zones) {
      placement.zones[zone] = id;
      for (const bay of design.shell.zones.find(z => z.id === zone)?.bays ?? [])
        delete placement.bays[bay.id];
    }
}

/** Adds a variant like the one in view, with another placement, and goes to it. */
function addVariant(name: string, school: string | null, placement: () => Placement): void {
  const { design, edit, variantId, chooseVariant } = useDesign.getState();
  const source = design?.variants.find(v => v.id === variantId);
  if (!design || !source) return;
  const id = freshId(
    design.variants.map(v => v.id),
    'v',
  );
  const made = { ...source, id, name, school, design: placement() };
  edit(`variant: ${name}`, draft => {
    draft.variants.push(structuredClone(made));
  });
  chooseVariant(id);
}

/** Adds a variant with what was proposed, as the one it was proposed for in all else. */
export const addProposal = (name: string, placement: Placement): void =>
  addVariant(name, null, () => placement);

/** Takes what was proposed for one zone into the variant in view. */
export function takeZone(zone: string, buildUp: BuildUp): void {
  const { design, edit, variantId } = useDesign.getState();
  if (!design) return;
  const name = design.shell.zones.find(z => z.id === zone)?.name ?? zone;
  edit(`proposal for ${name}`, draft => {
    const own = draft.variants.find(v => v.id === variantId);
    if (!own) return;
    const id = freshId(
      own.design.buildUps.map(b => b.id),
      'b',
    );
    own.design.buildUps.push(structuredClone({ ...buildUp, id }));
    assign(own.design, { zones: [zone] }, id, draft);
  });
}

/** Copies the chosen variant (or puts a school into the copy) and goes to it. */
export function duplicateVariant(name: string, school: string | null, library: Library): void {
  const { design, variantId } = useDesign.getState();
  const source = design?.variants.find(v => v.id === variantId);
  if (!design || !source) return;
  addVariant(name, school ?? source.school, () =>
    school ? applySchool(design.shell, school, library) : source.design,
  );
}
