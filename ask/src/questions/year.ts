import { vanYear } from '@overcoat/core/studies/cabin';
import { hourlyYear } from '@overcoat/core/van/climate';
import { glassOf } from '@overcoat/core/van/wetting';
import { number, options } from '../options.ts';
import { ABOUT_VAN, JOULES_A_KWH, ranDown, readVan } from '../van.ts';

const HOUR = 3600;

/** Years of the whole van by the hour from a dry October; figures of the last one but where they say otherwise. */
export async function askYear(args: readonly string[]) {
  const { values, rest } = options(args, {
    ...ABOUT_VAN,
    'wet-end': { type: 'boolean' },
    years: { type: 'string' },
  });
  const years = number('years', values.years, { min: 1, max: 10, whole: true }) ?? 1;
  const { shell, brief, variant, cab, model } = await readVan(rest[0], values);
  const run = vanYear(model, hourlyYear(brief, glassOf(shell)), years);
  return {
    variant: variant.name,
    years,
    heater: run.heaterLimit,
    energy: run.energy * JOULES_A_KWH,
    cold: run.hoursCold * HOUR,
    hottest: run.hottest.t,
    hottestAt: run.hottest.hour * HOUR,
    given: run.given,
    vented: run.vented,
    ran: run.ran,
    ranDown: ranDown(run.ranBy, run.dripped),
    cab: cab && { ...cab, share: run.cab!.share, energy: run.cab!.energy * JOULES_A_KWH },
    waterBalance: run.waterBalance,
    energyBalance: run.energyBalance,
    parts: run.parts.map(p => ({
      zone: p.zone,
      bays: p.bays,
      area: p.area,
      peaks: p.peaks,
      ends: p.ends,
      ranDown: p.runOff - p.dripped,
      dripped: p.dripped,
      wet: p.wetness.hours * HOUR,
      mould: p.mould,
    })),
  };
}
