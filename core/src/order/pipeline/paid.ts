import type { Library } from '../../materials/index.ts';
import type { CutList, Design, Shell } from '../../model/index.ts';
import { type BuyLine, type Need, orderList, type PutPrice, surveyErrors } from '../buying/index.ts';
import { type CutBy, type GroupSearch, nestedLines, SAW_KERF } from '../cutting/index.ts';
import type { ChosenHold } from '../holding/index.ts';
import { type CutPiece, choicesOf, USUAL_CHOICES } from '../pieces/index.ts';
import type { OrderLine } from '../takeoff/index.ts';
import type { Effort, WorkStage } from '../work/index.ts';
import type { Worked } from './worked.ts';

/** Everything besides the placement that what is to pay rests on. */
export interface PayBy extends CutBy {
  /** What is to be made ready. */
  ready: Design['ready'];
  /** Ways of holding that were chosen. */
  chosen: readonly ChosenHold[];
  /** Amounts of supplies at hand, by id, in their units. */
  supplies: ReadonlyMap<string, number>;
  /** Own prices of supplies, by id; the last stands. */
  prices: ReadonlyMap<string, readonly PutPrice[]>;
  /** Whether twice as much may be spoilt: the one setting of that. */
  firstTime: boolean;
}

/** What a placement costs, takes in time, and is bought by. */
export interface Paid {
  /** What is to pay: materials as laid, supplies, tools and spares. */
  total: number;
  /** Its parts; they add up to it. */
  parts: { materials: number; supplies: number; tools: number; spares: number };
  /** The same by zone: what no zone alone uses is shared by what each uses otherwise. */
  byZone: Record<string, number>;
  /** Of the supplies that stay in the van, kg, by zone: glue, tape, coats, fixings, cable. */
  stays: Record<string, number>;
  /** Hours of all work: at best, likely, at worst. */
  hours: Effort;
  /** The same by stage, in the order most do them. */
  stages: [stage: WorkStage, hours: Effort][];
  /** Everything to buy. */
  lines: BuyLine[];
  /** Materials as they lie, in whole packs: for whoever learns how packs fill. */
  materials: OrderLine[];
}

/** As it is for somebody who has settled nothing: nothing at hand, and their first time. */
export const USUAL_PAY: PayBy = {
  choices: USUAL_CHOICES,
  saw: { kerf: SAW_KERF, bench: false },
  offcuts: [],
  cut: [],
  pins: [],
  ready: { rust: [], holes: [], fixings: [] },
  chosen: [],
  supplies: new Map(),
  prices: new Map(),
  firstTime: true,
};

/** What a cut list settles of it. */
export const payByList = (
  list: Partial<CutList>,
): Pick<PayBy, 'choices' | 'saw' | 'cut' | 'pins' | 'chosen'> => ({
  choices: choicesOf(list),
  saw: { kerf: list.kerf ?? SAW_KERF, bench: list.sawBench ?? false },
  cut: list.cut ?? [],
  pins: list.pins ?? [],
  chosen: list.holding ?? [],
});

/** Where nothing is laid nothing is bought: making ready goes with what it is for. */
export const NOTHING_PAID: Paid = {
  total: 0,
  parts: { materials: 0, supplies: 0, tools: 0, spares: 0 },
  byZone: {},
  stays: {},
  hours: [0, 0, 0],
  stages: [],
  lines: [],
  materials: [],
};

/** What work on a van comes to as its pieces lie. */
export function paidFor(
  { estimate, pieces, needs, hours }: Worked,
  searches: readonly Pick<GroupSearch, 'group' | 'search'>[],
  shell: Shell,
  library: Library,
  { supplies, prices, firstTime }: Pick<PayBy, 'supplies' | 'prices' | 'firstTime'>,
): Paid {
  const cuts = searches.map(({ group, search }) => ({ group, nest: search?.best ?? null }));
  const lines = orderList(cuts, estimate, needs, library, {
    supplies,
    prices,
    firstTime,
    errors: surveyErrors(shell),
  });
  const laidGroups = cuts.map(({ group, nest }) => ({ ...group, layout: nest && { nest } }));
  return {
    ...sumsOf(lines),
    byZone: shared(lines, pieces),
    stays: staying(needs, pieces, shell),
    hours: [...hours.values()].reduce<Effort>(
      (sum, h) => [sum[0] + h[0], sum[1] + h[1], sum[2] + h[2]],
      [0, 0, 0],
    ),
    stages: [...hours],
    lines,
    materials: nestedLines(estimate.lines, laidGroups, library),
  };
}

/** What lines come to, and in what parts. */
function sumsOf(lines: readonly BuyLine[]): Pick<Paid, 'total' | 'parts'> {
  const parts = { materials: 0, supplies: 0, tools: 0, spares: 0 };
  for (const l of lines) {
    const spare = l.sparePacks * l.price;
    parts.spares += spare;
    parts[l.kind === 'sheet' ? 'materials' : l.kind === 'tool' ? 'tools' : 'supplies'] += l.cost - spare;
  }
  return { parts, total: lines.reduce((sum, l) => sum + l.cost, 0) };
}

/** What each zone costs: lines by the area of the pieces that use them, the rest by what it costs otherwise. */
function shared(lines: readonly BuyLine[], pieces: readonly CutPiece[]): Record<string, number> {
  const byId = new Map(pieces.map(p => [p.id, p]));
  const zones: Record<string, number> = {};
  let rest = 0;
  for (const l of lines) {
    const own = l.uses.flatMap(u => byId.get(u) ?? []);
    const area = own.reduce((sum, p) => sum + p.area, 0);
    if (area <= 0 || l.kind === 'tool') {
      rest += l.cost;
      continue;
    }
    for (const p of own) zones[p.zone] = (zones[p.zone] ?? 0) + (l.cost * p.area) / area;
  }
  const all = Object.values(zones).reduce((a, b) => a + b, 0);
  if (all > 0) for (const zone of Object.keys(zones)) zones[zone]! *= 1 + rest / all;
  return zones;
}

/** Where supplies stay: in the zones of the pieces that use them, of tasks in the floor, where such things mostly are. */
function staying(needs: readonly Need[], pieces: readonly CutPiece[], shell: Shell): Record<string, number> {
  const byId = new Map(pieces.map(p => [p.id, p]));
  const floor = shell.zones.find(z => z.kind === 'floor')?.id ?? shell.zones[0]!.id;
  const zones: Record<string, number> = {};
  for (const { supply, need, uses } of needs) {
    if (!supply.stays) continue;
    const own = uses.flatMap(u => byId.get(u) ?? []);
    const area = own.reduce((sum, p) => sum + p.area, 0);
    const places: [string, number][] = area > 0 ? own.map(p => [p.zone, p.area / area]) : [[floor, 1]];
    for (const [zone, share] of places) zones[zone] = (zones[zone] ?? 0) + need * supply.stays * share;
  }
  return zones;
}

/** By how much what is to pay may be off before prices are asked for, as a share: indicative prices of a class. Common practice, no source. */
export const PRICES_WITHIN = 0.2;
