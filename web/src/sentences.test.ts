import { applySchool, bare, newDesign } from '@overcoat/core/buildup';
import { type BayResult, bayResult, type Evaluation, evaluate } from '@overcoat/core/evaluate';
import { library } from '@overcoat/core/testing';
import { describe, expect, it } from 'vitest';
import {
  adviceSentences,
  bayPlace,
  dampSentence,
  fitSentence,
  hasBand,
  hoursWords,
  verdict,
  zoneSentence,
} from './sentences.ts';

const design = newDesign('Test', 'long high-roof');
const results = (school: string) => evaluate(design, applySchool(design.shell, school, library), library);
const board = results('board-foil');
const bay = bayResult(board, 'L3u');
const withMoisture = (
  change: Partial<NonNullable<BayResult['moisture']>>,
  damp: BayResult['damp'],
): BayResult => {
  const moisture = { ...bay.moisture!, ...change };
  return { ...bay, damp, moisture, settled: true, wetEnd: { state: damp, moisture } };
};

describe('a bay’s place', () => {
  it('gives zone, sizes and depth in the person’s units', () => {
    expect(bayPlace(bay, 'metric')).toBe('left wall · 416 mm × 513 mm · 41 mm to 58 mm deep');
    expect(bayPlace(bay, 'imperial')).toContain('"');
  });
  it('says when there is no depth to fill, or one depth', () => {
    expect(bayPlace(bayResult(board, 'A1t'), 'metric')).toContain('no depth to fill');
    const box = newDesign('Box', 'box body');
    const e = evaluate(box, bare, library);
    expect(bayPlace(bayResult(e, 'L1m'), 'metric')).toContain('40 mm deep');
  });
});

describe('the sentence on a zone', () => {
  it('gives grams, month and when it is gone, for its worst bay', () => {
    const wet = { peak: 0.038, highest: 0.06, peakMonth: 2, goneBy: 4, growth: 0 };
    expect(zoneSentence(withMoisture(wet, 'dries'))).toBe('38 g/m² by March, gone by May.');
    expect(zoneSentence(withMoisture({ ...wet, goneBy: null, growth: 0.02 }, 'grows'))).toBe(
      '38 g/m² by March, not gone by autumn, 20 g/m² more every year.',
    );
    expect(zoneSentence(withMoisture({ highest: 0.012 }, 'dry'))).toBe('at most 12 g/m² in five winters.');
    expect(zoneSentence({ ...bay, moisture: null, damp: 'bare' })).toContain('sweats where you can see it');
  });
});

describe('the damp sentence', () => {
  it('names bay, grams, month, when it is gone and how a leak dries', () => {
    const says = dampSentence(
      withMoisture(
        { peak: 0.038, highest: 0.038, peakMonth: 2, goneBy: 4, growth: 0, daysToDry: 4.04 },
        'dries',
      ),
    );
    expect(says).toBe('L3u: 38 g/m² by March, gone by May; a 100 g leak dries in 4 days.');
  });
  it('names growth from year to year and what runs down', () => {
    const says = dampSentence(
      withMoisture(
        { peak: 0.26, highest: 0.2, ran: 0.06, peakMonth: 2, goneBy: null, growth: 0.037, daysToDry: 120 },
        'grows',
      ),
    );
    expect(says).toContain('not gone by the next autumn, and 37 g/m² more every year');
    expect(says).toContain('dries in 4 months');
    expect(says).toContain('60 g/m² of it runs down or drips');
  });
  it('says dry with its figure, and bare for what it is', () => {
    expect(dampSentence(withMoisture({ highest: 0.012, daysToDry: 842 }, 'dry'))).toContain(
      'dry, at most 12 g/m²',
    );
    const empty = bayResult(evaluate(design, bare, library), 'L3u');
    expect(dampSentence(empty)).toContain('L3u is bare');
  });
});

describe('the wet end', () => {
  const wet = withMoisture({ peak: 0.038, highest: 0.038, peakMonth: 2, goneBy: 4, growth: 0 }, 'dries');
  it('is told where it differs, with its verdict where that is another', () => {
    expect(hasBand(wet)).toBe(false);
    const end = { ...wet.wetEnd!.moisture, peak: 0.9, highest: 1.4 };
    const wetter = { ...wet, wetEnd: { state: 'dries' as const, moisture: end } };
    expect(hasBand(wetter)).toBe(true);
    expect(zoneSentence(wetter)).toBe('38 g/m² by March, gone by May. At the wet end: 900 g/m².');
    expect(dampSentence({ ...wetter, wetEnd: { state: 'grows', moisture: end } })).toContain(
      'At the wet end: builds up, 900 g/m².',
    );
  });
  it('is told of the bay that is worst there, where that is another one', () => {
    const { worst } = board.damp.wetEnd;
    const says = verdict(board);
    if (worst !== board.damp.worst) expect(says).toContain(`Worst at the wet end: ${worst}`);
    expect(says).toContain('t the wet end');
  });
});

describe('the verdict', () => {
  it('asks for a start when nothing is lined', () =>
    expect(verdict(evaluate(design, bare, library))).toContain('Nothing is lined yet'));
  it('lets the worst bay speak and counts what is bare', () => {
    const placement = applySchool(design.shell, 'fibre-open', library);
    const e = evaluate(design, { ...placement, bays: { L1m: null, L2m: null } }, library);
    expect(verdict(e)).toContain(`${e.damp.worst}: `);
    expect(verdict(e)).toContain('2 bays are still bare');
    expect(verdict(results('bonded-foam'))).toMatch(/^Dry everywhere/);
  });
});

describe('the fit sentence', () => {
  const fitted = (fit: Partial<NonNullable<BayResult['fit']>>): BayResult => ({
    ...bay,
    fit: { ...bay.fit!, ...fit },
  });
  const at = (gap: number, battenGap = 0) => ({ ...bay.fit!.shallow, gap, battenGap, push: 0 });
  it('tells a misfit with its millimetres and place', () => {
    expect(fitSentence(fitted({ misfit: true, push: 0.012, where: 'shallowest' }), 'metric')).toEqual({
      says: 'Pushes the lining off by 12 mm at the shallowest point.',
      wrong: true,
    });
  });
  it('tells gaps, squeezes and battens', () => {
    const says = fitSentence(
      fitted({
        misfit: false,
        shallow: at(0, 0.012),
        deep: at(0.008),
        squeezed: [{ layer: 'y', from: 0.05, to: 0.041, resistance: 1.108 }],
      }),
      'metric',
    ).says;
    expect(says).toBe(
      'Fits: 50 mm squeezed to 41 mm (1.11 m²K/W) where it is shallow; leaves a gap of up to 8 mm; 12 mm of air between the battens.',
    );
  });
  it('says flush, and nothing for an empty bay', () => {
    expect(
      fitSentence(fitted({ misfit: false, shallow: at(0), deep: at(0), squeezed: [] }), 'metric').says,
    ).toBe('Fits flush.');
    expect(fitSentence({ ...bay, buildUp: null }, 'metric').says).toBe('Nothing in this bay.');
  });
});

describe('advice on fit', () => {
  const none = { squeezed: [], push: 0, thinner: null, wedge: null, curved: null };
  it('is silent when there is none', () => {
    expect(adviceSentences(null, library, 'metric')).toEqual([]);
    expect(adviceSentences(none, library, 'metric')).toEqual([]);
  });
  it('names what would fit, how far the sheet reaches, and into how many strips it goes', () => {
    const says = adviceSentences(
      {
        ...none,
        thinner: { layer: 'x', material: 'pir', thickness: 0.02 },
        wedge: { layer: 'x', share: 0.42 },
        curved: { gap: 0.012, strips: 3 },
      },
      library,
      'metric',
    );
    expect(says[0]).toContain('20 mm of PIR board');
    expect(says[1]).toContain('over 42 %');
    expect(says[2]).toContain('leaves 12 mm behind it, 3 strips');
  });
});

describe('hours that find another class than months', () => {
  const settled = { ...board, damp: { ...board.damp, standing: 'settled', state: 'dries' } } as Evaluation;
  const hours = { bays: ['D1u'], peak: 0.3, carried: 0.02 };
  it('are said, and the worse of the two is the one to go by', () => {
    const worse = hoursWords(settled, { ...hours, state: 'grows' })!;
    expect(worse.says).toContain('By the hour: builds up, 300 g/m² at D1u, 20 g/m² more the next year.');
    expect(worse.says).toContain('By months: wets and dries. Go by the worse, the hours.');
    expect(worse.worse).toBe(true);
    const better = hoursWords(settled, { ...hours, state: 'dry' })!;
    expect([better.worse, better.says.endsWith('the months.')]).toEqual([false, true]);
  });
  it('say nothing where they agree, are not known, or the verdict is still being reckoned', () => {
    expect(hoursWords(settled, { ...hours, state: 'dries' })).toBeNull();
    expect(hoursWords(settled, null)).toBeNull();
    const reckoning = { ...settled, damp: { ...settled.damp, standing: 'kept' } } as Evaluation;
    expect(hoursWords(reckoning, { ...hours, state: 'grows' })).toBeNull();
  });
});
