import { expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import type { Shell } from '../../model/index.ts';
import { seeded } from '../../random/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { holdingOf } from '../holding/index.ts';
import { cutPieces, USUAL_CHOICES } from '../pieces/index.ts';
import { takeOff } from '../takeoff/index.ts';
import { needsFor } from './index.ts';
import { atMost, errorOf, surveyErrors } from './surveyError.ts';

const placement = perigee.variants[0]!.design;
const mild = { roof: 40, outside: 25, inside: 30 };

/** What a van takes of each board, film and lining, and of each tape and glue. */
function taken(shell: Shell): Map<string, number> {
  const laid = layUp(shell, placement, library);
  const pieces = cutPieces(shell, placement, laid, library, USUAL_CHOICES);
  const holdings = holdingOf(pieces, shell, placement, library, mild, new Map(), []);
  const needs = needsFor(
    {
      shell,
      ready: perigee.ready,
      placement,
      joints: laid.joints,
      takeOff: takeOff(laid, library),
      pieces,
      holdings,
    },
    library,
  );
  const sums = new Map<string, number>();
  for (const p of pieces)
    sums.set(`${p.material} ${p.thickness}`, (sums.get(`${p.material} ${p.thickness}`) ?? 0) + p.area);
  for (const n of needs) if (n.supply.kind === 'tape and glue') sums.set(n.supply.id, n.need);
  return sums;
}

it('quantities with the tape’s error cover at least 95 of 100 random surveys', () => {
  const random = seeded(20_260_301);
  // Sum of twelve even numbers less six: normal to within what 100 draws can tell.
  const normal = () => Array.from({ length: 12 }, random).reduce((a, b) => a + b, -6);
  const { shell } = perigee;
  const tape = shell.tapeError;
  const surveyed = () =>
    ({
      ...shell,
      zones: shell.zones.map(z => ({
        ...z,
        bays: z.bays.map(b => {
          const read = (m: typeof b.width) => ({
            basis: 'measured' as const,
            value: Math.max(0.05, m.value + tape * normal()),
            entered: '',
          });
          return b.outline ? b : { ...b, width: read(b.width), height: read(b.height) };
        }),
      })),
    }) satisfies Shell;
  const real = taken(shell);
  let [covered, all] = [0, 0];
  for (let i = 0; i < 100; i++) {
    const survey = surveyed();
    const errors = surveyErrors(survey);
    const laid = layUp(survey, placement, library);
    const pieces = cutPieces(survey, placement, laid, library, USUAL_CHOICES);
    for (const [what, need] of taken(survey)) {
      const area = pieces.filter(p => `${p.material} ${p.thickness}` === what);
      const error = area.length > 0 ? errorOf(area, errors, 'area') : errorOf(pieces, errors, 'edges');
      all++;
      if (need * atMost(error) >= real.get(what)! - 1e-9) covered++;
    }
  }
  expect(all).toBeGreaterThan(1000);
  expect(covered / all).toBeGreaterThanOrEqual(0.95);
});
