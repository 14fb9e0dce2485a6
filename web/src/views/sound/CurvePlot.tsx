import type { CurvePoint } from '@overcoat/core/studies/deaden';
import { useCallback } from 'react';
import { moneySign } from '../../store/money.ts';
import { axis, lineChart } from '../../ui/axis.ts';
import { Plot } from '../../ui/Plot.tsx';

/** A way to deaden the van, as a point beside the curve. */
export interface PlanMark {
  name: string;
  mass: number;
  cost: number;
  change: number;
  colour: string;
}

/** Drumming taken against what is stuck, with its band and points to compare. */
export function CurvePlot({
  curve,
  marks,
  by,
}: {
  curve: readonly CurvePoint[];
  marks: readonly PlanMark[];
  by: 'mass' | 'cost';
}) {
  const make = useCallback(
    (colour: (name: string) => string) => {
      const line = (factor: number) => curve.map(p => ({ x: p[by], y: -factor * p.change }));
      const plain = { pointRadius: 0, borderWidth: 0 };
      return lineChart(
        [
          ...marks.map(m => ({
            label: m.name,
            data: [{ x: m[by], y: -m.change }],
            pointRadius: 6,
            pointBackgroundColor: colour(m.colour),
            pointBorderColor: colour('--sheet'),
            showLine: false,
          })),
          {
            label: 'likely',
            data: line(1),
            borderColor: colour('--chalk'),
            borderWidth: 2,
            pointRadius: 0,
          },
          { label: 'best', data: line(1.2), ...plain, fill: '+1', backgroundColor: colour('--foam') },
          { label: 'least', data: line(0.4), ...plain },
        ],
        {
          x: {
            type: 'linear' as const,
            min: 0,
            ...axis(colour, by === 'mass' ? 'sheets, kg' : `sheets, ${moneySign()}`),
          },
          y: { min: 0, ...axis(colour, 'dB quieter') },
        },
      );
    },
    [curve, marks, by],
  );
  return <Plot label="Drumming taken against sheets stuck" make={make} className="h-60" />;
}
