import { type Figured, type FigureKey, VAN_FIGURES } from '@overcoat/core/figures';
import type { ChoiceLimits, FrontPoint } from '@overcoat/core/studies/proposal';
import type { UnitSystem } from '@overcoat/core/units';
import { useCallback, useMemo } from 'react';
import { figureAxis, printFigure } from '../../figures/weighed.ts';
import { WORDS } from '../../figures/words.ts';
import { useUnits } from '../../store/preferences.ts';
import { axis, lineChart } from '../../ui/axis.ts';
import { Plot } from '../../ui/Plot.tsx';

/** What else is told on the chart. */
export interface FrontMark {
  kind: 'variant' | 'school' | 'proposal';
  name: string;
  figures: Figured;
}

const SHOWN = {
  variant: { colour: '--slate', radius: 6, shape: 'circle' },
  school: { colour: '--faint', radius: 5, shape: 'rectRot' },
  proposal: { colour: '--signal', radius: 7, shape: 'circle' },
} as const;

/** Round figures alone at its ticks. */
const within = (a: ReturnType<typeof axis>) => ({ ...a, ticks: { ...a.ticks, includeBounds: false } });

interface Props {
  front: readonly FrontPoint[];
  marks: readonly FrontMark[];
  limits: ChoiceLimits;
  x: FigureKey;
  y: FigureKey;
  picked: Figured | undefined;
}

/** A fence is drawn that far from what else is, as a share of its range. */
const NEAR = 0.5;

/** Beyond the steps nothing can be had within the other limits; dashed fences are limits. */
export function FrontPlot({ front, marks: all, limits, x, y, picked }: Props) {
  const units = useUnits();
  // What is still being reckoned is on no axis yet.
  const marks = useMemo(
    () => all.filter(m => Number.isFinite(m.figures[x]) && Number.isFinite(m.figures[y])),
    [all, x, y],
  );
  const make = useCallback(
    (colour: (name: string) => string) => {
      return frontChart({ front, limits, x, y, picked, units, marks, colour });
    },
    [front, marks, limits, x, y, picked, units],
  );
  if (front.length + marks.length === 0) return null;
  return (
    <>
      <Plot
        label={`${WORDS[y].name} against ${WORDS[x].name}: what can be had, variants, schools, limits`}
        make={make}
        className="h-64"
      />
      <p className="text-[13px] text-faint">
        {[...marks]
          .sort((a, b) => a.figures[x] - b.figures[x])
          .map(
            m =>
              `${m.kind === 'school' ? '◆ ' : '● '}${m.name} ${printFigure(x, m.figures[x], units)}, ${printFigure(y, m.figures[y], units)}`,
          )
          .join('; ')}
        . Blue: not to be had within the other limits. Dashed: your limits.
      </p>
    </>
  );
}

function frontChart({
  front,
  limits,
  x,
  y,
  picked,
  units,
  marks,
  colour,
}: {
  front: readonly FrontPoint[];
  limits: ChoiceLimits;
  x: Props['x'];
  y: Props['y'];
  picked: Figured | undefined;
  units: UnitSystem;
  marks: FrontMark[];
  colour: (name: string) => string;
}) {
  const [ax, ay] = [figureAxis(x, units), figureAxis(y, units)];
  const at = (f: Figured) => ({ x: f[x] * ax.by, y: f[y] * ay.by });
  const all = [...front.map(p => at(p.figures)), ...marks.map(m => at(m.figures))];
  const [lx, ly] = [limits[x] ?? null, limits[y] ?? null];
  const { ry, rx } = rangesOf({ ax, ay, all, lx, ly });
  const fence = fenceIn(colour);
  return lineChart(
    [
      ...marks.map(m => markAt(m, at(m.figures), colour)),
      ...(picked ? [ringAt(at(picked), colour)] : []),
      {
        label: 'what can be had',
        data: front.map(p => at(p.figures)),
        borderColor: colour('--chalk'),
        backgroundColor: colour('--wet'),
        borderWidth: 2,
        pointRadius: 2,
        // Between two points no more is known than that nothing beats the better of them.
        stepped: VAN_FIGURES[x].better === 'more' ? ('before' as const) : ('after' as const),
        fill: VAN_FIGURES[y].better === 'more' ? ('end' as const) : ('start' as const),
      },
      ...(lx === null ? [] : [fence({ x: lx * ax.by, y: ry.min }, { x: lx * ax.by, y: ry.max })]),
      ...(ly === null ? [] : [fence({ x: rx.min, y: ly * ay.by }, { x: rx.max, y: ly * ay.by })]),
    ],
    {
      x: { type: 'linear' as const, ...rx, ...within(axis(colour, ax.says)) },
      y: { ...ry, ...within(axis(colour, ay.says)) },
    },
  );
}

interface Spot {
  x: number;
  y: number;
}
type Colour = (name: string) => string;

const markAt = (m: FrontMark, at: Spot, colour: Colour) => ({
  label: m.name,
  data: [at],
  pointRadius: SHOWN[m.kind].radius,
  pointStyle: SHOWN[m.kind].shape,
  pointBackgroundColor: colour(SHOWN[m.kind].colour),
  pointBorderColor: colour('--sheet'),
  showLine: false,
});

const ringAt = (at: Spot, colour: Colour) => ({
  label: 'the pick',
  data: [at],
  pointRadius: 8,
  pointBackgroundColor: 'transparent',
  pointBorderColor: colour('--ink'),
  pointBorderWidth: 2.5,
  showLine: false,
});

const fenceIn = (colour: Colour) => (a: Spot, b: Spot) => ({
  label: 'your limit',
  data: [a, b],
  borderColor: colour('--signal'),
  borderDash: [3, 5],
  borderWidth: 3,
  pointRadius: 0,
});

/** What the axes span: all that is drawn, and a fence that lies near it. */
function rangesOf({
  ax,
  ay,
  all,
  lx,
  ly,
}: {
  ax: { by: number; says: string };
  ay: { by: number; says: string };
  all: { x: number; y: number }[];
  lx: number | null;
  ly: number | null;
}) {
  const range = (of: 'x' | 'y', limit: number | null) => {
    const values = all.map(p => p[of]);
    const [low, high] = [Math.min(...values), Math.max(...values)];
    // A fence that lies near what is drawn is drawn too.
    const near = limit !== null && limit > low - NEAR * (high - low) && limit < high + NEAR * (high - low);
    const [from, to] = near ? [Math.min(low, limit), Math.max(high, limit)] : [low, high];
    const room = 0.06 * (to - from) || 1;
    return { min: Math.max(0, from - room), max: to + room };
  };
  const rx = range('x', lx === null ? null : lx * ax.by);
  const ry = range('y', ly === null ? null : ly * ay.by);
  return { ry, rx };
}
