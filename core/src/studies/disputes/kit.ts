import type { Evaluation } from '../../evaluate/index.ts';
import { usualPieces } from '../../order/pieces/index.ts';
import { cuttingOf, fittingOf, workHours } from '../../order/work/index.ts';
import { perFigure } from '../proposal/index.ts';
import { type DisputeQuestion, sideOf } from './asked.ts';
import type { Dispute } from './dispute.ts';

/** What a ready-cut kit costs more than what it is cut from, and pieces of it that do not fit. Common practice, no source. */
export const DEARER = 0.4;
export const MISFITS = 0.1;
/** Worth of an hour that is looked at, money. */
const HOURS_WORTH = [0, 5, 10, 15, 20, 30, 40];

/** A ready-cut kit of all soft pieces and boards, or cutting them oneself; null where nothing is cut. */
export function kit(asked: DisputeQuestion, now: Evaluation): Dispute | null {
  const { design, placement, library, weights } = asked;
  const pieces = usualPieces(design.shell, placement, library);
  if (pieces.length === 0) return null;
  const cutFrom = new Set(pieces.map(p => p.material));
  const own = now.order.lines.reduce((sum, l) => sum + (cutFrom.has(l.material) ? l.cost : 0), 0);
  const hours = workHours(cuttingOf(pieces, library))[1];
  // Pieces that do not fit are cut anew, of one's own material.
  const again = MISFITS * (hours + workHours(fittingOf(pieces, library))[1]);
  const dearer = own * (DEARER + MISFITS);
  const saves = hours - again;
  const per = perFigure(weights);
  const at = per.money > 0 ? per.hours / per.money : null;
  const turns = saves > 0 ? dearer / saves : null;
  const most = HOURS_WORTH.at(-1)!;
  const side = sideOf('own cutting', now, asked, hours);
  return {
    id: 'kit',
    answer: turns !== null && (at === null || at >= turns) ? 'kit' : 'own cutting',
    number: { what: 'a kit saves', unit: 'h', value: saves },
    sides: [side, { ...side, name: 'kit', money: side.money + dearer, hours: hours - saves }],
    turning: {
      x: { what: 'an hour is worth', unit: 'money', at, turns },
      y: { what: 'money and hours together', unit: 'money' },
      lines: [
        { side: 'own cutting', of: { money: own, hours } },
        { side: 'kit', of: { money: own + dearer, hours: hours - saves } },
      ].map(l => ({
        side: l.side,
        points: [...HOURS_WORTH, ...(turns !== null && turns > most ? [turns * 1.2] : [])].map(x => ({
          x,
          y: l.of.money + x * l.of.hours,
        })),
      })),
    },
    moves: ['what the kit costs', 'how much little work matters', 'how many pieces there are'],
  };
}
