import { expect, it } from 'vitest';
import { layUp } from '../../buildup/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import { guess, type Use } from '../../model/index.ts';
import { needsFor } from '../../order/buying/index.ts';
import { fixedOf } from '../../order/holding/index.ts';
import { cutPieces, USUAL_CHOICES } from '../../order/pieces/index.ts';
import { takeOff } from '../../order/takeoff/index.ts';
import { woodLines } from '../../survey/edits/index.ts';
import { library, perigee } from '../../testing/index.ts';
import { seatWarnings } from './index.ts';

const seat: Use = {
  id: 'seat',
  name: 'Rear seat',
  kind: 'seat',
  zone: 'F',
  along: guess(0.3),
  up: guess(0.3),
  width: guess(0.5),
  height: guess(0.5),
  rises: false,
};

/** Everything bought for a van with these uses. */
function bought(uses: Use[]) {
  const placement = perigee!.variants[0]!.design;
  const shell = { ...perigee!.shell, uses };
  const laid = layUp(shell, placement, library);
  const pieces = cutPieces(shell, placement, laid, library, USUAL_CHOICES);
  const holdings = fixedOf(pieces, shell, placement, library, []);
  const of = { shell, ready: perigee!.ready, placement, joints: laid.joints, pieces, holdings };
  return needsFor({ ...of, takeOff: takeOff(laid, library) }, library);
}

it('a seat is never counted, offered or priced: its anchorages are of a licensed trade', () => {
  const nuts = (uses: Use[]) => bought(uses).find(n => n.supply.id === 'rivet-nuts')?.need ?? 0;
  expect(nuts([seat])).toBe(nuts([]));
  expect(nuts([{ ...seat, kind: 'furniture' }])).toBeGreaterThan(nuts([]));
  const floor = perigee!.shell.zones.find(z => z.id === 'F')!;
  expect(woodLines({ ...perigee!.shell, uses: [seat] }, floor)).toEqual([]);
});

it('mats and foam under a seat are warned of, and it is told who fits it', () => {
  const shell = { ...perigee!.shell, uses: [seat] };
  const laid = evaluate({ ...perigee!, shell }, perigee!.variants[0]!.design, library);
  const [warning, ...more] = seatWarnings(shell, laid, library);
  expect(more).toEqual([]);
  expect(warning!.says).toMatch(/No mat, foam or spacer .* licensed/);
  const bare = evaluate({ ...perigee!, shell }, { buildUps: [], zones: {}, bays: {}, sheets: {} }, library);
  expect(seatWarnings(shell, bare, library)).toEqual([]);
});
