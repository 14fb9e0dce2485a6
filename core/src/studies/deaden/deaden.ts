import type { Evaluation } from '../../evaluate/index.ts';
import type { Library } from '../../materials/index.ts';
import type { Bay, Shell, Zone } from '../../model/index.ts';
import { panelOf, shareOfVan, sheetsOnField, skinPlate, swings } from '../../van/quiet/index.ts';
import { mayLie } from './keepOff.ts';
import { hull, ladder, leftOf, type Rung, type SheetStock } from './ladder.ts';

/** Modes an octave while plans are sought: fewer than the evaluation takes. */
const SEARCH_MODES = 4;

/** A bay with the ways to lay it. */
export interface DeadenBay {
  bay: Bay;
  zone: Zone;
  /** From nothing to all of it. */
  rungs: Rung[];
}

/** A van with the ways to lay each bay, and what each kilogram buys. */
export interface Deadening {
  /** What sheets are cut from. */
  stock: SheetStock;
  /** Those with a field to swing. */
  bays: DeadenBay[];
  /** By weight, from nothing to everything: the next step is always the one that takes most drumming a kilogram. */
  curve: CurvePoint[];
  /** Index into the curve where a further kilogram starts to buy less than the mean one. */
  knee: number;
}

/** A step of the curve. */
export interface CurvePoint {
  /** kg of sheets in all. */
  mass: number;
  /** At the price of the sheets they are cut from. */
  cost: number;
  /** Against the bare van, dB. */
  change: number;
  /** The bay the step was made in; null at the start. */
  bay: string | null;
}

/** Ways to deaden an evaluated van with sheets of one stock, in place of those it has. */
export function deadening(e: Evaluation, shell: Shell, stock: SheetStock, library: Library): Deadening {
  const plate = skinPlate(shell, library);
  const bays: DeadenBay[] = [];
  const alike = new Map<string, readonly Rung[]>();
  for (const { bay, zone, area } of e.bays.values()) {
    const quiet = e.quiet.bays.get(bay.id);
    const panel = plate && panelOf(plate, zone, bay, SEARCH_MODES);
    if (!quiet || !panel) continue;
    const parts = (vibrations: ReturnType<typeof swings>['bare']) =>
      shareOfVan(e.quiet.scale, vibrations, area, zone.kind);
    const bare = parts(swings(panel, { ...quiet.treatment, sheets: [], over: null }).bare);
    const { base, works, over } = quiet.treatment;
    const key = `${panel.key} ${panel.rect.x} ${panel.rect.y} ${area} ${zone.kind} ${base} ${works} ${JSON.stringify(over)} ${zone.keepClears.some(k => k.bay === bay.id) ? bay.id : ''}`;
    const rungs =
      alike.get(key) ??
      ladder(
        bay,
        panel,
        stock,
        (of, patches) => {
          const sheets = sheetsOnField({ ...stock, patches, byHand: true }, of, library);
          const { after } = swings(of, { ...quiet.treatment, sheets });
          // Fewer modes give the ratio, the evaluation's own the share it is taken of.
          return parts(after).map((left, i) => (bare[i]! > 0 ? (quiet.share[i]! * left) / bare[i]! : 0));
        },
        patch => mayLie(zone, bay, patch),
        library,
      );
    alike.set(key, rungs);
    bays.push({ bay, zone, rungs: [...rungs] });
  }
  const curve = curveOf(bays);
  return { stock, bays, curve, knee: kneeOf(curve) };
}

/** Level against the bare van of what all bays leave together, dB. */
export function levelOf(left: readonly (readonly number[])[]): number {
  const sums = [0, 0];
  for (const [a, b] of left as readonly (readonly [number, number])[]) {
    sums[0]! += a;
    sums[1]! += b;
  }
  return (10 * Math.log10(sums[0]!) + 10 * Math.log10(sums[1]!)) / 2;
}

/** Steps up the hulls of all bays, the one that takes most drumming a kilogram first. */
function curveOf(bays: readonly DeadenBay[]): CurvePoint[] {
  const steps = bays.flatMap(({ bay, rungs }) => {
    const up = hull(rungs);
    return up.slice(1).map((to, i) => ({ bay: bay.id, from: up[i]!, to }));
  });
  const worth = (s: (typeof steps)[number]) => (leftOf(s.from) - leftOf(s.to)) / (s.to.mass - s.from.mass);
  steps.sort((a, b) => worth(b) - worth(a));
  const sums = [0, 0];
  for (const { rungs } of bays) for (const e of [0, 1]) sums[e]! += rungs[0]!.left[e]!;
  const level = () => (10 * Math.log10(sums[0]!) + 10 * Math.log10(sums[1]!)) / 2;
  const curve: CurvePoint[] = [{ mass: 0, cost: 0, change: bays.length > 0 ? level() : 0, bay: null }];
  for (const { bay, from, to } of steps) {
    const last = curve.at(-1)!;
    for (const e of [0, 1]) sums[e]! += to.left[e]! - from.left[e]!;
    curve.push({
      mass: last.mass + to.mass - from.mass,
      cost: last.cost + to.cost - from.cost,
      change: level(),
      bay,
    });
  }
  return curve;
}

/** Where a curve lies furthest below the straight line between its ends. */
function kneeOf(curve: readonly CurvePoint[]): number {
  const [first, last] = [curve[0]!, curve.at(-1)!];
  const off = (p: CurvePoint) =>
    first.change - p.change - ((first.change - last.change) * p.mass) / Math.max(1e-9, last.mass);
  return curve.reduce((best, p, i) => (off(p) > off(curve[best]!) ? i : best), 0);
}
