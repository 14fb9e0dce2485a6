import type { Material } from '../../model/index.ts';
import type { CutPiece } from '../pieces/index.ts';
import { fixingsOf, sizeOf } from './fixings.ts';
import { type Band, type Hold, WAYS_OF_HOLDING, type WayOfHolding } from './ways.ts';

const GRAVITY = 9.81;
/** Bumps on the road, as a share of a piece's own weight besides it. Common practice, no source. */
const BUMPS: Band = [1.5, 2, 3];
/** A soft sheet overhead lets go from its edge: so much of its bond bears at a time. Common practice, no source. */
const PEELS: Band = [0.1, 0.3, 0.6];
/** Of what is rough or loose so much less touches. */
const ROUGH = 0.5;
/** Room temperature, at which bonds are rated, degC. */
const RATED_AT = 20;
/** What a bond still bears as it reaches its limit, as a share. Common practice, no source. */
const AT_LIMIT = 0.1;
/** Nearer to its heat limit than this a bond is doubtful, K. */
const NEAR = 8;
/** How many times over a piece is held, and what follows from it. */
export interface Judged {
  /** As a rule dry, wet, and on a hot day. */
  factor: { dry: Band; wet: Band; hot: Band };
  verdict: 'holds' | 'doubtful' | 'comes down';
  /** When that is worst. */
  when: 'dry' | 'wet' | 'hot';
  /** What its bond bears, degC; null where heat does not matter or nobody knows. */
  limit: number | null;
}

/** A piece as it hangs. */
export interface Case {
  piece: CutPiece;
  material: Material;
  /** Where it hangs, stands or lies. */
  lies: 'overhead' | 'upright' | 'flat';
  /** kg, dry. */
  mass: number;
  /** kg in it at its wettest. */
  water: number;
  /** Of its bond on a hot day, degC. */
  hot: number;
  /** What that bond bears, degC; null where nobody knows. */
  limit: number | null;
}

const FOREVER: Band = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY];

/** Whether a way of holding bears a piece: dry, with its water, and as hot as its bond gets. */
export function judge(by: Hold, c: Case): Judged {
  const way = WAYS_OF_HOLDING[by];
  if (way.per === null)
    return {
      factor: { dry: FOREVER, wet: FOREVER, hot: FOREVER },
      verdict: 'holds',
      when: 'dry',
      limit: null,
    };
  const bears = bearing(way, by, c);
  const over = (mass: number, share: number): Band => {
    const ratio = (i: 0 | 1 | 2, k: 0 | 1 | 2) =>
      (bears[i] * share) / Math.max(1e-9, mass * GRAVITY * BUMPS[k]);
    return [ratio(0, 2), ratio(1, 1), ratio(2, 0)];
  };
  // A bond loses its hold in a straight line from room temperature to a little at its limit, and there the rest.
  const warm =
    !way.glued || c.limit === null
      ? 1
      : c.hot >= c.limit
        ? 0
        : Math.min(1, 1 - ((1 - AT_LIMIT) * (c.hot - RATED_AT)) / (c.limit - RATED_AT));
  const factor = { dry: over(c.mass, 1), wet: over(c.mass + c.water, 1), hot: over(c.mass, warm) };
  const near = way.glued && c.limit !== null && c.limit - c.hot < NEAR;
  const cases = ['dry', 'wet', 'hot'] as const;
  // What happens first is told: what comes down by itself does not wait for the water.
  const worst =
    cases.find(k => factor[k][1] < 1) ?? cases.reduce((a, b) => (factor[b][1] < factor[a][1] ? b : a));
  const [least, likely] = factor[worst];
  const verdict = likely < 1 ? 'comes down' : least < 1 || near ? 'doubtful' : 'holds';
  return { factor, verdict, when: verdict !== 'comes down' && near ? 'hot' : worst, limit: c.limit };
}

/** What a way of holding bears of a piece, N. */
function bearing(way: WayOfHolding, by: Hold, { piece, material, lies }: Case): Band {
  const [w, h] = sizeOf(piece);
  const round = 2 * (w + h);
  const times = way.per === 'area' ? piece.area : way.per === 'edge' ? round : fixingsOf(piece, by);
  const rough = way.glued && way.per === 'area' && material.family === 'fibre' ? ROUGH : 1;
  // A sheet under a stiff facing is pressed on all over, and cannot sag between.
  const soft = material.flexible && material.constrained === null;
  const peels: Band = way.glued && soft && lies === 'overhead' ? PEELS : [1, 1, 1];
  // What is only pressed in holds upright; overhead the road shakes it out.
  const shaken = by === 'friction' && lies === 'overhead' ? 0.1 : 1;
  return [0, 1, 2].map(
    i => way.bears[i]! * way.touches[i]! * peels[i]! * rough * shaken * times,
  ) as unknown as Band;
}
