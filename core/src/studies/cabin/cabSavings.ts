import { applySchool, putUp, schools } from '../../buildup/index.ts';
import { evaluate } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import {
  type Design,
  type Front,
  inCab,
  type Placement,
  type Shell,
  type Variant,
} from '../../model/index.ts';
import { FRONTS } from '../../model/lists/index.ts';
import { takeOff } from '../../order/takeoff/index.ts';
import { openingSize } from '../../survey/geometry/index.ts';
import { withFront } from '../../survey/patterns/index.ts';
import { hourlyYear } from '../../van/climate/index.ts';
import { glassOf } from '../../van/wetting/index.ts';
import { hotDay } from './hotDay.ts';
import { thickerWalls } from './thickerWalls.ts';
import { heaterNeed, type VanModel, vanModel } from './vanModel.ts';
import { vanYear } from './vanYear.ts';

/** What a change at the cab, or money in the walls, comes to. */
export interface CabFigures {
  /** What holds the thermostat on the design night, W. */
  watts: number;
  /** Of the heater from October to March, kWh. */
  winter: number;
  /** Hottest inside on a hot day, shut, degC. */
  hottest: number;
  /** Water that runs down or drips from October to March, kg. */
  ran: number;
}

/** One thing that can be done about the cab. */
export interface CabCase {
  name: string;
  /** About what it costs, in the library's money. */
  cost: number;
  /** What the van does then. */
  figures: CabFigures;
  /** What it does with the same money in its walls and ceiling; null where it costs nothing or nothing can be added. */
  walls: CabFigures | null;
}

/** By square metre of glass screened from outside, and of the sheet of a bulkhead without what lines it. Guesses; common practice, no source. */
const OUTSIDE = 70;
const SHEET = 60;
/** Months of winter: October to March. */
const isWinter = (month: number) => month >= 9 || month <= 2;

/**
 * The van as it stands, and with each thing that can be done about its cab, next to the same money in the walls: design
 * night, winter, hot day and water. Empty where nobody has surveyed a cab.
 */
export function cabSavings(
  design: Pick<Design, 'shell' | 'brief'>,
  { design: placement, school }: Pick<Variant, 'design' | 'school'>,
  library: Library,
  report: (share: number) => void = () => undefined,
): { asItStands: CabFigures; cases: CabCase[] } | null {
  const { shell, brief } = design;
  const { cab } = shell;
  if (!cab) return null;
  const year = hourlyYear(brief, glassOf(shell));
  const choice = { covers: false, heater: null } as const;
  const modelOf = (
    of: typeof shell,
    laid: Placement,
    covers: Parameters<typeof vanModel>[3]['covers'] = false,
  ) => {
    const e = evaluate({ shell: of, brief }, laid, library);
    return { e, model: vanModel(e, of, brief, { ...choice, covers }, library) };
  };
  const figures = (model: VanModel): CabFigures => {
    const run = vanYear(model, year);
    const winter = run.months.filter(m => isWinter(m.month));
    return {
      watts: heaterNeed(model, brief.designNight),
      winter: winter.reduce((sum, m) => sum + m.energy, 0),
      hottest: hotDay(model, brief, { open: 1, air: model.airs[0]!.leakage }).peak,
      ran: winter.reduce((sum, m) => sum + m.ran, 0),
    };
  };
  const now = modelOf(shell, placement);
  const cloth = cab.passage.width.value * cab.passage.height.value;
  const glass = shell.zones
    .filter(z => inCab(z.kind))
    .reduce((sum, z) => z.openings.reduce((s, o) => s + openingSize(o), sum), 0);
  const panes = Object.fromEntries(
    shell.zones.filter(z => inCab(z.kind)).flatMap(z => z.openings.map(o => [o.id, true] as const)),
  );
  const options: { name: string; cost: number; made: () => VanModel }[] = [];
  for (const front of ['thin curtain', 'heavy curtain'] as const)
    if (isOpener(cab.front, front))
      options.push({
        name: `a ${front}`,
        cost: priceOf({ curtain: front }, shell, library),
        made: () => modelOf(withFront(shell, front), placement).model,
      });
  const bulkheads = shell.zones.filter(z => z.kind === 'bulkhead');
  if (cab.front !== 'bulkhead' || bulkheads.some(z => !lined(z.id, placement))) {
    const closed = withFront(shell, 'bulkhead');
    const laid = withLinedBulkhead(closed, placement, school ?? schools[0]!.id, library);
    const { e, model } = modelOf(closed, laid);
    options.push({
      name: cab.front === 'bulkhead' ? 'its bulkhead lined' : 'a bulkhead, lined',
      cost: Math.max(0, e.order.cost - now.e.order.cost) + (cab.front === 'bulkhead' ? 0 : SHEET * cloth),
      made: () => model,
    });
  }
  for (const screens of ['cab inside', 'cab outside'] as const)
    options.push({
      name: screens === 'cab inside' ? 'screens inside its glass' : 'screens outside its glass',
      cost: screens === 'cab inside' ? priceOf({ screens: panes }, shell, library) : OUTSIDE * glass,
      made: () => modelOf(shell, placement, screens).model,
    });
  const runs = 1 + 2 * options.length;
  let done = 0;
  const counted = (model: VanModel) => {
    const found = figures(model);
    report(++done / runs);
    return found;
  };
  const asItStands = counted(now.model);
  const cases = options.map(({ name, cost, made }): CabCase => {
    const own = counted(made());
    const walls = thickerWalls(now.model, now.e, cost, library);
    return { name, cost, figures: own, walls: walls && counted(walls) };
  });
  return { asItStands, cases };
}

const isOpener = (front: Front, than: Front) => FRONTS.indexOf(front) < FRONTS.indexOf(than);

const lined = (zone: string, placement: Placement) => (placement.zones[zone] ?? null) !== null;

/** The placement with every bare bulkhead lined as a school would. */
function withLinedBulkhead(
  shell: Design['shell'],
  placement: Placement,
  school: string,
  library: Library,
): Placement {
  const bulkheads = shell.zones.filter(z => z.kind === 'bulkhead' && !lined(z.id, placement));
  const full = applySchool(shell, school, library);
  const buildUps = [...placement.buildUps];
  const zones = { ...placement.zones };
  for (const { id } of bulkheads) {
    const buildUp = full.buildUps.find(b => b.id === full.zones[id])!;
    const own = { ...buildUp, id: `${buildUp.id}-front` };
    buildUps.push(own);
    zones[id] = own.id;
  }
  return { ...placement, buildUps, zones };
}

/** What is cut for something that is put up, by the part of its roll, money. */
function priceOf(up: Pick<Placement, 'screens' | 'curtain'>, shell: Shell, library: Library): number {
  const extras = putUp(shell, { buildUps: [], zones: {}, bays: {}, sheets: {}, ...up }, library);
  return takeOff({ covers: [], extras, joints: [] }, library).lines.reduce(
    (sum, l) => sum + l.cost * l.used,
    0,
  );
}
