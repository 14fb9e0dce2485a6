import { applySchool } from '../../buildup/index.ts';
import { type Evaluation, evaluate, inClimate } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import { type Design, inCab, type Placement, type ZoneKind } from '../../model/index.ts';
import { saturationPressure } from '../../physics/air/index.ts';
import {
  type AirYear,
  type HourlyYear,
  hourlyYear,
  monthsOfYear,
  type Weather,
} from '../../van/climate/index.ts';
import { NOTHING_HEARD } from '../../van/quiet/index.ts';
import { climateFor, glassOf, type VanClimate } from '../../van/wetting/index.ts';
import { vanModel } from './vanModel.ts';
import { type VanYear, vanYear } from './vanYear.ts';

/** A van's own first year: outdoors as the brief's, inside as its heater, people, glass and linings make it. */
export interface OwnYear {
  /** Hour by hour, with the load space's own air. */
  year: HourlyYear;
  /** The cab's air; null where nobody has surveyed it. */
  cab: AirYear | null;
  /** Everything else of that year. */
  run: VanYear;
}

/** The own year of a placement, screens down, its heater as the design night asks; of an evaluation that may be at hand. */
export function ownYear(
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
  { weather, e }: { weather?: Weather | undefined; e?: Evaluation } = {},
): OwnYear {
  const { shell, brief } = design;
  const found = e ?? evaluate(design, placement, library);
  const model = vanModel(found, shell, brief, { covers: false, heater: null }, library);
  const outdoors = hourlyYear(brief, glassOf(shell), 1, weather);
  const run = vanYear(model, outdoors);
  const air = (inside: Float32Array, humidity: Float32Array): AirYear => ({
    inside: Float64Array.from(inside),
    vapour: Float64Array.from(inside, (t, h) => humidity[h]! * saturationPressure(t)),
  });
  return {
    year: { ...outdoors, ...air(run.inside, run.humidity) },
    cab: run.cab && air(run.cab.inside, run.cab.humidity),
    run,
  };
}

/** The hours that a bay in a zone of this kind meets: round the cab its air inside, in a bulkhead its air for outdoors. */
export function ownAirAt(kind: ZoneKind, { year, cab }: OwnYear): HourlyYear {
  if (cab && inCab(kind)) return { ...year, ...cab };
  return cab && kind === 'bulkhead' ? { ...year, outside: cab.inside, vapourOutside: cab.vapour } : year;
}

/** The months its bays meet: what every verdict on damp rests on. */
export function ownClimate(
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
  e?: Evaluation,
): VanClimate {
  return climateOfYear(design, ownYear(design, placement, library, e ? { e } : {}));
}

/** The months of a van's own year. */
export function climateOfYear(
  { shell, brief }: Pick<Design, 'shell' | 'brief'>,
  { year, cab }: Pick<OwnYear, 'year' | 'cab'>,
): VanClimate {
  return {
    ...climateFor(shell, brief),
    months: monthsOfYear(year),
    cab: cab && { round: monthsOfYear(year, cab), between: monthsOfYear(year, year, cab) },
    own: true,
  };
}

/** What a bare van is taken to be lined with where other linings are searched by its climate: on 34 vans nobody chose none got another word by it. */
const ANCHOR = 'mixed';

/**
 * The climate that lay-ups are searched by, quicker than each by its own: that of what is laid, else of a usual lining. Other
 * linings in the same life meet nearly the same; what is shown is settled by its own all the same.
 */
export const searchClimate = (
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
): VanClimate =>
  ownClimate(
    design,
    placement.buildUps.length > 0 ? placement : applySchool(design.shell, ANCHOR, library),
    library,
  );

/** An evaluation whose damp rests on the van's own year. */
export function evaluateOwn(
  design: Pick<Design, 'shell' | 'brief'>,
  placement: Placement,
  library: Library,
  heard = NOTHING_HEARD,
): Evaluation {
  const quick = evaluate(design, placement, library, heard);
  return inClimate(quick, design.shell, library, ownClimate(design, placement, library, quick));
}
