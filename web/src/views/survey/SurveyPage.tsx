import { type Facts, rustState, uncut } from '@overcoat/core/log';
import type { Bay, Ready, RustSpot, Zone } from '@overcoat/core/model';
import { deleteBays, MASTER_LIMITS, setMaster } from '@overcoat/core/survey/edits';
import { isSurveyed } from '@overcoat/core/survey/geometry';
import { layoutShell } from '@overcoat/core/survey/layout';
import { HALF_MM } from '@overcoat/core/tolerance';
import { inUnits, lengthIn, printLength, type UnitSystem } from '@overcoat/core/units';
import { Footprints } from 'lucide-react';
import {
  type Dispatch,
  type RefObject,
  type SetStateAction,
  useDeferredValue,
  useMemo,
  useRef,
  useState,
} from 'react';
import { Link } from 'react-router';
import { Legend } from '../../shell-map/Legend.tsx';
import { MapPanel } from '../../shell-map/MapPanel.tsx';
import { reliefOf, shade } from '../../shell-map/relief.tsx';
import { useDesign } from '../../store/design.ts';
import { useFacts } from '../../store/log.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { usePreferences, useUnits } from '../../store/preferences.ts';
import { useRefusal } from '../../store/refusal.ts';
import { reshape } from '../../store/reshape.ts';
import { Button } from '../../ui/Button.tsx';
import { MeasureField } from '../../ui/MeasureField.tsx';
import { Refused } from '../../ui/Refused.tsx';
import { Select } from '../../ui/Select.tsx';
import { Tabs } from '../../ui/Tabs.tsx';
import { Advice, BayCard, ClosureNote } from './bay/BayCard.tsx';
import { FilesPanel } from './files/FilesPanel.tsx';
import { LogPanel } from './log/LogPanel.tsx';
import { PUTS, type Put } from './map/PutOnMap.tsx';
import { SheetMarks } from './map/SheetMarks.tsx';
import { ReadyPanel, useReadyCount } from './ready/ReadyPanel.tsx';
import { FoldedVan } from './van/FoldedVan.tsx';
import { VanPanel } from './van/VanPanel.tsx';

/** What counts as a deep bay, m. */
const DEEP = 0.06;

const FILTERS = {
  all: 'all bays',
  assumed: 'assumed',
  unfinished: 'not made ready',
  flagged: 'flagged',
  rust: 'with rust',
  drums: 'drumming',
  deep: `deep: ${lengthIn(DEEP)} and more`,
} as const;
type Filter = keyof typeof FILTERS;

/** The shell as it is: master sizes, then bay by bay, and what must be made ready. */
export function Component() {
  const {
    look,
    paint,
    beside,
    setRefused,
    put,
    filter,
    setFilter,
    units,
    setLook,
    count,
    refused,
    setPut,
    tab,
    setTab,
    selected,
    waiting,
  } = useSurveyMap();
  return (
    <>
      <MapPanel
        title={look === 'folded' ? 'The shell, folded' : 'The shell, unfolded'}
        paint={paint}
        instead={look === 'folded' ? <FoldedVan paint={paint} /> : undefined}
        onEnter={() => beside.current?.querySelector<HTMLElement>('[data-sizes] input')?.focus()}
        onDelete={ids => setRefused(reshape(`${ids.join(', ')} deleted`, d => deleteBays(d, ids)))}
        overlay={layout => <SheetMarks layout={layout} arrange={look === 'arrange'} put={put} />}
        tools={<MapTools look={look} filter={filter} setFilter={setFilter} units={units} setLook={setLook} />}
        legend={
          <>
            <Legend
              swatches={[
                { dashed: true, says: 'assumed' },
                { fill: shade(0.03), says: 'shallow' },
                { fill: shade(0.09), says: 'deep' },
              ]}
            />
            <span className="text-faint">figures: depth, mm</span>
            <span>
              <b className="text-signal">R</b> rust · <b>H</b> hole · <b className="text-chalk">×</b> keep
              clear
            </span>
          </>
        }
      >
        <div className="grid w-full grid-cols-3 gap-2">
          <MasterSizes />
        </div>
        <FilterNote filter={filter} setFilter={setFilter} count={count} />
        <Refused why={refused} className="w-full font-medium" />
        {look === 'arrange' && <PutTools put={put} units={units} setPut={setPut} />}
      </MapPanel>
      <Beside beside={beside} tab={tab} setTab={setTab} selected={selected} waiting={waiting} />
    </>
  );
}

function FilterNote({
  filter,
  setFilter,
  count,
}: {
  filter: ReturnType<typeof useSurveyMap>['filter'];
  setFilter: ReturnType<typeof useSurveyMap>['setFilter'];
  count: number;
}) {
  return (
    <>
      {filter !== 'all' && (
        <output className="w-full text-[13px] text-faint">
          {count === 0 ? `No bay is ${FILTERS[filter]}.` : `${count} bays: ${FILTERS[filter]}.`}{' '}
          <Button small look="quiet" onClick={() => setFilter('all')}>
            show all
          </Button>
        </output>
      )}
    </>
  );
}

function Beside({
  beside,
  tab,
  setTab,
  selected,
  waiting,
}: {
  beside: RefObject<HTMLElement | null>;
  tab: string;
  setTab: Dispatch<SetStateAction<string>>;
  selected: string[];
  waiting: number;
}) {
  return (
    <aside
      ref={beside}
      className="flex w-full shrink-0 flex-col border-rule bg-sheet lg:w-[410px] lg:border-l"
    >
      <Tabs
        label="Survey"
        value={tab}
        onChange={setTab}
        tabs={[
          {
            key: 'bay',
            name: 'Bay',
            content: (
              <>
                {selected.length === 0 ? <Advice /> : <BayCard key={selected.join()} ids={selected} />}
                <ClosureNote />
              </>
            ),
          },
          {
            key: 'ready',
            name: (
              <>
                Making ready
                {waiting > 0 && <span className="ml-1 text-signal">{waiting}</span>}
              </>
            ),
            content: <ReadyPanel />,
          },
          { key: 'log', name: 'Log', content: <LogPanel /> },
          { key: 'van', name: 'Whole van', content: <VanPanel /> },
          { key: 'files', name: 'In & out', content: <FilesPanel /> },
        ]}
      />
    </aside>
  );
}

function PutTools({
  put,
  units,
  setPut,
}: {
  put: ReturnType<typeof useSurveyMap>['put'];
  units: UnitSystem;
  setPut: ReturnType<typeof useSurveyMap>['setPut'];
}) {
  return (
    <div className="flex w-full flex-wrap items-center gap-x-3 gap-y-1">
      <Select label="What a click puts" hideLabel value={put} onChange={e => setPut(e.target.value as Put)}>
        {Object.entries(PUTS).map(([key, name]) => (
          <option key={key} value={key}>
            {inUnits(name, units)}
          </option>
        ))}
      </Select>
      <p className="text-[13px] text-faint">
        {put === 'nothing'
          ? `Drag a rib, opening or keep-clear, or choose it and use the arrow keys: ${printLength(0.001, units)} a press, ten times that with Shift; Delete takes it out. A ring on a rib is its pocket: press it to fill or empty it.`
          : 'Click in a bay where it goes, or choose a bay with Tab and press Enter to put it in the middle.'}
      </p>
    </div>
  );
}

function MapTools({
  look,
  filter,
  setFilter,
  units,
  setLook,
}: {
  look: 'sheet' | 'arrange' | 'folded';
  filter: ReturnType<typeof useSurveyMap>['filter'];
  setFilter: ReturnType<typeof useSurveyMap>['setFilter'];
  units: UnitSystem;
  setLook: Dispatch<SetStateAction<'sheet' | 'arrange' | 'folded'>>;
}) {
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Select
        label="Which bays to show"
        hideLabel
        value={filter}
        onChange={e => setFilter(e.target.value as Filter)}
      >
        {Object.entries(FILTERS).map(([key, name]) => (
          <option key={key} value={key}>
            {inUnits(name, units)}
          </option>
        ))}
      </Select>
      <Select
        label="How to look at it"
        hideLabel
        value={look}
        onChange={e => setLook(e.target.value as typeof look)}
      >
        <option value="sheet">unfolded</option>
        <option value="arrange">unfolded, to arrange</option>
        <option value="folded">folded van</option>
      </Select>
      <Link
        to="../round"
        relative="path"
        className="inline-flex min-h-9 items-center gap-1.5 rounded-[4px] border border-slate bg-slate px-3 font-medium text-on-slate"
      >
        <Footprints size={16} aria-hidden /> Round
      </Link>
    </div>
  );
}

/** How the map shows the bays, and which of them. */
function useSurveyMap() {
  const units = useUnits();
  const design = useOpenDesign();
  // The map shows the choice at once; the card, which is much more to draw, follows.
  const selected = useDeferredValue(useDesign(s => s.selected));
  const [filter, setFilter] = useState<Filter>('all');
  const [look, setLook] = useState<'sheet' | 'arrange' | 'folded'>('sheet');
  const [refused, setRefused] = useRefusal();
  const beside = useRef<HTMLElement>(null);
  const [put, setPut] = useState<Put>('nothing');
  const [tab, setTab] = useState('bay');
  const waiting = useReadyCount();
  const { shell, ready } = design;
  const facts = useFacts();
  const seen = usePreferences(s => s.seen);
  const placed = useMemo(
    () => new Map(layoutShell(shell, seen).zones.map(z => [z.zone.id, z])),
    [shell, seen],
  );
  const shown = useMemo(() => baysShown(ready, facts), [ready, facts]);
  const paint = (bay: Bay, zone: Zone) => {
    const done = isSurveyed(bay);
    const depth =
      bay.depthMax.value > HALF_MM
        ? `${printLength(bay.depthMin.value, units)} to ${printLength(bay.depthMax.value, units)} deep`
        : 'no depth';
    const relief = done ? reliefOf(bay, placed.get(zone.id)!) : null;
    return {
      dashed: !done,
      fill: done ? shade(bay.depthMax.value) : 'var(--ticket)',
      relief,
      dim: filter !== 'all' && !shown[filter](bay),
      says: `${zone.name}, ${printLength(bay.width.value, units)} by ${printLength(bay.height.value, units)}, ${depth}, ${done ? 'measured' : 'assumed'}`,
      small: depthFigures(bay),
    };
  };
  const count = filter === 'all' ? 0 : shell.zones.flatMap(z => z.bays).filter(shown[filter]).length;
  return {
    look,
    paint,
    beside,
    setRefused,
    put,
    filter,
    setFilter,
    units,
    setLook,
    count,
    refused,
    setPut,
    tab,
    setTab,
    selected,
    waiting,
  };
}

function baysShown(ready: Ready, facts: Facts): Record<Exclude<Filter, 'all'>, (bay: Bay) => boolean> {
  const isBare = ({ id, grade }: RustSpot) => rustState(facts.rust.get(id) ?? [], Infinity, grade).bare;
  const rust = new Set(ready.rust.filter(isBare).map(r => r.bay));
  const drums = (bay: string) => {
    const knock = facts.knocks.get(bay);
    return (knock?.damped ?? knock?.bare)?.fact.sounds === 'rings';
  };
  const untested = (hole: string) => (facts.holes.get(hole) ?? uncut).state !== 'leak-tested';
  const unready = new Set([...rust, ...ready.holes.filter(h => untested(h.id)).map(h => h.bay)]);
  return {
    assumed: bay => !isSurveyed(bay),
    unfinished: bay => unready.has(bay.id),
    flagged: bay => facts.flags.has(bay.id),
    rust: bay => rust.has(bay.id),
    drums: bay => drums(bay.id),
    deep: bay => bay.depthMax.value >= DEEP,
  };
}

/** Shallowest and deepest in mm, one figure where they are the same, none where there is no depth. */
function depthFigures({ depthMin, depthMax }: Bay): string {
  const [min, max] = [Math.round(depthMin.value * 1000), Math.round(depthMax.value * 1000)];
  return max === 0 ? '' : min === max ? `${min}` : `${min}–${max}`;
}

const MASTERS = [
  { field: 'length', label: 'Load-floor length' },
  { field: 'width', label: 'Width, wall to wall' },
  { field: 'height', label: 'Height, floor to rib' },
] as const;

function MasterSizes() {
  const design = useOpenDesign();
  const edit = useDesign(s => s.edit);
  return MASTERS.map(({ field, label }) => (
    <MeasureField
      key={field}
      label={label}
      value={design.shell[field]}
      {...MASTER_LIMITS[field]}
      onMeasure={value => {
        return edit(`${label.toLowerCase()} ${value.basis === 'measured' ? value.entered : ''}`, draft => {
          draft.shell = setMaster(design.shell, field, value);
        });
      }}
    />
  ));
}
