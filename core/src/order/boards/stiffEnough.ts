import type { ZoneKind } from '../../model/index.ts';
import { lengthIn } from '../../units/index.ts';
import { type Board, leastRadius, pullOf, sagAtEdge, sagOf, sagUnder, toneOf } from './stiffness.ts';

/** What a board has to stand: a load on one place, and how far it may give. */
interface Wanted {
  /** N. */
  load: number;
  /** m. */
  give: number;
  says: string;
}

/** A heel on a floor, a shoulder on a wall, a hand on a ceiling. Chosen limits: they are what feels firm. */
const HEEL: Wanted = { load: 900, give: 0.004, says: 'a heel' };
const SHOULDER: Wanted = { load: 200, give: 0.006, says: 'a shoulder' };
const HAND: Wanted = { load: 60, give: 0.006, says: 'a hand' };

/** Under this a panel is driven by the road; a chosen limit, Hz. */
const DRUMS_BELOW = 40;
/** What hangs by its own weight may sag so far, m; a chosen limit. */
const HANGS = 0.0015;
/** What one short screw in thin wood holds for good, N, and how far apart they stand, m. Common practice, no source. */
const SCREW = 150;
const SCREWS_APART = 0.25;
const GRAVITY = 9.81;

/** One thing a board was asked about. */
export interface Verdict {
  what: 'gives' | 'gives at a cut-out' | 'hangs' | 'drums' | 'cracks' | 'pulls';
  /** Found, in `unit`. */
  value: number;
  /** Most, or least for tones and radii, in `unit`. */
  limit: number;
  /** Of both. */
  unit: 'm' | 'Hz' | 'N';
  /** Whether it will do. */
  ok: boolean;
  /** Under what, in words; empty where nothing is to be said. */
  under: string;
}

/** What is asked of a board besides its material and span. */
export interface BoardCase {
  kind: ZoneKind;
  /** Whether a cut-out leaves an edge without a support under it. */
  cutOut: boolean;
  /** Whether it is of wood, which cracks when bent too far. */
  wood: boolean;
  /** Radius it is bent to, m; null where it lies flat. */
  radius: number | null;
  /** Along the bend, m. */
  length: number;
}

/** Whether a board gives, hangs through, drums, cracks on a curve or pulls its fixings out. */
export function stiffEnough(board: Board, { kind, cutOut, wood, radius, length }: BoardCase): Verdict[] {
  const floor = kind === 'floor' || kind === 'footwell';
  const overhead = kind === 'ceiling' || kind === 'cab overhead' || kind === 'cab roof';
  const wanted = floor ? HEEL : overhead ? HAND : SHOULDER;
  const most = (
    what: Verdict['what'],
    value: number,
    limit: number,
    unit: Verdict['unit'],
    under: string,
  ): Verdict => ({ what, value, limit, unit, ok: value <= limit, under });
  const found = [
    most('gives', sagUnder(wanted.load, board), wanted.give, 'm', `${wanted.says} of ${wanted.load} N`),
  ];
  if (cutOut)
    found.push(
      most(
        'gives at a cut-out',
        sagAtEdge(wanted.load / 2, board),
        wanted.give,
        'm',
        `half of that beside the edge`,
      ),
    );
  if (overhead)
    found.push(
      most('hangs', sagOf(board.density * board.thickness * GRAVITY, board), HANGS, 'm', 'its own weight'),
    );
  const tone = toneOf(board);
  if (!floor)
    found.push({
      what: 'drums',
      value: tone,
      limit: DRUMS_BELOW,
      unit: 'Hz',
      ok: tone >= DRUMS_BELOW,
      under: '',
    });
  if (radius !== null) {
    const least = leastRadius(board.thickness);
    if (wood)
      found.push({ what: 'cracks', value: radius, limit: least, unit: 'm', ok: radius >= least, under: '' });
    const pull = pullOf(board, radius, length) * SCREWS_APART;
    found.push(most('pulls', pull, SCREW, 'N', `screws ${lengthIn(SCREWS_APART)} apart`));
  }
  return found;
}

/** Widest span, m, at which a board passes everything it is asked about; 0 where bending alone is too much. */
export function widestSpan(board: Board, asked: BoardCase): number {
  let [low, high] = [0, 2];
  for (let i = 0; i < 40; i++) {
    const span = (low + high) / 2;
    if (stiffEnough({ ...board, span }, asked).every(v => v.ok)) low = span;
    else high = span;
  }
  return low;
}
