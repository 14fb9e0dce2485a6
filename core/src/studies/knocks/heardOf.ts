import { type LaidBay, layUp } from '../../buildup/index.ts';
import type { Library } from '../../materials/index.ts';
import type { FactOf, Placement, Shell } from '../../model/index.ts';
import {
  type BayPanel,
  type BayTreatment,
  baseLoss,
  bondedLayer,
  type Heard,
  type HeardBay,
  LOSS_BY_WORD,
  panelOf,
  sheetsOnField,
  skinPlate,
} from '../../van/quiet/index.ts';
import { type KnockTone, tonesOf } from './tones.ts';

type Knock = FactOf<'knock'>;
type HeardMode = NonNullable<Knock['recording']>['modes'][number];

/** Knocks on a bay, as the log has them. */
export interface BayKnocks {
  /** Before anything was stuck on. */
  bare?: { fact: Knock };
  /** After damping. */
  damped?: { fact: Knock };
}

/** A tone is told by one of confidence above this. */
const SURE = 0.3;

/**
 * What knocks told of a van: loss factors and edges of the bays knocked on, and how much of what was computed for the
 * sheets of the variant being built their knocks afterwards found.
 */
export function heardOf(
  knocks: ReadonlyMap<string, BayKnocks>,
  shell: Shell,
  built: Placement,
  library: Library,
): Heard {
  const bays = new Map<string, HeardBay>();
  const plate = skinPlate(shell, library);
  const places = new Map<string, LaidBay>();
  if (knocks.size > 0) for (const [id, laid] of layUp(shell, built, library).bays) places.set(id, laid);
  const found: number[] = [];
  for (const [id, { bare, damped }] of knocks) {
    const laid = places.get(id);
    const panel = laid && plate && panelOf(plate, laid.zone, laid.bay);
    if (bare) {
      const told = heardBare(bare.fact, panel ?? null);
      if (told) bays.set(id, told);
    }
    const after = damped?.fact.recording;
    if (!after || !laid || !panel) continue;
    const works = worksBy(
      after.modes,
      panel,
      treated(laid, panel, bays.get(id), library),
      bays.get(id)?.edge ?? 0.5,
    );
    if (works !== null) found.push(works);
  }
  found.sort((a, b) => a - b);
  const works = found.length === 0 ? 1 : found[Math.floor(found.length / 2)]!;
  return { bays, works };
}

function treated(
  laid: LaidBay,
  panel: BayPanel,
  heard: HeardBay | undefined,
  library: Library,
): BayTreatment {
  return {
    sheets: sheetsOnField(laid.sheets, panel, library),
    over: bondedLayer(laid.buildUp, library),
    base: baseLoss(laid.bay, heard).loss,
    temperature: 20,
    works: 1,
  };
}

function heardBare({ sounds, recording }: Knock, panel: BayPanel | null): HeardBay | null {
  const sure = recording?.modes.filter(m => m.lossFactor !== null && m.confidence > SURE) ?? [];
  if (sure.length === 0) return { base: LOSS_BY_WORD[sounds], from: 'word' };
  const losses = sure.map(m => m.lossFactor!).sort((a, b) => a - b);
  const base = losses[Math.floor(losses.length / 2)]!;
  const edge = panel && sure.length >= 2 ? edgeOf(sure, panel, base) : null;
  return { base, from: 'ring-down', ...(edge !== null && { edge }) };
}

/** Where between supported and clamped a panel's edges make its tones lie nearest those heard, to a tenth. */
function edgeOf(modes: readonly HeardMode[], panel: BayPanel, base: number): number {
  const bare: BayTreatment = { sheets: [], over: null, base, temperature: 20, works: 1 };
  let [best, least] = [0.5, Number.POSITIVE_INFINITY];
  for (let edge = 0; edge <= 1.0001; edge += 0.1) {
    const tones = tonesOf(panel, bare, edge);
    const miss = modes.reduce((sum, m) => sum + m.confidence * offBy(m, nearest(tones, m.frequency)) ** 2, 0);
    if (miss < least) [best, least] = [edge, miss];
  }
  return Math.round(best * 10) / 10;
}

const offBy = (m: HeardMode, tone: KnockTone | null): number =>
  tone ? Math.log(m.frequency / tone.frequency) : 1;

const nearest = (tones: readonly KnockTone[], f: number): KnockTone | null =>
  tones.reduce<KnockTone | null>(
    (best, t) =>
      best === null || Math.abs(Math.log(t.frequency / f)) < Math.abs(Math.log(best.frequency / f))
        ? t
        : best,
    null,
  );

/** Loss that sheets added by the tones heard afterwards, over what was computed for those tones; null where none is sure. */
function worksBy(
  modes: readonly HeardMode[],
  panel: BayPanel,
  treatment: BayTreatment,
  edge: number,
): number | null {
  const tones = tonesOf(panel, treatment, edge);
  const ratios = modes.flatMap(m => {
    const tone = m.lossFactor !== null && m.confidence > SURE ? nearest(tones, m.frequency) : null;
    const added = tone ? tone.lossFactor - treatment.base : 0;
    return tone && added > 0.2 * treatment.base ? [(m.lossFactor! - treatment.base) / added] : [];
  });
  if (ratios.length === 0) return null;
  ratios.sort((a, b) => a - b);
  return Math.max(0.1, Math.min(2, ratios[Math.floor(ratios.length / 2)]!));
}

/** What a knock says of what was computed for it. */
export interface Comparison {
  /** Tones heard beside the nearest computed. */
  pairs: { heard: HeardMode; computed: KnockTone | null }[];
  /** Mean of the loss heard over that computed, dB; null where none was sure. */
  off: number | null;
  /** Mean of the frequencies heard over those computed, a ratio; null likewise. */
  tune: number | null;
}

/** Holds a knock against computed tones. */
export function comparison(modes: readonly HeardMode[], tones: readonly KnockTone[]): Comparison {
  const pairs = modes.map(heard => ({ heard, computed: nearest(tones, heard.frequency) }));
  const sure = pairs.filter(p => p.computed && p.heard.lossFactor !== null && p.heard.confidence > SURE);
  const mean = (of: (p: (typeof sure)[number]) => number) =>
    sure.length === 0 ? null : sure.reduce((sum, p) => sum + of(p), 0) / sure.length;
  const tune = mean(p => Math.log(p.heard.frequency / p.computed!.frequency));
  return {
    pairs,
    off: mean(p => 10 * Math.log10(p.heard.lossFactor! / p.computed!.lossFactor)),
    tune: tune === null ? null : Math.exp(tune),
  };
}
