import type { LayUp } from '../buildup/index.ts';
import type { Library } from '../materials/index.ts';
import type { Brief, Shell } from '../model/index.ts';
import {
  type BayPanel,
  type BayTreatment,
  banded,
  baseLoss,
  bondedLayer,
  type Change,
  counted,
  type Heard,
  type LossFrom,
  NOISE_NAMES,
  type Noise,
  noiseWeights,
  panelOf,
  type Swings,
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
  change: Change;
  /** Its part of the bare van's drumming, 0 to 1, weighted by use, and what is left of that. */
  share: number;
  /** Of the bare van's drumming. */
  left: number;
}

/** Drumming of a van: vibration of its bays, weighted by what it is to be quiet for. */
export interface QuietResult {
  /** By bay; null where there is no field to swing. */
  bays: ReadonlyMap<string, BayQuiet | null>;
  /** Against the bare van, dB. */
  change: Change;
  /** By noise, against the bare van, dB. */
  byNoise: Record<Noise, number>;
  /** Bays knocked on, and bays there are. */
  knocked: { of: number; all: number };
}

const decibel = (ratio: number) => 10 * Math.log10(ratio);

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
  const found: { id: string; quiet: BayQuiet; energy: Energies; crown: boolean; edge: number }[] = [];
  let knocked = 0;
  for (const { bay, zone, buildUp, sheets, area } of laid.bays.values()) {
    const panel = plate && panelOf(plate, zone, bay);
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
    const swung = swings(panel, treatment);
    const quiet: BayQuiet = {
      panel,
      treatment,
      lossFrom: from,
      swings: swung,
      change: { likely: 0, low: 0, high: 0 },
      share: 0,
      left: 0,
    };
    bays.set(bay.id, quiet);
    const energy = energies(swung, area, zone.kind);
    found.push({ id: bay.id, quiet, energy, crown: bay.curve !== undefined, edge: told?.edge ?? 0.5 });
  }
  const totals = NOISE_NAMES.map(n => [0, 1].map(e => sumOf(found, f => f.energy[n].bare[e]!)));
  // Each noise counts by its own weight, whatever its units; bays then add up.
  const part = (f: (typeof found)[number], when: 'bare' | 'after', edge: number) =>
    NOISE_NAMES.reduce((sum, n, i) => {
      const total = totals[i]![edge]!;
      return total > 0 ? sum + (weights[n] * f.energy[n][when][edge]!) / total : sum;
    }, 0);
  const all = { bare: [0, 0], after: [0, 0] };
  for (const f of found) {
    const bare = [part(f, 'bare', 0), part(f, 'bare', 1)] as const;
    const after = [part(f, 'after', 0), part(f, 'after', 1)] as const;
    for (const e of [0, 1] as const) {
      all.bare[e]! += bare[e];
      all.after[e]! += after[e];
    }
    const ends = [0, 1].map(e => (bare[e]! > 0 ? decibel(after[e]! / bare[e]!) : 0));
    const between = (pair: readonly number[]) => pair[0]! * (1 - f.edge) + pair[1]! * f.edge;
    f.quiet.change = banded(between(ends), ends, f.crown);
    f.quiet.share = between(bare);
    f.quiet.left = between(after);
  }
  const ends = [0, 1].map(e => (all.bare[e]! > 0 ? decibel(all.after[e]! / all.bare[e]!) : 0));
  const byNoise = Object.fromEntries(
    NOISE_NAMES.map((n, i) => [
      n,
      [0, 1].reduce((sum, e) => {
        const total = totals[i]![e]!;
        return total > 0 ? sum + decibel(sumOf(found, f => f.energy[n].after[e]!) / total) : sum;
      }, 0) / 2,
    ]),
  ) as Record<Noise, number>;
  return {
    bays,
    change: banded(
      (ends[0]! + ends[1]!) / 2,
      ends,
      found.every(f => f.crown),
    ),
    byNoise,
    knocked: { of: knocked, all: found.length },
  };
}

type Energies = Record<Noise, { bare: number[]; after: number[] }>;

function energies({ bare, after }: Swings, area: number, kind: Parameters<typeof counted>[2]): Energies {
  return Object.fromEntries(
    NOISE_NAMES.map(n => [
      n,
      { bare: bare.map(v => area * counted(v, n, kind)), after: after.map(v => area * counted(v, n, kind)) },
    ]),
  ) as Energies;
}

const sumOf = <T>(list: readonly T[], of: (item: T) => number): number =>
  list.reduce((sum, item) => sum + of(item), 0);
