import { describe, expect, it } from 'vitest';
import { evaluate } from '../evaluate/index.ts';
import { type Design, measured } from '../model/index.ts';
import { library } from '../testing/index.ts';
import { applySchool } from './applySchool.ts';
import { newDesign } from './newDesign.ts';

const mm = (value: number) => measured(value / 1000, `${value}`);

describe('wood under furniture', () => {
  it('is bought by the metre and weighed: a batten as long as the line', () => {
    const d = newDesign('Wood', 'mid');
    const answers = (shell: Design['shell']) =>
      evaluate({ ...d, shell }, applySchool(shell, 'board-foil', library), library);
    const line = {
      id: 'l',
      kind: 'cupboard',
      name: 'locker',
      from: { along: mm(500), up: mm(400) },
      to: { along: mm(1700), up: mm(400) },
    } as const;
    const zones = d.shell.zones.map(z => (z.kind === 'floor' ? { ...z, lines: [line] } : z));
    const [without, with_] = [answers(d.shell), answers({ ...d.shell, zones })];
    const batten = library.get('batten')!;
    const width = batten.stock.find(s => s.thickness === 0.025)!.width;
    expect(with_.load.mass - without.load.mass).toBeCloseTo(1.2 * 0.025 * width * batten.density, 6);
    const need = (e: typeof with_) => e.order.lines.find(l => l.material === 'batten')!.need;
    expect(need(with_) - need(without)).toBeCloseTo(1.2, 6);
    // Its joints are those of no other layer.
    expect(with_.damp.most).toEqual(without.damp.most);
  });
});
