import type { End } from '@overcoat/core/buildup';
import type { WeatherFile } from '@overcoat/core/formats';
import { anyRan, FUELS, type PartYear, type VanYear } from '@overcoat/core/studies/cabin';
import { carriesOver } from '@overcoat/core/studies/damp';
import { printNumber, printTemperature, type UnitSystem } from '@overcoat/core/units';
import { MONTHS } from '@overcoat/core/van/climate';
import { dampRank } from '@overcoat/core/van/wetting';
import { useMemo } from 'react';
import { grams } from '../../format.ts';
import type { useJob } from '../../hooks/useJob.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Check } from '../../ui/Check.tsx';
import { right, Table } from '../../ui/Table.tsx';
import { DiffersNote } from './DiffersNote.tsx';
import { JobBar } from './JobBar.tsx';
import { type SeriesLine, SeriesPlot } from './SeriesPlot.tsx';
import { WeatherChoice } from './WeatherChoice.tsx';

interface Props {
  job: ReturnType<typeof useJob<'van'>>;
  covers: boolean;
  onCovers(covers: boolean): void;
  leaks: End;
  onLeaks(leaks: End): void;
  weather: WeatherFile | null;
  onWeather(weather: WeatherFile | null): void;
}

/** The whole van by the hour: cabin, heater, glass and every zone answering each other. */
export function YearPanel({ job, covers, onCovers, leaks, onLeaks, weather, onWeather }: Props) {
  return (
    <div className="flex flex-col gap-4">
      <JobBar job={job} name="Compute the van’s years" doing="two years of the whole van">
        <WeatherChoice weather={weather} onWeather={onWeather} />
        <Check className="min-h-9 gap-2" checked={covers} onCheck={checked => onCovers(checked)}>
          screens up in windows and cab
        </Check>
        <Check
          className="min-h-9 gap-2"
          checked={leaks === 'wetEnd'}
          onCheck={checked => onLeaks(checked ? 'wetEnd' : 'likely')}
        >
          leaks at the wet end
        </Check>
      </JobBar>
      {job.answer ? (
        <div className={job.stale ? 'opacity-60' : ''}>
          <Year year={job.answer} up={covers} />
          {!job.stale && !covers && leaks === 'likely' && !weather && <Against year={job.answer} />}
        </div>
      ) : (
        <p>
          Every zone’s build-up, the air inside, the glass, the people and the heater, hour by hour through
          two years as the brief is lived: heat and fuel, the coldest week, water on the glass, wet hours at
          every skin. The map can show them afterwards.
        </p>
      )}
    </div>
  );
}

function Year({ year, up }: { year: VanYear; up: boolean }) {
  const units = useUnits();
  const { brief } = useOpenDesign();
  const { hours, inside, outside, humidity, power, coldestWeek } = year;
  const lines = useMemo(
    (): SeriesLine[] => [
      { name: 'inside, °C', values: inside, colour: '--signal' },
      { name: 'outside', values: outside, colour: '--faint', dash: [3, 3] },
      { name: 'humidity, %', values: humidity.map(h => h * 100), colour: '--chalk', right: true },
      { name: 'heater, % of its most', values: share(power), colour: '--ink', dash: [8, 3], right: true },
    ],
    [inside, outside, humidity, power],
  );
  const nights = year.months.reduce((sum, m) => sum + m.nights, 0);
  const worst = year.parts.reduce((a, b) => (b.peaks[0]! > a.peaks[0]! ? b : a));
  const heated = brief.heating !== 'none';
  return (
    <div className="flex flex-col gap-3">
      <YearVerdict year={year} up={up} units={units} nights={nights} worst={worst} heated={heated} />
      <SeriesPlot
        label="Temperature and humidity inside, hour by hour"
        lines={lines}
        hours={hours}
        left="°C"
        right="%"
        places={[
          { name: 'two years', from: 0, span: hours },
          { name: 'coldest week', from: coldestWeek, span: 168 },
          { name: 'hottest week', from: Math.max(0, year.hottest.hour - 84), span: 168 },
        ]}
      />
      <YearTable year={year} />
      <p className="text-[13px] text-faint">
        {year.parts.length} parts of the shell, coupled with the cabin by the hour; ribs, edges and the cab’s
        steel without inertia; closed and empty it has the draughts of its seals; 100 kg of furniture and
        bedding warms with it (guesses). An illustrative year. Balances: water{' '}
        {year.waterBalance.toExponential(0)}, heat {year.energyBalance.toExponential(0)} of what went through.
      </p>
    </div>
  );
}

function YearVerdict({
  year,
  up,
  units,
  nights,
  worst,
  heated,
}: {
  year: VanYear;
  up: boolean;
  units: UnitSystem;
  nights: number;
  worst: PartYear;
  heated: boolean;
}) {
  return (
    <p data-testid="year">
      {heated ? (
        <>
          <b>{printNumber(year.energy, 0)} kWh</b> a year on {printNumber(nights, 0)} nights:{' '}
          {FUELS.map(f => `${printNumber(year.energy / f.heat, 0)} ${f.unit} ${f.name}`).join(', or ')}, from
          a heater of {printNumber(year.heaterLimit / 1000, 1)} kW (a fifth more than the design night takes,{' '}
          {up ? 'screens up' : 'screens down'})
          {year.hoursCold > 0 && `; for ${year.hoursCold} hours it is still warming up or cannot hold`}.
        </>
      ) : (
        `No heater, ${printNumber(nights, 0)} nights a year.`
      )}{' '}
      The closed van is at {printTemperature(year.hottest.t, units)} on its hottest day. Wettest:{' '}
      <b>{worst.name}</b>, {grams(worst.peaks[0]!)} in the first winter
      {carriesOver(worst.ends.at(-1)! - worst.ends[0]!) ? ', more each year' : ', nothing carried over'}.{' '}
      {year.cab && heated && (
        <>
          The cab takes <b>{printNumber(year.cab.share * 100, 0)} %</b> of the heater’s heat over the two
          years, while people are inside.{' '}
        </>
      )}
      {anyRan(year.ran) ? `${printNumber(year.ran, 1)} litres ran down or dripped` : 'Nothing runs down'} in
      two years{places(year)}, of {printNumber(year.given, 0)} litres given off; most on the glass at once{' '}
      {printNumber(year.glass.reduce((a, b) => Math.max(a, b), 0) * 1000, 0)} ml.
    </p>
  );
}

function YearTable({ year }: { year: VanYear }) {
  return (
    <Table
      caption="The second year by months"
      heads={['month', 'nights', 'heat kWh', 'humidity', 'ran down'].map((h, i) => (i > 0 ? right(h) : h))}
    >
      {[...year.months.slice(9), ...year.months.slice(0, 9)].map(m => (
        <tr key={m.month} className="border-t border-rule">
          <th scope="row" className="py-0.5 text-left font-medium">
            {MONTHS[m.month]}
          </th>
          <td className="text-right">{printNumber(m.nights, 0)}</td>
          <td className="text-right">{printNumber(m.energy, 0)}</td>
          <td className="text-right">{m.nights > 0 ? `${printNumber(m.humidity * 100, 0)} %` : '–'}</td>
          <td className="text-right">{m.ran < 0.05 ? '–' : `${printNumber(m.ran, 1)} l`}</td>
        </tr>
      ))}
    </Table>
  );
}

/** The wettest part's years against the verdict on its bay. */
function Against({ year }: { year: VanYear }) {
  const worst = year.parts.reduce((a, b) => (b.peaks[0]! > a.peaks[0]! ? b : a));
  const e = useEvaluation();
  // Of the bays it stands for, the one the verdict is worst on.
  const bay = worst.bays.reduce((a, b) =>
    dampRank(e.damp.bays.get(b)!) > dampRank(e.damp.bays.get(a)!) ? b : a,
  );
  return <DiffersNote id={bay} peak={worst.atMonths} ran={worst.runOff / worst.peaks.length} />;
}

/** The places water ran down, the most first. */
function places({ ranBy, dripped }: VanYear): string {
  const told = Object.entries({ ...ranBy, 'nowhere in particular': dripped })
    .filter(([, kg]) => kg >= 0.05)
    .sort((a, b) => b[1] - a[1])
    .map(([place, kg]) => `${place} ${printNumber(kg, 1)}`);
  return told.length > 0 ? ` (${told.join(', ')})` : '';
}

/** In percent of the highest. */
function share(power: Float32Array): Float32Array {
  const most = power.reduce((a, b) => Math.max(a, b), 1);
  return power.map(p => (p / most) * 100);
}
