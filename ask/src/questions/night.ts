import { inWind, vanNight, withHeater } from '@overcoat/core/studies/cabin';
import { number, options } from '../options.ts';
import { ABOUT_VAN, JOULES_A_KWH, ranDown, readVan } from '../van.ts';

const HOUR = 3600;
const HOURS = 12;

/** The design night of the whole van with people inside. */
export async function askNight(args: readonly string[]) {
  const { values, rest } = options(args, {
    ...ABOUT_VAN,
    'heater-off': { type: 'boolean' },
    outside: { type: 'string' },
    wind: { type: 'string' },
  });
  const given = number('outside', values.outside, { min: -45, max: 30 });
  const wind = number('wind', values.wind, { min: 0, max: 40 });
  const { brief, variant, cab, model: usual } = await readVan(rest[0], values);
  const outside = given ?? brief.designNight;
  const model = wind === null ? usual : withHeater(inWind(usual, wind, outside), brief);
  const night = vanNight(model, () => outside, HOURS, !values['heater-off']);
  return {
    variant: variant.name,
    outside,
    heater: model.heater,
    energy: night.energy * JOULES_A_KWH,
    dawn: night.dawn,
    chill: night.chill === null ? null : night.chill * HOUR,
    glassWater: night.onGlass,
    ran: night.ran,
    ranDown: ranDown(night.ranBy, night.dripped),
    cab: cab &&
      night.cab && {
        ...cab,
        share: night.cab.share,
        energy: night.cab.energy * JOULES_A_KWH,
        dawn: night.cab.inside.at(-1)!,
      },
    humidity: night.humidity.at(-1)!,
    waterBalance: night.waterBalance,
  };
}
