import { newDesign } from '@overcoat/core/buildup';
import { type Design, measured } from '@overcoat/core/model';
import { merge } from '@overcoat/core/model/documents';
import { describe, expect, it } from 'vitest';
import { conflictWords } from './conflictWords.ts';

const base = newDesign('Plover', 'mid');
const changed = (change: (d: Design) => void): Design => {
  const copy = structuredClone(base);
  change(copy);
  return copy;
};
const told = (mine: (d: Design) => void, theirs: (d: Design) => void) =>
  merge(base, changed(mine), changed(theirs)).conflicts.map(c => conflictWords(c, base, 'metric'));
const wall = (d: Design) => d.shell.zones.find(z => z.id === 'L')!;

describe('a conflict in words', () => {
  it('names zone, bay and size, with both readings', () => {
    const width = (mm: number) => (d: Design) => {
      wall(d).bays.find(b => b.id === 'L1u')!.width = measured(mm / 1000, `${mm}`);
    };
    expect(told(width(512), width(498))).toEqual([
      { where: 'left wall, bay L1u, width', mine: '512 mm, measured', theirs: '498 mm, measured' },
    ]);
  });

  it('names the large sizes as those of the load space', () => {
    const length = (mm: number) => (d: Design) => {
      d.shell.length = measured(mm / 1000, `${mm}`);
    };
    expect(told(length(2600), length(2620))[0]!.where).toBe('load space, length');
  });

  it('names a part that one window changed and the other took out', () => {
    const [words] = told(
      d => {
        wall(d).openings = [];
      },
      d => {
        wall(d).openings[0]!.glazing = 'glass';
        wall(d).openings[0]!.width = measured(0.35, '350');
      },
    );
    expect(words).toMatchObject({ where: 'left wall, opening W-L2m', mine: 'taken out' });
    expect(words!.theirs).toBe('window, 350 mm × 380 mm');
  });

  it('prints figures of the brief in their units, and texts as written', () => {
    const brief = (night: number, budget: number, note: string) => (d: Design) => {
      d.brief.designNight = night;
      d.brief.budget = budget;
      d.note = note;
    };
    expect(told(brief(-7, 910, 'alone'), brief(-12, 1230, 'for two'))).toEqual([
      { where: 'note', mine: '“alone”', theirs: '“for two”' },
      { where: 'brief, coldest night', mine: '−7 °C', theirs: '−12 °C' },
      { where: 'brief, budget', mine: '£910', theirs: '£1230' },
    ]);
  });
});
