import {
  type ConversionRecord,
  checkDesign,
  type Design,
  mend,
  merge,
  type Saved,
  same,
} from '@overcoat/core/model';
import { ApiError, api } from '../../api/client.ts';
import { outbox } from '../outbox.ts';
import { sending } from '../sendQueue.ts';
import type { Get, Pending, SetState } from './state.ts';

/** Materials are the server's to know: what an edit names is chosen from what is there. */
export const ANY = { has: () => true };
/** A label longer than this is no label; the server refuses it. */
const LABEL = 200;
/** What says that this very edit is not accepted, not that something else is wrong. */
const NOT_ACCEPTED = [413, 422];

/** Sends what an edit changes; the whole design when that is what changed, or when the server does not take the parts. */
async function send(id: string, revision: number, { design, label, patches }: Pending): Promise<Saved> {
  const whole = () => api.save(id, revision, { design, label });
  if (patches.some(p => p.path.length === 0)) return whole();
  try {
    return await api.change(id, revision, { changes: patches, label });
  } catch (error) {
    if (error instanceof ApiError && NOT_ACCEPTED.includes(error.status)) return whole();
    throw error;
  }
}

export type Sync = ReturnType<typeof syncing>;

/** Sends edits in their order, and takes in what other windows have saved. */
export function syncing(set: SetState, get: Get) {
  let seq = 0;

  /** Writes down what is not acknowledged, in place of what was. */
  const keep = () => {
    const { id, base, saved, pending } = get();
    if (id && base && saved) void outbox.keep(id, base, saved, pending);
  };

  const step = (design: Design, label: string, patches: Pending['patches']): Pending => ({
    design,
    label: label.length > LABEL ? `${label.slice(0, LABEL - 1)}…` : label,
    patches,
    seq: ++seq,
  });
  const whole = (design: Design, label: string): Pending =>
    step(design, label, [{ op: 'replace', path: [], value: design }]);

  const accept = (record: ConversionRecord, label?: string) => {
    const { design, ...saved } = record;
    const before = get().design;
    set({
      design,
      saved,
      base: design,
      pending: [],
      state: 'saved',
      message: null,
      conflict: null,
      lastChange: label && before ? { label, before } : null,
      variantId: design.variants.some(v => v.id === get().variantId)
        ? get().variantId
        : design.variants[0]!.id,
    });
    keep();
  };

  /** Sends what is pending, one change after another; throws when the server is away. */
  const drain = async () => {
    while (get().pending.length > 0 && get().id && get().state !== 'conflict') {
      const { id, saved, pending } = get();
      const [next] = pending as [Pending];
      set({ state: 'saving' });
      try {
        const answer = await send(id!, saved!.revision, next);
        if (get().id !== id) return;
        set(s => ({ saved: answer, base: next.design, pending: s.pending.slice(1), message: null }));
        if (get().pending.length === 0) keep();
        else void outbox.arrived(id!, next.seq, answer);
      } catch (error) {
        if (get().id !== id) return;
        const message = error instanceof Error ? error.message : String(error);
        if (!(error instanceof ApiError) || error.away) {
          set({ state: 'offline', message });
          throw error;
        }
        if (error.status === 409 && error.problem.current)
          reconcile(error.problem.current as ConversionRecord);
        else if (NOT_ACCEPTED.includes(error.status)) goRound(next, message);
        else return set({ state: 'gone', message });
      }
    }
    await catchUp();
    if (get().id && get().state !== 'conflict') set({ state: 'saved' });
  };

  /** The last revision that was heard of. */
  let heard = { id: '', revision: 0 };
  /** Takes in what was heard of and is not here; what is pending by then is merged when it is sent. */
  const catchUp = async () => {
    const { id, saved, pending } = get();
    if (!id || heard.id !== id || pending.length > 0 || heard.revision <= saved!.revision) return;
    const record = await api.read(id).catch(error => {
      if (!(error instanceof ApiError) || error.away) throw error;
      // It is in the bin, say: there is nothing to read, however often one asks.
      heard = { id: '', revision: 0 };
      return null;
    });
    if (!record || get().id !== id) return;
    heard = { id, revision: record.revision };
    if (record.revision <= get().saved!.revision) return;
    if (get().pending.length > 0) reconcile(record);
    else accept(record, 'changed in another window');
  };
  sending.register('edits', drain);
  const pump = () => sending.ask('edits');

  /**
   * Sets aside the first pending edit, which the server would not take, and makes the later ones again without it: it
   * is shown, and can be tried again or let go of, and blocks nothing.
   */
  const goRound = ({ design: after, label }: Pending, message: string) => {
    const { id, base, pending, refused } = get();
    let was = after;
    let now = base!;
    const remade: Pending[] = [];
    for (const later of pending.slice(1)) {
      const { merged } = merge(was, later.design, now);
      const { design } = mend(merged, later.design, now);
      was = later.design;
      if (same(design, now)) continue;
      now = design;
      remade.push(whole(design, later.label));
    }
    const kept = { label, message, before: base!, after };
    const key = `${Date.now()}-${refused.length}`;
    void outbox.keepRefused(id!, key, kept);
    set({ design: now, pending: remade, refused: [...refused, { key, ...kept }], lastChange: null });
    keep();
  };

  /** Both windows' changes together, and where the person has to be asked. */
  const together = (base: Design, mine: Design, theirs: Design) => {
    const { merged, conflicts } = merge(base, mine, theirs);
    const { design, said } = mend(merged, mine, theirs);
    const mistakes = checkDesign(design, ANY).map(m => m.message);
    return { design, said, conflicts, mistakes };
  };

  /**
   * Takes in what the server holds instead of `base`. A save whose answer was lost is recognised and not sent again;
   * what another window saved is merged; only where both changed the same thing is the person asked.
   */
  const reconcile = (theirs: ConversionRecord) => {
    const { base, design, pending } = get();
    const { design: held, ...saved } = theirs;
    const arrived = pending.findLastIndex(p => same(p.design, held));
    if (arrived >= 0) {
      set({ base: pending[arrived]!.design, saved, pending: pending.slice(arrived + 1) });
      if (get().pending.length === 0) keep();
      else void outbox.arrived(get().id!, pending[arrived]!.seq, saved);
      void pump();
      return;
    }
    const merged = together(base!, design!, held);
    const { conflicts: places, mistakes } = merged;
    if (places.length + mistakes.length > 0) {
      set({ state: 'conflict', conflict: { theirs, places, mistakes } });
      return;
    }
    takeIn(theirs, merged.design, merged.said, pending.at(-1)?.label ?? 'merged');
  };

  /** Goes on from what the server holds, with `design` on top of it. */
  const takeIn = (theirs: ConversionRecord, design: Design, said: readonly string[], label: string) => {
    const { design: held, ...saved } = theirs;
    set({
      design,
      base: held,
      saved,
      conflict: null,
      lastChange: null,
      state: 'saving',
      notice: said.length > 0 ? `Another window had changed the same van. ${said.join(' ')}` : get().notice,
      pending: same(design, held) ? [] : [whole(design, label)],
    });
    keep();
    void pump();
  };

  const settle = (side: 'mine' | 'theirs') => {
    const { conflict, design, base } = get();
    if (!conflict) return;
    const there = conflict.theirs.design;
    // Where both changed the same thing the one chosen stands; everything else from both is kept.
    const merged = side === 'mine' ? together(base!, design!, there) : together(base!, there, design!);
    const label = side === 'mine' ? 'kept over another window’s change' : 'another window’s change kept';
    takeIn(conflict.theirs, merged.design, merged.said, label);
  };

  /** Reads what another window saved; tried again like a save where the server is away. */
  const look = (revision = Number.POSITIVE_INFINITY): Promise<void> => {
    const { id } = get();
    if (id) heard = { id, revision: Math.max(revision, heard.id === id ? heard.revision : 0) };
    return pump();
  };

  return { keep, step, whole, accept, pump, reconcile, settle, look };
}
