import { applySchool, schools } from '@overcoat/core/buildup';
import type { Library } from '@overcoat/core/materials';
import { type BuildUp, buildUpOf, type Design, type Placement, type Variant } from '@overcoat/core/model';
import type { Candidate, PutUp } from '@overcoat/core/studies/proposal';
import type { RemedyChange } from '@overcoat/core/studies/remedies';
import type { Draft } from 'immer';
import { v7 as uuid } from 'uuid';
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

/** Puts a remedy in: how the van is lived in, what is surveyed, what is laid. One undo takes it back. */
export function tryRemedy({ does, brief, shell, placement }: RemedyChange): void {
  const { edit, variantId } = useDesign.getState();
  edit(does, draft => {
    if (brief) draft.brief = brief;
    if (shell) draft.shell = shell;
    const variant = draft.variants.find(v => v.id === variantId);
    if (variant && placement) variant.design = placement;
  });
}

/** Puts a school into every zone of the chosen variant. */
export function putSchool(school: string, library: Library): void {
  const { design, edit, variantId } = useDesign.getState();
  if (!design) return;
  const placement = applySchool(design.shell, school, library);
  edit(`school: ${schools.find(s => s.id === school)?.name}`, draft => {
    const variant = draft.variants.find(v => v.id === variantId);
    if (!variant) return;
    // A school says nothing of ribs, screens and curtains: they stay.
    const { ribs, screens, curtain } = variant.design;
    Object.assign(variant, {
      design: {
        ...placement,
        ...(ribs && { ribs }),
        ...(screens && { screens }),
        ...(curtain && { curtain }),
      },
      school,
    });
  });
}

/** A fresh id of a kind, short and unused. */
export function freshId(taken: Iterable<string>, stem: string): string {
  const used = new Set(taken);
  let n = 1;
  while (used.has(`${stem}${n}`)) n++;
  return `${stem}${n}`;
}

/** An id that nothing ever had: what was kept of a variant or build-up that is gone belongs to no later one. */
const newId = (stem: string): string => `${stem}-${uuid().slice(-12)}`;

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
  const id = newId('own');
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
  const id = newId('v');
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
export function takeZone(zone: string, { buildUp, bays, ribs }: Candidate): void {
  const { design, edit, variantId } = useDesign.getState();
  if (!design) return;
  const name = design.shell.zones.find(z => z.id === zone)?.name ?? zone;
  edit(`proposal for ${name}`, draft => {
    const own = draft.variants.find(v => v.id === variantId)?.design;
    if (!own) return;
    const added = new Map<string, string>();
    const add = (b: BuildUp): string => {
      const known = added.get(b.id);
      if (known) return known;
      const id = newId('b');
      own.buildUps.push(structuredClone({ ...b, id }));
      added.set(b.id, id);
      return id;
    };
    assign(own, { zones: [zone] }, add(buildUp), draft);
    for (const [bay, b] of Object.entries(bays)) own.bays[bay] = b && add(b);
    leaveRibs(own, zone, ribs);
  });
}

/** Says how the ribs of a zone are left; null for as they were surveyed. */
export function leaveRibs(placement: Draft<Placement>, zone: string, ribs: Candidate['ribs']): void {
  const { [zone]: _, ...rest } = placement.ribs ?? {};
  const next = ribs ? { ...rest, [zone]: ribs } : rest;
  if (Object.keys(next).length > 0) placement.ribs = next;
  else delete placement.ribs;
}

/** Puts screens up at panes, or takes them away. */
export function putScreens(placement: Draft<Placement>, panes: readonly string[], up: boolean): void {
  const next = { ...placement.screens };
  for (const pane of panes)
    if (up) next[pane] = true;
    else delete next[pane];
  if (Object.keys(next).length > 0) placement.screens = next;
  else delete placement.screens;
}

/** Draws a curtain before the cab; null for nothing more than stands there. */
export function drawCurtain(placement: Draft<Placement>, curtain: PutUp['curtain']): void {
  if (curtain) placement.curtain = curtain;
  else delete placement.curtain;
}

/** Takes what was proposed to be put up in one place; nothing is put up at the other panes of it. */
export const takePutUp = (name: string, id: string, panes: readonly string[], up: PutUp): void =>
  editPlacement(`proposal for ${name}`, placement => {
    putScreens(placement, panes, false);
    putScreens(placement, up.screens, true);
    if (id === 'cab') drawCurtain(placement, up.curtain);
  });

/** Copies the chosen variant (or puts a school into the copy) and goes to it. */
export function duplicateVariant(name: string, school: string | null, library: Library): void {
  const { design, variantId } = useDesign.getState();
  const source = design?.variants.find(v => v.id === variantId);
  if (!design || !source) return;
  addVariant(name, school ?? source.school, () =>
    school ? applySchool(design.shell, school, library) : source.design,
  );
}
