import { newDesign } from '@overcoat/core/buildup';
import {
  type ConversionRecord,
  checkDesign,
  type Design,
  type Entry,
  type LoggedEntry,
  type Saved,
  type WorkshopEntry,
} from '@overcoat/core/model';
import { applyPatches, enablePatches, type Patch } from 'immer';
import { ApiError, type api } from '../api/client.ts';

enablePatches();

interface Step<D> {
  document: D;
  label: string;
  /** Revisions that undo and redo lead to. */
  back: number | null;
  forward: number | null;
}

/** One thing's linked revisions, as the real server keeps them. */
export class Revisions<D> {
  readonly steps: Step<D>[] = [];

  get current(): number {
    return this.steps.length;
  }

  get last(): D | undefined {
    return this.steps.at(-1)?.document;
  }

  get labels(): string[] {
    return this.steps.map(s => s.label);
  }

  saved(): Omit<Saved, 'id'> {
    const now = this.steps.at(-1);
    return {
      revision: this.current,
      savedAt: '2026-11-01T12:00:00Z',
      undo: now && now.back !== null ? now.label : null,
      redo: now && now.forward !== null ? this.steps[now.forward - 1]!.label : null,
    };
  }

  /** Another window's step. */
  push(document: D, label = 'other'): void {
    this.steps.push({ document, label, back: this.current || null, forward: null });
  }

  /** Undone or redone, on the revision that was last. */
  travel(way: 'undo' | 'redo'): void {
    const now = this.steps.at(-1)!;
    const target = this.steps[(way === 'undo' ? now.back : now.forward)! - 1]!;
    const from = this.current;
    this.steps.push(way === 'undo' ? { ...target, forward: from } : { ...target, back: from });
  }
}

/** A list that only grows, each entry taken in once. */
class Log<E extends { id: string }> {
  readonly entries: { seq: number; takenIn: string; entry: E }[] = [];

  take(entry: E): number {
    const known = this.entries.find(l => l.entry.id === entry.id);
    if (known) return known.seq;
    this.entries.push({ seq: this.entries.length + 1, takenIn: '2026-11-26T12:00:00Z', entry });
    return this.entries.length;
  }

  noted(entries: readonly E[]) {
    return { entries: entries.map(entry => ({ id: entry.id, seq: this.take(entry) })) };
  }

  after(seq = 0) {
    return { entries: this.entries.filter(l => l.seq > seq) };
  }
}

type Api = typeof api;

/** What is asked of the server: which route, and what is sent along. */
export interface Asked {
  route: string;
  document?: unknown;
  entries?: readonly { id: string; fact: { kind: string } }[];
}

const READS = ['read', 'document', 'log', 'workshop'];

/** The server with one conversion, `c`: its design, documents and log, and the workshop. */
export class FakeServer {
  readonly design = new Revisions<Design>();
  private readonly documents = new Map<string, Revisions<object | null>>();
  readonly log = new Log<Entry>();
  readonly workshop = new Log<WorkshopEntry>();
  /** No answer at all. */
  down = false;
  /** How often it was written to, heard or not. */
  tries = 0;
  /** Throws what keeps the request from arriving, or refuses it. */
  before: (asked: Asked) => void = () => {};
  /** Throws what keeps the answer from coming back. */
  after: (asked: Asked) => void = () => {};

  constructor(design: Design = newDesign('Test', 'compact')) {
    this.design.push(design, 'new');
  }

  document({ kind, key }: { kind: string; key: string }): Revisions<object | null> {
    const name = `${kind}/${key}`;
    const own = this.documents.get(name) ?? new Revisions();
    this.documents.set(name, own);
    return own;
  }

  record(): ConversionRecord {
    return { id: 'c', ...this.design.saved(), design: this.design.last! };
  }

  /** Loses requests and answers by the draws of `random`, reads too where said. */
  lose(random: () => number, reads = false): void {
    let luck = 1;
    const lossy = ({ route }: Asked) => reads || !READS.includes(route);
    this.before = asked => {
      luck = lossy(asked) ? random() : 1;
      if (luck < 0.25) throw new ApiError(0, 'no answer');
    };
    this.after = () => {
      if (luck < 0.5) throw new ApiError(0, 'cut off');
      if (luck < 0.6) throw new ApiError(503, 'busy');
    };
  }

  /** Answers in place of the real server; a window with modules of its own has its own `ApiError`. */
  serve(api: Api, Own = ApiError): void {
    for (const [route, answer] of Object.entries(this.routes()))
      Object.assign(api, {
        [route]: (...args: unknown[]) =>
          (answer as (...args: unknown[]) => Promise<unknown>)(...args).catch(error => {
            throw error instanceof ApiError ? new Own(error.status, error.message, error.problem) : error;
          }),
      });
  }

  private async reached<A>(asked: Asked, answer: () => A): Promise<A> {
    if (!READS.includes(asked.route)) this.tries++;
    await Promise.resolve();
    if (this.down) throw new ApiError(0, 'no answer');
    this.before(asked);
    const said = answer();
    await Promise.resolve();
    this.after(asked);
    return said;
  }

  private onto<D, A extends object>(
    own: Revisions<D>,
    revision: number,
    asked: Asked,
    record: () => A,
    step: () => void,
  ): Promise<A> {
    return this.reached(asked, () => {
      if (revision !== own.current) throw new ApiError(409, 'stale', { current: record() });
      step();
      return record();
    });
  }

  private takeDesign(route: string, revision: number, next: (now: Design) => Design, label: string) {
    const document = next(this.design.steps[revision - 1]!.document);
    const [wrong] = checkDesign(document, { has: () => true });
    const record = () => this.record();
    return this.onto(this.design, revision, { route, document }, record, () => {
      if (wrong) throw new ApiError(422, wrong.message);
      this.design.push(document, label);
    });
  }

  private takeDocument(
    route: string,
    of: { kind: string; key: string },
    revision: number,
    step: (own: Revisions<object | null>) => void,
    document?: unknown,
  ) {
    const own = this.document(of);
    return this.onto(own, revision, { route, document }, this.documentRecord(of), () => step(own));
  }

  private documentRecord = (of: { kind: string; key: string }) => () => {
    const own = this.document(of);
    return { ...own.saved(), document: own.last ?? null };
  };

  private routes() {
    const { log, workshop } = this;
    return {
      read: () => this.reached({ route: 'read' }, () => this.record()),
      save: (_, revision, { design, label }) => this.takeDesign('save', revision, () => design, label),
      change: (_, revision, { changes, label }) =>
        this.takeDesign('change', revision, now => applyPatches(now, changes as Patch[]), label),
      travel: (_, way, revision) =>
        this.onto(
          this.design,
          revision,
          { route: 'travel' },
          () => this.record(),
          () => this.design.travel(way),
        ),
      document: of => this.reached({ route: 'document' }, this.documentRecord(of)),
      saveDocument: (of, revision, { document, label }) =>
        this.takeDocument('saveDocument', of, revision, own => own.push(document as object, label), document),
      changeDocument: (of, revision, { changes, label }) => {
        const before = this.document(of).steps[revision - 1]?.document;
        const document = before && applyPatches(before, changes as Patch[]);
        return this.takeDocument('changeDocument', of, revision, own => own.push(document!, label), document);
      },
      travelDocument: (of, way, revision) =>
        this.takeDocument('travelDocument', of, revision, own => own.travel(way)),
      log: (_, after) => this.reached({ route: 'log' }, () => log.after(after) as { entries: LoggedEntry[] }),
      note: (_, entries) => this.reached({ route: 'note', entries }, () => log.noted(entries)),
      workshop: after => this.reached({ route: 'workshop' }, () => workshop.after(after)),
      noteWorkshop: entries =>
        this.reached({ route: 'noteWorkshop', entries }, () => workshop.noted(entries)),
    } satisfies Partial<Api>;
  }
}
