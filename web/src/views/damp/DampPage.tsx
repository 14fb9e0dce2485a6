import type { End } from '@overcoat/core/buildup';
import { bayResult, type Evaluation } from '@overcoat/core/evaluate';
import type { WeatherFile } from '@overcoat/core/formats';
import type { Bay, Zone } from '@overcoat/core/model';
import { classByHours } from '@overcoat/core/studies/damp';
import { buildsUp, dampWord } from '@overcoat/core/van/wetting';
import { useState } from 'react';
import { useJob } from '../../hooks/useJob.ts';
import { hoursWords, verdict } from '../../sentences.ts';
import { Legend } from '../../shell-map/Legend.tsx';
import { MapPanel } from '../../shell-map/MapPanel.tsx';
import { SkinColour } from '../../shell-map/SkinColour.tsx';
import { useClimates } from '../../store/climates.ts';
import { useDesign } from '../../store/design.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useVariant } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';
import { Select } from '../../ui/Select.tsx';
import { Tabs } from '../../ui/Tabs.tsx';
import { BayDampPanel } from './BayDampPanel.tsx';
import { CabPanel } from './CabPanel.tsx';
import { ColdSpots } from './ColdSpots.tsx';
import { DampZones } from './DampZones.tsx';
import { HeatPanel } from './HeatPanel.tsx';
import { NightPanel } from './NightPanel.tsx';
import { RemediesSection } from './RemediesSection.tsx';
import { type MapResult, mapResults } from './results.ts';
import { Schools } from './Schools.tsx';
import { YearPanel } from './YearPanel.tsx';

const STANDING_NOTES: Record<Evaluation['damp']['standing'], string> = {
  settled:
    'By months in the van’s own year: likely, and what it comes to at the wet end. Hours are a button away, under a bay or “Year”.',
  kept: 'Reckoning: these are months in the climate from before the last change.',
  last: 'Reckoning: this is the verdict from before the last change.',
  reckoning: 'Reckoning: a word on damp stands here once the year is known.',
  quick: 'By quick months in a guessed climate.',
};
const TONE = 55;
const fillOf = (result: MapResult, value: number) =>
  `color-mix(in srgb, var(--chalk) ${Math.round(result.tone(value) * TONE)}%, var(--ticket))`;

/** Where the water goes: by bay, by month, by hour, and by school. */
export function Component() {
  const page = useDampPage();
  const { paint, shown, result, van } = page;
  return (
    <>
      <MapPanel
        title="Cold & damp"
        paint={paint}
        tools={<MapTools page={page} />}
        legend={
          <>
            <Legend
              swatches={[
                ...result.steps.map(v => ({ fill: fillOf(result, v), says: result.print(v) })),
                { dashed: true, says: 'bare' },
              ]}
            />
            <span className="text-faint">
              the figure stands in each bay
              {(shown === 'wet' || shown === 'hourly') &&
                van.stale &&
                ' · stale: the design has changed since'}
            </span>
          </>
        }
      >
        <VanVerdict page={page} />
      </MapPanel>
      <Beside page={page} />
    </>
  );
}

function VanVerdict({ page }: { page: ReturnType<typeof useDampPage> }) {
  const { e, byHours, unknown } = page;
  return (
    <p
      className={`w-full text-[15px] ${e.damp.standing === 'settled' ? '' : 'text-faint'}`}
      data-testid="damp-verdict"
    >
      {byHours && (
        <b className={`block ${byHours.worse ? 'text-signal' : ''}`}>
          {byHours.worse && <span aria-hidden>! </span>}
          {byHours.says}
        </b>
      )}
      {verdict(e)}
      <span className="block text-[13px] text-faint">
        {unknown && e.damp.standing !== 'settled'
          ? 'The van’s own year could not be reckoned: reload the page, or change something.'
          : STANDING_NOTES[e.damp.standing]}
      </span>
    </p>
  );
}

function MapTools({ page }: { page: ReturnType<typeof useDampPage> }) {
  const { results, shown, setShown } = page;
  return (
    <div className="flex gap-2">
      <SkinColour hideLabel />
      <Select
        label="What to show"
        hideLabel
        value={results[shown] ? shown : 'peak'}
        onChange={ev => setShown(ev.target.value)}
      >
        {Object.entries(results).map(([key, r]) => (
          <option key={key} value={key}>
            {r.name}
          </option>
        ))}
      </Select>
    </div>
  );
}

function Beside({ page }: { page: ReturnType<typeof useDampPage> }) {
  const { van, tab, setTab, bay, weather, setWeather, covers, setCovers, leaks, setLeaks } = page;
  return (
    <aside className="flex w-full shrink-0 flex-col border-rule bg-sheet lg:w-[520px] lg:border-l">
      <Tabs
        label="Cold and damp"
        value={tab}
        onChange={setTab}
        tabs={[
          {
            key: 'zones',
            name: 'Zones',
            content: (
              <>
                <RemediesSection />
                <DampZones year={van.stale ? null : van.answer} onBay={() => setTab('bay')} />
              </>
            ),
          },
          {
            key: 'bay',
            name: bay,
            content: <BayDampPanel key={bay} id={bay} weather={weather} onWeather={setWeather} />,
          },
          { key: 'cold', name: 'Cold spots', content: <ColdSpots key={bay} id={bay} /> },
          { key: 'schools', name: 'Schools', content: <Schools /> },
          { key: 'cab', name: 'Cab', content: <CabPanel /> },
          { key: 'night', name: 'Night', content: <NightPanel /> },
          {
            key: 'year',
            name: 'Year',
            content: (
              <YearPanel
                job={van}
                covers={covers}
                onCovers={setCovers}
                leaks={leaks}
                onLeaks={setLeaks}
                weather={weather}
                onWeather={setWeather}
              />
            ),
          },
          { key: 'heat', name: 'Hot day', content: <HeatPanel /> },
        ]}
      />
    </aside>
  );
}

/** What the map and the sheets beside it show: a result, a bay, weather, and the year by the hour. */
function useDampPage() {
  const e = useEvaluation();
  const selected = useDesign(s => s.selected);
  const unknown = useClimates(s => s.failed);
  const [shown, setShown] = useState('peak');
  const [tab, setTab] = useState('zones');
  const [covers, setCovers] = useState(false);
  const [leaks, setLeaks] = useState<End>('likely');
  const [weather, setWeather] = useState<WeatherFile | null>(null);
  const variant = useVariant();
  const van = useJob('van', variant.id, {
    placement: variant.design,
    choice: { covers, heater: null, leaks },
    ...(weather ? { weather } : {}),
  });
  // Of the van as its verdict takes it: screens down, leaks as is likely, the brief's own weather.
  const alike = !covers && leaks === 'likely' && !weather && !van.stale;
  const byHours = hoursWords(e, alike && van.answer ? classByHours(van.answer.parts) : null);
  const results = mapResults(e, van.answer, useUnits());
  const result = results[shown] ?? results.peak!;
  const paint = (bay: Bay, zone: Zone) => {
    const value = result.of(bayResult(e, bay.id));
    return {
      fill: value === null ? 'var(--ticket)' : fillOf(result, value),
      dashed: value === null,
      says: `${zone.name}, ${value === null ? dampWord(e.damp.bays.get(bay.id)!.state) : `${result.name} ${result.print(value)}`}`,
      small: value === null ? '' : result.small(value),
      alert: e.damp.worst === bay.id && shown === 'peak' && buildsUp(e.damp.state),
    };
  };
  const bay = selected.find(id => e.bays.get(id)) ?? e.damp.worst ?? [...e.bays.keys()][0]!;
  return {
    paint,
    results,
    shown,
    setShown,
    result,
    van,
    e,
    byHours,
    unknown,
    tab,
    setTab,
    bay,
    weather,
    setWeather,
    covers,
    setCovers,
    leaks,
    setLeaks,
  };
}
