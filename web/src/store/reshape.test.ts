import { newDesign } from '@overcoat/core/buildup';
import { findBay, measured, type RustSpot } from '@overcoat/core/model';
import { deleteBays, rename, setBay, splitBay } from '@overcoat/core/survey/edits';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../api/client.ts';
import { useDesign } from './design.ts';
import { dropReady, editShell, freshReadyId, putReady, reshape } from './reshape.ts';

const state = () => useDesign.getState();
const spot: RustSpot = {
  id: 'rust1',
  bay: 'L1w',
  size: measured(0.02, '20'),
  grade: 'surface',
  note: '',
};

beforeEach(async () => {
  for (const way of ['save', 'change'] as const)
    vi.spyOn(api, way).mockImplementation(async (id: string, revision: number) => ({
      id,
      revision: revision + 1,
      savedAt: '',
      undo: 'x',
      redo: null,
    }));
  state().close();
  await state().open({
    id: 'c',
    revision: 1,
    savedAt: '',
    undo: null,
    redo: null,
    design: newDesign('T', 'compact'),
  });
});

describe('changes of the bays', () => {
  it('are one step, choose the new part, and share what they did not touch', () => {
    const { brief } = state().design!;
    expect(reshape('split', d => splitBay(d, 'L2u', 'across', 0.2))).toBeNull();
    expect(state().selected).toEqual(['L2u.2']);
    expect(state().pending.at(-1)!.label).toBe('split');
    expect(state().design!.brief).toBe(brief);
  });
  it('give the reason when they cannot be, and change nothing', () => {
    const before = state().design;
    expect(reshape('split', d => splitBay(d, 'L2u', 'across', 0.001))).toContain('Split between');
    expect(editShell('size', s => setBay(s, 'Z9', 'width', measured(1, '1 m')))).toContain('no bay Z9');
    expect(state().design).toBe(before);
  });
  it('forget bays that are gone, and follow a new name', () => {
    state().select(['L1w', 'L2w']);
    reshape('delete', d => deleteBays(d, ['L2w']));
    expect(state().selected).toEqual(['L1w']);
    reshape('rename', d => rename(d, 'L1w', 'first'));
    expect(state().selected).toEqual(['first']);
    expect(findBay(state().design!.shell, 'first')).toBeDefined();
  });
});

describe('what is to be made ready', () => {
  it('are added once, changed in place and taken off', () => {
    putReady('rust', 'rust', spot);
    putReady('rust', 'rust', { ...spot, grade: 'pitted' });
    expect(state().design!.ready.rust).toEqual([{ ...spot, grade: 'pitted' }]);
    expect(freshReadyId('rust', 'rust')).toBe('rust2');
    dropReady('gone', 'rust', 'nothing');
    dropReady('gone', 'rust', 'rust1');
    expect(state().design!.ready.rust).toEqual([]);
  });
});
