import { same } from '@overcoat/core/model/documents';
import { applyPatches, type Patch } from 'immer';
import { ApiError } from '../../api/client.ts';
import { type KeptWork, outbox } from '../outbox.ts';
import { sending } from '../sendQueue.ts';
import { onLeaving } from './left.ts';
import type { EditStep, SavedState, Stored, Synced, Together } from './state.ts';

/** A label longer than this is no label; the server refuses it. */
const LABEL = 200;
/** What says that this very change is not accepted, not that something else is wrong. */
const NOT_ACCEPTED = [413, 422];
/** Of a document that nobody has saved yet. */
const NEVER: SavedState = { revision: 0, savedAt: null, undo: null, redo: null };

/** How documents of a kind go to the server and together; and where this one is held. */
export interface SyncWay<D extends object> {
  /** What it is kept under in this browser. */
  name: string;
  /** Its work in what is sent. */
  work: 'edits' | 'documents';
  /** Where two windows changed one thing: the person is asked, or what is saved later stands. */
  clash: 'ask' | 'later';
  read(): Promise<Stored<D>>;
  save(revision: number, document: D, label: string): Promise<SavedState>;
  change(revision: number, changes: readonly Patch[], label: string): Promise<SavedState>;
  travel(way: 'undo' | 'redo', revision: number): Promise<Stored<D>>;
  /** What is there now, as a refusal says. */
  current(refusal: ApiError): Stored<D> | null;
  together(base: D | null, mine: D, theirs: D | null): Together<D>;
  /** What was put together is told. */
  say(notice: string): void;
  get(): Synced<D>;
  set(change: Partial<Synced<D>>): void;
}

/**
 * One document and the server: sends changes in their order, takes in what other windows have saved, sets aside what is refused, goes
 * back and forth by the server's own steps. What is not acknowledged is kept in this browser.
 */
export class Sync<D extends object> {
  private seq = 0;
  private stopped = false;
  private writing = 0;
  /** The last revision that was heard of. */
  private heard = 0;
  /** One after another: each press counts, however quick; and what others did comes after. */
  private journey: Promise<void> = Promise.resolve();
  private readonly forget: () => void;

  constructor(private readonly way: SyncWay<D>) {
    // A page that goes before it has crossed out what arrived says that too: the next one would send it again.
    this.forget = onLeaving(() =>
      way.get().pending.length > 0 || this.writing > 0
        ? { name: way.name, session: outbox.session, ...this.held() }
        : null,
    );
  }

  private held() {
    const { base, saved, pending } = this.way.get();
    return { base, saved: saved ?? NEVER, edits: pending };
  }

  /** Writes down what is not acknowledged, in place of what was. */
  private keep(): void {
    this.writing++;
    void outbox.keep(this.way.name, this.held()).finally(() => this.writing--);
  }

  step(document: D, label: string, patches: readonly Patch[]): EditStep<D> {
    return {
      document,
      label: label.length > LABEL ? `${label.slice(0, LABEL - 1)}…` : label,
      patches,
      seq: ++this.seq,
    };
  }

  whole(document: D, label: string): EditStep<D> {
    return this.step(document, label, [{ op: 'replace', path: [], value: document }]);
  }

  private accept({ saved, document }: Stored<D>, label?: string): void {
    const { document: before } = this.way.get();
    this.way.set({
      document,
      saved,
      base: document,
      pending: [],
      state: 'saved',
      message: null,
      conflict: null,
      lastChange: label && before ? { label, before } : null,
    });
    this.keep();
  }

  /** Sends what a step changes; the whole document when that is what changed, or when the server does not take the parts. */
  private async send(revision: number, { document, label, patches }: EditStep<D>): Promise<SavedState> {
    const all = () => this.way.save(revision, document, label);
    if (patches.some(p => p.path.length === 0)) return all();
    try {
      return await this.way.change(revision, patches, label);
    } catch (error) {
      if (error instanceof ApiError && NOT_ACCEPTED.includes(error.status)) return all();
      throw error;
    }
  }

  /** Sends what is pending, one change after another; throws when the server is away. */
  async drain(): Promise<void> {
    while (!this.stopped && this.way.get().pending.length > 0 && this.way.get().state !== 'conflict') {
      const [next] = this.way.get().pending as [EditStep<D>];
      this.way.set({ state: 'saving' });
      try {
        const saved = await this.send((this.way.get().saved ?? NEVER).revision, next);
        if (this.stopped) return;
        this.way.set({ saved, base: next.document, pending: this.way.get().pending.slice(1), message: null });
        if (this.way.get().pending.length === 0) this.keep();
        else void outbox.arrived(this.way.name, next.seq, saved);
      } catch (error) {
        if (this.stopped) return;
        const message = error instanceof Error ? error.message : String(error);
        if (!(error instanceof ApiError) || error.away) {
          this.way.set({ state: 'offline', message });
          throw error;
        }
        const theirs = error.status === 409 ? this.way.current(error) : null;
        if (theirs) this.reconcile(theirs);
        else if (NOT_ACCEPTED.includes(error.status)) this.goRound(next, message);
        else return this.way.set({ state: 'gone', message });
      }
    }
    await this.catchUp();
    // What is no change is none to whoever goes by it.
    if (!this.stopped && this.way.get().state !== 'conflict' && this.way.get().state !== 'saved')
      this.way.set({ state: 'saved' });
  }

  pump(): Promise<void> {
    return sending.ask(this.way.work);
  }

  /** Takes in what was heard of and is not here; what is pending by then is merged when it is sent. */
  private async catchUp(): Promise<void> {
    if (
      this.stopped ||
      this.way.get().pending.length > 0 ||
      this.heard <= (this.way.get().saved?.revision ?? 0)
    )
      return;
    const theirs = await this.way.read().catch(error => {
      if (!(error instanceof ApiError) || error.away) throw error;
      // It is in the bin, say: there is nothing to read, however often one asks.
      this.heard = 0;
      return null;
    });
    if (!theirs || this.stopped) return;
    this.heard = theirs.saved.revision;
    if (theirs.saved.revision <= (this.way.get().saved?.revision ?? -1)) return;
    if (this.way.get().pending.length > 0) this.reconcile(theirs);
    else this.accept(theirs, 'changed in another window');
  }

  /**
   * Sets aside the first pending change, which the server would not take, and makes the later ones again without it: it
   * is shown, and can be tried again or let go of, and blocks nothing.
   */
  private goRound({ document: after, label, seq: at }: EditStep<D>, message: string): void {
    const { base, pending, refused } = this.way.get();
    let was = after;
    let now = base;
    const remade: EditStep<D>[] = [];
    for (const later of pending.slice(1)) {
      const { document } = this.way.together(was, later.document, now);
      was = later.document;
      if (same(document, now)) continue;
      now = document;
      remade.push(this.whole(document, later.label));
    }
    const kept = { label, message, before: base, after };
    const key = `${Date.now()}-${at}`;
    void outbox.keepRefused(this.way.name, key, kept);
    this.way.set({
      document: now,
      pending: remade,
      refused: [...refused, { key, ...kept }],
      lastChange: null,
    });
    this.keep();
  }

  /**
   * Takes in what the server holds instead of `base`. A save whose answer was lost is recognised and not sent again;
   * what another window saved is merged; only where both changed the same thing is the person asked.
   */
  private reconcile(theirs: Stored<D>): void {
    const { base, document, pending } = this.way.get();
    const arrived = pending.findLastIndex(p => same(p.document, theirs.document));
    if (arrived >= 0) {
      const at = pending[arrived]!;
      this.way.set({ base: at.document, saved: theirs.saved, pending: pending.slice(arrived + 1) });
      if (this.way.get().pending.length === 0) this.keep();
      else void outbox.arrived(this.way.name, at.seq, theirs.saved);
      void this.pump();
      return;
    }
    const both = this.way.together(base, document!, theirs.document);
    const { conflicts: places, mistakes } = both;
    if (this.way.clash === 'ask' && places.length + mistakes.length > 0)
      this.way.set({ state: 'conflict', conflict: { theirs, places, mistakes } });
    else this.takeIn(theirs, both, pending.at(-1)?.label ?? 'merged');
  }

  /** Goes on from what the server holds, with both put together on top of it. */
  private takeIn(theirs: Stored<D>, { document, said }: Together<D>, label: string): void {
    this.way.set({
      document,
      base: theirs.document,
      saved: theirs.saved,
      conflict: null,
      lastChange: null,
      state: 'saving',
      pending: same(document, theirs.document) ? [] : [this.whole(document, label)],
    });
    if (said.length > 0) this.way.say(said.join(' '));
    this.keep();
    void this.pump();
  }

  private async go(where: 'undo' | 'redo'): Promise<void> {
    await this.pump();
    const { saved, pending, state } = this.way.get();
    if (this.stopped || !saved || pending.length > 0 || state === 'conflict' || saved[where] === null) return;
    try {
      const label = `${where === 'undo' ? 'undone' : 'done again'}: ${saved[where]}`;
      const there = await this.way.travel(where, saved.revision);
      if (this.stopped) return;
      // What was changed meanwhile went on its way on the state before: the server's refusal has it merged onto this one.
      if (this.way.get().pending.length === 0 && there.saved.revision > this.way.get().saved!.revision)
        this.accept(there, label);
    } catch (error) {
      const theirs = error instanceof ApiError && error.status === 409 ? this.way.current(error) : null;
      if (!theirs)
        this.way.set({ state: 'offline', message: error instanceof Error ? error.message : String(error) });
      else if (this.way.get().pending.length > 0) this.reconcile(theirs);
      else this.accept(theirs, 'changed in another window');
    }
  }

  /** Holds what the server has, with what this browser still had in hand on top: one window's changes as they were, others' merged in. */
  open(theirs: Stored<D>, works: readonly KeptWork<D>[]): void {
    this.accept(theirs);
    this.resume(works);
  }

  /** Goes on from what a page had in hand; what was changed here while that was looked for is on top of it. */
  resume([first, ...kept]: readonly KeptWork<D>[]): void {
    if (!first) {
      this.keep();
      return;
    }
    const { base: under, pending: inHand } = this.way.get();
    const others = inHand.length > 0 ? [...kept, { base: under, edits: inHand }] : kept;
    const pending: EditStep<D>[] = [];
    let document = first.base;
    for (const { patches, label } of first.edits) {
      document = applyPatches(document as D, patches);
      pending.push(this.step(document!, label, patches));
    }
    for (const { base, edits } of others) {
      const theirs = edits.reduce((d, e) => applyPatches(d as D, e.patches), base);
      if (document === null || theirs === null) continue;
      const { document: both } = this.way.together(base, document, theirs);
      if (!same(both, document)) pending.push(this.whole(both, 'kept from another window'));
      document = both;
    }
    this.way.set({ document, base: first.base, saved: first.saved, pending });
    this.keep();
    void this.pump();
  }

  /** Takes a change in as the next step; it stands at once. */
  take(made: EditStep<D>): void {
    const { document: before, pending, state } = this.way.get();
    this.way.set({
      document: made.document,
      pending: [...pending, made],
      lastChange: before && { label: made.label, before },
    });
    if (pending.length === 0) this.keep();
    else void outbox.add(this.way.name, made.seq, made);
    if (state !== 'conflict') void this.pump();
  }

  travel(where: 'undo' | 'redo'): Promise<void> {
    this.journey = this.journey.then(() => this.go(where));
    return this.journey;
  }

  /** Reads what another window saved; tried again like a save where the server is away. What comes back of a step is no other window's. */
  look(revision = Number.POSITIVE_INFINITY): Promise<void> {
    this.journey = this.journey.then(() => {
      this.heard = Math.max(this.heard, revision);
      return this.pump();
    });
    return this.journey;
  }

  settle(side: 'mine' | 'theirs'): void {
    const { conflict, document, base } = this.way.get();
    if (!conflict) return;
    const there = conflict.theirs.document;
    // Where both changed the same thing the one chosen stands; everything else from both is kept.
    const both =
      side === 'mine' || there === null
        ? this.way.together(base, document!, there)
        : this.way.together(base, there, document);
    const label = side === 'mine' ? 'kept over another window’s change' : 'another window’s change kept';
    this.takeIn(conflict.theirs, both, label);
  }

  /** Makes a refused change again, on what is there now: the step, to be taken; null where it changes nothing. */
  again(key: string): EditStep<D> | null {
    const { document, refused } = this.way.get();
    const one = refused.find(r => r.key === key);
    if (!one) return null;
    this.drop(key);
    const { document: both } = this.way.together(one.before as D | null, one.after as D, document);
    return same(both, document) ? null : this.whole(both, one.label);
  }

  /** Lets go of a refused change. */
  drop(key: string): void {
    void outbox.dropRefused(this.way.name, key);
    this.way.set({ refused: this.way.get().refused.filter(r => r.key !== key) });
  }

  /** Nothing that is on its way changes anything any more. */
  stop(): void {
    this.stopped = true;
    this.forget();
  }
}
