import type { BayQuiet } from '../../evaluate/index.ts';
import { dampedModes, edgeRoot, edgeShape, type Modes } from '../../physics/sound/index.ts';
import type { BayPanel, BayTreatment } from '../../van/quiet/index.ts';

/** A tone of a panel as computed. */
export interface KnockTone {
  /** Half waves along and up. */
  m: number;
  /** Up. */
  n: number;
  /** Hz. */
  frequency: number;
  /** 0 to 1. */
  lossFactor: number;
  /** Share of its energy that bends the skin; the rest stretches a crown, which no sheet damps. */
  bending: number;
}

/** Highest tone a knock is read to, Hz. */
const HIGHEST = 800;

/** Tones of a panel up to 800 Hz under a treatment, its edges between supported (0) and clamped (1); at most `most`. */
export function tonesOf(panel: BayPanel, treatment: BayTreatment, edge: number, most = 24): KnockTone[] {
  const [supported, clamped] = panel.panel.edges.map(e => e.modes) as [Modes, Modes];
  const low = firsts(supported, 2 * most);
  const a = dampedModes(panel.panel.field, supported, treatment, low);
  const at = new Map(firsts(clamped, 4 * most).map(i => [`${clamped.m[i]} ${clamped.n[i]}`, i]));
  const pairs = low.flatMap((i, k) => {
    const other = at.get(`${supported.m[i]} ${supported.n[i]}`);
    return other === undefined ? [] : [{ i, k, other }];
  });
  const b = dampedModes(
    panel.panel.field,
    clamped,
    treatment,
    pairs.map(p => p.other),
  );
  const between = (x: number, y: number) => x ** (1 - edge) * y ** edge;
  const worked = (eta: number) =>
    Math.max(eta * 0.01, treatment.base + treatment.works * (eta - treatment.base));
  return pairs
    .map(
      ({ i, k, other }, j): KnockTone => ({
        m: supported.m[i]!,
        n: supported.n[i]!,
        frequency: between(a.frequency[k]!, b.frequency[j]!),
        lossFactor: between(worked(a.lossFactor[k]!), worked(b.lossFactor[j]!)),
        bending: supported.bendingShare[i]! * (1 - edge) + clamped.bendingShare[other]! * edge,
      }),
    )
    .filter(t => t.frequency <= HIGHEST)
    .sort((x, y) => x.frequency - y.frequency)
    .slice(0, most);
}

const firsts = ({ frequency }: Modes, count: number): number[] =>
  Array.from({ length: Math.min(count, frequency.length) }, (_, i) => i);

/** How far a mode swings at a place of its panel (0 to 1 along and up), of its most; supported edges. */
export function shapeAt(m: number, n: number, x: number, y: number): number {
  const out = new Float64Array(4);
  edgeShape('supported', m, edgeRoot('supported', m), x, out);
  const along = out[0]!;
  edgeShape('supported', n, edgeRoot('supported', n), y, out);
  return along * out[0]!;
}

/** Tones of an evaluated bay, as it is treated. */
export const tonesOfBay = (quiet: BayQuiet): KnockTone[] => tonesOf(quiet.panel, quiet.treatment, quiet.edge);

/** The same before anything was stuck on it. */
export const bareTones = (quiet: BayQuiet): KnockTone[] =>
  tonesOf(quiet.panel, { ...quiet.treatment, sheets: [], over: null }, quiet.edge);
