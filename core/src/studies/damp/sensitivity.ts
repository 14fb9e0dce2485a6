import { closesJoints, openWidth, withRibStrip } from '../../buildup/index.ts';
import { bayResult, evaluate } from '../../evaluate/index.ts';
import { type Library, materialOf } from '../../materials/index.ts';
import {
  type Brief,
  type BuildUp,
  buildUpOf,
  type Design,
  type Placement,
  type Shell,
} from '../../model/index.ts';
import { type HourlyYear, hourlyYear } from '../../van/climate/index.ts';
import { climateFor, glassOf, type VanClimate } from '../../van/wetting/index.ts';
import { bayModelInput } from './bayModel.ts';
import { bayYears } from './bayYear.ts';

/** What one change does to a bay's first winter. */
export interface Effect {
  change: string;
  /** Highest free water by hours as it is, run-off counted in, kg/m2. */
  peak: number;
  /** The same after the change, kg/m2. */
  after: number;
  /** Days for 100 g/m2 to dry, after the change. */
  days: number;
}

type Colour = Shell['skin']['colour'];

/** The air of a van with something laid into it: its hours, and the months its bays meet. */
interface AirOf {
  year: HourlyYear;
  climate: VanClimate;
}

/** How that air is found. */
export type YearOf = (design: Pick<Design, 'shell' | 'brief'>, placement: Placement) => AirOf;

/** A guess, where nobody has found the van's own. */
export const GUESSED: YearOf = ({ shell, brief }) => ({
  year: hourlyYear(brief, glassOf(shell)),
  climate: climateFor(shell, brief),
});

/**
 * Single changes to brief, build-up and paint, strongest first: what moves the water behind a bay most, by an hourly
 * year for each; the air inside is that of the brief and the paint, whatever one build-up is. `report` hears the share done.
 */
export function sensitivity(
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  bayId: string,
  library: Library,
  report: (share: number) => void = () => undefined,
  yearOf: YearOf = GUESSED,
): Effect[] {
  const { shell, brief } = design;
  const zone = shell.zones.find(z => z.bays.some(b => b.id === bayId));
  const buildUp = zone && buildUpOf(placement, zone.id, bayId);
  if (!zone || !buildUp) return [];
  const usual = yearOf(design, placement).year;
  const run = (b: Brief, p: Placement, colour: Colour, year: HourlyYear) => {
    const r = bayResult(evaluate({ shell, brief: b }, p, library), bayId);
    if (!r.moisture) return null;
    const { peaks, runOff } = bayYears(
      { ...bayModelInput({ ...shell, skin: { ...shell.skin, colour } }, r), years: 1 },
      year,
      library,
    );
    return { water: peaks[0]! + runOff, days: r.moisture.daysToDry };
  };
  const base = run(brief, placement, shell.skin.colour, usual);
  if (!base) return [];
  const own = (change: Partial<BuildUp>): Placement => ({
    ...placement,
    buildUps: placement.buildUps.map(b => (b.id === buildUp.id ? { ...b, ...change } : b)),
  });
  const effects: Effect[] = [];
  const tries = [
    ...lives(brief).map(([change, b]) => ({ change, brief: b, placement, colour: shell.skin.colour })),
    ...builds(buildUp, library).map(([change, own_]) => ({
      change,
      brief,
      placement: own(own_),
      colour: shell.skin.colour,
    })),
    ...(['white', 'black'] as const)
      .filter(colour => colour !== shell.skin.colour)
      .map(colour => ({ change: `the skin painted ${colour}`, brief, placement, colour })),
  ];
  tries.forEach((t, i) => {
    const same = t.brief === brief && t.colour === shell.skin.colour;
    const painted = { ...shell, skin: { ...shell.skin, colour: t.colour } };
    const year = same ? usual : yearOf({ shell: painted, brief: t.brief }, placement).year;
    const r = run(t.brief, t.placement, t.colour, year);
    if (r) effects.push({ change: t.change, peak: base.water, after: r.water, days: r.days });
    report((i + 1) / tries.length);
  });
  return effects.sort((a, b) => Math.abs(b.after - b.peak) - Math.abs(a.after - a.peak));
}

/** Other ways to live in it. */
function lives(brief: Brief): [string, Brief][] {
  const clamp = (n: number) => Math.max(0, Math.min(7, n));
  const nights = (by: number): Brief => ({
    ...brief,
    nights: {
      ...brief.nights,
      winter: clamp(brief.nights.winter + by),
      spring: clamp(brief.nights.spring + by),
      autumn: clamp(brief.nights.autumn + by),
    },
  });
  return [
    ['fresh air half as much again', { ...brief, ventilation: Math.min(100, brief.ventilation * 1.5) }],
    ['fresh air halved', { ...brief, ventilation: Math.max(1, brief.ventilation / 2) }],
    ['a night a week less', nights(-1)],
    ['a night a week more', nights(1)],
    ['one person more', { ...brief, people: Math.min(8, brief.people + 1) }],
  ];
}

/** Other ways to build it. */
function builds(buildUp: BuildUp, library: Library): [string, Partial<BuildUp>][] {
  const { layers, sealQuality } = buildUp;
  const out: [string, Partial<BuildUp>][] = [];
  if (closesJoints(buildUp))
    out.push(
      ['every seam closed', { sealQuality: 1 }],
      ['a tenth more seams missed', { sealQuality: Math.max(0, sealQuality - 0.1) }],
    );
  out.push(['open joints twice as wide', { jointWidth: Math.min(0.02, 2 * openWidth(buildUp, 'likely')) }]);
  const fill = layers.findLast(l => l.role === 'fill');
  if (fill?.role === 'fill') {
    const thinner = materialOf(library, fill.material)
      .stock.map(s => s.thickness)
      .filter(t => t < fill.thickness)
      .sort((a, b) => b - a)[0];
    if (thinner !== undefined)
      out.push([
        'fill one size thinner',
        { layers: layers.map(l => (l === fill ? { ...fill, thickness: thinner } : l)) },
      ]);
  }
  const stripped = withRibStrip(layers, library);
  if (stripped) out.push(['6 mm of foam over ribs and all', { layers: stripped }]);
  return out;
}
