import 'fake-indexeddb/auto';
import type { CutList, Design } from '@overcoat/core/model';
import { type DocumentKind, documentKinds } from '@overcoat/core/model/documents';
import { rename } from '@overcoat/core/survey/edits';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError, api } from '../api/client.ts';
import { FakeServer } from '../testing/server.ts';
import { useDesign } from './design.ts';
import { documentName, documentOf, useDocuments } from './documents.ts';
import { outbox } from './outbox.ts';
import { reshape } from './reshape.ts';
import { sending } from './sendQueue.ts';

let server: FakeServer;
/** What the server has of the cut list. */
const there = () => server.document(of);
const of = { id: 'c', kind: 'cut-list', key: 'a' } as const;
const refuse = (why: string | null) => {
  server.before = () => {
    if (why) throw new ApiError(422, why);
  };
};
const documents = () => useDocuments.getState();
const here = () => documentOf(documents().held, of);
const list = (change: Partial<CutList> = {}): CutList => ({ format: 1, name: 'B', pins: [], ...change });
const pin = (piece: string) => ({ group: 'pir/0.04', piece, stock: '0', index: 0, x: 0, y: 0, turn: 0 });
const settled = () => vi.waitFor(() => expect(documents().held[documentName(of)]?.pending).toEqual([]));

beforeEach(async () => {
  server = new FakeServer();
  server.serve(api);
  await outbox.drop('c');
  useDocuments.setState({ held: {} });
  useDesign.getState().close();
  await useDesign.getState().open(server.record());
  await documents().load(of);
});

describe('a document', () => {
  it('stands at once, is saved, and each change on the one before', async () => {
    expect(here()).toBeNull();
    const first = documents().put(of, list({ kerf: 0.002 }), 'kerf');
    void documents().put(of, list({ kerf: 0.003 }), 'kerf again');
    expect(here()).toEqual(list({ kerf: 0.003 }));
    expect(await first).toBe(true);
    await settled();
    expect(there().labels).toEqual(['kerf', 'kerf again']);
    expect(there().last).toEqual(list({ kerf: 0.003 }));
    await vi.waitFor(async () => expect(await outbox.names()).toEqual([]));
  });

  it('changed while the server is away outlives the page, and is sent when it answers', async () => {
    server.down = true;
    expect(await documents().put(of, list({ kerf: 0.004 }), 'kerf')).toBe(true);
    expect(there().steps).toEqual([]);
    // Another page.
    useDocuments.setState({ held: {} });
    await documents()
      .load(of)
      .catch(() => undefined);
    expect(here()).toEqual(list({ kerf: 0.004 }));
    server.down = false;
    await sending.ask('documents');
    await settled();
    expect(there().last).toEqual(list({ kerf: 0.004 }));
    await vi.waitFor(async () => expect(await outbox.names()).toEqual([]));
  });

  it('left by an earlier page of another conversion is sent without being opened', async () => {
    const saved = { revision: 0, savedAt: null, undo: null, redo: null };
    const patches = [{ op: 'replace' as const, path: [], value: list() }];
    await outbox.restore(documentName(of), [
      { session: 's', base: null, saved, edits: [{ patches, label: 'x' }] },
    ]);
    useDocuments.setState({ held: {} });
    await sending.ask('documents');
    expect(there().last).toEqual(list());
  });

  it('changed here while what an earlier page left is looked for keeps both', async () => {
    // One that this page has not looked for yet.
    const fresh = { ...of, key: 'b' };
    const saved = { revision: 0, savedAt: null, undo: null, redo: null };
    const patches = [{ op: 'replace' as const, path: [], value: list({ kerf: 0.002 }) }];
    await outbox.restore(documentName(fresh), [
      { session: 's', base: null, saved, edits: [{ patches, label: 'x' }] },
    ]);
    void documents().put(fresh, list({ strips: true }), 'mine');
    const held = () => documents().held[documentName(fresh)]!;
    await vi.waitFor(() => expect(held().pending).toEqual([]));
    expect(server.document(fresh).last).toEqual(list({ kerf: 0.002, strips: true }));
    expect(held().document).toEqual(server.document(fresh).last);
    await vi.waitFor(async () => expect(await outbox.names()).toEqual([]));
  });

  it('that two windows changed is put together; where both changed one thing this one stands, and says so', async () => {
    there().push(list({ kerf: 0.002, gapBehind: 0.003 }));
    await documents().put(of, list({ kerf: 0.004, strips: true }), 'mine');
    await settled();
    expect(there().last).toEqual(list({ kerf: 0.004, strips: true, gapBehind: 0.003 }));
    expect(useDesign.getState().notice).toContain('this window’s stands');
  });

  it('of a kind that asks waits for the person’s choice where both changed one thing', async () => {
    const kind = documentKinds['cut-list'] as { clash: 'ask' | 'later' };
    kind.clash = 'ask';
    useDocuments.setState({ held: {} });
    await documents().load(of);
    kind.clash = 'later';
    there().push(list({ kerf: 0.002, gapBehind: 0.003 }));
    await documents().put(of, list({ kerf: 0.004, strips: true }), 'mine');
    const { conflict } = documents().held[documentName(of)]!;
    expect(conflict!.places).toEqual([{ path: ['kerf'], mine: 0.004, theirs: 0.002 }]);
    expect(here()).toEqual(list({ kerf: 0.004, strips: true }));
    documents().settle(of, 'theirs');
    await settled();
    expect(there().last).toEqual(list({ kerf: 0.002, strips: true, gapBehind: 0.003 }));
  });

  it('that is refused is as the server has it, and says why', async () => {
    await documents().put(of, list({ kerf: 0.002 }), 'kerf');
    refuse('The cut list is not accepted.');
    expect(await documents().put(of, list({ kerf: 9 }), 'kerf')).toBe(false);
    expect(here()).toEqual(list({ kerf: 0.002 }));
    const [refused] = documents().held[documentName(of)]!.refused;
    expect(refused!.message).toContain('not accepted');
    await vi.waitFor(async () => expect(await outbox.names()).toEqual([]));
    refuse(null);
    documents().settleRefused(of, refused!.key, true);
    await settled();
    expect(here()).toEqual(list({ kerf: 9 }));
  });

  it('read again takes in what another window saved', async () => {
    there().push(list({ strips: true }));
    await documents().load(of);
    expect(here()).toEqual(list({ strips: true }));
  });

  it('follows a bay’s new name, and loses what was settled about a bay that is gone', async () => {
    await documents().put(
      of,
      list({
        pins: [pin('L1w fill'), pin('L2w fill')],
        trims: [{ piece: 'L1w fill', edge: 'LEFT', by: 0.003 }],
      }),
      'pins',
    );
    expect(reshape('a name', d => rename(d, 'L1w', 'Front'))).toBeNull();
    await settled();
    expect(here()!.pins.map(p => p.piece)).toEqual(['Front fill', 'L2w fill']);
    expect(here()!.trims![0]!.piece).toBe('Front fill');
    expect(there().last).toEqual(here());
  });

  it('follows a bay’s old name back when the new one is undone', async () => {
    await documents().put(of, list({ pins: [pin('L1w fill')] }), 'pins');
    const { design } = useDesign.getState();
    const record = (revision: number, of_: Design) => ({
      id: 'c',
      revision,
      savedAt: '',
      undo: 'a name',
      redo: null,
      design: of_,
    });
    vi.spyOn(api, 'change').mockResolvedValue({ ...record(2, design!) });
    expect(reshape('a name', d => rename(d, 'L1w', 'Front'))).toBeNull();
    await vi.waitFor(() => expect(useDesign.getState().pending).toEqual([]));
    expect(here()!.pins[0]!.piece).toBe('Front fill');
    vi.spyOn(api, 'travel').mockResolvedValue(record(3, design!));
    await useDesign.getState().travel('undo');
    expect(useDesign.getState().design!.shell).toBe(design!.shell);
    await vi.waitFor(() => expect(here()!.pins[0]!.piece).toBe('L1w fill'));
    await settled();
  });
});

it('a kind that is declared goes all the way: saved, away over a reload, merged or asked, refused, renamed with its bay', async () => {
  interface Note {
    format: 1;
    bay: string;
    words: string;
    more?: string;
  }
  const kind: DocumentKind<Note> = {
    called: 'note',
    per: 'conversion',
    steps: [],
    travels: true,
    clash: 'ask',
    begun: note => note,
    follow: (note, moved) => (moved.has(note.bay) ? { ...note, bay: moved.get(note.bay) ?? '' } : note),
  };
  const kinds = documentKinds as unknown as Record<string, DocumentKind<Note>>;
  kinds.note = kind;
  const note = { id: 'c', kind: 'note' as 'cut-list', key: 'all' };
  const held = () => documents().held[documentName(note)]!;
  const sent = () => vi.waitFor(() => expect(held().pending).toEqual([]));
  const put = (change: Partial<Note>) =>
    documents().put(note, { format: 1, bay: 'L1w', words: 'a', ...change }, 'a note');
  try {
    await documents().load(note);
    await put({});
    server.down = true;
    await put({ words: 'b' });
    useDocuments.setState({ held: {} });
    await documents()
      .load(note)
      .catch(() => undefined);
    expect(held().document).toMatchObject({ words: 'b' });
    server.down = false;
    await sending.ask('documents');
    await sent();
    server.document(note).push({ format: 1, bay: 'L1w', words: 'b', more: 'theirs' });
    await put({ words: 'c' });
    await sent();
    expect(server.document(note).last).toEqual({ format: 1, bay: 'L1w', words: 'c', more: 'theirs' });
    server.document(note).push({ format: 1, bay: 'L1w', words: 'theirs' });
    await put({ words: 'mine' });
    expect(held().conflict!.places).toMatchObject([{ path: ['words'] }]);
    documents().settle(note, 'mine');
    await sent();
    refuse('Not this.');
    expect(await put({ words: 'bad' })).toBe(false);
    expect([held().document, held().refused.length]).toMatchObject([{ words: 'mine' }, 1]);
    refuse(null);
    expect(reshape('a name', d => rename(d, 'L1w', 'Front'))).toBeNull();
    await sent();
    expect(server.document(note).last).toMatchObject({ bay: 'Front', words: 'mine' });
  } finally {
    delete kinds.note;
  }
});
