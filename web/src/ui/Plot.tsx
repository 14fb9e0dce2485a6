import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  type ChartConfiguration,
  Filler,
  LinearScale,
  LineController,
  LineElement,
  LogarithmicScale,
  PointElement,
  Tooltip,
} from 'chart.js';
import { useEffect, useRef } from 'react';
import { usePreferences } from '../store/preferences.ts';

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  Filler,
  LinearScale,
  LogarithmicScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);

interface Props {
  /** Says in words what the chart shows, for those who do not see it. */
  label: string;
  className?: string;
  make(colour: (name: string) => string): ChartConfiguration;
}

/**
 * The one chart: drawn in the page's colours, and anew when data or light change. It stays the same chart by then: to set up
 * another lays out the whole page twice.
 */
export function Plot({ label, className = 'h-48', make }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const drawn = useRef<{ chart: Chart; type: string } | null>(null);
  const theme = usePreferences(s => s.theme);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme changes the colours read from the page.
  useEffect(() => {
    const css = getComputedStyle(document.documentElement);
    const made = make(name => css.getPropertyValue(name).trim());
    const type = 'type' in made ? made.type : '';
    const before = drawn.current;
    if (before && before.type === type && !made.plugins) {
      before.chart.data = made.data;
      if (made.options) before.chart.options = made.options;
      before.chart.update('none');
      return;
    }
    before?.chart.destroy();
    drawn.current = { chart: new Chart(canvas.current!, made), type };
  }, [make, theme]);
  useEffect(
    () => () => {
      drawn.current?.chart.destroy();
      drawn.current = null;
    },
    [],
  );
  return (
    <div className={`relative ${className}`}>
      <canvas ref={canvas} role="img" aria-label={label} />
    </div>
  );
}
