import { printMass, printMoney, printNumber, type SealSweep, schools, schoolsAt } from '@overcoat/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { days, grams } from '../../format.ts';
import { useOpenDesign } from '../../store/evaluation.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { useDampJob } from '../../workers/useDampJob.ts';

const nameOf = (id: string) => schools.find(s => s.id === id)?.name ?? id;

/** Every school on this van at one seal quality, and where they change places. */
export function Schools() {
  const design = useOpenDesign();
  const { library, own, prices } = useLibrary();
  const units = useUnits();
  const [seal, setSeal] = useState(0.9);
  const { shell, brief } = design;
  const points = useMemo(() => schoolsAt({ shell, brief }, seal, library), [shell, brief, seal, library]);
  const { run, cancel, state, answer } = useDampJob();
  useEffect(() => {
    run({ kind: 'sweep', materials: own, prices, design: { shell, brief } }, 'sweep');
  }, [run, own, prices, shell, brief]);
  const sweep = answer?.ok ? answer.sweep : undefined;
  const wettest = (a: (typeof points)[number], b: (typeof points)[number]) => a.night - b.night;
  const driest = [...points].sort(wettest)[0]!;
  const quickest = [...points].sort((a, b) => a.days - b.days)[0]!;
  const turn = sweep?.crossings.find(c => c.first === driest.school || c.second === driest.school);
  return (
    <div className="flex flex-col gap-4">
      <p>
        With {printNumber(seal * 100, 0)} % of the seams closed, <b>{driest.name}</b> takes up least on a
        winter night ({grams(driest.night)}) and <b>{quickest.name}</b> is dry soonest after a leak (
        {days(quickest.days)}).
        {turn &&
          ` It changes at ${printNumber(turn.at * 100, 0)} % closed, where ${nameOf(turn.first)} and ${nameOf(turn.second)} change places.`}
      </p>
      <label className="flex items-center gap-3">
        seams closed
        <input
          type="range"
          min={0}
          max={100}
          value={Math.round(seal * 100)}
          onChange={e => setSeal(Number(e.target.value) / 100)}
          className="grow accent-[var(--chalk)]"
        />
        <b>{printNumber(seal * 100, 0)} %</b>
      </label>
      <div className="overflow-x-auto">
        <table className="w-full text-[13px]">
          <caption className="sr-only">Schools compared</caption>
          <thead className="text-left text-faint">
            <tr>
              {['school', 'a winter night', 'dry after 100 g', 'W/K', 'kg', 'cost'].map(h => (
                <th
                  key={h}
                  scope="col"
                  className={`py-1 font-medium ${h === 'school' ? '' : 'pl-3 text-right'}`}
                >
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {points.map(p => (
              <tr key={p.school} className="border-t border-rule align-top">
                <th scope="row" className="py-1 pr-2 text-left font-medium">
                  {p.name} <span className="font-normal text-faint">{p.grows ? '▲ builds up' : ''}</span>
                </th>
                <td className="pl-3 py-1 text-right whitespace-nowrap">{grams(p.night)}</td>
                <td className="pl-3 py-1 text-right whitespace-nowrap">{days(p.days)}</td>
                <td className="pl-3 py-1 text-right">{printNumber(p.evaluation.heatLoss, 1)}</td>
                <td className="pl-3 py-1 text-right whitespace-nowrap">
                  {printMass(p.evaluation.mass, units)}
                </td>
                <td className="pl-3 py-1 text-right">{printMoney(Math.round(p.evaluation.cost))}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {state === 'running' && (
        <p>
          <output>sweeping the seal quality…</output>{' '}
          <Button small onClick={cancel}>
            cancel
          </Button>
        </p>
      )}
      {sweep && <SweepChart sweep={sweep} seal={seal} />}
      <p className="text-[13px] text-faint">
        The bay that takes up most speaks for each school; by months, without sun: the wet end. A sealed foil
        that hardly wets also hardly dries. Local codes and fire classes go before any of this.
      </p>
    </div>
  );
}

const DASHES = [[], [7, 4], [2, 3], [10, 3, 2, 3]];

function SweepChart({ sweep, seal }: { sweep: SealSweep; seal: number }) {
  const make = useCallback(
    (colour: (name: string) => string) => ({
      type: 'line' as const,
      data: {
        datasets: [
          ...schools.map((s, k) => ({
            label: s.name,
            data: sweep.at.map((q, i) => ({ x: q * 100, y: Math.max(0.01, sweep.night[k]![i]! * 1000) })),
            borderColor: colour(['--chalk', '--ink', '--signal', '--faint'][k % 4]!),
            borderDash: DASHES[k % 4]!,
            borderWidth: 2,
            pointRadius: 0,
          })),
          {
            label: 'here',
            data: [
              { x: seal * 100, y: 0.01 },
              { x: seal * 100, y: 200 },
            ],
            borderColor: colour('--tape'),
            borderWidth: 2,
            pointRadius: 0,
          },
        ],
      },
      options: {
        animation: false as const,
        parsing: false as const,
        maintainAspectRatio: false,
        scales: {
          x: {
            type: 'linear' as const,
            min: 0,
            max: 100,
            title: { display: true, text: 'seams closed, %', color: colour('--faint') },
            ticks: { color: colour('--faint') },
          },
          y: {
            type: 'logarithmic' as const,
            title: { display: true, text: 'g/m² on a winter night', color: colour('--faint') },
            ticks: { color: colour('--faint') },
          },
        },
      },
    }),
    [sweep, seal],
  );
  return (
    <div>
      <Plot
        label="Water on a winter night against the share of seams closed, by school"
        make={make}
        className="h-56"
      />
      <ul className="flex flex-wrap gap-x-4 text-[13px]">
        {schools.map((s, k) => (
          <li key={s.id}>
            {['━━', '╍╍', '┈┈', '╍┈'][k % 4]} {s.name}
          </li>
        ))}
      </ul>
      <ul className="mt-1 text-[13px]">
        {sweep.crossings.map(c => (
          <li key={`${c.first}${c.second}${c.at}`}>
            {nameOf(c.first)} and {nameOf(c.second)} change places at {printNumber(c.at * 100, 0)} % closed.
          </li>
        ))}
      </ul>
    </div>
  );
}
