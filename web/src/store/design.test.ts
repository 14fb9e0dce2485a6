import 'fake-indexeddb/auto';
import { type Design, measured } from '@overcoat/core/model';
import { seeded } from '@overcoat/core/random';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError, api } from '../api/client.ts';
import { FakeServer } from '../testing/server.ts';
import { useDesign } from './design.ts';
import { outbox } from './outbox.ts';

let server: FakeServer;
const store = () => useDesign.getState();
const note = (text: string) =>
  store().edit(`note ${text}`, draft => {
    draft.note = text;
  });
const settled = (state: string) => vi.waitFor(() => expect(store().state).toBe(state));

beforeEach(async () => {
  server = new FakeServer();
  server.serve(api);
  store().close();
  await outbox.drop('c');
  await store().open(server.record());
});

describe('editing', () => {
  it('saves every edit as a step of its own, in order', async () => {
    for (const text of ['one', 'two', 'three']) note(text);
    expect(store().design!.note).toBe('three');
    await settled('saved');
    expect(server.design.steps.map(s => s.document.note)).toEqual(['', 'one', 'two', 'three']);
    expect(store().pending).toEqual([]);
  });

  it('saves nothing when nothing changed', async () => {
    note('');
    expect(store().pending).toEqual([]);
    expect(store().lastChange).toBe(null);
  });

  it('remembers what the last change was made on', () => {
    const before = store().design;
    note('x');
    expect(store().lastChange).toEqual({ label: 'note x', before });
  });

  it('shares what an edit did not touch', () => {
    const { shell } = store().design!;
    note('x');
    expect(store().design!.shell).toBe(shell);
  });
});

describe('undo and redo', () => {
  it('go back to the first state and on to the last', async () => {
    for (const text of ['one', 'two']) note(text);
    await settled('saved');
    const seen: string[] = [];
    while (store().saved!.undo !== null) {
      await store().travel('undo');
      seen.push(store().design!.note);
    }
    while (store().saved!.redo !== null) {
      await store().travel('redo');
      seen.push(store().design!.note);
    }
    expect(seen).toEqual(['one', '', 'one', 'two']);
  });

  it('wait for what is still being saved', async () => {
    note('one');
    await store().travel('undo');
    expect(store().design!.note).toBe('');
    expect(server.design.steps.map(s => s.document.note)).toEqual(['', 'one', '']);
  });

  it('do nothing at the ends', async () => {
    await store().travel('undo');
    await store().travel('redo');
    expect(server.design.current).toBe(1);
  });

  it('counts every press, however quick', async () => {
    for (const text of ['one', 'two', 'three']) note(text);
    await settled('saved');
    await Promise.all([store().travel('undo'), store().travel('undo'), store().travel('undo')]);
    expect(store().design!.note).toBe('');
    await Promise.all([store().travel('redo'), store().travel('redo')]);
    expect(store().design!.note).toBe('two');
    expect(store().state).toBe('saved');
  });

  it('keeps what is edited while an undo is on its way', async () => {
    note('one');
    store().edit('people', draft => {
      draft.brief.people = 3;
    });
    await settled('saved');
    const { travel } = api;
    vi.spyOn(api, 'travel').mockImplementationOnce(async (...args) => {
      const record = await travel(...args);
      await new Promise(resolve => setTimeout(resolve, 20));
      return record;
    });
    const going = store().travel('undo');
    await new Promise(resolve => setTimeout(resolve, 5));
    note('typed meanwhile');
    await going;
    await settled('saved');
    expect(store().design!.note).toBe('typed meanwhile');
    expect(store().design!.brief.people).not.toBe(3);
    expect(server.design.last!).toEqual(store().design);
  });

  it('keep a variant chosen that still exists, else take the first', async () => {
    store().edit('second', draft => {
      draft.variants.push({ ...draft.variants[0]!, id: 'b' });
    });
    store().chooseVariant('b');
    await settled('saved');
    await store().travel('undo');
    expect(store().variantId).toBe('a');
  });
});

describe('a server that is away', () => {
  it('loses nothing: the edit stays, and is saved once it answers', async () => {
    vi.useFakeTimers();
    try {
      server.down = true;
      note('kept');
      await vi.advanceTimersByTimeAsync(10);
      expect(store().state).toBe('offline');
      note('kept too');
      await vi.advanceTimersByTimeAsync(3000);
      expect(store().state).toBe('offline');
      expect(store().pending).toHaveLength(2);
      server.down = false;
      await vi.advanceTimersByTimeAsync(30_000);
      expect(store().state).toBe('saved');
      expect(server.design.steps.map(s => s.document.note)).toEqual(['', 'kept', 'kept too']);
    } finally {
      vi.useRealTimers();
    }
  });
});

describe('an edit that the server refuses', () => {
  /** Refuses whatever has this name. */
  const refuse = (name: string) => {
    server.before = ({ document }) => {
      if ((document as Design).name === name) throw new ApiError(422, 'That name is not accepted.');
    };
  };
  const call = (name: string) =>
    store().edit(`called ${name}`, draft => {
      draft.name = name;
    });

  it('is set aside and shown; what came after goes round it and is saved', async () => {
    refuse('Odd');
    note('before');
    call('Odd');
    note('after');
    store().edit('people', draft => {
      draft.brief.people = 5;
    });
    await settled('saved');
    expect(store().design).toMatchObject({ name: 'Test', note: 'after', brief: { people: 5 } });
    expect(server.design.last!).toEqual(store().design);
    expect(server.design.labels).toEqual(['new', 'note before', 'note after', 'people']);
    expect(store().refused).toMatchObject([{ label: 'called Odd', message: 'That name is not accepted.' }]);
    note('and on');
    await settled('saved');
    expect(server.design.last!.note).toBe('and on');
  });

  it('is put right by a later edit of the same thing', async () => {
    refuse('Odd');
    call('Odd');
    call('Even');
    await settled('saved');
    expect(server.design.last!.name).toBe('Even');
  });

  it('outlives the page, can be tried again on what is there then, or let go of', async () => {
    refuse('Odd');
    call('Odd');
    await vi.waitFor(() => expect(store().refused).toHaveLength(1));
    note('after');
    await settled('saved');
    await new Promise(resolve => setTimeout(resolve, 20));
    store().close();
    await store().open(server.record());
    const [first] = store().refused;
    expect(first).toMatchObject({ label: 'called Odd' });
    refuse('');
    store().settleRefused(first!.key, true);
    await settled('saved');
    expect(server.design.last!).toMatchObject({ name: 'Odd', note: 'after' });
    expect(store().refused).toEqual([]);
    store().close();
    await store().open(server.record());
    expect(store().refused).toEqual([]);
  });

  it('is never queued when it is not sound in itself: the reason is given where it was made', () => {
    const before = store().design;
    const why = store().edit('bad', draft => {
      const bay = draft.shell.zones[0]!.bays[0]!;
      bay.depthMin = measured(0.2, '200');
      bay.depthMax = measured(0.1, '100');
    });
    expect(why).toContain('shallowest');
    expect(store().notDone).toContain('Not done: bad.');
    expect([store().design, store().pending]).toEqual([before, []]);
    note('fine');
    expect(store().notDone).toBeNull();
  });

  it('cannot have a label the server would refuse', async () => {
    store().edit('x'.repeat(900), draft => {
      draft.note = 'x';
    });
    await settled('saved');
    expect(server.design.labels.at(-1)).toHaveLength(200);
  });

  it('of a conversion that is not at hand waits, and is not given up', async () => {
    server.before = () => {
      throw new ApiError(404, 'It is in the bin.');
    };
    note('kept');
    await settled('gone');
    expect([store().message, store().design!.note, store().pending.length]).toEqual([
      'It is in the bin.',
      'kept',
      1,
    ]);
    server.before = () => {};
    store().retry();
    await settled('saved');
    expect(server.design.last!.note).toBe('kept');
  });
});

describe('a round with the server going away', () => {
  /** Reading n goes to bay n, so that each can be looked for afterwards. */
  const bays = () => store().design!.shell.zones.flatMap(z => z.bays.map(b => b.id));
  const read = (n: number) =>
    store().edit(`reading ${n}`, draft => {
      draft.ready.rust.push({
        id: `r${n}`,
        bay: bays()[n % 40]!,
        size: { basis: 'measured', value: n / 1e4, entered: `${n / 10}` },
        grade: 'surface',
        note: '',
      });
    });
  it.each([1, 2])(
    'two hundred edits, lost in every way on their way, all arrive once (order %i)',
    async seed => {
      server.lose(seeded(seed));
      for (let round = 0; round < 2; round++) {
        server.down = true;
        for (let n = 0; n < 100; n++) read(round * 100 + n);
        await settled('offline');
        expect(store().pending.length).toBeGreaterThan(90);
        server.down = false;
        for (let i = 0; store().pending.length > 0 && i < 2000; i++) {
          store().retry();
          await new Promise(resolve => setTimeout(resolve));
        }
        expect(store().pending).toEqual([]);
      }
      expect(server.tries).toBeGreaterThan(200);
      const held = server.design.last!.ready.rust;
      expect(held.map(r => r.id)).toEqual(Array.from({ length: 200 }, (_, n) => `r${n}`));
      expect(store().design!.ready.rust).toEqual(held);
      // One revision an edit: a save repeated after a lost answer is not a second step to undo.
      expect(server.design.steps).toHaveLength(201);
    },
  );

  it('outlives the page: what was not sent is sent when the conversion is opened again', async () => {
    server.down = true;
    for (let n = 0; n < 5; n++) read(n);
    await settled('offline');
    await outbox.works();
    await new Promise(resolve => setTimeout(resolve, 20));
    store().close();
    expect(store().design).toBeNull();
    server.down = false;
    await store().open(server.record());
    expect(store().design!.ready.rust).toHaveLength(5);
    await settled('saved');
    expect(server.design.labels.slice(1)).toEqual([
      'reading 0',
      'reading 1',
      'reading 2',
      'reading 3',
      'reading 4',
    ]);
    // And only once: nothing is kept any more.
    store().close();
    await store().open(server.record());
    expect(store().pending).toEqual([]);
  });

  it('loses nothing when the page is left while it opens', async () => {
    server.down = true;
    read(1);
    await settled('offline');
    await new Promise(resolve => setTimeout(resolve, 20));
    store().close();
    const opening = store().open(server.record());
    store().close();
    await opening;
    expect(store().design).toBeNull();
    server.down = false;
    await store().open(server.record());
    await settled('saved');
    expect(server.design.last!.ready.rust.map(r => r.id)).toEqual(['r1']);
  });

  it('goes on where it was when the page ends half-way through sending', async () => {
    server.down = true;
    for (let n = 0; n < 6; n++) read(n);
    await settled('offline');
    server.down = false;
    let left = 3;
    server.before = () => {
      if (left-- <= 0) throw new ApiError(0, 'no answer');
    };
    store().retry();
    await settled('offline');
    expect(store().pending).toHaveLength(3);
    await new Promise(resolve => setTimeout(resolve, 20));
    store().close();
    server.before = () => {};
    await store().open(server.record());
    await settled('saved');
    expect(server.design.last!.ready.rust).toHaveLength(6);
    expect(server.design.steps).toHaveLength(7);
  });

  it('merges what another window saved meanwhile, reading by reading', async () => {
    server.down = true;
    read(1);
    await settled('offline');
    const design = structuredClone(server.design.last!);
    design.shell.zones[0]!.bays[0]!.depthMax = measured(0.123, '123');
    server.design.push(design, 'theirs');
    server.down = false;
    store().retry();
    await settled('saved');
    const held = server.design.last!;
    expect(held.ready.rust.map(r => r.id)).toEqual(['r1']);
    expect(held.shell.zones[0]!.bays[0]!.depthMax.value).toBe(0.123);
  });
});

describe('another window', () => {
  const theirs = (change: (design: Design) => void) => {
    const design = structuredClone(server.design.last!);
    change(design);
    server.design.push(design, 'theirs');
  };

  it('is merged where the changes do not touch', async () => {
    theirs(d => {
      d.name = 'Renamed there';
    });
    note('mine');
    await vi.waitFor(() =>
      expect(server.design.last!).toMatchObject({ name: 'Renamed there', note: 'mine' }),
    );
    expect(store().design).toMatchObject({ name: 'Renamed there', note: 'mine' });
    await settled('saved');
  });

  it.each([
    ['mine', 'mine'],
    ['theirs', 'theirs'],
  ] as const)('is asked about where they do: %s', async (side, result) => {
    theirs(d => {
      d.note = 'theirs';
    });
    note('mine');
    await settled('conflict');
    expect(store().conflict!.places.map(c => c.path)).toEqual([['note']]);
    expect(store().design!.note).toBe('mine');
    store().settle(side);
    await settled('saved');
    expect(store().design!.note).toBe(result);
    expect(server.design.last!.note).toBe(result);
  });

  it('keeps everything else from both, whichever is chosen where they touch', async () => {
    theirs(d => {
      d.note = 'theirs';
      d.brief.people = 6;
    });
    store().edit('mine', draft => {
      draft.note = 'mine';
      draft.brief.cabin = 12;
    });
    await settled('conflict');
    store().settle('theirs');
    await settled('saved');
    expect(server.design.last!).toMatchObject({
      note: 'theirs',
      brief: { people: 6, cabin: 12 },
    });
  });

  it('that took out a bay which something was put on here: it goes with the bay, and is told', async () => {
    const zone = store().design!.shell.zones.find(z => z.bays.length > 2)!;
    const bay = zone.bays[0]!.id;
    theirs(d => {
      const there = d.shell.zones.find(z => z.id === zone.id)!;
      there.bays = there.bays.filter(b => b.id !== bay);
      there.openings = there.openings.filter(o => o.bay !== bay);
      there.keepClears = there.keepClears.filter(k => k.bay !== bay);
    });
    store().edit('rust', draft => {
      draft.ready.rust.push({ id: 'r', bay, size: measured(0.02, '20'), grade: 'surface', note: '' });
      draft.variants[0]!.design.bays[bay] = null;
    });
    await settled('saved');
    expect(store().notice).toContain(`Rust spot r went with bay ${bay}`);
    const held = server.design.last!;
    expect(held.ready.rust).toEqual([]);
    expect(held.variants[0]!.design.bays).toEqual({});
  });

  it('keeps what is typed while the question stands', async () => {
    theirs(d => {
      d.note = 'theirs';
    });
    note('mine');
    await settled('conflict');
    note('mine, more');
    store().settle('mine');
    await settled('saved');
    expect(server.design.last!.note).toBe('mine, more');
  });

  it('that undid meanwhile is taken in by an undo here', async () => {
    note('one');
    await settled('saved');
    theirs(d => {
      d.name = 'There';
    });
    await store().travel('undo');
    expect(store().design!.name).toBe('There');
  });
});
