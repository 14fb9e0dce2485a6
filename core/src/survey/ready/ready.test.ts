import { describe, expect, it } from 'vitest';
import { demoConversions } from '../../demo/index.ts';
import { evaluate } from '../../evaluate/evaluate.ts';
import { bayResult } from '../../evaluate/index.ts';
import { factsOf } from '../../log/index.ts';
import { type Hole, measured } from '../../model/index.ts';
import { floorPassage, longestTilted } from '../../studies/junctions/floorPassage.ts';
import { fitAdvice, junctions } from '../../studies/junctions/index.ts';
import { laid, library } from '../../testing/index.ts';
import { setBay, setFeature, setUse } from '../edits/index.ts';
import { generateShell } from '../patterns/index.ts';
import { holeConflicts } from './conflicts.ts';
import { readyWarnings } from './warnings.ts';

const { design: perigee, log } = demoConversions(library)[0]!;
const facts = factsOf(log, perigee);
const hole: Hole = {
  id: 'h',
  bay: 'C6b',
  opening: null,
  kind: 'gland',
  name: 'Gland',
  size: measured(0.02, '20'),
};

describe('warnings before a bay is covered', () => {
  it('name holes unmade, unprimed or untested, and rust without primer; not what is done; old holes; a sill without wax', () => {
    const about = readyWarnings(perigee, facts, perigee.variants[0]!.design).map(w => w.about);
    expect(about.sort()).toEqual(['Rsill', 'fix1', 'hole2', 'hole3', 'hole4', 'rust1', 'rust2']);
  });
  it('are there of a van that is bare yet: rust, holes and old ones want it before they are covered; wax once lined', () => {
    const bare = { buildUps: [], zones: {}, bays: {}, sheets: {} };
    const about = readyWarnings(perigee, facts, bare).map(w => w.about);
    expect(about).toEqual(['hole2', 'hole3', 'hole4', 'rust1', 'rust2', 'fix1']);
    expect(readyWarnings(perigee, facts, bare, new Set(['L6u']))).toHaveLength(1);
  });
});

describe('conflicts of holes', () => {
  it('of the demo: a gland that would come out behind a shelf, and only that', () => {
    const found = holeConflicts(perigee.shell, perigee.ready);
    expect(found.map(c => [c.bay, c.about])).toEqual([['L6u', 'cameras']]);
  });
  it('a vent where a bed rises, and only then (common practice, no source)', () => {
    const lifted = (rises: boolean) => ({
      ...perigee.shell,
      uses: [{ ...perigee.shell.uses.find(u => u.kind === 'bed')!, along: measured(1.4, 'x'), rises }],
    });
    const bays = (rises: boolean) =>
      holeConflicts(lifted(rises), perigee.ready)
        .filter(c => c.about === 'bed')
        .map(c => c.bay);
    expect(bays(true)).toEqual(['C4b']);
    expect(bays(false)).toEqual([]);
  });
  it('a hole across a rib, behind furniture, or in a keep-clear', () => {
    const at = (along: number, up: number) => ({ along: measured(along, 'x'), up: measured(up, 'y') });
    const shell = perigee.shell;
    const told = (more: Partial<Hole>) =>
      holeConflicts(shell, { ...perigee.ready, holes: [{ ...hole, ...more }] })
        .filter(c => c.says.startsWith('Gland'))
        .map(c => c.says);
    expect(told({ bay: 'L6u', at: at(0.005, 0.2) })[0]).toContain('across the rib');
    expect(told({ bay: 'L2w', at: at(0.2, 0.4) })[0]).toContain('behind “galley”');
    const drain = shell.zones.find(z => z.id === 'L')!.keepClears.find(k => k.bay === 'L6w')!;
    expect(told({ bay: 'L6w', at: at(drain.at.along.value, 0.02) })[0]).toContain('drain hole');
    expect(told({ bay: 'L6u', at: at(0.2, 0.2) })).toEqual([]);
  });
});

describe('junctions', () => {
  it('a lined wall is as much thicker than its template as its build-up stands proud', () => {
    const e = laid(perigee);
    const taken = e.fit.taken.get('L')!;
    const told = junctions(perigee.shell, e).find(j => j.zone === 'L' && j.says.includes('thicker'));
    expect(told?.by).toBe(taken);
    expect(taken).toBeGreaterThan(0.002);
  });
  it('insulation across the bulkhead stops the floor from dropping in (common practice, no source)', () => {
    const shell = generateShell('mid');
    const { fit } = evaluate(
      { shell, brief: perigee.brief },
      { buildUps: [], zones: {}, bays: {}, sheets: {} },
      library,
    );
    const taken = new Map(shell.zones.map(z => [z.id, z.kind === 'bulkhead' ? 0.05 : 0]));
    const told = junctions(shell, { fit: { ...fit, taken } });
    expect(told.find(j => j.says.includes('bulkhead'))).toMatchObject({ zone: 'F', by: 0.05, act: true });
  });
  it('a step names the bays it crosses', () => {
    const stepped = setFeature(generateShell('mid'), 'L', {
      id: 'step',
      kind: 'step',
      at: measured(0.2, '200'),
      by: measured(0.03, '30'),
    });
    if (!stepped.ok) throw new Error(stepped.message);
    const told = junctions(
      stepped.shell,
      evaluate(
        { ...perigee, shell: stepped.shell },
        { buildUps: [], zones: {}, bays: {}, sheets: {} },
        library,
      ),
    ).find(j => j.kind === 'feature');
    expect(told?.says).toContain('crosses L1w, L1m, L1u');
  });
  it('a floor sheet passes flat, tilted or in pieces', () => {
    expect(longestTilted(1.5, 1.7, 0)).toBeCloseTo(Math.hypot(1.5, 1.7), 4);
    expect(longestTilted(1.5, 1.7, 0.02)).toBeLessThan(Math.hypot(1.5, 1.7));
    expect(floorPassage(generateShell('long high-roof'))).toMatchObject({ way: 'tilted', pieces: 1 });
    expect(floorPassage(generateShell('box body'))!.way).toBe('tilted');
    const low = generateShell('compact');
    const narrow = {
      ...low,
      zones: low.zones
        .filter(z => z.kind !== 'sliding door')
        .map(z =>
          z.kind === 'rear door' ? { ...z, length: measured(0.35, '350'), height: measured(0.6, '600') } : z,
        ),
    };
    expect(floorPassage(narrow)).toMatchObject({ way: null, pieces: 2 });
  });
  it('uses must lie in a zone of the shell', () => {
    const use = { ...perigee.shell.uses[0]!, zone: 'Q' };
    expect(setUse(perigee.shell, use)).toMatchObject({ ok: false });
  });
});

describe('advice on fit', () => {
  it('says by how much the lining is pushed off, what fits instead, and how far the full board reaches', () => {
    const design = perigee.variants[0]!.design;
    const tight = setBay(perigee.shell, 'L3u', 'depthMin', measured(0.022, '22'));
    if (!tight.ok) throw new Error(tight.message);
    const e = evaluate({ ...perigee, shell: tight.shell }, design, library);
    const result = bayResult(e, 'L3u');
    const advice = fitAdvice(result, library)!;
    expect(result.fit!.misfit).toBe(true);
    expect(advice.push).toBe(result.fit!.push);
    const board = result.buildUp!.layers.find(l => l.role === 'fill')!;
    expect(advice.thinner!.thickness).toBeLessThan(board.role === 'fill' ? board.thickness : 0);
    // Straight taper: the board fits where the depth exceeds the shallowest by what it was pushed off.
    const reach = (0.058 - (0.022 + advice.push)) / (0.058 - 0.022);
    expect(advice.wedge!.share).toBeCloseTo(reach, 6);
  });
  it('tells of a flat board on a crowned roof', () => {
    const e = laid(perigee);
    const advice = fitAdvice(bayResult(e, 'C1b'), library)!;
    expect(advice.curved!.gap).toBeGreaterThan(0.006);
    expect(advice.curved!.strips).toBeGreaterThan(1);
  });
});
