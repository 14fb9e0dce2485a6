import { describe, expect, it } from 'vitest';
import { newDesign } from '../buildup/newDesign.ts';
import type { Placement } from '../model/index.ts';
import { measured } from '../model/index.ts';
import { perigee as design, library } from '../testing/index.ts';
import { changeAt } from '../van/quiet/index.ts';
import { evaluate } from './evaluate.ts';

const placement = design.variants[0]!.design;
const stock = { material: 'damping-sheet', thickness: 0.002 };
const patch = { id: 's1', along: 0.2, up: 0.29, width: 0.3, height: 0.2, turn: 0 };
const withSheets = (patches: (typeof patch)[], bay = 'L3m'): Placement => ({
  ...placement,
  sheets: { [bay]: { ...stock, patches } },
});
const of = (p: Placement, bay = 'L3m') => evaluate(design, p, library).quiet.bays.get(bay)!;

describe('drumming of a van', () => {
  const e = evaluate(design, placement, library);
  it('is nothing better than bare while bare, and its shares sum to one', () => {
    const plain = newDesign('Plain', 'long high-roof');
    const bare = evaluate(plain, plain.variants[0]!.design, library).quiet;
    expect(bare.change).toEqual({ likely: 0, low: 0, high: 0 });
    for (const edge of [0, 1])
      expect([...bare.bays.values()].reduce((sum, b) => sum + (b?.share[edge] ?? 0), 0)).toBeCloseTo(1, 9);
  });
  it('lies within its band, the van between its quietest and loudest noise', () => {
    const { change, byNoise } = e.quiet;
    expect(change.low).toBeLessThan(change.likely);
    expect(change.high).toBeGreaterThan(change.likely);
    expect(change.likely).toBeGreaterThan(Math.min(...Object.values(byNoise)) - 0.5);
    expect(change.likely).toBeLessThan(Math.max(...Object.values(byNoise)) + 0.5);
  });
  it('follows what the van is to be quiet for', () => {
    const only = (noise: 'road' | 'rain') =>
      evaluate(
        {
          ...design,
          brief: { ...design.brief, noises: { road: 0, rain: 0, doors: 0, traffic: 0, [noise]: 2 } },
        },
        placement,
        library,
      ).quiet;
    expect(only('rain').change.likely).toBeCloseTo(only('rain').byNoise.rain, 1);
    // Rain is about the roof: the floor counts nothing.
    expect(only('rain').bays.get('F2a')!.share[0]).toBe(0);
    expect(only('road').bays.get('F2a')!.share[0]).toBeGreaterThan(0.005);
  });
});

describe('sheets on a bay', () => {
  it('take the place of its build-up’s share, in drumming, weight, pieces and price alike', () => {
    const none = evaluate(design, withSheets([]), library);
    const one = evaluate(design, withSheets([patch]), library);
    expect(of(withSheets([patch])).change.likely).toBeLessThan(-3);
    expect(one.load.mass - none.load.mass).toBeCloseTo(0.3 * 0.2 * 0.002 * 1650, 9);
    const piece = one.order.pieces.find(p => p.bays[0] === 'L3m' && p.material === stock.material)!;
    expect([piece.width, piece.height]).toEqual([0.3, 0.2]);
    expect(none.order.pieces.some(p => p.bays[0] === 'L3m' && p.material === stock.material)).toBe(false);
    const layer = one.bays.get('L3m')!.buildUp!.layers[0]!;
    const { area } = one.bays.get('L3m')!;
    expect(layer.role === 'damping' && layer.coverage).toBeCloseTo(0.06 / area, 3);
  });
  it('do not double when bonded foam or pads are there already, and help a damped panel less', () => {
    const dead = { bays: new Map([['L3m', { base: 0.08, from: 'word' as const }]]), works: 1 };
    const onDead = evaluate(design, withSheets([patch]), library, dead).quiet.bays.get('L3m')!;
    expect(onDead.change.likely).toBeGreaterThan(of(withSheets([patch])).change.likely + 2);
    expect(onDead.lossFrom).toBe('word');
  });
  it('turned by 90 degrees are the sheet of swapped sides; what reaches out of the bay is cut off', () => {
    const turned = of(withSheets([{ ...patch, turn: 90 }])).change.likely;
    const swapped = of(withSheets([{ ...patch, width: 0.2, height: 0.3 }])).change.likely;
    expect(turned).toBeCloseTo(swapped, 6);
    const out = evaluate(design, withSheets([{ ...patch, along: 0 }]), library);
    const half = evaluate(design, withSheets([{ ...patch, along: 0.075, width: 0.15 }]), library);
    expect(out.load.mass).toBeCloseTo(half.load.mass, 9);
    const diagonal = of(withSheets([{ ...patch, turn: 30 }])).change.likely;
    expect(Math.abs(diagonal - turned)).toBeLessThan(1.5);
  });
  it('do less on a roof in the sun', () => {
    const { quiet } = evaluate(design, withSheets([patch]), library);
    const { panel, treatment } = quiet.bays.get('L3m')!;
    const at = (t: number) => changeAt(panel, treatment, t, quiet.scale, 'wall');
    expect(at(20)).toBeCloseTo(of(withSheets([patch])).change.likely, 1);
    expect(at(60)).toBeGreaterThan(at(20) + 2);
  });
  it('may lie on a bay that has nothing else', () => {
    const alone = { ...withSheets([patch]), bays: { L3m: null } };
    const e = evaluate(design, alone, library);
    expect(e.quiet.bays.get('L3m')!.change.likely).toBeLessThan(-3);
    expect(e.order.pieces.filter(p => p.bays[0] === 'L3m').length).toBeGreaterThan(0);
  });
});

it('has nothing to say of a skin without thickness, nor of a bay that is all window', () => {
  const { shell } = design;
  const thin = { ...design, shell: { ...shell, skin: { ...shell.skin, thickness: measured(0, '0') } } };
  expect([...evaluate(thin, placement, library).quiet.bays.values()].every(b => b === null)).toBe(true);
});
