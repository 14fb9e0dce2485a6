import { airIsShort, anyRan, FUELS, type VanNight } from '@overcoat/core/studies/cabin';
import { HALF_GRAM } from '@overcoat/core/tolerance';
import { printNumber, printTemperature } from '@overcoat/core/units';
import { WINDS } from '@overcoat/core/van/climate';
import type { Nights } from '@overcoat/jobs/damp';
import { type Dispatch, type SetStateAction, useCallback, useState } from 'react';
import { useJob } from '../../hooks/useJob.ts';
import { useOpenDesign, useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { axis, lineChart } from '../../ui/axis.ts';
import { Check } from '../../ui/Check.tsx';
import { Plot } from '../../ui/Plot.tsx';
import { Slider } from '../../ui/Slider.tsx';
import { JobBar } from './JobBar.tsx';

/** The design night in the cabin, hour by hour: heat, air, water on the glass; and what changes it. */
export function NightPanel() {
  const { brief } = useOpenDesign();
  const [people, setPeople] = useState(brief.people);
  const [air, setAir] = useState(brief.ventilation);
  const [covers, setCovers] = useState(true);
  const [wind, setWind] = useState<number | null>(null);
  const [cooking, setCooking] = useState(brief.cooking);
  const { design: placement } = useVariant();
  const job = useJob(
    'night',
    'van',
    { placement, life: { people, ventilation: air, covers, cooking, wind } },
    true,
  );
  const { answer, stale, running, failed, stopped } = job;
  return (
    <div className="flex flex-col gap-4">
      {answer ? <Sentence nights={answer} stale={stale} up={covers} /> : <p>Working the night out…</p>}
      {(failed || stopped || (running !== null && !answer)) && (
        <JobBar job={job} name="Work it out" doing="the design night, heated and not" />
      )}
      <NightTerms
        people={people}
        setPeople={setPeople}
        air={air}
        setAir={setAir}
        covers={covers}
        setCovers={setCovers}
        wind={wind}
        setWind={setWind}
        cooking={cooking}
        setCooking={setCooking}
      />
      {airIsShort(air, people) && (
        <p role="alert" className="border-l-4 border-signal pl-2">
          {air} l/s is little fresh air for {people}: never close fixed vents to keep warm, and keep smoke and
          carbon-monoxide alarms. Local rules set the least.
        </p>
      )}
      {answer && <NightChart heated={answer.heated} off={answer.off} />}
      <p className="text-[13px] text-faint">
        20:00 to 08:00, clear, coldest at four, after a day’s warming; sleepers’ heat counted, cooking’s heat
        and water spread over the night. Every zone’s build-up, ribs, edges, windows and fresh air; 100 kg of
        furniture and bedding warms with it (a guess). A cover leaves the pane behind it colder: more water
        where the cover does not seal.
      </p>
    </div>
  );
}

function NightTerms({
  people,
  setPeople,
  air,
  setAir,
  covers,
  setCovers,
  wind,
  setWind,
  cooking,
  setCooking,
}: {
  people: number;
  setPeople: Dispatch<SetStateAction<number>>;
  air: number;
  setAir: Dispatch<SetStateAction<number>>;
  covers: boolean;
  setCovers: Dispatch<SetStateAction<boolean>>;
  wind: number | null;
  setWind: Dispatch<SetStateAction<number | null>>;
  cooking: 'none' | 'electric' | 'gas';
  setCooking: Dispatch<SetStateAction<'none' | 'electric' | 'gas'>>;
}) {
  return (
    <div className="flex flex-col gap-1.5">
      <Slider label="people" value={people} onValue={setPeople} min={1} max={8} unit="" />
      <Slider label="fresh air" value={air} onValue={setAir} min={2} max={40} unit="l/s" />
      <label className="grid grid-cols-[7rem_1fr] items-center gap-2">
        cooking
        <select
          value={cooking}
          onChange={ev => setCooking(ev.target.value as typeof cooking)}
          className="min-h-9 rounded-[4px] border border-rule bg-ticket px-1.5 font-medium"
        >
          <option value="none">none inside</option>
          <option value="electric">electric</option>
          <option value="gas">gas</option>
        </select>
      </label>
      <label className="grid grid-cols-[7rem_1fr] items-center gap-2">
        air outside
        <select
          value={WINDS.findIndex(w => w.wind === wind)}
          onChange={ev => setWind(WINDS[Number(ev.target.value)]!.wind)}
          className="min-h-9 rounded-[4px] border border-rule bg-ticket px-1.5 font-medium"
        >
          {WINDS.map((w, i) => (
            <option key={w.name} value={i}>
              {w.name}
            </option>
          ))}
        </select>
      </label>
      <Check className="gap-2" checked={covers} onCheck={checked => setCovers(checked)}>
        screens up in windows and cab
      </Check>
    </div>
  );
}

function Sentence({
  nights: { size, heated, off },
  stale,
  up,
}: {
  nights: Nights;
  stale: boolean;
  up: boolean;
}) {
  const { brief } = useOpenDesign();
  const units = useUnits();
  const t = (celsius: number) => printTemperature(celsius, units);
  const screens = up ? 'screens up' : 'screens down';
  return (
    <p data-testid="night" aria-busy={stale} className={stale ? 'opacity-60' : ''}>
      {brief.heating === 'none' ? (
        `The brief has no heater; at ${t(brief.designNight)} outside, ${screens}, one of ${printNumber(size / 1000, 1)} kW would hold ${t(brief.cabin)}.`
      ) : (
        <>
          At {t(brief.designNight)} outside, {screens}, {t(brief.cabin)} inside takes a heater of about{' '}
          <b>{printNumber(size / 1000, 1)} kW</b> and {printNumber(heated.energy, 1)} kWh a night:{' '}
          {FUELS.map(f => `${printNumber(heated.energy / f.heat, 1)} ${f.unit} ${f.name}`).join(', or ')}.
        </>
      )}{' '}
      With the heater off it is <b>{t(off.dawn)}</b> at eight in the morning
      {off.chill !== null && `, under ${t(10)} after ${printNumber(off.chill, 1)} h`}, and{' '}
      <b>{printNumber(heated.onGlass, 2)} litres</b> stand on the glass of the heated van
      {heated.cab && (
        <>
          , and the cab takes <b>{printNumber(heated.cab.share * 100, 0)} %</b> of the heater’s heat over this
          night; its air is {t(heated.cab.inside.at(-1)!)} at eight
        </>
      )}
      . {ranSentence(heated)}
    </p>
  );
}

/** Where water runs down, the most first; nothing only where nothing does. */
function ranSentence({ ran, ranBy, dripped }: VanNight): string {
  if (!anyRan(ran)) return 'Nothing runs down.';
  const places = Object.entries({ ...ranBy, 'nowhere in particular': dripped })
    .filter(([, kg]) => kg > HALF_GRAM)
    .sort((a, b) => b[1] - a[1]);
  return `${printNumber(ran * 1000, 0)} ml run down: ${places.map(([place, kg]) => `${place} ${printNumber(kg * 1000, 0)}`).join(', ')}.`;
}

function NightChart({ heated, off }: { heated: VanNight; off: VanNight }) {
  const make = useCallback(
    (colour: (name: string) => string) => {
      return nightChart(heated, off, colour);
    },
    [heated, off],
  );
  return (
    <div>
      <Plot
        label="Temperature and humidity through the design night, heated and not"
        make={make}
        className="h-56"
      />
      <p className="text-[13px]">
        <b className="text-signal">━━</b> heated ·{' '}
        {heated.cab && (
          <>
            <b className="text-tape">━━</b> its cab ·{' '}
          </>
        )}{' '}
        <b>╍╍</b> heater off · <span className="text-faint">┈┈ outside</span> ·{' '}
        <b className="text-chalk">━━</b> humidity, heated (right)
      </p>
    </div>
  );
}

function nightChart(heated: VanNight, off: VanNight, colour: (name: string) => string) {
  const line = (label: string, values: number[], stroke: string, dash: number[] = []) => ({
    label,
    data: values.map((y, i) => ({ x: 20 + heated.minutes[i]! / 60, y })),
    borderColor: colour(stroke),
    borderDash: dash,
    borderWidth: 2,
    pointRadius: 0,
    yAxisID: label === 'humidity' ? 'rh' : 't',
  });
  return lineChart(
    [
      line('heated', heated.inside, '--signal'),
      line('heater off', off.inside, '--ink', [7, 4]),
      ...(heated.cab ? [line('cab, heated', heated.cab.inside, '--tape')] : []),
      line('outside', heated.outside, '--faint', [2, 3]),
      line(
        'humidity',
        heated.humidity.map(h => h * 100),
        '--chalk',
      ),
    ],
    {
      x: {
        type: 'linear' as const,
        min: 20,
        max: 32,
        ...axis(colour, 'o’clock'),
        ticks: { color: colour('--faint'), callback: (v: number | string) => `${Number(v) % 24}` },
      },
      t: axis(colour, '°C'),
      rh: {
        position: 'right' as const,
        min: 0,
        max: 100,
        ...axis(colour, '% humidity'),
        grid: { display: false },
      },
    },
  );
}
