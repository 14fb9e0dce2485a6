import type { Choice, ChoiceProblem, Option, Pack } from '../../choosing/index.ts';
import { UP } from '../../evaluate/index.ts';
import type { Placement, Zone } from '../../model/index.ts';
import { canDoes } from '../../order/takeoff/index.ts';
import { isNoDamper } from '../../van/wetting/index.ts';
import type { ChoiceLimits, ChoiceWeights, LimitKey, Sums } from './limits.ts';
import type { Asked, LayUpOption } from './options.ts';
import { placed } from './placed.ts';
import { type Around, withPutUps } from './putUps.ts';

/** A zone and what it may get. */
export interface Open {
  /** To be chosen for. */
  zone: Zone;
  /** At least one. */
  all: readonly LayUpOption[];
}

/** Whether a lay-up is as dry as asked. */
export const isDry = (o: LayUpOption, { damp, wet = null }: ChoiceLimits): boolean =>
  isNoDamper(o.damp.state, damp) && (wet === null || o.damp.likely <= wet + 1e-9);

/** What is as dry as asked; the least damp where nothing is. */
function dryEnough(all: readonly LayUpOption[], limits: ChoiceLimits): readonly LayUpOption[] {
  const dry = all.filter(o => isDry(o, limits));
  if (dry.length > 0) return dry;
  const least = Math.min(...all.map(o => o.damp.likely));
  return all.filter(o => o.damp.likely <= least + 1e-9);
}

/** Zones that have something to choose from, with what is dry enough. */
export const openZones = (
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  { design }: Asked,
  limits: ChoiceLimits,
): Open[] =>
  design.shell.zones.flatMap((zone): Open[] => {
    const all = options.get(zone.id) ?? [];
    return all.length > 0 ? [{ zone, all: dryEnough(all, limits) }] : [];
  });

/** The choice as a problem of numbers, and what a choice of it comes to in figures. */
export interface Model {
  /** Groups are zones, and after them what may be put up. */
  problem: ChoiceProblem;
  /** What each of its limits is one of. */
  keys: readonly LimitKey[];
  /** Of each pack, what size of which material it is, and what is in one that pieces fill wholly, in the unit it is needed in. */
  contents: readonly { key: string; whole: number }[];
  /** Of a choice, in figures. */
  sums(choice: Choice): Sums;
  /** What was chosen as it is laid and put up. */
  placement(options: readonly number[]): Placement;
  /** Of a choice that really costs so much, in money: the less the better, whatever its packs were taken for. */
  worth(choice: Choice, cost: number): number;
}

/** Of a sheet's or roll's area, pieces fill so much until it is known better. Common practice, no source. */
const FILLED = 0.7;
/** Of lengths, tapes and cans, so much. Common practice, no source. */
const USED = 0.95;
/** What is paid by the metre is bought by so much of its roll. */
const OFF_ROLL = 0.02;

/** How packs fill. */
interface Bought {
  /** Share of a pack that is used, by size of a material; usual ones for what is not known. */
  known: ReadonlyMap<string, number>;
  /** So many times as full as that. */
  fuller: number;
  /** What there is in any case, besides what is chosen: money, kg, hours. */
  besides: { money: number; mass: number; hours: number };
}

/** Of a size of a material. */
export const keyOf = (u: Pick<LayUpOption['uses'][number], 'material' | 'thickness' | 'width'>): string =>
  `${u.material}/${u.thickness}/${u.width}`;

/**
 * What one of each figure is worth in money to somebody to whom it matters as money does: a W/K, a kilogram, an hour, all of the
 * bare van's drumming, a metre of height, a kg/m2 of water in a zone. Judgement, no source; said on the screen by what it chooses.
 */
export const WORTH = { heat: 20, mass: 4, hours: 10, drums: 400, taken: 4000, water: 200 };
/** What passing a soft limit by one of its unit counts, in money: a pound, a kilogram, a metre of height, an hour. Judgement, no source. */
export const PASSED = { budget: 2, mass: 20, height: 10_000, hours: 30 };
/** How many times a figure counts that does not matter, matters a little, matters, matters most. */
const COUNTS = [0, 0.5, 1, 2] as const;

/** What one of each figure counts in money to somebody to whom all this matters so much. */
export const perFigure = (weights: ChoiceWeights): Record<keyof typeof WORTH | 'money', number> => ({
  heat: WORTH.heat * COUNTS[weights.warmth]!,
  mass: WORTH.mass * COUNTS[weights.weight]!,
  hours: WORTH.hours * COUNTS[weights.hours]!,
  drums: WORTH.drums * COUNTS[weights.quiet]!,
  taken: WORTH.taken * COUNTS[weights.headroom]!,
  water: WORTH.water * COUNTS[weights.dryness]!,
  money: COUNTS[weights.cost]!,
});

/** What may be chosen as numbers: all that matters in money, by what it is worth and how much it matters. */
export function modelOf(
  open: readonly Open[],
  { ups, heat: elsewhere }: Around,
  asked: Asked,
  limits: ChoiceLimits,
  weights: ChoiceWeights,
  { known, fuller, besides }: Bought,
): Model {
  const {
    design: { shell },
    library,
  } = asked;
  const per = perFigure(weights);
  const rooms = roomPairs(open);
  const bare = shell.height.value;
  const active: [LimitKey, number][] = [];
  for (const key of ['budget', 'mass', 'hours', 'heat', 'drums', 'water'] as const) {
    const most = limits[key] ?? null;
    const anyway =
      key === 'budget'
        ? besides.money
        : key === 'heat'
          ? elsewhere
          : key === 'mass' || key === 'hours'
            ? besides[key]
            : 0;
    if (most !== null) active.push([key, most - anyway]);
  }
  const heights = limits.height === null ? [] : rooms.map(() => bare - limits.height!);
  const packIndex = new Map<string, number>();
  const packs: Pack[] = [];
  const contents: { key: string; whole: number }[] = [];
  const prices: number[] = [];
  const money = active.findIndex(([key]) => key === 'budget');
  const packFor = (u: LayUpOption['uses'][number]): number => {
    const key = keyOf(u);
    const index = packIndex.get(key);
    if (index !== undefined) return index;
    const material = library.get(u.material)!;
    const stock = material.stock.find(
      s => Math.abs(s.thickness - u.thickness) < 1e-6 && Math.abs(s.width - u.width) < 1e-6,
    )!;
    const area = material.form === 'sheet' || material.form === 'roll';
    const item = canDoes(material) ?? (area ? stock.width * stock.length : stock.length);
    const rests = restsOf(u, asked);
    const part = stock.byMetre ? OFF_ROLL : 1;
    const price = stock.price * part;
    const whole = item * stock.perPack * part;
    contents.push({ key, whole });
    packs.push({
      size: whole * Math.min(1, fuller * (known.get(key) ?? (area ? FILLED : USED))),
      value: per.money * price,
      takes: [...active, ...heights].map((_, i) => (i === money ? price : 0)),
      most: null,
      ...(rests > 0 && { have: FILLED * rests }),
    });
    prices.push(price);
    packIndex.set(key, packs.length - 1);
    return packs.length - 1;
  };
  const zoneGroups = open.map(({ zone, all }) => ({
    id: zone.id,
    options: all.map(
      (o, k): Option => ({
        id: `${k}`,
        value:
          per.heat * o.heat +
          per.mass * o.mass +
          per.hours * o.hours +
          per.drums * o.drums +
          per.taken * o.taken +
          per.water * o.damp.likely,
        takes: [
          ...active.map(([key]) => takenOf(o, key)),
          ...(heights.length > 0 ? rooms.map(pair => (pair.includes(zone.id) ? o.taken : 0)) : []),
        ],
        uses: o.uses.map(u => [packFor(u), u.need] as const),
      }),
    ),
  }));
  const upGroups = ups.map(({ id, all }) => ({
    id: `put up ${id}`,
    options: all.map((o, k): Option => {
      const own = { mass: o.mass, hours: o.hours, heat: -UP * o.saves };
      return {
        id: `${k}`,
        value: per.heat * own.heat + per.mass * own.mass + per.hours * own.hours,
        takes: [
          ...active.map(([key]) => (key === 'mass' || key === 'hours' || key === 'heat' ? own[key] : 0)),
          ...heights.map(() => 0),
        ],
        uses: o.uses.map(u => [packFor(u), u.need] as const),
      };
    }),
  }));
  const groups = [...zoneGroups, ...upGroups];
  const pickedUps = (options: readonly number[]) => ups.map((u, i) => u.all[options[open.length + i]!]!);
  const keys = [...active.map(([key]) => key), ...heights.map(() => 'height' as const)];
  const soft = keys.map(key =>
    limits.soft?.some(s => s === key) ? PASSED[key as keyof typeof PASSED] : null,
  );
  const problem: ChoiceProblem = {
    groups,
    limits: [...active.map(([, most]) => most), ...heights],
    soft,
    packs,
  };
  return {
    problem,
    keys,
    contents,
    worth: ({ options, takes }, cost) =>
      soft.reduce<number>(
        (sum, price, i) =>
          sum +
          (price ?? 0) *
            Math.max(0, (keys[i] === 'budget' ? cost - besides.money : takes[i]!) - problem.limits[i]!),
        groups.reduce((sum, { options: own }, g) => sum + own[options[g]!]!.value, per.money * cost),
      ),
    placement: options =>
      withPutUps(
        placed(
          open.map(o => o.zone),
          open.map((o, g) => o.all[options[g]!]!),
          asked,
        ),
        ups,
        pickedUps(options),
      ),
    sums(choice) {
      const up = pickedUps(choice.options);
      const upSum = (of: (o: (typeof up)[number]) => number) => up.reduce((s, o) => s + of(o), 0);
      const own = open.map((o, g) => o.all[choice.options[g]!]!);
      const sum = (of: (o: LayUpOption) => number) => own.reduce((s, o) => s + of(o), 0);
      const room = rooms.map(pair =>
        own.reduce((s, o, g) => s + (pair.includes(open[g]!.zone.id) ? o.taken : 0), 0),
      );
      return {
        heat: elsewhere + sum(o => o.heat) - UP * upSum(o => o.saves),
        mass: besides.mass + sum(o => o.mass) + upSum(o => o.mass),
        hours: besides.hours + sum(o => o.hours) + upSum(o => o.hours),
        drums: sum(o => o.drums),
        water: sum(o => o.damp.likely),
        taken: Math.max(0, ...room),
        money: choice.packs.reduce((s, n, p) => s + n * prices[p]!, besides.money),
      };
    },
  };
}

/** Area of the rests at hand of a material and thickness, m2: the take-off has one width of each. */
const restsOf = (
  u: Pick<LayUpOption['uses'][number], 'material' | 'thickness'>,
  { offcuts = [] }: Asked,
): number =>
  offcuts.reduce(
    (sum, o) =>
      o.material === u.material && Math.abs(o.thickness - u.thickness) < 1e-6
        ? sum + o.count * o.width * o.length
        : sum,
    0,
  );

/** What a lay-up itself takes of a limit; money goes by packs, height by pairs of zones. */
function takenOf(o: LayUpOption, key: LimitKey): number {
  if (key === 'water') return o.damp.likely;
  return key === 'mass' || key === 'hours' || key === 'heat' || key === 'drums' ? o[key] : 0;
}

/** Every floor with every ceiling: what both take is taken of the height. */
function roomPairs(open: readonly Open[]): string[][] {
  const of = (kind: Zone['kind']) => open.filter(o => o.zone.kind === kind).map(o => o.zone.id);
  const floors = of('floor');
  const ceilings = of('ceiling');
  return floors.length === 0 || ceilings.length === 0
    ? [...floors, ...ceilings].map(id => [id])
    : floors.flatMap(f => ceilings.map(c => [f, c]));
}
