import 'fake-indexeddb/auto';
import { newDesign } from '@overcoat/core/buildup';
import { checkDesign, type Design, type Saved } from '@overcoat/core/model';
import { applyPatches } from 'immer';
import { expect, it } from 'vitest';
import { bringUp } from './bringUp.ts';
import './design.ts';
import { outbox } from './outbox.ts';

it('edits of format 2 left unsent become edits of today, and what they tell of what happened goes to the log', async () => {
  const { built: _, ...today } = newDesign('Old', 'compact');
  const ready = {
    rust: [],
    holes: [],
    taps: [],
    strip: [],
    photos: [],
    flags: [{ id: 'L1w', note: 'was there' }],
  };
  const base = { ...today, format: 2, ready } as unknown as Design;
  const work = {
    session: 's',
    base,
    saved: { id: 'c', revision: 4 } as Saved,
    edits: [
      { label: 'note', patches: [{ op: 'replace' as const, path: ['note'], value: 'typed in the van' }] },
      {
        label: 'flag',
        patches: [{ op: 'add' as const, path: ['ready', 'flags', 1], value: { id: 'L2w', note: '' } }],
      },
    ],
  };
  const [brought] = await bringUp('c', [work]);
  const after = brought!.edits.map(e => applyPatches(brought!.base!, e.patches));
  expect(after.map(d => [d.format, d.note, d.built])).toEqual([
    [8, 'typed in the van', 'a'],
    [8, 'typed in the van', 'a'],
  ]);
  expect(checkDesign(after[1]!, { has: () => true })).toEqual([]);
  const waiting = await outbox.entriesOf('c');
  expect(waiting.map(w => w.entry.id).sort()).toEqual(['2-L1w-flag', '2-L2w-flag']);
});
