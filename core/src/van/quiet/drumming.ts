import type { ZoneKind } from '../../model/index.ts';
import {
  DRUM_OCTAVES,
  type Free,
  remembered,
  type Sheet,
  type Vibration,
  vibration,
} from '../../physics/sound/index.ts';
import { NOISE_NAMES, NOISES, type Noise } from './noises.ts';
import type { BayPanel } from './panelOf.ts';

/** What is stuck on a bay, and what it was before. */
export interface BayTreatment {
  /** On its field. */
  sheets: readonly Sheet[];
  /** Bonded all over. */
  over: Free | null;
  /** Loss factor as found. */
  base: number;
  /** Of the sheets, degC. */
  temperature: number;
  /** What sheets add as knocked, over what is computed. */
  works: number;
}

/** Vibration of a bay with supported and with clamped edges, bare and as treated. */
export interface Swings {
  /** One an edge. */
  bare: readonly Vibration[];
  /** One an edge. */
  after: readonly Vibration[];
}

const known = remembered<Swings>(6000);
const knownBare = remembered<readonly Vibration[]>(3000);

/** How a panel swings bare and as treated. */
export function swings(panel: BayPanel, t: BayTreatment): Swings {
  if (t.sheets.length === 0 && !t.over) {
    const bare = bareSwings(panel, t.base);
    return { bare, after: bare };
  }
  const key = `${panel.key} ${t.base} ${t.temperature} ${t.works} ${overKey(t.over)} ${t.sheets.map(sheetKey).join()}`;
  return known(key, () => ({
    bare: bareSwings(panel, t.base),
    after: panel.panel.edges.map(({ modes, picked }) =>
      vibration(panel.panel.field, modes, picked, t, t.works),
    ),
  }));
}

const bareSwings = ({ key, panel: { field, edges } }: BayPanel, base: number): readonly Vibration[] =>
  knownBare(`${key} ${base}`, () =>
    edges.map(({ modes, picked }) =>
      vibration(field, modes, picked, { sheets: [], over: null, base, temperature: 20 }),
    ),
  );

const overKey = (over: Free | null): string =>
  over ? `${over.modulus} ${over.lossFactor} ${over.thickness} ${over.density}` : '';

function sheetKey({ x0, x1, y0, y1, layer }: Sheet): string {
  const of =
    layer.by === 'free'
      ? overKey(layer.of)
      : `${layer.of.core} ${layer.of.shear} ${layer.of.lossFactor} ${layer.of.softensBy} ${layer.of.density} ${layer.of.facing.thickness} ${layer.of.facing.modulus} ${layer.of.facing.density}`;
  return `${x0} ${x1} ${y0} ${y1} ${of}`;
}

/** A level change with what it may really be, dB; negative is quieter. */
export interface LevelChange {
  /** Most likely. */
  likely: number;
  /** Quietest end. */
  low: number;
  /** Loudest end. */
  high: number;
}

/**
 * The band round a computed change: from 0.4 of it to 1.2 of it, and no narrower than the two kinds of edges. Sheets
 * less than well rolled down and crowns nobody measured take most of it (from memory; common practice).
 */
export function banded(likely: number, ends: readonly number[], crownKnown: boolean): LevelChange {
  const least = crownKnown ? 0.6 : 0.4;
  return {
    likely,
    low: Math.min(1.2 * likely, least * likely, ...ends),
    high: Math.max(1.2 * likely, least * likely, ...ends),
  };
}

/** Loudness of each octave in each noise as a factor. */
const LOUD = Object.fromEntries(
  NOISE_NAMES.map(n => [n, NOISES[n].octaves.map(db => 10 ** (db / 10))]),
) as Record<Noise, number[]>;

/** What a bay's vibration counts in one noise, per m2 of it. */
export const counted = (v: Vibration, noise: Noise, kind: ZoneKind): number =>
  loudness(v)[noise] * (NOISES[noise].places[kind] ?? 0);

const knownLoudness = new WeakMap<Vibration, Record<Noise, number>>();

/** A vibration in each noise, wherever it is: found once, for what a panel does is remembered. */
function loudness(v: Vibration): Record<Noise, number> {
  const found = knownLoudness.get(v);
  if (found) return found;
  const made = { road: 0, rain: 0, doors: 0, traffic: 0 };
  for (const n of NOISE_NAMES) {
    const by = v[NOISES[n].drive];
    for (let o = 0; o < DRUM_OCTAVES.length; o++) made[n] += LOUD[n][o]! * by[o]!;
  }
  knownLoudness.set(v, made);
  return made;
}

/** By noise and kind of edge: what a unit of what is counted is of the bare van's drumming, weighted by use. */
export type Scale = Record<Noise, readonly number[]>;

/** A bay's part of the bare van's drumming, with supported and clamped edges: `area` in m2. */
export const shareOfVan = (
  scale: Scale,
  vibrations: readonly Vibration[],
  area: number,
  kind: ZoneKind,
): number[] =>
  vibrations.map((v, e) =>
    NOISE_NAMES.reduce((sum, n) => sum + scale[n][e]! * area * counted(v, n, kind), 0),
  );

/** The same by octave, a square metre of it, for one kind of edge: each noise counts as much as it does in the van. */
export const shareByOctave = (scale: Scale, v: Vibration, edge: number, kind: ZoneKind): number[] =>
  DRUM_OCTAVES.map((_, o) =>
    NOISE_NAMES.reduce((sum, n) => {
      const { drive, places } = NOISES[n];
      return sum + scale[n][edge]! * (places[kind] ?? 0) * LOUD[n][o]! * v[drive][o]!;
    }, 0),
  );

/** A bay's change by what is stuck on it at another temperature, dB, weighted by use, between both kinds of edges. */
export function changeAt(
  panel: BayPanel,
  treatment: BayTreatment,
  temperature: number,
  scale: Scale,
  kind: ZoneKind,
): number {
  const { bare, after } = swings(panel, { ...treatment, temperature });
  const [before, now] = [shareOfVan(scale, bare, 1, kind), shareOfVan(scale, after, 1, kind)];
  const ends = before.map((b, e) => (b > 0 ? 10 * Math.log10(now[e]! / b) : 0));
  return (ends[0]! + ends[1]!) / 2;
}
