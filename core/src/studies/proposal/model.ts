import type { Choice, ChoiceProblem, Option, Pack } from '../../choosing/index.ts';
import {
  FIGURE_KEYS,
  type Figured,
  type FigureKey,
  figuresBy,
  VAN_FIGURES,
  type Weights,
} from '../../figures/index.ts';
import type { Placement, Zone } from '../../model/index.ts';
import { canDoes } from '../../order/takeoff/index.ts';
import { ROUNDING, SAME_SIZE } from '../../tolerance/index.ts';
import { isNoDamper } from '../../van/wetting/index.ts';
import type { ChoiceLimits } from './limits.ts';
import type { ChoiceQuestion, LayUpOption } from './options.ts';
import { placed } from './placed.ts';
import { type Around, withPutUps } from './putUps.ts';
import { perFigure } from './worth.ts';

/** A zone and what it may get. */
export interface Open {
  /** To be chosen for. */
  zone: Zone;
  /** At least one. */
  all: readonly LayUpOption[];
}

/** Whether a lay-up is as dry as asked. */
export const isDry = (o: LayUpOption, { damp, wet = null }: ChoiceLimits): boolean =>
  isNoDamper(o.damp, damp) && (wet === null || o.takes.water <= wet + ROUNDING);

/** What is as dry as asked; the least damp where nothing is. */
function dryEnough(all: readonly LayUpOption[], limits: ChoiceLimits): readonly LayUpOption[] {
  const dry = all.filter(o => isDry(o, limits));
  if (dry.length > 0) return dry;
  const least = Math.min(...all.map(o => o.takes.water));
  return all.filter(o => o.takes.water <= least + ROUNDING);
}

/** Zones that have something to choose from, with what is dry enough. */
export const openZones = (
  options: ReadonlyMap<string, readonly LayUpOption[]>,
  { design }: ChoiceQuestion,
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
  keys: readonly FigureKey[];
  /** Of each pack, what size of which material it is, and what is in one that pieces fill wholly, in the unit it is needed in. */
  contents: readonly { key: string; whole: number }[];
  /** Of a choice, in figures; winter water is that of all zones together. */
  sums(choice: Choice): Figured;
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
  /** What there is in any case, besides what is chosen. */
  besides: Figured;
}

/** Of a size of a material. */
export const keyOf = (u: Pick<LayUpOption['uses'][number], 'material' | 'thickness' | 'width'>): string =>
  `${u.material}/${u.thickness}/${u.width}`;

/** What may be chosen as numbers: all that matters in money, by what it is worth and how much it matters. */
export function modelOf(
  open: readonly Open[],
  { ups, heat }: Around,
  asked: ChoiceQuestion,
  limits: ChoiceLimits,
  weights: Weights,
  { known, fuller, besides: learned }: Bought,
): Model {
  const {
    design: { shell },
    library,
  } = asked;
  const per = perFigure(weights);
  const rooms = roomPairs(open);
  const bare = shell.height.value;
  const besides = { ...learned, heat };
  const summed = keysBy('sum');
  const limitOf = (k: FigureKey): [FigureKey, number][] => {
    const limit = limits[k] ?? null;
    return limit === null ? [] : [[k, limit]];
  };
  const active = [...keysBy('packs'), ...summed].flatMap(limitOf);
  const heights = keysBy('room').flatMap(k => limitOf(k).flatMap(l => rooms.map(() => l)));
  const packIndex = new Map<string, number>();
  const packs: Pack[] = [];
  const contents: { key: string; whole: number }[] = [];
  const prices: number[] = [];
  const money = active.findIndex(([key]) => key === 'money');
  const packFor = (u: LayUpOption['uses'][number]): number => {
    const key = keyOf(u);
    const index = packIndex.get(key);
    if (index !== undefined) return index;
    const material = library.get(u.material)!;
    const stock = material.stock.find(
      s => Math.abs(s.thickness - u.thickness) < SAME_SIZE && Math.abs(s.width - u.width) < SAME_SIZE,
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
  const worthIn = (takes: Figured, keys: readonly FigureKey[]) =>
    keys.reduce((sum, k) => sum + per[k] * takes[k], 0);
  // Money goes by packs.
  const sumOf = (takes: Figured, key: FigureKey) => (VAN_FIGURES[key].gathers === 'sum' ? takes[key] : 0);
  const zoneGroups = open.map(({ zone, all }) => ({
    id: zone.id,
    options: all.map(
      ({ takes, uses }, k): Option => ({
        id: `${k}`,
        value: worthIn(takes, [...summed, ...keysBy('room')]),
        takes: [
          ...active.map(([key]) => sumOf(takes, key)),
          ...heights.map(([key], i) => (rooms[i % rooms.length]!.includes(zone.id) ? takes[key] : 0)),
        ],
        uses: uses.map(u => [packFor(u), u.need] as const),
      }),
    ),
  }));
  const upGroups = ups.map(({ id, all }) => ({
    id: `put up ${id}`,
    options: all.map(
      ({ takes, uses }, k): Option => ({
        id: `${k}`,
        value: worthIn(takes, summed),
        takes: [...active.map(([key]) => sumOf(takes, key)), ...heights.map(() => 0)],
        uses: uses.map(u => [packFor(u), u.need] as const),
      }),
    ),
  }));
  const groups = [...zoneGroups, ...upGroups];
  const pickedUps = (options: readonly number[]) => ups.map((u, i) => u.all[options[open.length + i]!]!);
  const keys = [...active, ...heights].map(([key]) => key);
  const soft = keys.map(key =>
    limits.soft?.includes(key) ? (VAN_FIGURES[key].limit?.passed ?? null) : null,
  );
  const problem: ChoiceProblem = {
    groups,
    limits: [
      ...active.map(([key, most]) => most - besides[key]),
      ...heights.map(([, least]) => bare - least),
    ],
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
            Math.max(0, (keys[i] === 'money' ? cost - besides.money : takes[i]!) - problem.limits[i]!),
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
      const own = open.map((o, g) => o.all[choice.options[g]!]!.takes);
      const up = pickedUps(choice.options).map(o => o.takes);
      return figuresBy((key, { gathers }) => {
        if (gathers === 'packs') return choice.packs.reduce((s, n, p) => s + n * prices[p]!, besides[key]);
        if (gathers === 'sum') return [...own, ...up].reduce((s, t) => s + t[key], besides[key]);
        const taken = rooms.map(pair =>
          own.reduce((s, t, g) => s + (pair.includes(open[g]!.zone.id) ? t[key] : 0), 0),
        );
        return bare - Math.max(0, ...taken);
      });
    },
  };
}

const keysBy = (gathers: (typeof VAN_FIGURES)[FigureKey]['gathers']): FigureKey[] =>
  FIGURE_KEYS.filter(k => VAN_FIGURES[k].gathers === gathers);

/** Area of the rests at hand of a material and thickness, m2: the take-off has one width of each. */
const restsOf = (
  u: Pick<LayUpOption['uses'][number], 'material' | 'thickness'>,
  { offcuts = [] }: ChoiceQuestion,
): number =>
  offcuts.reduce(
    (sum, o) =>
      o.material === u.material && Math.abs(o.thickness - u.thickness) < SAME_SIZE
        ? sum + o.count * o.width * o.length
        : sum,
    0,
  );

/** Every floor with every ceiling: what both take is taken of the height. */
function roomPairs(open: readonly Open[]): string[][] {
  const of = (kind: Zone['kind']) => open.filter(o => o.zone.kind === kind).map(o => o.zone.id);
  const floors = of('floor');
  const ceilings = of('ceiling');
  return floors.length === 0 || ceilings.length === 0
    ? [...floors, ...ceilings].map(id => [id])
    : floors.flatMap(f => ceilings.map(c => [f, c]));
}
