import { weakestBondOverhead } from '@overcoat/core/buildup';
import {
  AIRS,
  GLUE_CAUTION,
  type HotDay,
  type HotDayCase,
  hotDayCases,
  hotDayCautions,
  STANDS,
} from '@overcoat/core/studies/cabin';
import { printNumber, printTemperature } from '@overcoat/core/units';
import { climateOf } from '@overcoat/core/van/climate';
import { type Dispatch, type SetStateAction, useCallback, useMemo, useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { useJob } from '../../hooks/useJob.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { axis, lineChart } from '../../ui/axis.ts';
import { Check } from '../../ui/Check.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { Select } from '../../ui/Select.tsx';
import { right, Table } from '../../ui/Table.tsx';
import { JobBar } from './JobBar.tsx';

/** A hot day in the parked van, and what each change does to its highest temperature. */
export function HeatPanel() {
  const { design: placement } = useVariant();
  const { brief, shell } = useOpenDesign();
  const { colour } = shell.skin;
  const units = useUnits();
  const [stands, setStands] = useState<keyof typeof STANDS>('sun');
  const [aired, setAired] = useState<keyof typeof AIRS>('shut');
  const [covers, setCovers] = useState(false);
  const cases = useMemo(
    () => hotDayCases(placement, colour, covers, stands, aired),
    [placement, colour, covers, stands, aired],
  );
  const job = useJob('hot', 'van', { cases }, true);
  const { answer, stale, running, failed, stopped } = job;
  const days = stale ? null : answer;
  const t = (celsius: number) => printTemperature(celsius, units);
  const [now, bare] = days ?? [];
  const { library } = useLibrary();
  const bond = useMemo(() => weakestBondOverhead(shell, placement, library), [shell, placement, library]);
  return (
    <div className="flex flex-col gap-4">
      <HeatVerdict brief={brief} t={t} now={now} bare={bare} />
      {now && hotDayCautions(now).glue && (
        <p role="note" className="border-l-4 border-signal pl-2">
          The roof passes {t(GLUE_CAUTION)}: read the adhesive’s temperature limit before gluing overhead.
          {bond && ` Of what is glued up there, ${bond.by.name} goes first, at about ${t(bond.limit)}.`}
        </p>
      )}
      {now && hotDayCautions(now).nobodyLeft && (
        <p role="note" className="border-l-4 border-signal pl-2">
          Never leave children or animals in a closed parked vehicle.
        </p>
      )}
      <HeatTerms
        stands={stands}
        setStands={setStands}
        aired={aired}
        setAired={setAired}
        covers={covers}
        setCovers={setCovers}
      />
      {(running !== null || failed || stopped) && (
        <JobBar job={job} name="Work it out" doing="a hot day for each change" />
      )}
      {now && bare && <DayChart now={now} bare={bare} />}
      <HeatTable cases={cases} days={days} t={t} />
      <p className="text-[13px] text-faint">
        An invented day: July’s mean and 6 K, a third more sun, light air of 1 m/s, repeated until it stands;
        nobody inside. Sun by facing (roof 1, upright 0.42), not by compass. Insulation slows the heat by
        minutes, not hours: shade, colour, screens and moving air do the work.
      </p>
    </div>
  );
}

function HeatTable({
  cases,
  days,
  t,
}: {
  cases: HotDayCase[];
  days: HotDay[] | null;
  t: (celsius: number) => string;
}) {
  return (
    <>
      {days && (
        <Table
          caption="The hottest of the day with each change"
          heads={['', 'hottest inside', `above ${t(30)}`, 'roof’s steel'].map((h, i) =>
            i > 0 ? right(h) : h,
          )}
        >
          {cases.map((c, i) => (
            <tr key={c.name} className="border-t border-rule">
              <th scope="row" className="py-1 text-left font-medium">
                {c.name}
              </th>
              <td className="text-right">
                {t(days[i]!.peak)}
                {i > 0 && (
                  <span className="ml-1 text-chalk">
                    {days[i]!.peak > days[0]!.peak ? '+' : '−'}
                    {printNumber(Math.abs(days[i]!.peak - days[0]!.peak), 1)}
                  </span>
                )}
              </td>
              <td className="text-right">{printNumber(days[i]!.hoursHot, 0)} h</td>
              <td className="text-right">{t(days[i]!.roofPeak)}</td>
            </tr>
          ))}
        </Table>
      )}
    </>
  );
}

function HeatTerms({
  stands,
  setStands,
  aired,
  setAired,
  covers,
  setCovers,
}: {
  stands: 'sun' | 'shade';
  setStands: Dispatch<SetStateAction<'sun' | 'shade'>>;
  aired: 'shut' | 'vents' | 'fan';
  setAired: Dispatch<SetStateAction<'shut' | 'vents' | 'fan'>>;
  covers: boolean;
  setCovers: Dispatch<SetStateAction<boolean>>;
}) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Select label="it stands" value={stands} onChange={e => setStands(e.target.value as typeof stands)}>
        {Object.entries(STANDS).map(([key, s]) => (
          <option key={key} value={key}>
            {s.name}
          </option>
        ))}
      </Select>
      <Select label="its air" value={aired} onChange={e => setAired(e.target.value as typeof aired)}>
        {Object.entries(AIRS).map(([key, a]) => (
          <option key={key} value={key}>
            {a.name}
          </option>
        ))}
      </Select>
      <Check className="min-h-9 gap-2" checked={covers} onCheck={checked => setCovers(checked)}>
        screens
      </Check>
    </div>
  );
}

function HeatVerdict({
  brief,
  t,
  now,
  bare,
}: {
  brief: ReturnType<typeof useOpenDesign>['brief'];
  t: (celsius: number) => string;
  now: HotDay | undefined;
  bare: HotDay | undefined;
}) {
  return (
    <p data-testid="heat">
      {now && bare ? (
        <>
          On a clear hot day ({t(Math.max(...now.outside))} outside,{' '}
          {climateOf(brief.climate).label.toLowerCase()}) the parked van reaches <b>{t(now.peak)}</b> at{' '}
          {clock(now.peakAt)} and is above {t(30)} for {printNumber(now.hoursHot, 0)} hours; bare it would
          reach {t(bare.peak)}.{now.cab.length > 0 && <> Its cab gets to {t(Math.max(...now.cab))}.</>} Its
          roof’s steel gets to {t(now.roofPeak)}.
        </>
      ) : (
        'Working the day out…'
      )}
    </p>
  );
}

const clock = (hour: number) => `${Math.floor(hour)}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`;

function DayChart({ now, bare }: { now: HotDay; bare: HotDay }) {
  const make = useCallback(
    (colour: (name: string) => string) => {
      const line = (label: string, y: number[], stroke: string, dash: number[] = []) => ({
        label,
        data: y.map((value, i) => ({ x: now.hours[i]!, y: value })),
        borderColor: colour(stroke),
        borderDash: dash,
        borderWidth: 2,
        pointRadius: 0,
      });
      return lineChart(
        [
          line('inside', now.inside, '--signal'),
          line('inside, bare', bare.inside, '--ink', [7, 4]),
          line('roof’s steel', now.roof, '--chalk', [2, 3]),
          line('outside', now.outside, '--faint', [10, 3, 2, 3]),
        ],
        {
          x: { type: 'linear' as const, min: 0, max: 24, ...axis(colour, 'o’clock') },
          y: axis(colour, '°C'),
        },
      );
    },
    [now, bare],
  );
  return (
    <div>
      <Plot
        label="Temperatures through the hot day: inside, bare, roof and outside"
        make={make}
        className="h-52"
      />
      <p className="text-[13px]">
        <b className="text-signal">━━</b> inside · <b>╍╍</b> inside, bare · <b className="text-chalk">┈┈</b>{' '}
        roof’s steel · <span className="text-faint">╍┈ outside</span>
      </p>
    </div>
  );
}
