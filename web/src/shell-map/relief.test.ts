import { measured } from '@overcoat/core/model';
import { layoutShell, type PlacedZone } from '@overcoat/core/survey/layout';
import { generateShell } from '@overcoat/core/survey/patterns';
import { describe, expect, it } from 'vitest';
import { reliefId, reliefOf, shade } from './relief.tsx';

const layout = layoutShell(generateShell('long high-roof'));
const zone = (id: string): PlacedZone => layout.zones.find(z => z.zone.id === id)!;
const bay = (id: string, more = {}) => {
  const placed = zone(id.slice(0, id.startsWith('D') ? 2 : 1)).bays.find(b => b.bay.id === id)!;
  return { ...placed.bay, ...more };
};

describe('depth as light and shade', () => {
  it('runs from the shallow edge, as the zone lies on the sheet', () => {
    const runs = (id: string, at: string) =>
      reliefOf(bay(id, { shallowAt: at }), zone(id.slice(0, id.startsWith('D') ? 2 : 1)))!.run;
    // The left wall lies with its lower edge on the right, by the floor; the right wall with it on the left. Doors stand
    // upright, the left one with its hinges on the right.
    expect(runs('L3w', 'lower')).toBe('left');
    expect(runs('R4w', 'lower')).toBe('right');
    expect(runs('L3w', 'front')).toBe('down');
    expect(runs('D1w', 'lower')).toBe('up');
    expect(runs('D1w', 'front')).toBe('left');
    expect(runs('D2w', 'front')).toBe('right');
  });
  it('goes outwards when dished, darkest in the middle', () => {
    const dished = reliefOf(bay('L3w', { depthRuns: 'dished' }), zone('L'))!;
    expect(dished.run).toBe('outwards');
    expect(dished.from).toBe(shade(bay('L3w').depthMax.value));
    const crowned = reliefOf(bay('L3w', { shallowAt: 'middle' }), zone('L'))!;
    expect(crowned.to).toBe(dished.from);
  });
  it('is flat while nobody has said how the depth runs, and when there is one depth', () => {
    expect(reliefOf(bay('L3w'), zone('L'))).toBeNull();
    const even = bay('L3w', {
      shallowAt: 'lower',
      depthMin: measured(0.05, '50'),
      depthMax: measured(0.05, '50'),
    });
    expect(reliefOf(even, zone('L'))).toBeNull();
  });
  it('is darker when deeper, and never darker than 46 %', () => {
    const percent = (d: number) => Number(/(\d+)%/.exec(shade(d))![1]);
    expect(percent(0.02)).toBeLessThan(percent(0.08));
    expect(percent(0.4)).toBe(46);
    expect(reliefId('p', 'L2u.2')).toBe('p-relief-L2u_2');
  });
});
