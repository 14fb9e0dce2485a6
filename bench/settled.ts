import { applySchool, schools } from '@overcoat/core/buildup';
import { demoDesigns } from '@overcoat/core/demo';
import { evaluate } from '@overcoat/core/evaluate';
import { makeLibrary } from '@overcoat/core/materials';
import type { Design } from '@overcoat/core/model';
import { PAY_STEPS, payFor, USUAL_PAY } from '@overcoat/core/order/pipeline';
import { ownClimate } from '@overcoat/core/studies/cabin';
import { figured, figuredAtOnce } from '@overcoat/core/studies/proposal';
import { remediesFor } from '@overcoat/core/studies/remedies';
import { evaluateSettled } from '@overcoat/core/studies/settled';
import { NOTHING_HEARD } from '@overcoat/core/van/quiet';
import { type Figure, figure, mediansOf } from './measure.ts';

/** What stands behind one verdict and one price: each by its own year and as pieces lie, against one of them. */
export function settledFigures(): Figure[] {
  const library = makeLibrary();
  const [design] = demoDesigns(library) as [Design];
  const placement = design.variants[0]!.design;
  const asked = { design, library, heard: NOTHING_HEARD };
  const laid = schools.map(s => applySchool(design.shell, s.id, library));
  const by = { ...USUAL_PAY, ready: design.ready };
  const wet = ownClimate(design, placement, library, evaluate(design, placement, library));
  const [one, rows, five, pay, longer, mended] = mediansOf(
    [
      () => evaluateSettled(design, placement, library),
      () => laid.map(p => figuredAtOnce(asked, p)),
      () => laid.map(p => figured(asked, p)),
      () => payFor(design.shell, placement, library, by),
      () => payFor(design.shell, placement, library, by, 2 * PAY_STEPS),
      () => remediesFor(design, placement, library, wet, by),
    ],
    3,
    1,
  ) as [number, number, number, number, number, number];
  const verdict = { name: 'one settled verdict of the demo van, ms', value: one };
  return [
    figure('rows of five schools, damp not told yet', rows, 'ms', verdict, 1 / 4),
    figure('five schools, each in its own year and as its pieces lie', five, 'ms', verdict, 8),
    figure('what is to pay, pieces laid and packs filled', pay, 'ms', verdict, 1),
    figure('the same with twice the steps', longer, 'ms', { name: 'once, ms', value: pay }, 2.3),
    figure('what would mend a van whose water builds up', mended, 'ms', verdict, 12),
  ];
}
