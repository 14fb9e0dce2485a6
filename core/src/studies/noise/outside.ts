import type { Evaluation } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import { inCab, type Opening, type Shell } from '../../model/index.ts';
import { type Element, NOISE_OCTAVES, surfaceMass, transmissionLoss } from '../../physics/sound/index.ts';
import { openingSize } from '../../survey/geometry/index.ts';
import { skinPlate } from '../../van/quiet/index.ts';
import { type Passage, passageOf } from './elements.ts';

/** One way a van's sides are built, and what passes it. */
interface OutsidePart {
  /** Bays built so. */
  bays: string[];
  /** m2 of them. */
  area: number;
  /** Transmission loss by octave, dB, of the panel alone. */
  loss: number[];
  /** Over the bare skin, dB. */
  gain: number[];
  /** Where skin and lining swing against each other, Hz; null without a lining. */
  dip: number | null;
  /** Octaves, Hz, in which it lets more through than the bare skin. */
  worse: number[];
}

/** Noise from outside, through the whole van. */
export interface OutsideNoise {
  /** Hz. */
  octaves: readonly number[];
  /** Of the bare van, with its glass, dB. */
  bare: number[];
  /** As designed, dB. */
  designed: number[];
  /** The change, dB, capped by what goes round it. */
  gain: number[];
  /** Plus and minus of the change, dB. */
  within: number[];
  /** Each way it is built, the largest first. */
  parts: OutsidePart[];
  /** Share of what comes in as designed that comes through glass, by octave. */
  glass: number[];
}

/** No lining brings more than this: seals, ribs, battens and glass let round it what it keeps out (common practice), dB. */
export const FLANKING = 12;

/** Transmission through every bay and window of an evaluated van, by octave. Slow: tens of milliseconds a build-up. */
export function outsideNoise(e: Evaluation, shell: Shell, library: Library): OutsideNoise | null {
  const plate = skinPlate(shell, library);
  if (!plate) return null;
  const bareLoss = transmissionLoss([
    {
      by: 'plate',
      mass: surfaceMass(plate),
      stiffness: (plate.modulus * plate.thickness ** 3) / (12 * 0.91),
      lossFactor: 0.01,
    },
  ]);
  const known = new Map<string, OutsidePart>();
  for (const laid of e.bays.values()) {
    if (inCab(laid.zone.kind)) continue;
    const fit = e.fit.bays.get(laid.bay.id);
    const gap = fit ? Math.round(((fit.shallow.gap + fit.deep.gap) / 2) * 200) / 200 : 0;
    const passage = passageOf(laid, e.quiet.bays.get(laid.bay.id) ?? null, plate, gap, library);
    const key = JSON.stringify(
      passage.elements.map(e =>
        Object.values(e).map(v => (typeof v === 'number' ? Number(v.toPrecision(2)) : v)),
      ),
    );
    const part = known.get(key) ?? partOf(passage, bareLoss);
    known.set(key, part);
    part.bays.push(laid.bay.id);
    part.area += laid.area;
  }
  const windows = shell.zones.filter(z => !inCab(z.kind)).flatMap(z => z.openings);
  const panes = windows.map(o => ({ area: openingSize(o), loss: transmissionLoss(pane(o)) }));
  const through = (of: (part: OutsidePart, o: number) => number) =>
    NOISE_OCTAVES.map((_, o) => {
      const panels = sum([...known.values()], p => p.area * 10 ** (-of(p, o) / 10));
      const glass = sum(panes, p => p.area * 10 ** (-p.loss[o]! / 10));
      return { panels, glass };
    });
  const area = sum([...known.values()], p => p.area) + sum(panes, p => p.area);
  const before = through((_, o) => bareLoss[o]!);
  const after = through((p, o) => bareLoss[o]! + Math.min(FLANKING, p.gain[o]!));
  const level = (t: { panels: number; glass: number }) => -10 * Math.log10((t.panels + t.glass) / area);
  const bare = before.map(level);
  const designed = after.map(level);
  return {
    octaves: NOISE_OCTAVES,
    bare,
    designed,
    gain: designed.map((d, o) => d - bare[o]!),
    within: NOISE_OCTAVES.map(f => (f >= 500 ? 3 : 5)),
    parts: [...known.values()].sort((a, b) => b.area - a.area),
    glass: after.map(t => t.glass / (t.panels + t.glass)),
  };
}

function partOf({ elements, dip }: Passage, bare: readonly number[]): OutsidePart {
  const loss =
    elements.length === 1 && elements[0]!.by === 'plate'
      ? transmissionLoss(elements)
      : transmissionLoss(elements, 40);
  const gain = loss.map((l, o) => l - bare[o]!);
  return {
    bays: [],
    area: 0,
    loss,
    gain,
    dip,
    worse: NOISE_OCTAVES.filter((_, o) => gain[o]! < -0.5),
  };
}

/** A window: 4 mm glass, two acrylic panes with air between, or a panel with board between skins. */
function pane({ glazing }: Opening): Element[] {
  const acrylic: Element = {
    by: 'plate',
    mass: 3.5,
    stiffness: (3e9 * 0.003 ** 3) / (12 * 0.91),
    lossFactor: 0.04,
  };
  if (glazing === 'double acrylic')
    return [acrylic, { by: 'fluid', thickness: 0.02, resistivity: null }, acrylic];
  if (glazing === 'glass')
    return [{ by: 'plate', mass: 10, stiffness: (7e10 * 0.004 ** 3) / (12 * 0.95), lossFactor: 0.02 }];
  const sheet: Element = { by: 'plate', mass: 2.7, stiffness: 6.4, lossFactor: 0.02 };
  return [sheet, { by: 'spring', stiffness: 8e6 / 0.025, lossFactor: 0.05, mass: 0.8 }, sheet];
}

const sum = <T>(list: readonly T[], of: (item: T) => number): number =>
  list.reduce((total, item) => total + of(item), 0);
