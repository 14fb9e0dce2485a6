import { newDesign } from '@overcoat/core/buildup';
import { figuresBy } from '@overcoat/core/figures';
import { type Bay, buildUpOf, inCab, type Zone } from '@overcoat/core/model';
import { library } from '@overcoat/core/testing';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '../api/client.ts';
import { useDesign } from './design.ts';
import {
  assign,
  duplicateVariant,
  editBuildUp,
  editPlacement,
  freshId,
  putSchool,
  splitOff,
  takePutUp,
  takeZone,
} from './edits.ts';

const state = () => useDesign.getState();
const variant = () => state().design!.variants.find(v => v.id === state().variantId)!;

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
    design: newDesign('Test', 'compact'),
  });
  putSchool('board-foil', library);
});

it('gives fresh ids that are free', () => {
  expect(freshId([], 'y')).toBe('y1');
  expect(freshId(['y1', 'y2', 'y4'], 'y')).toBe('y3');
});

describe('a school', () => {
  it('goes into every zone and is remembered', () => {
    expect(variant().school).toBe('board-foil');
    for (const zone of state().design!.shell.zones.filter(z => !inCab(z.kind)))
      expect(variant().design.zones[zone.id]).toBeTruthy();
  });
});

describe('what a proposal has for one place', () => {
  it('of a zone goes in with its single bays and ribs, each build-up once', () => {
    const before = variant().design;
    const [zone] = state().design!.shell.zones.filter(z => z.id === 'L') as [Zone];
    const [first, second, third] = zone.bays as [Bay, Bay, Bay];
    const buildUp = { ...before.buildUps[0]!, id: 'pick-L-1', name: 'picked' };
    const deep = { ...buildUp, id: 'pick-L-1-deep', name: 'picked deep' };
    takeZone('L', {
      buildUp,
      bays: { [first.id]: deep, [second.id]: deep, [third.id]: null },
      ribs: 'stuffed',
    });
    const { zones, bays, ribs, buildUps } = variant().design;
    const named = (id: string | null | undefined) => buildUps.find(b => b.id === id)?.name ?? null;
    expect(named(zones.L)).toBe('picked');
    expect(zone.bays.map(b => named(bays[b.id]))).toEqual(
      zone.bays.map(b => (b === first || b === second ? 'picked deep' : null)),
    );
    expect(bays[third.id]).toBeNull();
    expect(buildUps.length).toBe(before.buildUps.length + 2);
    expect(ribs).toEqual({ L: 'stuffed' });
    // Taken back to what is surveyed with the next.
    takeZone('L', { buildUp, bays: {}, ribs: null });
    expect(variant().design.ribs).toBeUndefined();
    expect(zone.bays.every(b => variant().design.bays[b.id] === undefined)).toBe(true);
  });
  it('put up at night takes the place of what hung there, and stays when a school is applied', () => {
    const up = { takes: figuresBy(() => 0), uses: [], saves: 1 };
    takePutUp('Cab at night', 'cab', ['a', 'b'], { ...up, screens: ['a', 'b'], curtain: 'thin curtain' });
    takePutUp('L at night', 'L', ['c'], { ...up, screens: ['c'], curtain: null });
    expect(variant().design).toMatchObject({
      screens: { a: true, b: true, c: true },
      curtain: 'thin curtain',
    });
    putSchool('fibre-open', library);
    expect(variant().design.screens).toEqual({ a: true, b: true, c: true });
    takePutUp('Cab at night', 'cab', ['a', 'b'], { ...up, screens: [], curtain: null });
    expect(variant().design.screens).toEqual({ c: true });
    expect(variant().design.curtain).toBeUndefined();
    takePutUp('L at night', 'L', ['c'], { ...up, screens: [], curtain: null });
    expect(variant().design.screens).toBeUndefined();
  });
});

describe('build-ups', () => {
  it('change for all who share them', () => {
    const id = variant().design.zones.L!;
    editBuildUp('thicker', id, b => {
      b.layers = b.layers.slice(0, 1);
    });
    expect(buildUpOf(variant().design, 'L', 'L1u')!.layers).toHaveLength(1);
    expect(buildUpOf(variant().design, 'R', 'R3u')!.layers).toHaveLength(1);
  });

  it('split off for one bay as a copy, leaving the others', () => {
    const shared = buildUpOf(variant().design, 'L', 'L1u')!;
    splitOff(state().design!, variant(), { bays: ['L1u'] }, 'L1u alone');
    const own = buildUpOf(variant().design, 'L', 'L1u')!;
    expect(own).toMatchObject({ name: 'L1u alone', layers: shared.layers, seams: shared.seams });
    expect(own.id).not.toBe(shared.id);
    expect(buildUpOf(variant().design, 'L', 'L2u')!.id).toBe(shared.id);
  });

  it('split off for a zone, which takes its bays back', () => {
    splitOff(state().design!, variant(), { bays: ['L1u'] }, 'L1u alone');
    splitOff(state().design!, variant(), { zones: ['L'] }, 'Left wall');
    expect(buildUpOf(variant().design, 'L', 'L1u')!.name).toBe('Left wall');
    expect(buildUpOf(variant().design, 'R', 'R3u')!.name).not.toBe('Left wall');
  });

  it('start empty where the zone was bare', () => {
    editPlacement('bare', p => assign(p, { zones: ['C'] }, null, state().design!));
    expect(buildUpOf(variant().design, 'C', 'C1a')).toBe(null);
    splitOff(state().design!, variant(), { zones: ['C'] }, 'Ceiling');
    expect(buildUpOf(variant().design, 'C', 'C1a')!.layers).toEqual([]);
  });

  it('leave single bays bare in a lined zone', () => {
    editPlacement('bare bay', p => assign(p, { bays: ['C1a'] }, null, state().design!));
    expect(buildUpOf(variant().design, 'C', 'C1a')).toBe(null);
    expect(buildUpOf(variant().design, 'C', 'C2a')).not.toBe(null);
  });
});

describe('variants', () => {
  it('are copied as they are, and do not change together', () => {
    duplicateVariant('Copy', null, library);
    expect(state().variantId).not.toBe(state().design!.variants[0]!.id);
    expect(variant()).toMatchObject({ name: 'Copy', school: 'board-foil' });
    editPlacement('bare', p => assign(p, { zones: ['F'] }, null, state().design!));
    const [original] = state().design!.variants;
    expect(original!.design.zones.F).not.toBe(null);
  });

  it('get an id that no variant ever had: what was kept of one that is gone is not another’s', () => {
    duplicateVariant('First', null, library);
    const gone = state().variantId!;
    state().edit('remove', draft => {
      draft.variants = draft.variants.filter(v => v.id !== gone);
    });
    state().chooseVariant(state().design!.variants[0]!.id);
    duplicateVariant('Second', null, library);
    expect(state().variantId).not.toBe(gone);
  });

  it('are copied by another school', () => {
    duplicateVariant('Fibre', 'fibre-open', library);
    expect(variant().school).toBe('fibre-open');
    expect(variant().design.buildUps[0]!.seams).toBe('butted');
    expect(state().design!.variants[0]!.school).toBe('board-foil');
  });
});
