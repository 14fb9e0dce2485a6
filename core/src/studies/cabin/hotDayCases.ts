import type { Design, Placement } from '../../model/index.ts';
import type { HotDay } from './hotDay.ts';

/** Where a parked van stands, with the share of sun and sky that reaches it. Common practice, no source. */
export const STANDS = {
  sun: { name: 'in the sun', open: 1 },
  shade: { name: 'under trees or an awning', open: 0.15 },
} as const;

/** How it is aired, with the fresh air in m3/s. Common practice, no source. */
export const AIRS = {
  shut: { name: 'shut', air: 0 },
  vents: { name: 'vents open, 20 l/s', air: 0.02 },
  fan: { name: 'roof fan, 150 l/s', air: 0.15 },
} as const;

/** What a hot day is worked out for. */
export interface HotDayCase {
  /** What is changed, in words. */
  name: string;
  /** What it is built up with. */
  placement: Placement;
  colour: Design['shell']['skin']['colour'];
  /** Whether covers are in the windows. */
  covers: boolean;
  /** Share of sun and sky that reaches it. */
  open: number;
  /** Fresh air, m3/s. */
  air: number;
}

const BARE: Placement = { buildUps: [], zones: {}, bays: {}, sheets: {} };

/** The van as it stands first, bare second, then each change that could be made to it. */
export function hotDayCases(
  placement: Placement,
  colour: HotDayCase['colour'],
  covers: boolean,
  stands: keyof typeof STANDS,
  aired: keyof typeof AIRS,
): HotDayCase[] {
  const here = { placement, colour, covers, open: STANDS[stands].open, air: AIRS[aired].air };
  return [
    { ...here, name: 'as it stands' },
    { ...here, name: 'bare steel', placement: BARE },
    ...(['white', 'black'] as const)
      .filter(c => c !== colour)
      .map(c => ({ ...here, name: `painted ${c}`, colour: c })),
    ...(covers ? [] : [{ ...here, name: 'screens up in windows and cab', covers: true }]),
    ...(stands === 'sun' ? [{ ...here, name: 'in the shade', open: STANDS.shade.open }] : []),
    ...(aired === 'fan' ? [] : [{ ...here, name: 'with the roof fan on', air: AIRS.fan.air }]),
    { ...here, name: 'shade, fan and screens', open: STANDS.shade.open, air: AIRS.fan.air, covers: true },
  ];
}

/** Roof steel above this asks for a look at the adhesive's limit, degC. Common practice, no source. */
export const GLUE_CAUTION = 60;
/** A closed van above this is no place to be left in, degC. Common practice, no source. */
const NOBODY_LEFT = 28;

/** What a hot day asks to be told. */
export const hotDayCautions = (day: HotDay): { glue: boolean; nobodyLeft: boolean } => ({
  glue: day.roofPeak > GLUE_CAUTION,
  nobodyLeft: day.peak > NOBODY_LEFT,
});
