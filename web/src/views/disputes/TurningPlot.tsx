import type { Unit } from '@overcoat/core/figures';
import type { Turning } from '@overcoat/core/studies/disputes';
import type { UnitSystem } from '@overcoat/core/units';
import { useCallback } from 'react';
import { axisOf } from '../../figures/units.ts';
import { useUnits } from '../../store/preferences.ts';
import { axis, lineChart } from '../../ui/axis.ts';
import { Plot } from '../../ui/Plot.tsx';

/** Lines of the ways, told apart by dash and colour. */
const LINES = [
  { colour: '--chalk', dash: [] },
  { colour: '--ink', dash: [7, 4] },
  { colour: '--slate', dash: [2, 3] },
] as const;

/** What each way comes to over one input, with where this van stands and where it turns. */
export function TurningPlot({ turning, question }: { turning: Turning; question: string }) {
  const units = useUnits();
  const { x, y, lines } = turning;
  const make = useCallback(
    (colour: (name: string) => string) => {
      return turningChart({ units, x, y, lines, colour });
    },
    [x, y, lines, units],
  );
  return (
    <figure>
      <Plot label={`${question} ${y.what} against ${x.what}`} make={make} className="h-40" />
      <figcaption className="flex flex-wrap gap-x-3 text-[13px] text-faint">
        <span>{y.what}:</span>
        {lines.map((l, i) => (
          <Key key={l.side} name={l.side} {...LINES[i % LINES.length]!} />
        ))}
        {x.at !== null && <Key name="now" colour="--faint" dash={[]} />}
        {x.turns !== null && <Key name="turns" colour="--signal" dash={[3, 5]} />}
      </figcaption>
    </figure>
  );
}

function turningChart({
  units,
  x,
  y,
  lines,
  colour,
}: {
  units: UnitSystem;
  x: { what: string; unit: Unit; at: number | null; turns: number | null };
  y: { what: string; unit: Unit };
  lines: { side: string; points: { x: number; y: number }[] }[];
  colour: (name: string) => string;
}) {
  const [ax, ay] = [axisOf(x.unit, units), axisOf(y.unit, units)];
  const all = lines.flatMap(l => l.points.map(p => p.y * ay.by));
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const upright = (at: number, name: string, dash: number[]) => ({
    label: name,
    data: [
      { x: at * ax.by, y: low },
      { x: at * ax.by, y: high },
    ],
    borderColor: colour(name === 'turns' ? '--signal' : '--faint'),
    borderDash: dash,
    borderWidth: name === 'turns' ? 2.5 : 1.5,
    pointRadius: 0,
  });
  return lineChart(
    [
      ...lines.map((l, i) => ({
        label: l.side,
        data: l.points.map(p => ({ x: p.x * ax.by, y: p.y * ay.by })),
        borderColor: colour(LINES[i % LINES.length]!.colour),
        borderDash: [...LINES[i % LINES.length]!.dash],
        borderWidth: 2,
        pointRadius: 0,
      })),
      ...(x.at === null ? [] : [upright(x.at, 'now', [])]),
      ...(x.turns === null ? [] : [upright(x.turns, 'turns', [3, 5])]),
    ],
    {
      x: { type: 'linear' as const, ...axis(colour, `${x.what}, ${ax.says}`) },
      y: {
        ...(low >= 0 && low < 0.2 * high ? { min: 0 } : { grace: '4%' as const }),
        ...axis(colour, ay.says),
      },
    },
  );
}

function Key({ name, colour, dash }: { name: string; colour: string; dash: readonly number[] }) {
  return (
    <span className="inline-flex items-center gap-1 whitespace-nowrap">
      <svg width="22" height="6" aria-hidden>
        <line
          x1="0"
          y1="3"
          x2="22"
          y2="3"
          stroke={`var(${colour})`}
          strokeWidth="2"
          strokeDasharray={dash.join(' ')}
        />
      </svg>
      {name}
    </span>
  );
}
