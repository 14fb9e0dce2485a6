import { same } from '@overcoat/core/model';
import { applyPatches, type Patch } from 'immer';
import { ApiError } from '../../api/client.ts';
import { type KeptWork, outbox } from '../outbox.ts';
import { sending } from '../sendQueue.ts';
import { onLeaving } from './left.ts';
import type { Saved, Step, Stored, Synced, Together } from './state.ts';

/** A label longer than this is no label; the server refuses it. */
const LABEL = 200;
/** What says that this very change is not accepted, not that something else is wrong. */
const NOT_ACCEPTED = [413, 422];
/** Of a document that nobody has saved yet. */
const NEVER: Saved = { revision: 0, savedAt: null, undo: null, redo: null };

/** How documents of a kind go to the server and together; and where this one is held. */
export interface Way<D extends object> {
  /** What it is kept under in this browser. */
  name: string;
  /** Its work in what is sent. */
  work: 'edits' | 'documents';
  /** Where two windows changed one thing: the person is asked, or what is saved later stands. */
  clash: 'ask' | 'later';
  read(): Promise<Stored<D>>;
  save(revision: number, document: D, label: string): Promise<Saved>;
  change(revision: number, changes: readonly Patch[], label: string): Promise<Saved>;
  travel(way: 'undo' | 'redo', revision: number): Promise<Stored<D>>;
  /** What is there now, as a refusal says. */
  current(refusal: ApiError): Stored<D> | null;
  together(base: D | null, mine: D, theirs: D | null): Together<D>;
  /** What was put together is told. */
  say(notice: string): void;
  get(): Synced<D>;
  set(change: Partial<Synced<D>>): void;
}

export type Sync<D extends object> = ReturnType<typeof syncing<D>>;

/**
 * One document and the server: sends changes in their order, takes in what other windows have saved, sets aside what is refused, goes
 * back and forth by the server's own steps. What is not acknowledged is kept in this browser.
 */
export function syncing<D extends object>(way: Way<D>) {
  const { name, get, set } = way;
  let seq = 0;
  let stopped = false;

  const held = () => {
    const { base, saved, pending } = get();
    return { base, saved: saved ?? NEVER, edits: pending };
  };
  let writing = 0;
  /** Writes down what is not acknowledged, in place of what was. */
  const keep = () => {
    writing++;
    void outbox.keep(name, held()).finally(() => writing--);
  };
  // A page that goes before it has crossed out what arrived says that too: the next one would send it again.
  const forget = onLeaving(() =>
    get().pending.length > 0 || writing > 0 ? { name, session: outbox.session, ...held() } : null,
  );

  const step = (document: D, label: string, patches: readonly Patch[]): Step<D> => ({
    document,
    label: label.length > LABEL ? `${label.slice(0, LABEL - 1)}…` : label,
    patches,
    seq: ++seq,
  });
  const whole = (document: D, label: string): Step<D> =>
    step(document, label, [{ op: 'replace', path: [], value: document }]);

  const accept = ({ saved, document }: Stored<D>, label?: string) => {
    const { document: before } = get();
    set({
      document,
      saved,
      base: document,
      pending: [],
      state: 'saved',
      message: null,
      conflict: null,
      lastChange: label && before ? { label, before } : null,
    });
    keep();
  };

  /** Sends what a step changes; the whole document when that is what changed, or when the server does not take the parts. */
  const send = async (revision: number, { document, label, patches }: Step<D>): Promise<Saved> => {
    const all = () => way.save(revision, document, label);
    if (patches.some(p => p.path.length === 0)) return all();
    try {
      return await way.change(revision, patches, label);
    } catch (error) {
      if (error instanceof ApiError && NOT_ACCEPTED.includes(error.status)) return all();
      throw error;
    }
  };

  /** Sends what is pending, one change after another; throws when the server is away. */
  const drain = async (): Promise<void> => {
    while (!stopped && get().pending.length > 0 && get().state !== 'conflict') {
      const [next] = get().pending as [Step<D>];
      set({ state: 'saving' });
      try {
        const saved = await send((get().saved ?? NEVER).revision, next);
        if (stopped) return;
        set({ saved, base: next.document, pending: get().pending.slice(1), message: null });
        if (get().pending.length === 0) keep();
        else void outbox.arrived(name, next.seq, saved);
      } catch (error) {
        if (stopped) return;
        const message = error instanceof Error ? error.message : String(error);
        if (!(error instanceof ApiError) || error.away) {
          set({ state: 'offline', message });
          throw error;
        }
        const theirs = error.status === 409 ? way.current(error) : null;
        if (theirs) reconcile(theirs);
        else if (NOT_ACCEPTED.includes(error.status)) goRound(next, message);
        else return set({ state: 'gone', message });
      }
    }
    await catchUp();
    // What is no change is none to whoever goes by it.
    if (!stopped && get().state !== 'conflict' && get().state !== 'saved') set({ state: 'saved' });
  };
  const pump = () => sending.ask(way.work);

  /** The last revision that was heard of. */
  let heard = 0;
  /** Takes in what was heard of and is not here; what is pending by then is merged when it is sent. */
  const catchUp = async () => {
    if (stopped || get().pending.length > 0 || heard <= (get().saved?.revision ?? 0)) return;
    const theirs = await way.read().catch(error => {
      if (!(error instanceof ApiError) || error.away) throw error;
      // It is in the bin, say: there is nothing to read, however often one asks.
      heard = 0;
      return null;
    });
    if (!theirs || stopped) return;
    heard = theirs.saved.revision;
    if (theirs.saved.revision <= (get().saved?.revision ?? -1)) return;
    if (get().pending.length > 0) reconcile(theirs);
    else accept(theirs, 'changed in another window');
  };

  /**
   * Sets aside the first pending change, which the server would not take, and makes the later ones again without it: it
   * is shown, and can be tried again or let go of, and blocks nothing.
   */
  const goRound = ({ document: after, label, seq: at }: Step<D>, message: string) => {
    const { base, pending, refused } = get();
    let was = after;
    let now = base;
    const remade: Step<D>[] = [];
    for (const later of pending.slice(1)) {
      const { document } = way.together(was, later.document, now);
      was = later.document;
      if (same(document, now)) continue;
      now = document;
      remade.push(whole(document, later.label));
    }
    const kept = { label, message, before: base, after };
    const key = `${Date.now()}-${at}`;
    void outbox.keepRefused(name, key, kept);
    set({ document: now, pending: remade, refused: [...refused, { key, ...kept }], lastChange: null });
    keep();
  };

  /**
   * Takes in what the server holds instead of `base`. A save whose answer was lost is recognised and not sent again;
   * what another window saved is merged; only where both changed the same thing is the person asked.
   */
  const reconcile = (theirs: Stored<D>) => {
    const { base, document, pending } = get();
    const arrived = pending.findLastIndex(p => same(p.document, theirs.document));
    if (arrived >= 0) {
      const at = pending[arrived]!;
      set({ base: at.document, saved: theirs.saved, pending: pending.slice(arrived + 1) });
      if (get().pending.length === 0) keep();
      else void outbox.arrived(name, at.seq, theirs.saved);
      void pump();
      return;
    }
    const both = way.together(base, document!, theirs.document);
    const { conflicts: places, mistakes } = both;
    if (way.clash === 'ask' && places.length + mistakes.length > 0)
      return set({ state: 'conflict', conflict: { theirs, places, mistakes } });
    takeIn(theirs, both, pending.at(-1)?.label ?? 'merged');
  };

  /** Goes on from what the server holds, with both put together on top of it. */
  const takeIn = (theirs: Stored<D>, { document, said }: Together<D>, label: string) => {
    set({
      document,
      base: theirs.document,
      saved: theirs.saved,
      conflict: null,
      lastChange: null,
      state: 'saving',
      pending: same(document, theirs.document) ? [] : [whole(document, label)],
    });
    if (said.length > 0) way.say(said.join(' '));
    keep();
    void pump();
  };

  /** One after another: each press counts, however quick; and what others did comes after. */
  let journey: Promise<void> = Promise.resolve();
  const go = async (where: 'undo' | 'redo') => {
    await pump();
    const { saved, pending, state } = get();
    if (stopped || !saved || pending.length > 0 || state === 'conflict' || saved[where] === null) return;
    try {
      const label = `${where === 'undo' ? 'undone' : 'done again'}: ${saved[where]}`;
      const there = await way.travel(where, saved.revision);
      if (stopped) return;
      // What was changed meanwhile went on its way on the state before: the server's refusal has it merged onto this one.
      if (get().pending.length === 0 && there.saved.revision > get().saved!.revision) accept(there, label);
    } catch (error) {
      const theirs = error instanceof ApiError && error.status === 409 ? way.current(error) : null;
      if (!theirs) set({ state: 'offline', message: error instanceof Error ? error.message : String(error) });
      else if (get().pending.length > 0) reconcile(theirs);
      else accept(theirs, 'changed in another window');
    }
  };

  const sync = {
    drain,
    pump,
    step,
    whole,
    /** Holds what the server has, with what this browser still had in hand on top: one window's changes as they were, others' merged in. */
    open(theirs: Stored<D>, works: readonly KeptWork<D>[]): void {
      accept(theirs);
      sync.resume(works);
    },
    /** Goes on from what a page had in hand; what was changed here while that was looked for is on top of it. */
    resume([first, ...kept]: readonly KeptWork<D>[]): void {
      if (!first) {
        keep();
        return;
      }
      const { base: under, pending: inHand } = get();
      const others = inHand.length > 0 ? [...kept, { base: under, edits: inHand }] : kept;
      const pending: Step<D>[] = [];
      let document = first.base;
      for (const { patches, label } of first.edits) {
        document = applyPatches(document as D, patches);
        pending.push(step(document!, label, patches));
      }
      for (const { base, edits } of others) {
        const theirs = edits.reduce((d, e) => applyPatches(d as D, e.patches), base);
        if (document === null || theirs === null) continue;
        const { document: both } = way.together(base, document, theirs);
        if (!same(both, document)) pending.push(whole(both, 'kept from another window'));
        document = both;
      }
      set({ document, base: first.base, saved: first.saved, pending });
      keep();
      void pump();
    },
    /** Takes a change in as the next step; it stands at once. */
    take(made: Step<D>): void {
      const { document: before, pending, state } = get();
      set({
        document: made.document,
        pending: [...pending, made],
        lastChange: before && { label: made.label, before },
      });
      if (pending.length === 0) keep();
      else void outbox.add(name, made.seq, made);
      if (state !== 'conflict') void pump();
    },
    travel(where: 'undo' | 'redo'): Promise<void> {
      journey = journey.then(() => go(where));
      return journey;
    },
    /** Reads what another window saved; tried again like a save where the server is away. What comes back of a step is no other window's. */
    look(revision = Number.POSITIVE_INFINITY): Promise<void> {
      journey = journey.then(() => {
        heard = Math.max(heard, revision);
        return pump();
      });
      return journey;
    },
    settle(side: 'mine' | 'theirs'): void {
      const { conflict, document, base } = get();
      if (!conflict) return;
      const there = conflict.theirs.document;
      // Where both changed the same thing the one chosen stands; everything else from both is kept.
      const both =
        side === 'mine' || there === null
          ? way.together(base, document!, there)
          : way.together(base, there, document);
      const label = side === 'mine' ? 'kept over another window’s change' : 'another window’s change kept';
      takeIn(conflict.theirs, both, label);
    },
    /** Makes a refused change again, on what is there now: the step, to be taken; null where it changes nothing. */
    again(key: string): Step<D> | null {
      const { document, refused } = get();
      const one = refused.find(r => r.key === key);
      if (!one) return null;
      sync.drop(key);
      const { document: both } = way.together(one.before as D | null, one.after as D, document);
      return same(both, document) ? null : whole(both, one.label);
    },
    /** Lets go of a refused change. */
    drop(key: string): void {
      void outbox.dropRefused(name, key);
      set({ refused: get().refused.filter(r => r.key !== key) });
    },
    /** Nothing that is on its way changes anything any more. */
    stop(): void {
      stopped = true;
      forget();
    },
  };
  return sync;
}
