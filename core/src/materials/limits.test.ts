import { describe, expect, it } from 'vitest';
import { referenceMaterials } from './library.ts';
import { insane } from './limits.ts';

describe('sane limits', () => {
  it('hold for every reference material', () => {
    expect(referenceMaterials.flatMap(m => insane(m).map(i => `${m.id}: ${i.message}`))).toEqual([]);
  });
  it('refuse a slip of the decimal point at its place', () => {
    const pir = referenceMaterials.find(m => m.id === 'pir')!;
    const slip = (change: object) => insane({ ...pir, ...change }).map(i => i.path);
    expect(slip({ conductivity: 22 })).toEqual(['/conductivity']);
    expect(slip({ stock: [{ ...pir.stock[0]!, width: 0.001 }] })).toEqual(['/stock/0/width']);
    expect(slip({ stock: [{ ...pir.stock[0]!, price: 25_000 }] })).toEqual(['/stock/0/price']);
    expect(insane({ ...pir, density: 3.2 })[0]!.message).toContain('between 10 and 500');
  });
});
