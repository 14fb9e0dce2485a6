import { describe, expect, it } from 'vitest';
import type { Layer, Placement } from '../model/index.ts';
import { generateShell } from '../survey/patterns/index.ts';
import { library } from '../testing/index.ts';
import { weakestBondOverhead } from './bonds.ts';

const shell = generateShell('compact');
const over = (zone: string, ...materials: string[]): Placement => ({
  buildUps: [
    {
      id: 'b',
      name: 'b',
      layers: materials.map(
        (material, i): Layer => ({ id: `y${i}`, role: 'fill', material, thickness: 0.01 }),
      ),
      seams: 'butted',
      sealQuality: 0,
    },
  ],
  zones: { [zone]: 'b' },
  bays: {},
  sheets: {},
});

describe('the bond overhead that lets go first', () => {
  it('is that of the fixing, or of the material that sticks by itself', () => {
    expect(weakestBondOverhead(shell, over('C', 'pe-foam'), library)).toMatchObject({
      by: { id: 'contact-spray' },
      limit: 100,
    });
    expect(weakestBondOverhead(shell, over('C', 'elastomeric-plain', 'pe-foam'), library)).toMatchObject({
      by: { id: 'elastomeric-plain' },
      limit: 85,
    });
  });
  it('is none where nothing overhead is glued, however much is below', () => {
    expect(weakestBondOverhead(shell, over('C', 'sheep-wool'), library)).toBeNull();
    expect(weakestBondOverhead(shell, over('L', 'elastomeric-plain'), library)).toBeNull();
  });
});
