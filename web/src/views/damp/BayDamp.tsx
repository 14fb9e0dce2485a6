import {
  type BayYears,
  dayResponse,
  FIRST_MONTH,
  MONTHS,
  printNumber,
  printTemperature,
  solveRib,
  stackHeight,
  type WeatherFile,
} from '@overcoat/core';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { grams } from '../../format.ts';
import { dampSentence } from '../../sentences.ts';
import { useEvaluation, useOpenDesign, useVariant } from '../../store/evaluation.ts';
import { Button } from '../../ui/Button.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { Select } from '../../ui/Select.tsx';
import { useDampJob } from '../../workers/useDampJob.ts';
import { RibPicture } from './RibPicture.tsx';
import { WeatherChoice } from './WeatherChoice.tsx';

const COLOURS = { '0.3': 'white', '0.6': 'grey', '0.9': 'black' } as const;

/** One bay: the verdict, its months, its rib, and on demand its hours. */
export function BayDamp({ id }: { id: string }) {
  const e = useEvaluation();
  const design = useOpenDesign();
  const { library, own, prices } = useLibrary();
  const r = e.bays.get(id)!;
  const [colour, setColour] = useState('0.6');
  const [weather, setWeather] = useState<WeatherFile | null>(null);
  const job = useDampJob();
  const asked = `${id} ${weather?.place ?? ''} ${r.buildUp?.id} ${colour} ${JSON.stringify(r.buildUp)} ${JSON.stringify(design.brief)}`;
  const rib = r.zone.ribs[0];
  const solved = useMemo(
    () =>
      rib && r.zone.kind !== 'floor' && r.zone.kind !== 'arch'
        ? solveRib(
            {
              layers: r.buildUp?.layers ?? [],
              kind: r.zone.kind,
              width: rib.width.value,
              depth: rib.depth.value,
              stuffed: null,
              outside: e.night.outside.t,
              inside: e.night.inside.t,
            },
            design.shell,
            library,
            60,
          )
        : null,
    [rib, r, e.night, design.shell, library],
  );
  const run = () =>
    r.buildUp &&
    r.moisture &&
    job.run(
      {
        kind: 'years',
        materials: own,
        prices,
        design: { shell: design.shell, brief: design.brief },
        input: {
          shell: design.shell,
          kind: r.zone.kind,
          bay: r.bay,
          buildUp: r.buildUp,
          seamLength: r.moisture.seamLength,
          height: stackHeight(r.zone, r.bay),
          absorptance: Number(colour),
          years: 2,
        },
        ...(weather ? { weather } : {}),
      },
      asked,
    );
  const years = job.answer?.ok ? job.answer.years : undefined;
  return (
    <div className="flex flex-col gap-5">
      <section>
        <h2 className="text-xl">{r.buildUp?.name ?? 'Bare'}</h2>
        <p>{dampSentence(r)}</p>
        {r.moisture && (
          <>
            <p className="text-[13px] text-faint">
              On the design night {grams(r.moisture.nightDiffusion)} through the layers and{' '}
              {grams(r.moisture.nightLeakage)} through open joints; the skin stands at{' '}
              {printTemperature(r.moisture.skin)}.
            </p>
            <DayNote id={id} />
            <MonthsChart water={r.moisture.months} />
          </>
        )}
      </section>
      {solved && (
        <section>
          <h2 className="text-lg">Its rib on the design night</h2>
          <p>
            {solved.coldest < e.night.dewPoint
              ? 'The room’s face of the rib is wet: '
              : 'The room’s face stays dry: '}
            coldest {printTemperature(solved.coldest)}, dew point {printTemperature(e.night.dewPoint)}; f
            <sub>Rsi</sub> {printNumber(solved.fRsi, 2)}; psi {printNumber(solved.psi, 2)} W/mK.
            {solved.flange !== null && ` The rib’s own flange is at ${printTemperature(solved.flange)}.`}
          </p>
          <RibPicture result={solved} dewPoint={e.night.dewPoint} />
          <p className="text-[13px] text-faint">
            Foam over the rib warms the room’s face and cools the flange: less sweat on the lining, more
            behind it. ISO 10211, half a module of 300 mm; blue is below the dew point, the strong line is the
            dew point.
          </p>
        </section>
      )}
      {r.buildUp && r.moisture && <Effects bay={id} />}
      {r.buildUp && r.moisture && (
        <section>
          <h2 className="text-lg">Hour by hour, two years</h2>
          <div className="flex flex-wrap items-end gap-2">
            <Select label="colour of the skin" value={colour} onChange={ev => setColour(ev.target.value)}>
              {Object.entries(COLOURS).map(([value, name]) => (
                <option key={value} value={value}>
                  {name}
                </option>
              ))}
            </Select>
            <WeatherChoice weather={weather} onWeather={setWeather} />
            <Button look="strong" disabled={job.state === 'running'} onClick={run}>
              {years ? 'Compute again' : 'Compute'}
            </Button>
            {job.state === 'running' && (
              <>
                <output className="text-[13px]">computing 17,520 hours…</output>
                <Button small onClick={job.cancel}>
                  cancel
                </Button>
              </>
            )}
          </div>
          {job.answer && !job.answer.ok && (
            <p role="alert" className="text-signal">
              {job.answer.message}
            </p>
          )}
          {years && <Years years={years} stale={job.of !== asked} />}
        </section>
      )}
    </div>
  );
}

/** Why nobody should pay for phase shift in a van. */
function DayNote({ id }: { id: string }) {
  const r = useEvaluation().bays.get(id)!;
  const { shell } = useOpenDesign();
  const { library } = useLibrary();
  if (!r.buildUp) return null;
  const { decrement, lag } = dayResponse(
    { shell, kind: r.zone.kind, bay: r.bay, buildUp: r.buildUp },
    library,
  );
  return (
    <p className="text-[13px] text-faint">
      In summer {printNumber(decrement * 100, 0)} % of the day’s swing comes through, {printNumber(lag, 1)} h
      later (ISO 13786): shade, colour and fresh air rule the heat, not mass.
    </p>
  );
}

/** What changes the first winter's water most, as bars from what it is now. */
function Effects({ bay }: { bay: string }) {
  const { shell, brief } = useOpenDesign();
  const { design: placement } = useVariant();
  const { own, prices } = useLibrary();
  const { run, answer, state } = useDampJob();
  useEffect(() => {
    run({ kind: 'effects', materials: own, prices, design: { shell, brief }, placement, bay }, bay);
  }, [run, own, prices, shell, brief, placement, bay]);
  const effects = answer?.ok ? (answer.effects ?? []) : [];
  const most = Math.max(1e-9, ...effects.map(e => Math.abs(e.after - e.peak)));
  return (
    <section>
      <h2 className="text-lg">What moves it most</h2>
      {state === 'running' && effects.length === 0 && (
        <output className="text-[13px]">working it out…</output>
      )}
      <ul className="flex flex-col gap-1">
        {effects.map(e => {
          const by = e.after - e.peak;
          return (
            <li key={e.change} className="grid grid-cols-[11rem_1fr_5rem] items-center gap-2 text-[13px]">
              {e.change}
              <span className="relative h-3 border-l border-ink">
                <span
                  className={`absolute inset-y-0 left-0 ${by > 0 ? 'bg-signal' : 'bg-chalk'}`}
                  style={{ width: `${(Math.abs(by) / most) * 100}%` }}
                />
              </span>
              <b className="text-right">
                {by > 0 ? '+' : '−'}
                {grams(Math.abs(by))}
              </b>
            </li>
          );
        })}
      </ul>
      <p className="text-[13px] text-faint">
        Change of the first winter’s highest water, one thing at a time. Fresh air never below what local
        rules ask.
      </p>
    </section>
  );
}

function MonthsChart({ water }: { water: ArrayLike<number> }) {
  const make = useCallback(
    (colour: (name: string) => string) => ({
      type: 'bar' as const,
      data: {
        labels: Array.from({ length: 12 }, (_, i) => MONTHS[(FIRST_MONTH + i) % 12]!.slice(0, 3)),
        datasets: [
          {
            label: 'first year',
            data: Array.from({ length: 12 }, (_, i) => water[i]! * 1000),
            backgroundColor: colour('--chalk'),
          },
          {
            label: 'fifth year',
            data: Array.from({ length: 12 }, (_, i) => water[48 + i]! * 1000),
            backgroundColor: colour('--tape'),
          },
        ],
      },
      options: {
        animation: false as const,
        maintainAspectRatio: false,
        scales: {
          x: { ticks: { color: colour('--faint') }, grid: { display: false } },
          y: {
            ticks: { color: colour('--faint') },
            title: { display: true, text: 'g/m²', color: colour('--faint') },
          },
        },
      },
    }),
    [water],
  );
  return (
    <>
      <Plot label="Water at the end of each month, first and fifth year" make={make} className="h-40" />
      <p className="text-[13px] text-faint">
        <b className="text-chalk">■</b> at each month’s end, first year from a dry October,{' '}
        <b style={{ color: 'var(--tape)' }}>■</b> fifth; by months after ISO 13788, without sun: the wet end.
      </p>
    </>
  );
}

function Years({ years, stale }: { years: BayYears; stale: boolean }) {
  const make = useCallback(
    (colour: (name: string) => string) => {
      const step = 12;
      const points = Array.from({ length: Math.floor(years.hours / step) }, (_, i) => ({
        x: (i * step) / 24,
        y: years.water[i * step]! * 1000,
      }));
      return {
        type: 'line' as const,
        data: {
          datasets: [
            {
              label: 'water, g/m²',
              data: points,
              borderColor: colour('--chalk'),
              borderWidth: 1.5,
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
              max: years.hours / 24,
              title: { display: true, text: 'days from the first of October', color: colour('--faint') },
              ticks: { color: colour('--faint') },
            },
            y: {
              min: 0,
              title: { display: true, text: 'g/m²', color: colour('--faint') },
              ticks: { color: colour('--faint') },
            },
          },
        },
      };
    },
    [years],
  );
  const left = years.ends.at(-1)! - years.ends[0]!;
  return (
    <div className={stale ? 'opacity-60' : ''}>
      {stale && <p className="font-medium text-signal">Stale: the design or the colour has changed since.</p>}
      <p data-testid="years">
        At most {grams(years.peaks[0]!)} in the first year and {grams(years.peaks[1]!)} in the second;{' '}
        {left > 0.002 ? `${grams(left)} more is left at the end of the second.` : 'nothing is carried over.'}{' '}
        {years.runOff > 0.001 && `${grams(years.runOff)} ran down. `}
        Steel wet {printNumber(years.wetness.hours, 0)} h a year ({years.wetness.class}); mould index{' '}
        {printNumber(years.mould.atSkin, 1)} at the skin, {printNumber(years.mould.atLining, 1)} behind the
        lining.
      </p>
      <Plot label="Water in the bay over two years" make={make} />
      <p className="text-[13px] text-faint">
        With sun, night sky, sorption and run-off at 200 g/m²; frost and liquid flow left out; an illustrative
        year. Balances: water {years.waterBalance.toExponential(0)}, energy{' '}
        {years.energyBalance.toExponential(0)} of what went through.
      </p>
    </div>
  );
}
