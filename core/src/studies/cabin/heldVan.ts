import type { evaluate } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Design, Placement } from '../../model/index.ts';
import { type ChosenHold, type Holding, type Hottest, holdingOf } from '../../order/holding/index.ts';
import type { CutPiece } from '../../order/pieces/index.ts';
import { climateOf, climates } from '../../van/climate/index.ts';
import { hotDay } from './hotDay.ts';
import { evaluateOwn } from './ownClimate.ts';
import { vanModel } from './vanModel.ts';

/** A piece as it is held, and whether it would be under a dark skin. */
export interface HeldPiece extends Holding {
  /** Whether it would hold were the van painted black; null where it is. */
  onDark: Holding['verdict'] | null;
}

/** What holds every piece of a van, and the day it was asked about. */
export interface HeldVan {
  /** Of a clear hot day in July: shut, in the sun, in its own colour. */
  hottest: Hottest;
  /** The same painted black; null where it is. */
  dark: Hottest | null;
  /** Where that day is, in words: the hotter of the brief's climate and of a warm one, for vans travel. */
  where: string;
  /** One for each piece. */
  pieces: HeldPiece[];
}

const JULY = 6;
/** Where a van may be driven to in summer, wherever it winters. */
const WARM = climates.reduce((a, b) => (b.temperature[JULY]! > a.temperature[JULY]! ? b : a));

/** Whether every piece stays where it was put: on the hottest day it may meet, and with the water of its wettest winter. */
export function heldVan(
  design: Parameters<typeof evaluate>[0] & Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
  pieces: readonly CutPiece[],
  chosen: readonly ChosenHold[],
): HeldVan {
  const { shell, brief } = design;
  const e = evaluateOwn(design, placement, library);
  const dayIn = (climate: typeof WARM, colour: typeof shell.skin.colour): Hottest => {
    const painted = { ...shell, skin: { ...shell.skin, colour } };
    const model = vanModel(e, painted, brief, { covers: false, heater: null }, library);
    const there = { ...brief, climate: climate.id };
    const day = hotDay(model, there, { open: 1, air: model.airs[0]!.leakage });
    return { roof: day.roofPeak, outside: Math.max(...day.outside), inside: day.peak };
  };
  const { colour } = shell.skin;
  const days = [...new Set([climateOf(brief.climate), WARM])].map(c => ({
    climate: c,
    day: dayIn(c, colour),
  }));
  const { climate, day: hottest } = days.reduce((a, b) => (b.day.roof > a.day.roof ? b : a));
  const dark = colour === 'black' ? null : dayIn(climate, 'black');
  const wettest = new Map([...e.damp.bays].map(([id, { moisture }]) => [id, moisture?.peak ?? 0]));
  const held = (day: Hottest) => holdingOf(pieces, shell, placement, library, day, wettest, chosen);
  const onDark = dark && held(dark);
  return {
    hottest,
    dark,
    where: climate.label,
    pieces: held(hottest).map((h, i) => ({ ...h, onDark: onDark?.[i]?.verdict ?? null })),
  };
}
