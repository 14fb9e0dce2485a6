import type { Design, Ready } from '@overcoat/core/model';
import type { Edited, Reshaped } from '@overcoat/core/survey/shell';
import type { Draft } from 'immer';
import { useDesign } from './design.ts';
import { freshId } from './edits.ts';

/** Applies a change of the whole design as one undoable step. Returns why not, or null. */
export function reshape(label: string, change: (design: Design) => Reshaped): string | null {
  const { design, edit, select } = useDesign.getState();
  if (!design) return null;
  const result = change(design);
  if (!result.ok) return result.message;
  const next = result.design;
  edit(label, draft => {
    if (next.shell !== design.shell) draft.shell = next.shell;
    if (next.ready !== design.ready) draft.ready = next.ready;
    if (next.variants !== design.variants) draft.variants = next.variants;
  });
  const known = new Set(next.shell.zones.flatMap(z => z.bays.map(b => b.id)));
  const kept = useDesign.getState().selected.filter(id => known.has(id));
  select(result.id && known.has(result.id) ? [result.id] : kept);
  return null;
}

/** Applies a change of the shell as one undoable step. Returns why not, or null. */
export function editShell(label: string, change: (shell: Design['shell']) => Edited): string | null {
  const { design, edit } = useDesign.getState();
  if (!design) return null;
  const result = change(design.shell);
  if (!result.ok) return result.message;
  edit(label, draft => {
    draft.shell = result.shell;
  });
  return null;
}

/** Changes what is noted of making ready. */
const editReady = (label: string, recipe: (ready: Draft<Ready>) => void): void =>
  useDesign.getState().edit(label, draft => recipe(draft.ready));

/** Puts an item into one of the lists of making ready, in place of the one with its id. */
export function putReady<K extends keyof Ready>(label: string, kind: K, item: Ready[K][number]): void {
  editReady(label, ready => {
    const list = ready[kind] as { id: string }[];
    const at = list.findIndex(i => i.id === item.id);
    if (at < 0) list.push(item);
    else list[at] = item;
  });
}

export const dropReady = (label: string, kind: keyof Ready, id: string): void =>
  editReady(label, ready => {
    const list = ready[kind] as { id: string }[];
    const at = list.findIndex(i => i.id === id);
    if (at >= 0) list.splice(at, 1);
    // A photo outlives the rust it shows, on the bay.
    for (const p of ready.photos) if (p.about === id) delete p.about;
  });

/** An unused id in one of those lists. */
export function freshReadyId(kind: keyof Ready, stem: string): string {
  const { design } = useDesign.getState();
  return freshId(design?.ready[kind].map(i => i.id) ?? [], stem);
}

/** This moment, as the design keeps it. */
export const nowText = (): string => `${new Date().toISOString().slice(0, 19)}Z`;
