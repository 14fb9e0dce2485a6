import type { Climate } from '@overcoat/core/van/climate';
import type { ChartConfiguration } from 'chart.js';
import { useCallback } from 'react';
import { Plot } from '../../ui/Plot.tsx';

/** The climate’s year: mean temperature and daily swing by month, with the design night as a line. */
export function ClimateStrip({ climate, designNight }: { climate: Climate; designNight: number }) {
  const make = useCallback(
    (colour: (name: string) => string) => climateChart(climate, designNight, colour),
    [climate, designNight],
  );
  return (
    <figure className="mt-2">
      <Plot
        label={`${climate.label}: January mean ${climate.temperature[0]} °C, July mean ${climate.temperature[6]} °C, design night ${designNight} °C`}
        make={make}
        className="h-32"
      />
      <figcaption className="text-xs text-faint">
        {climate.label}: illustrative, no station’s record. Bars run from the mean night to the mean day;
        dashes mark your design night.
      </figcaption>
    </figure>
  );
}

const climateChart = (
  climate: Climate,
  designNight: number,
  colour: (name: string) => string,
): ChartConfiguration => ({
  type: 'bar',
  data: {
    labels: ['J', 'F', 'M', 'A', 'M', 'J', 'J', 'A', 'S', 'O', 'N', 'D'],
    datasets: [
      {
        type: 'bar',
        label: 'night to day, °C',
        data: climate.temperature.map((t, i) => [
          t - climate.swing[i]!,
          t + climate.swing[i]!,
        ]) as unknown as number[],
        backgroundColor: colour('--wet'),
        borderColor: colour('--chalk'),
        borderWidth: 1,
        barPercentage: 0.55,
      },
      {
        type: 'line',
        label: 'mean, °C',
        data: [...climate.temperature],
        borderColor: colour('--chalk'),
        pointRadius: 2,
        borderWidth: 2,
      },
      {
        type: 'line',
        label: 'design night, °C',
        data: climate.temperature.map(() => designNight),
        borderColor: colour('--signal'),
        borderDash: [6, 4],
        pointRadius: 0,
        borderWidth: 1.5,
      },
    ],
  },
  options: {
    animation: false,
    maintainAspectRatio: false,
    font: { family: 'Barlow' },
    plugins: { legend: { display: false } },
    scales: {
      x: { grid: { display: false }, ticks: { color: colour('--faint') } },
      y: {
        grid: { color: colour('--rule') },
        ticks: { color: colour('--faint'), callback: v => `${v} °C`, maxTicksLimit: 5 },
      },
    },
  },
});
