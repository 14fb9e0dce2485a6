import { describe, expect, it } from 'vitest';
import { bayResult } from '../../evaluate/index.ts';
import { laid, library, perigee } from '../../testing/index.ts';
import { inUnits } from '../../units/index.ts';
import { coldSpots } from './coldSpots.ts';
import { carriesOver, movedAway, runsDown, standsFree, tellableWoodMoisture } from './tellable.ts';

const e = laid(perigee);
const names = (bay: string, units: 'metric' | 'imperial' = 'metric') =>
  coldSpots(bayResult(e, bay), { outside: -14, inside: 18 }, library).map(s => inUnits(s.name, units));

describe('places that are solved in section', () => {
  it('are a wall’s rib with its remedies, bay end and board joints', () => {
    expect(names('L3u')).toEqual([
      'rib as it is, hollow',
      'rib stuffed with fibre',
      '6 mm foam over the rib',
      '18 mm batten on the rib',
      'end of the last bay',
      'joint of two boards, 3 mm open',
      'joint of two boards, foamed',
    ]);
    expect(names('L3u', 'imperial')[2]).toBe('1/4" foam over the rib');
  });
  it('are a door’s edge and its window’s edge besides, and a floor’s battens instead', () => {
    expect(names('S2u')).toEqual(
      expect.arrayContaining(['edge of the door', 'edge of a window, double acrylic']),
    );
    expect(names('F2a').filter(n => n.includes('rib'))).toEqual([]);
  });
  it('carry the remedy they name: the strip and the batten lie across the rib, the stuffing in it', () => {
    const [bare, stuffed, strip, batten] = coldSpots(
      bayResult(e, 'L3u'),
      { outside: -14, inside: 18 },
      library,
    );
    expect([bare!.case.stuffed, stuffed!.case.stuffed]).toEqual([null, 0.04]);
    const added = (at: typeof bare) =>
      at!.case.layers
        .filter(l => !bare!.case.layers.includes(l))
        .map(l => [l.role, 'thickness' in l && l.thickness]);
    expect(added(strip)).toEqual([['over-rib', 0.006]]);
    expect(added(batten)).toEqual([['batten', 0.018]]);
  });
});

describe('what is worth telling of a year', () => {
  it('is more than a gram or two a square metre', () => {
    expect([carriesOver(0.0019), carriesOver(0.0021)]).toEqual([false, true]);
    expect([runsDown(0.0009), runsDown(0.0011)]).toEqual([false, true]);
    expect([standsFree(0.0004), standsFree(0.0006)]).toEqual([false, true]);
    expect([movedAway(0.004), movedAway(0.006)]).toEqual([false, true]);
  });
  it('is how moist the wood nearest the room is, and whether it may rot: 20 % (common practice, no source)', () => {
    const layer = (name: string, wooden: number | null) => ({ name, thickness: 0.01, wooden }) as never;
    const layers = [layer('Ply', 500), layer('Foam', null), layer('Lining', 600)];
    expect(tellableWoodMoisture(layers, [0, 0, 0.9])).toEqual({
      layer: 'Lining',
      share: 0.15,
      mayRot: false,
    });
    expect(tellableWoodMoisture(layers, [0, 0, 1.5])).toMatchObject({ share: 0.25, mayRot: true });
    expect(tellableWoodMoisture([layer('Foam', null)], [1])).toBeNull();
  });
});
