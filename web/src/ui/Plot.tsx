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

/** The one chart: drawn in the page's colours, drawn anew when data or light change. */
export function Plot({ label, className = 'h-48', make }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = usePreferences(s => s.theme);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme changes the colours read from the page.
  useEffect(() => {
    const css = getComputedStyle(document.documentElement);
    const chart = new Chart(
      canvas.current!,
      make(name => css.getPropertyValue(name).trim()),
    );
    return () => chart.destroy();
  }, [make, theme]);
  return (
    <div className={`relative ${className}`}>
      <canvas ref={canvas} role="img" aria-label={label} />
    </div>
  );
}
