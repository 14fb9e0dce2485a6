import { battenOf, type LayUp } from '../../buildup/index.ts';
import type { FixedPanel, Placement, Shell, Zone } from '../../model/index.ts';
import { keptClear } from '../../survey/geometry/index.ts';
import { ROUNDING } from '../../tolerance/index.ts';
import { lengthIn } from '../../units/index.ts';
import { battenLines, ribsAfter, zonePlaceOf } from '../pieces/index.ts';

/** What was found of a panel that is there already, before anything is cut round it. */
export interface PanelFinding {
  panel: string;
  /** Whether it can stay as it is. */
  ok: boolean;
  says: string;
}

/** A mark off its support by no more than this still finds it, m. */
const FINDS = 0.002;
/** A panel may be moved so far for its marks, m, in steps. */
const MOVES = 0.08;
const STEP = 0.001;

/** Checks panels that are there already: against their zone, each other, openings, and where their ends and marks find wood or steel. */
export function checkPanels(
  shell: Shell,
  placement: Placement,
  { covers }: Pick<LayUp, 'covers'>,
  panels: readonly FixedPanel[],
): PanelFinding[] {
  return panels.flatMap((panel): PanelFinding[] => {
    const zone = shell.zones.find(z => z.id === panel.zone);
    const found = (ok: boolean, says: string): PanelFinding => ({ panel: panel.id, ok, says });
    if (!zone) return [found(false, `There is no ${panel.zone} any longer: say where it goes.`)];
    const place = zonePlaceOf(zone, shell);
    const out: PanelFinding[] = [];
    const over = Math.max(panel.along + panel.width - place.length, panel.up + panel.height - place.breadth);
    if (over > 0.001)
      out.push(found(false, `It reaches ${lengthIn(over)} beyond the ${zone.name.toLowerCase()}.`));
    for (const o of panels)
      if (o.id < panel.id && o.zone === panel.zone && overlaps(o, panel))
        out.push(found(false, `It lies over ${o.name}.`));
    out.push(...inTheWay(panel, zone, shell).map(what => found(false, what)));
    const supports = supportsOf(zone, { shell, placement, covers }, panel);
    const misses = (at: number) =>
      Math.min(...supports.lines.map(l => Math.abs(l.at - at) - l.width / 2), Number.POSITIVE_INFINITY);
    const inner = [panel.along, panel.along + panel.width].filter(
      at => at > 0.02 && at < place.length - 0.02,
    );
    for (const at of inner) {
      const off = misses(at);
      const end = at === panel.along ? 'front end' : 'rear end';
      if (off <= FINDS) continue;
      out.push(
        supports.battened
          ? found(true, `A batten is put under its ${end}.`)
          : found(false, `Its ${end} lies ${printable(off)} beside the nearest rib: glue a strip behind it.`),
      );
    }
    const missed = panel.marks.filter(mark => misses(panel.along + mark) > FINDS);
    if (panel.marks.length > 0 && missed.length === 0)
      out.push(found(true, 'Every mark finds wood or steel.'));
    else if (missed.length > 0) {
      const list = missed.map(mark => lengthIn(mark)).join(', ');
      const better = bestMove(panel.marks, panel.along, misses, place.length - panel.width);
      out.push(
        found(
          false,
          `${missed.length} of ${panel.marks.length} marks find nothing behind: ${list} from its front end.${
            better && better.hits > panel.marks.length - missed.length
              ? ` Moved ${lengthIn(Math.abs(better.by))} to the ${better.by < 0 ? 'front' : 'rear'}, ${better.hits} do.`
              : ''
          }`,
        ),
      );
    }
    return out;
  });
}

const printable = (off: number): string => (Number.isFinite(off) ? lengthIn(off) : 'far');

const overlaps = (a: FixedPanel, b: FixedPanel): boolean =>
  a.along < b.along + b.width - 0.001 &&
  b.along < a.along + a.width - 0.001 &&
  a.up < b.up + b.height - 0.001 &&
  b.up < a.up + a.height - 0.001;

/** Openings and what is kept clear that a panel covers. */
function inTheWay(panel: FixedPanel, zone: Zone, shell: Shell): string[] {
  const { cells } = zonePlaceOf(zone, shell);
  const covered = (x: number, y: number, width: number, height: number) =>
    Math.min(x + width, panel.along + panel.width) - Math.max(x, panel.along) > 0.002 &&
    Math.min(y + height, panel.up + panel.height) - Math.max(y, panel.up) > 0.002;
  const openings = zone.openings.flatMap(o => {
    const cell = cells.get(o.bay);
    if (!cell) return [];
    const x = cell.along + (o.at?.along.value ?? cell.bay.width.value / 2) - o.width.value / 2;
    const y = cell.up + (o.at?.up.value ?? cell.bay.height.value / 2) - o.height.value / 2;
    return covered(x, y, o.width.value, o.height.value)
      ? [`It covers the ${o.kind} ${o.id}: cut that out of it, or move it.`]
      : [];
  });
  const clears = [...cells.values()].some(({ bay, along, up }) =>
    keptClear(zone, bay, 'lining').some(k => covered(along + k.along, up + k.up, k.width, k.height)),
  );
  return clears
    ? [...openings, 'It covers what has to stay clear: cut that out of it, or move it.']
    : openings;
}

/** Ribs, and battens where the build-up has them. */
function supportsOf(
  zone: Zone,
  { shell, placement, covers }: { shell: Shell; placement: Placement } & Pick<LayUp, 'covers'>,
  panel: FixedPanel,
) {
  const place = zonePlaceOf(zone, shell);
  const ribs = ribsAfter(place.cells.values(), zone);
  const own = covers.filter(c => c.zone === zone.id && c.layer.role === 'batten');
  const battens = own.flatMap(c => {
    const batten = battenOf(placement.buildUps.find(b => b.id === c.buildUp)?.layers ?? []);
    return batten && c.width > 0
      ? battenLines(c, batten, place, []).map(at => ({ at, width: batten.width }))
      : [];
  });
  const battened = own.some(c =>
    c.bays.some(id => {
      const cell = place.cells.get(id);
      return (
        cell && cell.along < panel.along + panel.width && cell.along + cell.bay.width.value > panel.along
      );
    }),
  );
  return { lines: battens.length > 0 ? battens : ribs, battened };
}

/** The least move that lets most marks find something. */
function bestMove(
  marks: readonly number[],
  along: number,
  misses: (at: number) => number,
  furthest: number,
): { by: number; hits: number } | null {
  let best: { by: number; hits: number } | null = null;
  for (let step = 1; step * STEP <= MOVES; step++)
    for (const by of [-step * STEP, step * STEP]) {
      if (along + by < 0 || along + by > furthest + ROUNDING) continue;
      const hits = marks.filter(mark => misses(along + by + mark) <= FINDS).length;
      if (!best || hits > best.hits) best = { by, hits };
    }
  return best;
}
