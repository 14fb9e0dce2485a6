import { expect, it } from 'vitest';
import { applySchool, newDesign } from '../../buildup/index.ts';
import { anyVan } from '../../demo/index.ts';
import { evaluate } from '../../evaluate/evaluate.ts';
import type { Brief } from '../../model/index.ts';
import { library, sweep } from '../../testing/index.ts';
import { hourlyYear, hoursOf } from '../../van/climate/index.ts';
import { glassOf } from '../../van/wetting/index.ts';
import { vanModel } from './vanModel.ts';
import { vanYear } from './vanYear.ts';

/** The model of a van that nobody chose, and its year. */
function modelOf(seed: number) {
  const { design, placement } = anyVan(seed, library);
  const { shell, brief } = design;
  const choice = { covers: seed % 2 === 0, heater: null };
  const model = vanModel(evaluate(design, placement, library), shell, brief, choice, library);
  return { model, year: hourlyYear(brief, glassOf(shell), seed) };
}

it('vans of any make and life make and lose neither water nor heat, and give nothing but numbers', () => {
  for (let seed = 1; seed <= sweep(200, 60); seed++) {
    const { model, year } = modelOf(seed);
    // Two weeks from the middle of December.
    const run = vanYear(model, hoursOf(year, 1800, 336));
    const numbers = [
      ...run.inside,
      ...run.humidity,
      ...run.parts.flatMap(p => [...p.peaks, ...p.ends, p.runOff]),
    ];
    expect(numbers.every(Number.isFinite), `van ${seed}`).toBe(true);
    expect(run.waterBalance, `van ${seed}`).toBeLessThan(1e-6);
    expect(run.energyBalance, `van ${seed}`).toBeLessThan(1e-6);
    expect(Math.max(...run.inside), `van ${seed}`).toBeLessThan(60);
    expect(Math.min(...run.inside), `van ${seed}`).toBeGreaterThan(-50);
  }
});

it('the van whose water once ran away: closed-cell foam, three people, an unflued flame and too little air', () => {
  const design = newDesign('Wet', 'extra-long high-roof');
  const brief: Brief = {
    ...design.brief,
    climate: 'mountain winter',
    designNight: -10,
    people: 3,
    heating: 'unflued gas',
    ventilation: 3,
    nights: { winter: 6, spring: 3, summer: 2, autumn: 3 },
  };
  const e = evaluate({ ...design, brief }, applySchool(design.shell, 'bonded-foam', library), library);
  const model = vanModel(e, design.shell, brief, { covers: false, heater: null }, library);
  const run = vanYear(model, hourlyYear(brief, glassOf(design.shell)));
  expect(run.inside.every(Number.isFinite)).toBe(true);
  expect(Math.max(run.waterBalance, run.energyBalance)).toBeLessThan(1e-9);
  // Nothing holds more than its pores and a film: 4 mm of carpet less than 4 kg/m2, a wall of closed cells about one.
  for (const p of run.parts) expect(p.peaks[0]!, p.name).toBeLessThan(4.2);
});
