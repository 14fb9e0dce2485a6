import type { Highs } from 'highs';
import type { Figured, FigureKey } from '../../figures/index.ts';
import type { Placement } from '../../model/index.ts';
import type { Hold } from '../../order/holding/index.ts';
import type { DampState } from '../../van/wetting/index.ts';
import type { LimitConflict } from './conflicts.ts';
import type { LimitPrice, PutUpPick, ZonePick } from './reasons.ts';
import type { RefusedMaterial } from './refusals.ts';

/** The best choice for a van under its limits. */
export interface Proposal {
  placement: Placement;
  /** By zone, those that were chosen for. */
  zones: ZonePick[];
  /** The whole van evaluated with it, money and hours as its pieces lie on sheets; drumming, and water until that is settled, as its parts sum up. */
  figures: Figured;
  /** As its parts sum up. */
  promised: Figured;
  /** The verdict in its own year with this laid; null until that is settled, at the end. */
  damp: { state: DampState; wetEnd: DampState } | null;
  /** By how much it is over its limits, as a share; 0 where all are kept. */
  over: number;
  /** Share by which a better one could be better at most, as packs are estimated. */
  gap: number;
  /** What no choice keeps together; null where all limits can be kept. */
  conflict: LimitConflict | null;
  /** Zones for which nothing was found that fits, those where nothing is as dry as asked, and those where a piece would come down as it is usually held, with what would hold it (null for nothing known). */
  without: { fits: string[]; dry: string[]; holds: { zone: string; instead: Hold | null }[] };
  /** What each limit that binds costs. */
  prices: LimitPrice[];
  /** By how much each limit could be tighter before this has to change, in its unit; nothing where it is broken. */
  spare: { limit: FigureKey; by: number }[];
  /** What is put up at night: screens by zone, and what hangs before the cab. */
  putUp: PutUpPick[];
  /** Materials that are in none of its zones, and why. */
  refused: RefusedMaterial[];
  /** Options that were weighed. */
  weighed: number;
}

/** Tells how far it is: share, what is being done, and the best so far where there is one. */
export type TellSoFar = (share: number, doing: string, soFar?: Proposal) => void;

/** How long and by what to search. */
export interface SearchEffort {
  /** Of the own search, in each round. */
  steps: number;
  /** Proves it or finds better; left out, the bound buys packs by the part. */
  solver?: { highs: Highs; seconds: number };
  /** Whether to ask what limits cost. */
  prices?: boolean;
}
