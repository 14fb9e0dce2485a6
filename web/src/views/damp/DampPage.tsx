import { type Bay, type BayResult, printNumber, type Zone } from '@overcoat/core';
import { useState } from 'react';
import { days, grams } from '../../format.ts';
import { verdict } from '../../sentences.ts';
import { Legend } from '../../shell-map/Legend.tsx';
import { MapPanel } from '../../shell-map/MapPanel.tsx';
import { useDesign } from '../../store/design.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { Select } from '../../ui/Select.tsx';
import { Tabs } from '../../ui/Tabs.tsx';
import { BayDamp } from './BayDamp.tsx';
import { NightPanel } from './NightPanel.tsx';
import { Schools } from './Schools.tsx';

interface Result {
  name: string;
  of(r: BayResult): number | null;
  /** Where it is neither light nor dark. */
  middle: number;
  print(value: number): string;
  small(value: number): string;
}

const RESULTS: Record<string, Result> = {
  peak: {
    name: 'water, first winter',
    of: r => r.moisture?.peak ?? null,
    middle: 0.1,
    print: grams,
    small: v => printNumber(v * 1000, 0),
  },
  night: {
    name: 'water on the design night',
    of: r => r.moisture && r.moisture.nightDiffusion + r.moisture.nightLeakage,
    middle: 0.01,
    print: grams,
    small: v => printNumber(v * 1000, 1),
  },
  dry: {
    name: 'days to dry 100 g/m²',
    of: r => r.moisture && Math.min(r.moisture.daysToDry, 36_500),
    middle: 60,
    print: days,
    small: v => (v > 3650 ? '10 y+' : printNumber(v, 0)),
  },
  u: {
    name: 'U-value, clear bay',
    of: r => r.uValue,
    middle: 1,
    print: v => `${printNumber(v, 2)} W/m²K`,
    small: v => printNumber(v, 2),
  },
};

const tone = (value: number, middle: number) =>
  `color-mix(in srgb, var(--chalk) ${Math.round((value / (value + middle)) * 55)}%, var(--ticket))`;

/** Where the water goes: by bay, by month, by hour, and by school. */
export function Component() {
  const e = useEvaluation();
  const selected = useDesign(s => s.selected);
  const [shown, setShown] = useState('peak');
  const [tab, setTab] = useState('bay');
  const result = RESULTS[shown]!;
  const paint = (bay: Bay, zone: Zone) => {
    const r = e.bays.get(bay.id);
    const value = r ? result.of(r) : null;
    return {
      fill: value === null ? 'var(--ticket)' : tone(value, result.middle),
      dashed: value === null,
      says: `${zone.name}, ${value === null ? 'bare' : `${result.name} ${result.print(value)}`}`,
      small: value === null ? '' : result.small(value),
      alert: e.damp.worst?.bay.id === bay.id && shown === 'peak' && e.damp.state === 'grows',
    };
  };
  const bay = selected.find(id => e.bays.get(id)) ?? e.damp.worst?.bay.id ?? [...e.bays.keys()][0]!;
  return (
    <>
      <MapPanel
        title="Cold & damp"
        paint={paint}
        tools={
          <Select label="What to show" hideLabel value={shown} onChange={ev => setShown(ev.target.value)}>
            {Object.entries(RESULTS).map(([key, r]) => (
              <option key={key} value={key}>
                {r.name}
              </option>
            ))}
          </Select>
        }
        legend={
          <>
            <Legend
              swatches={[
                { fill: tone(result.middle / 5, result.middle), says: result.print(result.middle / 5) },
                { fill: tone(result.middle, result.middle), says: result.print(result.middle) },
                { fill: tone(result.middle * 5, result.middle), says: result.print(result.middle * 5) },
                { dashed: true, says: 'bare' },
              ]}
            />
            <span className="text-faint">the figure stands in each bay</span>
          </>
        }
      >
        <p className="w-full text-[15px]" data-testid="damp-verdict">
          {verdict(e)}
          <span className="block text-[13px] text-faint">
            By months and without sun: the wet end. A bay’s own hours, with sun and sky, are a button away.
          </span>
        </p>
      </MapPanel>
      <aside className="flex w-full shrink-0 flex-col border-rule bg-sheet lg:w-[520px] lg:border-l">
        <Tabs
          label="Cold and damp"
          value={tab}
          onChange={setTab}
          tabs={[
            { key: 'bay', name: `Bay ${bay}`, content: <BayDamp key={bay} id={bay} /> },
            { key: 'schools', name: 'The schools on this van', content: <Schools /> },
            { key: 'night', name: 'The night', content: <NightPanel /> },
          ]}
        />
      </aside>
    </>
  );
}
