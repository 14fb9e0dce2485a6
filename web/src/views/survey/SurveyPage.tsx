import { type Bay, closure, isMeasured, printArea, printLength, setMaster, type Zone } from '@overcoat/core';
import { Legend } from '../../shell-map/Legend.tsx';
import { MapPanel } from '../../shell-map/MapPanel.tsx';
import { useDesign } from '../../store/design.ts';
import { useOpenDesign } from '../../store/evaluation.ts';
import { useUnits } from '../../store/preferences.ts';
import { MeasureField } from '../../ui/MeasureField.tsx';
import { BayCard } from './BayCard.tsx';

const isDone = (bay: Bay) => [bay.width, bay.height, bay.depthMin, bay.depthMax].every(isMeasured);

/** The shell as it is: master sizes, then bay by bay. */
export function Component() {
  const units = useUnits();
  const selected = useDesign(s => s.selected);
  const paint = (bay: Bay, zone: Zone) => {
    const done = isDone(bay);
    const depth =
      bay.depthMax.value > 0.0005
        ? `${printLength(bay.depthMin.value, units)} to ${printLength(bay.depthMax.value, units)} deep`
        : 'no depth';
    return {
      dashed: !done,
      fill: done ? relief(bay.depthMax.value) : 'var(--ticket)',
      says: `${zone.name}, ${printLength(bay.width.value, units)} by ${printLength(bay.height.value, units)}, ${depth}, ${done ? 'measured' : 'assumed'}`,
      small: depthFigures(bay),
    };
  };
  return (
    <>
      <MapPanel
        title="The shell, unfolded"
        paint={paint}
        legend={
          <>
            <Legend
              swatches={[
                { dashed: true, says: 'assumed' },
                { fill: relief(0.03), says: 'measured, shallow' },
                { fill: relief(0.09), says: 'measured, deep' },
              ]}
            />
            <span className="text-faint">figures in the bays: shallowest–deepest, mm</span>
          </>
        }
      >
        <MasterSizes />
      </MapPanel>
      <aside className="w-full shrink-0 overflow-auto border-rule bg-sheet p-5 lg:w-[400px] lg:border-l">
        {selected.length === 0 ? <Advice /> : <BayCard ids={selected} />}
        <Closures />
      </aside>
    </>
  );
}

/** Shallowest and deepest in mm, one figure where they are the same, none where there is no depth. */
function depthFigures({ depthMin, depthMax }: Bay): string {
  const [min, max] = [Math.round(depthMin.value * 1000), Math.round(depthMax.value * 1000)];
  return max === 0 ? '' : min === max ? `${min}` : `${min}–${max}`;
}

/** Deeper is darker: relief in chalk. */
const relief = (depth: number) =>
  `color-mix(in srgb, var(--chalk) ${Math.round(Math.min(1, depth / 0.1) * 42)}%, var(--ticket))`;

const MASTERS = [
  { field: 'length', label: 'Load-floor length', min: 0.8, max: 9 },
  { field: 'width', label: 'Width, wall to wall', min: 0.8, max: 3 },
  { field: 'height', label: 'Height, floor to rib', min: 0.6, max: 3.5 },
] as const;

function MasterSizes() {
  const design = useOpenDesign();
  const edit = useDesign(s => s.edit);
  return (
    <div className="grid grid-cols-3 gap-2">
      {MASTERS.map(({ field, label, min, max }) => (
        <MeasureField
          key={field}
          label={label}
          value={design.shell[field]}
          min={min}
          max={max}
          onMeasure={value => {
            edit(`${label.toLowerCase()} ${value.basis === 'measured' ? value.entered : ''}`, draft => {
              draft.shell = setMaster(design.shell, field, value);
            });
            return null;
          }}
        />
      ))}
    </div>
  );
}

function Advice() {
  return (
    <div>
      <h2 className="text-xl">Measure what you will cover</h2>
      <p className="mt-2">
        Everything dashed is assumed from the body pattern. Start with the three large sizes above the map,
        then choose a bay and read its depth where it is shallowest and where it is deepest.
      </p>
      <p className="mt-2 text-faint">
        Type as the tape says it: 955, 1.2 m, 120 cm, 47 1/4", 3' 11 1/4". Arrow keys walk from bay to bay,
        Shift adds, Z takes the whole zone.
      </p>
    </div>
  );
}

function Closures() {
  const { shell } = useOpenDesign();
  const units = useUnits();
  const open = shell.zones
    .map(z => ({ zone: z, error: closure(z).worst }))
    .filter(c => Math.abs(c.error) >= 0.0015);
  const area = shell.zones.reduce(
    (sum, z) => sum + z.bays.reduce((s, b) => s + b.width.value * b.height.value, 0),
    0,
  );
  return (
    <div className="mt-6 border-t border-rule pt-3 text-[13px]">
      <p className="text-faint">Bays together {printArea(area, units)}.</p>
      {open.length === 0 ? (
        <p>Every zone closes: bays and ribs add up to its length and height.</p>
      ) : (
        <ul>
          {open.map(({ zone, error }) => (
            <li key={zone.id} className="text-signal">
              <b>{zone.id}</b> {zone.name}: {printLength(Math.abs(error), units)}{' '}
              {error > 0 ? 'unaccounted for' : 'too much'} between bays and ribs.
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
