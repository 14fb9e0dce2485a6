import type { Design, Ready } from '@overcoat/core/model';
import type { MovedIds } from '@overcoat/core/model/documents';
import { type Edited, namesIn, type Reshaped } from '@overcoat/core/survey/edits';
import { inUnits } from '@overcoat/core/units';
import type { Draft } from 'immer';
import { useDesign } from './design.ts';
import { followMoved } from './documents.ts';
import { freshId } from './edits.ts';
import { usePreferences } from './preferences.ts';

/** Applies a change of the whole design as one undoable step. Returns why not, or null. */
export function reshape(label: string, change: (design: Design) => Reshaped): string | null {
  const { design, edit, select } = useDesign.getState();
  if (!design) return null;
  const result = change(design);
  if (!result.ok) return inUnits(result.message, usePreferences.getState().units);
  const next = result.design;
  const refused = edit(label, draft => {
    if (next.shell !== design.shell) draft.shell = next.shell;
    if (next.ready !== design.ready) draft.ready = next.ready;
    if (next.variants !== design.variants) draft.variants = next.variants;
  });
  if (refused) return refused;
  followMoved(useDesign.getState().id ?? '', movedBy(design, result), label);
  if (result.said?.length)
    useDesign.setState({ notice: inUnits(result.said.join(' '), usePreferences.getState().units) });
  const known = new Set(next.shell.zones.flatMap(z => z.bays.map(b => b.id)));
  const kept = useDesign.getState().selected.filter(id => known.has(id));
  select(result.id && known.has(result.id) ? [result.id] : kept);
  return null;
}

/** Names that a change gave anew, and those that are gone. */
function movedBy(before: Design, { design, moved }: Extract<Reshaped, { ok: true }>): MovedIds {
  const [was, is] = [before, design].map(d => namesIn(d.shell)) as [Set<string>, Set<string>];
  for (const zone of before.shell.zones) was.add(zone.id);
  for (const zone of design.shell.zones) is.add(zone.id);
  const gone = [...was].filter(name => !is.has(name) && !moved?.has(name));
  return new Map([...gone.map(name => [name, null] as const), ...(moved ?? [])]);
}

/** Applies a change of the shell as one undoable step. Returns why not, or null. */
export function editShell(label: string, change: (shell: Design['shell']) => Edited): string | null {
  const { design, edit } = useDesign.getState();
  if (!design) return null;
  const result = change(design.shell);
  if (!result.ok) return inUnits(result.message, usePreferences.getState().units);
  return edit(label, draft => {
    draft.shell = result.shell;
  });
}

/** Changes what is to be made ready. */
const editReady = (label: string, recipe: (ready: Draft<Ready>) => void): string | null =>
  useDesign.getState().edit(label, draft => recipe(draft.ready));

/** Puts a rust spot or hole onto the plan, in place of the one with its id. */
export const putReady = <K extends keyof Ready>(
  label: string,
  kind: K,
  item: Ready[K][number],
): string | null =>
  editReady(label, ready => {
    const list = ready[kind] as { id: string }[];
    const at = list.findIndex(i => i.id === item.id);
    if (at < 0) list.push(item);
    else list[at] = item;
  });

/** Takes a rust spot or hole off the plan; what happened to it stays in the log. */
export const dropReady = (label: string, kind: keyof Ready, id: string): string | null =>
  editReady(label, ready => {
    const list = ready[kind] as { id: string }[];
    const at = list.findIndex(i => i.id === id);
    if (at >= 0) list.splice(at, 1);
  });

/** An unused id in one of those lists. */
export function freshReadyId(kind: keyof Ready, stem: string): string {
  const { design } = useDesign.getState();
  return freshId(design?.ready[kind].map(i => i.id) ?? [], stem);
}
