import { hotDay } from '@overcoat/core/studies/cabin';
import { number, options } from '../options.ts';
import { ABOUT_VAN, readVan } from '../van.ts';

const HOUR = 3600;
/** Fresh air of the closed van with its roof vent open, m3/s: common practice, no source. */
const VENT = 0.02;

/** A clear hot day in July, nobody inside. */
export async function askHotDay(args: readonly string[]) {
  const { values, rest } = options(args, {
    ...ABOUT_VAN,
    open: { type: 'string' },
    air: { type: 'string' },
  });
  const open = number('open', values.open, { min: 0, max: 1 }) ?? 1;
  const air = number('air', values.air, { min: 0, max: 1 }) ?? VENT;
  const { brief, variant, cab, model } = await readVan(rest[0], values);
  const day = hotDay(model, brief, { open, air });
  return {
    variant: variant.name,
    open,
    air,
    hottest: day.peak,
    hottestAt: day.peakAt * HOUR,
    outside: Math.max(...day.outside),
    hot: day.hoursHot * HOUR,
    roof: day.roofPeak,
    cab: cab && { ...cab, hottest: Math.max(...day.cab) },
  };
}
