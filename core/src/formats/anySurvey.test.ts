import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { layUp } from '../buildup/index.ts';
import { demoDesigns } from '../demo/index.ts';
import { evaluate } from '../evaluate/index.ts';
import { type Design, findBay } from '../model/index.ts';
import * as schema from '../model/schema.ts';
import { cutPieces, USUAL_CHOICES } from '../order/pieces/index.ts';
import { payFor, USUAL_PAY } from '../order/pipeline/index.ts';
import { checkVan, surveyMistakes } from '../survey/edits/index.ts';
import { layoutShell } from '../survey/layout/index.ts';
import { library, sweep } from '../testing/index.ts';
import { cutDxf, cutSvg, pieceDrawing, shellDxf, shellSvg, surveyCsv } from './index.ts';

const RUNS = sweep(120, 30);
const demos = demoDesigns(library);
const validate = new Ajv2020({ discriminator: true, strict: false }).compile(schema.Design);

/** Puts another value in place of one. */
type Put = (value: number) => void;
/** Every number of a survey with what it is. */
function numbersIn(part: unknown): [number, Put][] {
  if (typeof part !== 'object' || part === null) return [];
  return Object.entries(part).flatMap(([key, value]): [number, Put][] =>
    typeof value === 'number' ? [[value, to => Object.assign(part, { [key]: to })]] : numbersIn(value),
  );
}

/** What a slip makes of a size. */
const SLIPS: ((was: number) => number)[] = [
  () => 0,
  () => 20,
  () => 0.0001,
  () => 5,
  was => was * 100,
  was => was / 100,
  was => was * 10,
  was => was / 10,
  was => was * 2,
];
const slip = fc.record({ which: fc.nat(), to: fc.constantFrom(...SLIPS) });
const anyVan = fc.record({
  of: fc.constantFrom(...demos),
  slips: fc.array(slip, { minLength: 1, maxLength: 2 }),
});

const wrong = /NaN|Infinity|undefined/;
const bad = (value: unknown, seen = new Set<unknown>()): boolean => {
  if (typeof value === 'number') return Number.isNaN(value);
  if (typeof value !== 'object' || value === null || seen.has(value)) return false;
  seen.add(value);
  return (value instanceof Map ? [...value.values()] : Object.values(value)).some(v => bad(v, seen));
};

it('a survey with slips in it is refused in a sentence, or evaluated, drawn, cut and bought for like any other', () => {
  let accepted = 0;
  fc.assert(
    fc.property(anyVan, ({ of, slips }) => {
      const design: Design = structuredClone(of);
      const numbers = numbersIn(design.shell);
      const told = slips.map(({ which, to }) => {
        const [was, put] = numbers[which % numbers.length]!;
        put(to(was));
        return `${was} -> ${to(was)}`;
      });
      if (!validate(design)) return;
      const mistakes = checkVan(design, library);
      for (const { path, message } of mistakes)
        expect([path, message]).toEqual([expect.stringMatching(/^\//), expect.stringMatching(/\.$|:/)]);
      if (mistakes.length > 0) return;
      accepted++;
      const { shell, variants, ready } = design;
      const placement = variants[0]!.design;
      try {
        expect(bad(evaluate(design, placement, library))).toBe(false);
        expect(bad(layoutShell(shell))).toBe(false);
        for (const text of [shellSvg(shell, 'x'), shellDxf(shell), surveyCsv(shell)])
          expect(text).not.toMatch(wrong);
        for (const piece of cutPieces(
          shell,
          placement,
          layUp(shell, placement, library),
          library,
          USUAL_CHOICES,
        )) {
          expect(piece.outline.length).toBeGreaterThanOrEqual(3);
          const drawn = pieceDrawing(piece);
          for (const text of [cutDxf(drawn), cutSvg(drawn, 'x')]) expect(text).not.toMatch(wrong);
        }
        expect(Number.isFinite(payFor(shell, placement, library, { ...USUAL_PAY, ready }, 0).total)).toBe(
          true,
        );
      } catch (error) {
        throw new Error(`${design.name} ${told.join(', ')}: ${(error as Error).message}`, { cause: error });
      }
    }),
    { numRuns: RUNS },
  );
  expect(accepted).toBeGreaterThan(RUNS / 5);
});

it('names what no van has at its place: a rail of 5 m, a rib of 5.8 m, rows of no width, a bay of a tenth of a millimetre', () => {
  const size = (value: number) => ({ basis: 'measured' as const, value, entered: '' });
  const said = (change: (design: Design) => void) => {
    const design = structuredClone(demos[0]!);
    change(design);
    return surveyMistakes(design.shell).map(m => `${m.path}: ${m.message}`);
  };
  expect(said(() => undefined)).toEqual([]);
  const [rail] = said(d => {
    d.shell.zones[1]!.rail = size(5);
  });
  expect(rail).toMatch(/^\/shell\/zones\/1\/rail: .*rail between its strips.*cannot be/);
  const [rib] = said(d => {
    d.shell.zones[1]!.ribs[0]!.width = size(5.8);
  });
  expect(rib).toMatch(/ribs\/0\/width: Rib .* cannot be/);
  const rows = [0, 0.4].map(at => ({ at: size(at), width: size(0) }));
  const [outline] = said(d => {
    findBay(d.shell, 'L1w')!.bay.outline = { by: 'widths', flush: 'centre', rows };
  });
  expect(outline).toContain('enclose no area');
  expect(
    said(d => {
      findBay(d.shell, 'L1w')!.bay.width = size(0.0001);
    })[0],
  ).toContain('Bay L1w: a width of');
});
