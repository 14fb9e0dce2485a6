import { describe, expect, it } from 'vitest';
import { applySchool, closesJoints, schools } from '../../buildup/index.ts';
import { anyVan } from '../../demo/index.ts';
import { evaluate, inClimate, whileReckoning } from '../../evaluate/index.ts';
import type { Placement } from '../../model/index.ts';
import { library, sweep } from '../../testing/index.ts';
import { dampLevel, lifeOf } from '../../van/wetting/index.ts';
import { evaluateOwn, ownClimate, searchClimate } from './ownClimate.ts';

/** What a person may do next to what is laid. */
function edits(placement: Placement, school: string, zone: string, other: Placement): [string, Placement][] {
  const seal = (q: number): Placement => ({
    ...placement,
    buildUps: placement.buildUps.map(b => (closesJoints(b) ? { ...b, sealQuality: q } : b)),
  });
  const mixed: Placement = {
    ...placement,
    buildUps: [
      ...placement.buildUps,
      ...other.buildUps.filter(b => !placement.buildUps.some(p => p.id === b.id)),
    ],
    zones: { ...placement.zones, [zone]: other.zones[zone]! },
  };
  return [
    ['seams open', seal(0.3)],
    ['seams closed', seal(1)],
    [`${zone} by ${school}`, mixed],
    [`all by ${school}`, other],
  ];
}

describe('while a verdict is reckoned', () => {
  it('no edit shows a milder word before a worse one', () => {
    let [shown, unsaid] = [0, 0];
    const vans = sweep(4, 2);
    for (let seed = 1; seed <= vans; seed++) {
      const { design, placement } = anyVan(seed * 11, library);
      const kept = ownClimate(design, placement, library);
      const school = schools[seed % schools.length]!.id;
      const zone = design.shell.zones.find(z => z.kind === 'wall')!.id;
      for (const [what, next] of edits(placement, school, zone, applySchool(design.shell, school, library))) {
        const e = evaluate(design, next, library);
        const now = whileReckoning(e, design.shell, library, { kept, last: null }).damp;
        const own = inClimate(e, design.shell, library, ownClimate(design, next, library, e)).damp;
        if (now.state === 'reckoning') {
          unsaid++;
          expect([...now.bays.values()].every(b => b.state === 'reckoning' || b.state === 'bare')).toBe(true);
          continue;
        }
        shown++;
        expect(now.standing).toBe('kept');
        expect(dampLevel(now.state), `van ${seed * 11}, ${what}`).toBeGreaterThanOrEqual(
          dampLevel(own.state),
        );
      }
    }
    expect(shown).toBeGreaterThan(0);
    expect(shown + unsaid).toBe(4 * vans);
  });
  it('the last verdict stands after another life, nothing is said where there was none, and bare is bare', () => {
    const { design, placement } = anyVan(3, library);
    const e = evaluate(design, placement, library);
    const last = evaluateOwn(design, placement, library).damp;
    const stands = whileReckoning(e, design.shell, library, { kept: null, last });
    expect(stands.damp).toMatchObject({ state: last.state, most: last.most, standing: 'last' });
    const none = whileReckoning(e, design.shell, library, { kept: null, last: null });
    expect(none.damp).toMatchObject({ state: 'reckoning', standing: 'reckoning', most: { likely: 0 } });
    // Of another shell's bays nothing stands.
    const fewer = { ...last, bays: new Map([...last.bays].slice(1)) };
    expect(whileReckoning(e, design.shell, library, { kept: null, last: fewer }).damp.state).toBe(
      'reckoning',
    );
    const bare = evaluate(design, { buildUps: [], zones: {}, bays: {}, sheets: {} }, library);
    expect(whileReckoning(bare, design.shell, library, { kept: null, last: null }).damp.state).toBe('bare');
  });
  it('limits and priorities are no other life; people, air, glass and colour are', () => {
    const { design } = anyVan(3, library);
    const same = JSON.stringify(lifeOf(design));
    const with_ = (brief: Partial<typeof design.brief>) =>
      JSON.stringify(lifeOf({ ...design, brief: { ...design.brief, ...brief } }));
    expect(with_({ budget: 1, payload: 1 })).toBe(same);
    expect(with_({ people: design.brief.people + 1 })).not.toBe(same);
    expect(with_({ ventilation: design.brief.ventilation + 1 })).not.toBe(same);
    const skin = { ...design.shell.skin, colour: 'black' as const };
    expect(JSON.stringify(lifeOf({ ...design, shell: { ...design.shell, skin } }))).not.toBe(same);
  });
});

it('lay-ups searched by the climate of a usual lining get the word of their own year, but for one van in ten', () => {
  let differ = 0;
  const vans = sweep(10, 4);
  for (let seed = 101; seed < 101 + vans; seed++) {
    const { design, placement } = anyVan(seed, library);
    const bare = { buildUps: [], zones: {}, bays: {}, sheets: {} };
    const e = evaluate(design, placement, library);
    const quick = inClimate(e, design.shell, library, searchClimate(design, bare, library)).damp;
    const own = inClimate(e, design.shell, library, ownClimate(design, placement, library, e)).damp;
    if (quick.state !== own.state) differ++;
  }
  expect(differ).toBeLessThanOrEqual(Math.ceil(vans / 10));
});
