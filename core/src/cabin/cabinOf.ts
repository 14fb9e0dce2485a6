import { directionOf } from '../buildup/index.ts';
import type { Evaluation } from '../evaluate.ts';
import { glazing } from '../heat/index.ts';
import type { Brief, Shell } from '../model/index.ts';
import { moistureProduction } from '../moisture/index.ts';
import type { Cabin } from './night.ts';

/** Linings, bedding and furniture that warm with the air, J/K per m2 of lining. Common practice, no source. */
const MASS = 6000;
/** Heat passes between air and linings at this, W/m2K. */
const FILM = 4;

/** The cabin of an evaluated van: its losses, windows, air, and what is in it. */
export function cabinOf(
  e: Pick<Evaluation, 'zones'>,
  shell: Shell,
  brief: Brief,
  choice: { people: number; ventilation: number; covers: boolean; heater: number },
): Cabin {
  const windows = shell.zones.flatMap(z =>
    z.openings.map(o => ({
      area: o.width.value * o.height.value,
      ...glazing(o.glazing, directionOf(z.kind)),
    })),
  );
  const panes = e.zones.reduce((sum, z) => sum + z.openings.reduce((s, o) => s + o.area * o.uValue, 0), 0);
  const area = e.zones.reduce((sum, z) => sum + z.area, 0);
  return {
    shell: e.zones.reduce((sum, z) => sum + z.heatLoss, 0) - panes,
    windows,
    covers: choice.covers,
    volume: shell.length.value * shell.width.value * shell.height.value * 0.85,
    mass: area * MASS,
    massLink: area * FILM,
    people: choice.people,
    ventilation: choice.ventilation / 1000,
    production: (moistureProduction(brief) * choice.people) / Math.max(1, brief.people),
    setpoint: brief.cabin,
    heater: choice.heater,
  };
}
