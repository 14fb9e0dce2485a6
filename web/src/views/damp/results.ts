import type { BayResult, Evaluation } from '@overcoat/core/evaluate';
import type { VanYear } from '@overcoat/core/studies/cabin';
import { roomFace } from '@overcoat/core/studies/damp';
import { printNumber, printTemperature, type UnitSystem } from '@overcoat/core/units';
import { days, grams } from '../../format.ts';

/** Something of a bay that the map can be coloured by. */
export interface MapResult {
  name: string;
  of(r: BayResult): number | null;
  /** Share of the darkest tone at a value. */
  tone(value: number): number;
  /** Values shown in the legend. */
  steps: number[];
  print(value: number): string;
  small(value: number): string;
}

/** Tone that is middling at `middle` and never full. */
const about = (middle: number) => ({
  tone: (v: number) => v / (v + middle),
  steps: [middle / 5, middle, middle * 5],
});

/** What the map can show: at once, and once a whole year has been computed. */
export function mapResults(
  e: Evaluation,
  year: VanYear | null,
  units: UnitSystem,
): Record<string, MapResult> {
  return { ...atOnce(e, units), ...(year && byTheHour(year)) };
}

function atOnce(e: Evaluation, units: UnitSystem) {
  const { outside, inside } = e.damp.night;
  return {
    peak: {
      name: 'water, first winter',
      of: r => r.moisture?.peak ?? null,
      ...about(0.1),
      print: grams,
      small: v => printNumber(v * 1000, 0),
    },
    wetEnd: {
      name: 'the same at the wet end',
      of: r => r.wetEnd?.moisture.peak ?? null,
      ...about(0.1),
      print: grams,
      small: v => printNumber(v * 1000, 0),
    },
    night: {
      name: 'water on the design night',
      of: r => r.moisture && r.moisture.nightDiffusion + r.moisture.nightLeakage,
      ...about(0.01),
      print: grams,
      small: v => printNumber(v * 1000, 1),
    },
    dry: {
      name: 'days to dry 100 g/m²',
      of: r => r.moisture && Math.min(r.moisture.daysToDry, 36_500),
      ...about(60),
      print: days,
      small: v => (v > 3650 ? '10 y+' : printNumber(v, 0)),
    },
    cold: {
      name: 'coldest point inside, design night',
      of: r => roomFace(e, r.bay.id)?.coldest ?? null,
      tone: v => Math.max(0, Math.min(1, (inside.t - v) / Math.max(1, inside.t - outside.t))),
      steps: [0.2, 0.5, 0.8].map(f => inside.t - f * (inside.t - outside.t)),
      print: v => printTemperature(v, units),
      small: v => printTemperature(Math.round(v), units).replace(/ °.$/, '°'),
    },
    u: {
      name: 'U-value, clear bay',
      of: r => r.uValue,
      ...about(1),
      print: v => `${printNumber(v, 2)} W/m²K`,
      small: v => printNumber(v, 2),
    },
  } satisfies Record<string, MapResult>;
}

function byTheHour(year: VanYear) {
  const part = (r: BayResult) => year.parts.find(p => p.bays.includes(r.bay.id));
  return {
    wet: {
      name: 'wet hours a year at the skin',
      of: r => part(r)?.wetness.hours ?? null,
      tone: v => v / 8760,
      steps: [250, 2500, 5500],
      print: v => `${printNumber(v, 0)} h`,
      small: v => printNumber(v, 0),
    },
    hourly: {
      name: 'highest water, by the hour',
      of: r => part(r)?.peaks[0] ?? null,
      ...about(0.1),
      print: grams,
      small: v => printNumber(v * 1000, 0),
    },
  } satisfies Record<string, MapResult>;
}
