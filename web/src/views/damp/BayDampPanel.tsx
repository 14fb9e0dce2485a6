import { type End, endsAt } from '@overcoat/core/buildup';
import type { WeatherFile } from '@overcoat/core/formats';
import {
  type BayYears,
  bayModelInput,
  carriesOver,
  dayResponse,
  runsDown,
} from '@overcoat/core/studies/damp';
import { printNumber, printTemperature } from '@overcoat/core/units';
import { FIRST_MONTH, MONTHS } from '@overcoat/core/van/climate';
import { useCallback, useMemo, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { grams } from '../../format.ts';
import { useJob } from '../../hooks/useJob.ts';
import { dampSentence } from '../../sentences.ts';
import { useBay } from '../../store/evaluation.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Plot } from '../../ui/Plot.tsx';
import { Select } from '../../ui/Select.tsx';
import { BandNote } from './BandNote.tsx';
import { DiffersNote } from './DiffersNote.tsx';
import { Effects } from './Effects.tsx';
import { JobBar } from './JobBar.tsx';
import { type SeriesLine, SeriesPlot } from './SeriesPlot.tsx';
import { WaterSection } from './WaterSection.tsx';
import { WeatherChoice } from './WeatherChoice.tsx';

interface Props {
  id: string;
  weather: WeatherFile | null;
  onWeather(weather: WeatherFile | null): void;
}

/** One bay: the verdict, its months, what moves it most, and on demand its hours. */
export function BayDampPanel({ id, weather, onWeather }: Props) {
  const r = useBay(id);
  const units = useUnits();
  const lined = r.buildUp && r.moisture;
  return (
    <div className="flex flex-col gap-5">
      <section>
        <h2 className="text-xl">{r.buildUp?.name ?? 'Bare'}</h2>
        <p>{dampSentence(r)}</p>
        {r.moisture && (
          <>
            <p className="text-[13px] text-faint">
              On the design night {grams(r.moisture.nightDiffusion)} through the layers and{' '}
              {grams(r.moisture.nightLeakage)} with air through joints and ways round the barrier; the skin
              stands at {printTemperature(r.moisture.skin, units)}.
            </p>
            <BandNote id={id} />
            <DayNote id={id} />
            <MonthsChart water={r.moisture.months} />
          </>
        )}
      </section>
      {lined && <Effects bay={id} />}
      {lined && <Hours id={id} weather={weather} onWeather={onWeather} />}
    </div>
  );
}

function Hours({ id, weather, onWeather }: Props) {
  const { shell } = useOpenDesign();
  const { design: placement } = useVariant();
  const r = useBay(id);
  const [end, setEnd] = useState<End>('likely');
  const input = useMemo(() => ({ ...bayModelInput(shell, r), ends: endsAt(end), years: 2 }), [shell, r, end]);
  const job = useJob('years', id, { input, placement, ...(weather ? { weather } : {}) });
  return (
    <section>
      <h2 className="text-lg">Hour by hour, two years</h2>
      <JobBar job={job} name="Compute" doing="computing 17,520 hours">
        <WeatherChoice weather={weather} onWeather={onWeather} />
        <Select label="leaks" hideLabel value={end} onChange={ev => setEnd(ev.target.value as End)}>
          <option value="likely">leaks as usual</option>
          <option value="wetEnd">at the wet end</option>
        </Select>
      </JobBar>
      {job.answer && !job.stale && end === 'likely' && !weather && (
        <DiffersNote id={id} peak={job.answer.atMonths} ran={job.answer.runOff / job.answer.peaks.length} />
      )}
      {job.answer && <Years years={job.answer} stale={job.stale} />}
    </section>
  );
}

/** Why nobody should pay for phase shift in a van. */
function DayNote({ id }: { id: string }) {
  const r = useBay(id);
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

function MonthsChart({ water }: { water: ArrayLike<number> }) {
  const change = useMemo(
    () => Array.from({ length: 12 }, (_, i) => (water[i]! - (i > 0 ? water[i - 1]! : 0)) * 1000),
    [water],
  );
  const make = useCallback(
    (colour: (name: string) => string) => ({
      type: 'bar' as const,
      data: {
        labels: Array.from({ length: 12 }, (_, i) => MONTHS[(FIRST_MONTH + i) % 12]!.slice(0, 3)),
        datasets: [
          {
            label: 'in (up) or out (down) in the month, first year',
            data: change,
            backgroundColor: colour('--signal'),
          },
          {
            label: 'left at its end, first year',
            data: Array.from({ length: 12 }, (_, i) => water[i]! * 1000),
            backgroundColor: colour('--chalk'),
          },
          {
            label: 'left at its end, fifth year',
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
    [water, change],
  );
  return (
    <>
      <Plot
        label="Water by months: in or out, and left at each month’s end in the first and fifth year"
        make={make}
        className="h-40"
      />
      <p className="text-[13px] text-faint">
        <b className="text-signal">■</b> in (up) or out (down), <b className="text-chalk">■</b> left at the
        month’s end, first year from a dry October, <b style={{ color: 'var(--tape)' }}>■</b> fifth; by months
        after ISO 13788, with sun and sky, storage left out.
      </p>
    </>
  );
}

function Years({ years, stale }: { years: BayYears; stale: boolean }) {
  const units = useUnits();
  const { hours, water, skinWater, skin } = years;
  const lines = useMemo((): SeriesLine[] => {
    const inGrams = (values: Float32Array) => values.map(w => w * 1000);
    return [
      { name: 'all free water, g/m²', values: inGrams(water), colour: '--chalk' },
      { name: 'on the skin', values: inGrams(skinWater), colour: '--ink', dash: [3, 3] },
      { name: 'skin, °C', values: skin, colour: '--signal', right: true },
    ];
  }, [water, skinWater, skin]);
  const left = years.ends.at(-1)! - years.ends[0]!;
  const wettest = Math.max(0, Math.min(hours - 168, years.wettest.hour - 84));
  return (
    <div className={`mt-2 flex flex-col gap-2 ${stale ? 'opacity-60' : ''}`}>
      <p data-testid="years">
        At most {grams(years.peaks[0]!)} in the first year and {grams(years.peaks[1]!)} in the second;{' '}
        {carriesOver(left)
          ? `${grams(left)} more is left at the end of the second.`
          : 'nothing is carried over.'}{' '}
        {runsDown(years.runOff) &&
          `${grams(years.runOff)} ran down${runsDown(years.dripped) ? ` or dripped, ${grams(years.dripped)} of it from layers that were full` : ''}. `}
        Steel wet {printNumber(years.wetness.hours, 0)} h a year ({years.wetness.class}); mould index{' '}
        {printNumber(years.mould.atSkin, 1)} at the skin, {printNumber(years.mould.atLining, 1)} behind the
        lining (3 can be seen).
      </p>
      <SeriesPlot
        label="Free water and skin temperature over two years"
        lines={lines}
        hours={hours}
        left="g/m²"
        right="°C"
        places={[
          { name: 'two years', from: 0, span: hours },
          { name: 'first winter', from: 30 * 24, span: 150 * 24 },
          { name: 'wettest week', from: wettest, span: 168 },
        ]}
      />
      <WaterSection years={years} />
      <p className="text-[13px] text-faint">
        With sun, night sky, sorption and run-off at 200 g/m²; frost and liquid flow left out; an illustrative
        year; the skin between {printTemperature(Math.min(...skin), units)} and{' '}
        {printTemperature(Math.max(...skin), units)}. Balances: water {years.waterBalance.toExponential(0)},
        energy {years.energyBalance.toExponential(0)} of what went through.
      </p>
    </div>
  );
}
