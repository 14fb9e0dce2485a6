import type { FrontPoint } from '@overcoat/core/studies/choose';
import { printNumber } from '@overcoat/core/units';
import { useCallback, useMemo } from 'react';
import { useLibrary } from '../../api/queries.ts';
import type { useJob } from '../../jobs/useJob.ts';
import { evaluation } from '../../store/evaluation.ts';
import { useHeard } from '../../store/heard.ts';
import { moneySign, printMoney } from '../../store/money.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { axis } from '../../ui/axis.ts';
import { Button } from '../../ui/Button.tsx';
import { Plot } from '../../ui/Plot.tsx';

interface Props {
  front: ReturnType<typeof useJob<'front'>>;
  /** What was proposed last; null for nothing yet. */
  proposal: { heat: number; cost: number } | null;
  budget: number | null;
  disabled: boolean;
}

/** What money buys: the warmest for each amount, with variants, the proposal, and the budget as a fence. */
export function FrontSection({ front, proposal, budget, disabled }: Props) {
  const design = useOpenDesign();
  const { library } = useLibrary();
  const heard = useHeard();
  const { answer } = front;
  const marks = useMemo(
    () => [
      ...design.variants.map((v, i) => {
        const e = evaluation(design, v.design, library, heard);
        return { name: `${String.fromCharCode(65 + i)} · ${v.name}`, heat: e.heat.loss, cost: e.order.cost };
      }),
      ...(proposal ? [{ name: 'the proposal', proposed: true, ...proposal }] : []),
    ],
    [design, library, heard, proposal],
  );
  return (
    <details className="mt-2">
      <summary className="cursor-pointer text-[13px] font-medium text-chalk underline">
        What money buys
      </summary>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        {front.running !== null || front.queued ? (
          <>
            <output>{Math.round((front.running ?? 0) * 100)} %</output>
            <Button small onClick={front.cancel}>
              Stop
            </Button>
          </>
        ) : (
          <Button small disabled={disabled} onClick={front.run}>
            {answer ? 'Draw it again' : 'Draw it'}
          </Button>
        )}
        {answer && <p>{frontWords(answer)}</p>}
        {answer && front.stale && <p className="text-faint">Older than what is asked now.</p>}
        {front.failed && (
          <p role="alert" className="text-signal">
            {front.failed}
          </p>
        )}
      </div>
      {answer && <FrontPlot front={answer} marks={marks} budget={budget} />}
    </details>
  );
}

/** Where the next money buys most and where it buys little. */
function frontWords(front: readonly FrontPoint[]): string {
  const steps = front.slice(1).map((p, i) => ({
    from: front[i]!,
    to: p,
    per: ((front[i]!.heat - p.heat) / Math.max(1, p.cost - front[i]!.cost)) * 100,
  }));
  if (steps.length === 0) return 'There is nothing to choose between.';
  const last = steps.findLast(s => s.per >= 1);
  return last
    ? `Up to ${printMoney(Math.round(last.to.cost))} another ${printMoney(100)} still buys ${printNumber(last.per, 1)} W/K; beyond that less than one.`
    : `Another ${printMoney(100)} buys less than one W/K anywhere.`;
}

interface Mark {
  name: string;
  proposed?: boolean;
  heat: number;
  cost: number;
}

function FrontPlot({
  front,
  marks,
  budget,
}: {
  front: readonly FrontPoint[];
  marks: readonly Mark[];
  budget: number | null;
}) {
  const make = useCallback(
    (colour: (name: string) => string) => {
      const heats = [...front.map(p => p.heat), ...marks.map(m => m.heat)];
      const [low, high] = [Math.min(...heats) * 0.9, Math.max(...heats) * 1.05];
      const point = (m: Mark) => ({
        label: m.name,
        data: [{ x: m.cost, y: m.heat }],
        pointRadius: m.proposed ? 7 : 6,
        pointBackgroundColor: colour(m.proposed ? '--signal' : '--slate'),
        pointBorderColor: colour('--sheet'),
        showLine: false,
      });
      return {
        type: 'line' as const,
        data: {
          datasets: [
            ...marks.map(point),
            {
              label: 'the warmest for that money',
              data: front.map(p => ({ x: p.cost, y: p.heat })),
              borderColor: colour('--chalk'),
              backgroundColor: colour('--wet'),
              borderWidth: 2,
              pointRadius: 2,
              fill: 'start',
            },
            ...(budget === null
              ? []
              : [
                  {
                    label: 'your limit',
                    data: [
                      { x: budget, y: low },
                      { x: budget, y: high },
                    ],
                    borderColor: colour('--signal'),
                    borderDash: [3, 5],
                    borderWidth: 3,
                    pointRadius: 0,
                  },
                ]),
          ],
        },
        options: {
          animation: false as const,
          parsing: false as const,
          maintainAspectRatio: false,
          scales: {
            x: { type: 'linear' as const, ...axis(colour, `materials, ${moneySign()}`) },
            y: { min: low, max: high, ...axis(colour, 'heat loss, W/K') },
          },
        },
      };
    },
    [front, marks, budget],
  );
  return (
    <>
      <Plot
        label="Heat loss against money: the warmest for each amount, the variants, the limit"
        make={make}
        className="h-64"
      />
      <p className="text-[13px] text-faint">
        Below the line nothing was found within the other limits. Points from the left:{' '}
        {[...marks]
          .sort((a, b) => a.cost - b.cost)
          .map(m => `${m.name} ${printMoney(Math.round(m.cost))}`)
          .join(', ')}
        . Dashed: your limit.
      </p>
    </>
  );
}
