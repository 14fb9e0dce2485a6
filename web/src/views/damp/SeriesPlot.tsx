import { addHours, format } from 'date-fns';
import { ChevronLeft, ChevronRight, ZoomIn, ZoomOut } from 'lucide-react';
import { useCallback, useMemo } from 'react';
import { axis, lineChart } from '../../ui/axis.ts';
import { Button } from '../../ui/Button.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { useWindow } from './useWindow.ts';

export interface SeriesLine {
  name: string;
  values: ArrayLike<number>;
  /** A colour of the page, by name. */
  colour: string;
  dash?: number[];
  /** On the right axis. */
  right?: boolean;
}

interface Props {
  label: string;
  lines: SeriesLine[];
  hours: number;
  left: string;
  right?: string;
  /** Named places to jump to: first hour and length. */
  places: { name: string; from: number; span: number }[];
}

/** The series begin on the first of October; which year does not matter. */
const START = new Date(2001, 9, 1);
const POINTS = 900;
/** Hours between the marks of the time axis, the first that leaves no more than eight. */
const MARKS = [6, 12, 24, 48, 168, 336, 730, 1460, 2920];

/** Hours as lines, with zoom by wheel and buttons; what is drawn of a wide stretch are its highest values. */
export function SeriesPlot({ label, lines, hours, left, right, places }: Props) {
  const view = useWindow(hours);
  const { from, span } = view;
  const drawn = useMemo(() => {
    const step = Math.max(1, Math.ceil(span / POINTS));
    return lines.map(line => {
      const points: { x: number; y: number }[] = [];
      for (let h = from; h < from + span; h += step) {
        let y = line.values[h] ?? Number.NaN;
        for (let k = h + 1; k < Math.min(h + step, hours); k++) y = Math.max(y, line.values[k]!);
        points.push({ x: h, y });
      }
      return points;
    });
  }, [lines, from, span, hours]);
  const make = useCallback(
    (colour: (name: string) => string) => {
      return seriesChart({ lines, left, right, from, span, drawn, colour });
    },
    [lines, drawn, from, span, left, right],
  );
  return (
    <div>
      <WindowButtons hours={hours} places={places} view={view} from={from} span={span} />
      <div ref={view.ref} data-span={span}>
        <Plot label={label} make={make} className="h-52" />
      </div>
      <Lines lines={lines} />
    </div>
  );
}

function Lines({ lines }: { lines: SeriesLine[] }) {
  return (
    <ul className="flex flex-wrap gap-x-4 text-[13px]">
      {lines.map(line => (
        <li key={line.name}>
          <svg width="26" height="8" aria-hidden className="mr-1 inline">
            <path
              d="M0 4H26"
              stroke={`var(${line.colour})`}
              strokeWidth="2"
              strokeDasharray={line.dash?.join(' ')}
            />
          </svg>
          {line.name}
          {line.right && ' (right)'}
        </li>
      ))}
    </ul>
  );
}

function WindowButtons({
  hours,
  places,
  view,
  from,
  span,
}: {
  hours: number;
  places: Props['places'];
  view: ReturnType<typeof useWindow>;
  from: number;
  span: number;
}) {
  return (
    <div className="flex flex-wrap items-center gap-1">
      {places.map(p => (
        <Button
          key={p.name}
          small
          aria-pressed={p.from === from && p.span === span}
          onClick={() => view.show(p.from, p.span)}
        >
          {p.name}
        </Button>
      ))}
      <span className="ml-auto flex gap-1">
        <Button small aria-label="Earlier" disabled={from === 0} onClick={() => view.move(-0.5)}>
          <ChevronLeft size={15} aria-hidden />
        </Button>
        <Button small aria-label="Closer" disabled={span <= 48} onClick={() => view.zoom(0.5)}>
          <ZoomIn size={15} aria-hidden />
        </Button>
        <Button small aria-label="Wider" disabled={span >= hours} onClick={() => view.zoom(2)}>
          <ZoomOut size={15} aria-hidden />
        </Button>
        <Button small aria-label="Later" disabled={from + span >= hours} onClick={() => view.move(0.5)}>
          <ChevronRight size={15} aria-hidden />
        </Button>
      </span>
    </div>
  );
}

function seriesChart({
  lines,
  left,
  right,
  from,
  span,
  drawn,
  colour,
}: {
  lines: SeriesLine[];
  left: string;
  right: string | undefined;
  from: number;
  span: number;
  drawn: { x: number; y: number }[][];
  colour: (name: string) => string;
}) {
  return lineChart(
    lines.map((line, i) => ({
      label: line.name,
      data: drawn[i]!,
      borderColor: colour(line.colour),
      borderDash: line.dash ?? [],
      borderWidth: 1.5,
      pointRadius: 0,
      yAxisID: line.right ? 'right' : 'y',
    })),
    {
      x: {
        type: 'linear' as const,
        min: from,
        max: from + span,
        ticks: {
          color: colour('--faint'),
          maxRotation: 0,
          callback: (h: number | string) =>
            format(addHours(START, Number(h)), span > 24 * 200 ? 'MMM' : span > 72 ? 'd MMM' : 'HH:mm'),
        },
        afterBuildTicks: (scale: { ticks: { value: number }[] }) => {
          scale.ticks = ticksOf(from, span).map(value => ({ value }));
        },
      },
      y: axis(colour, left),
      ...(right && {
        right: { position: 'right' as const, ...axis(colour, right), grid: { display: false } },
      }),
    },
    true,
  );
}

/** Round hours inside a stretch. */
function ticksOf(from: number, span: number): number[] {
  const step = MARKS.find(m => span / m <= 8) ?? MARKS.at(-1)!;
  const first = Math.ceil(from / step) * step;
  return Array.from({ length: Math.floor((from + span - first) / step) + 1 }, (_, i) => first + i * step);
}
