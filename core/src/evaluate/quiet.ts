import type { LaidBay, LayUp } from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import type { Brief, Shell } from '../model/index.ts';
import {
  type BayPanel,
  type BayTreatment,
  banded,
  baseLoss,
  bondedLayer,
  counted,
  type Heard,
  isDrumZone,
  type LevelChange,
  type LossFrom,
  NOISE_NAMES,
  type Noise,
  noiseWeights,
  panelOf,
  type Scale,
  type Swings,
  shareOfVan,
  sheetsOnField,
  skinPlate,
  swings,
} from '../van/quiet/index.ts';

/** How a bay drums. */
export interface BayQuiet {
  /** The field that swings. */
  panel: BayPanel;
  /** What is stuck on it. */
  treatment: BayTreatment;
  /** Where its loss factor as found was taken from. */
  lossFrom: LossFrom;
  /** Vibration by octave, with supported and clamped edges. */
  swings: Swings;
  /** Its own change by what is stuck on it, weighted by use, dB. */
  change: LevelChange;
  /** Where its edges lie between supported (0) and clamped (1). */
  edge: number;
  /** Its part of the bare van's drumming, weighted by use, with supported and clamped edges; those of all bays sum to 1. */
  share: readonly number[];
  /** What is left of that. */
  left: readonly number[];
}

/** Drumming of a van: vibration of its bays, weighted by what it is to be quiet for. */
export interface QuietResult {
  /** By bay; null where there is no field to swing. */
  bays: ReadonlyMap<string, BayQuiet | null>;
  /** What counts as how much of the bare van's drumming. */
  scale: Scale;
  /** Against the bare van, dB. */
  change: LevelChange;
  /** By noise, against the bare van, dB. */
  byNoise: Record<Noise, number>;
  /** Bays knocked on, and bays there are. */
  knocked: { of: number; all: number };
}

export function quietOf(
  shell: Shell,
  brief: Brief,
  laid: LayUp,
  library: Library,
  heard: Heard,
): QuietResult {
  const plate = skinPlate(shell, library);
  const weights = noiseWeights(brief.noises);
  const bays = new Map<string, BayQuiet | null>();
  const found: { quiet: BayQuiet; laid: LaidBay }[] = [];
  let knocked = 0;
  for (const at of laid.bays.values()) {
    const { bay, zone, buildUp, sheets } = at;
    const panel = plate && isDrumZone(zone.kind) ? panelOf(plate, zone, bay) : null;
    bays.set(bay.id, null);
    if (!panel) continue;
    const told = heard.bays.get(bay.id);
    if (told) knocked++;
    const { loss, from } = baseLoss(bay, told);
    const treatment: BayTreatment = {
      sheets: sheetsOnField(sheets, panel, library),
      over: bondedLayer(buildUp, library),
      base: loss,
      temperature: 20,
      works: heard.works,
    };
    const quiet: BayQuiet = {
      panel,
      treatment,
      lossFrom: from,
      edge: told?.edge ?? 0.5,
      swings: swings(panel, treatment),
      change: { likely: 0, low: 0, high: 0 },
      share: [0, 0],
      left: [0, 0],
    };
    bays.set(bay.id, quiet);
    found.push({ quiet, laid: at });
  }
  const total = (n: Noise, when: 'bare' | 'after', e: number) =>
    found.reduce(
      (sum, { quiet, laid: { area, zone } }) => sum + area * counted(quiet.swings[when][e]!, n, zone.kind),
      0,
    );
  // Each noise counts by its own weight, whatever its units; bays then add up.
  const scale = byNoise(n =>
    [0, 1].map(e => {
      const all = total(n, 'bare', e);
      return all > 0 ? weights[n] / all : 0;
    }),
  );
  const all = { share: [0, 0], left: [0, 0] };
  for (const {
    quiet,
    laid: { bay, area, zone },
  } of found) {
    quiet.share = shareOfVan(scale, quiet.swings.bare, area, zone.kind);
    quiet.left = shareOfVan(scale, quiet.swings.after, area, zone.kind);
    for (const e of [0, 1]) {
      all.share[e]! += quiet.share[e]!;
      all.left[e]! += quiet.left[e]!;
    }
    const ends = decibels(quiet.left, quiet.share);
    const between = ends[0]! * (1 - quiet.edge) + ends[1]! * quiet.edge;
    quiet.change = banded(between, ends, bay.curve !== undefined);
  }
  const ends = decibels(all.left, all.share);
  return {
    bays,
    scale,
    change: banded(
      (ends[0]! + ends[1]!) / 2,
      ends,
      found.every(f => f.laid.bay.curve !== undefined),
    ),
    byNoise: byNoise(n => {
      const of = (when: 'bare' | 'after') => [0, 1].map(e => total(n, when, e));
      const [a, b] = decibels(of('after'), of('bare')) as [number, number];
      return (a + b) / 2;
    }),
    knocked: { of: knocked, all: found.length },
  };
}

/** Level of `after` over `before` with each kind of edges, dB; 0 where there is nothing. */
const decibels = (after: readonly number[], before: readonly number[]): number[] =>
  after.map((a, e) => (before[e]! > 0 ? 10 * Math.log10(a / before[e]!) : 0));

const byNoise = <T>(of: (noise: Noise) => T): Record<Noise, T> =>
  Object.fromEntries(NOISE_NAMES.map(n => [n, of(n)])) as Record<Noise, T>;
