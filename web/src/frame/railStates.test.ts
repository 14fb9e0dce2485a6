import { applySchool, newDesign } from '@overcoat/core/buildup';
import { demoDesigns } from '@overcoat/core/demo';
import { library } from '@overcoat/core/testing';
import { describe, expect, it } from 'vitest';
import { railStates } from './railStates.ts';

describe('the rail', () => {
  it('starts with everything assumed and nothing lined', () => {
    const states = railStates(newDesign('New', 'mid'), 'a', library);
    expect(states.survey).toMatchObject({ mark: '○', says: 'all assumed' });
    expect(states['build-ups']).toMatchObject({ mark: '○', says: 'not started', alert: false });
    expect(states['cut-and-buy'].says).toBe('nothing to buy');
    expect(states.compare.says).toBe('1 variant');
  });

  it('counts what is measured, lined and to be bought', () => {
    const [perigee] = demoDesigns(library);
    const states = railStates(perigee!, 'a', library);
    expect(states.survey).toMatchObject({ mark: '◐', says: '42 of 105 measured' });
    expect(states['build-ups']).toMatchObject({ mark: '●', says: '94 of 94, cab aside' });
    expect(states['cut-and-buy'].says).toMatch(/^counting$|^£\d+ to pay$/);
    expect(states.brief.says).toBe('2 aboard, −14 °C');
  });

  it('calls for the person when something does not fit', () => {
    const design = newDesign('Tight', 'mid');
    const placement = applySchool(design.shell, 'board-foil', library);
    const thick = placement.buildUps.map(b => ({
      ...b,
      layers: b.layers.map(l => (l.role === 'fill' ? { ...l, thickness: 0.06 } : l)),
    }));
    design.variants[0]!.design = { ...placement, buildUps: thick };
    const state = railStates(design, 'a', library)['build-ups'];
    expect(state.alert).toBe(true);
    expect(state.says).toMatch(/bays do not fit/);
  });
});
