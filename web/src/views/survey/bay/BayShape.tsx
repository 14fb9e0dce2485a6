import { type Bay, guess, type Measurement, type OutlineReadings, type Zone } from '@overcoat/core/model';
import { STRIP_GAP } from '@overcoat/core/studies/junctions';
import { setShape } from '@overcoat/core/survey/edits';
import {
  bayCurve,
  flatStrips,
  flatten,
  grossArea,
  outlineOf,
  readOutline,
} from '@overcoat/core/survey/geometry';
import { seenMirrored } from '@overcoat/core/survey/layout';
import { printArea, printLength } from '@overcoat/core/units';
import { Plus } from 'lucide-react';
import { PanelMarks } from '../../../shell-map/PanelMarks.tsx';
import { useUnits } from '../../../store/preferences.ts';
import { useRefusal } from '../../../store/refusal.ts';
import { editShell } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';

/** What a rectangle would read, as a start for each way of measuring. */
function startOf(by: OutlineReadings['by'], bay: Bay): OutlineReadings {
  const [w, h] = [bay.width.value, bay.height.value];
  if (by === 'four sides')
    return {
      by,
      lower: guess(w),
      rear: guess(h),
      upper: guess(w),
      front: guess(h),
      diagonal: guess(Math.hypot(w, h)),
    };
  if (by === 'offsets')
    return {
      by,
      points: [
        { at: guess(0), offset: guess(h) },
        { at: guess(w), offset: guess(h) },
      ],
    };
  if (by === 'corners')
    return {
      by,
      points: [
        { along: guess(0), up: guess(0) },
        { along: guess(w), up: guess(0) },
        { along: guess(w), up: guess(h) },
        { along: guess(0), up: guess(h) },
      ],
    };
  return {
    by,
    flush: 'centre',
    rows: [
      { at: guess(0), width: guess(w) },
      { at: guess(h), width: guess(w) },
    ],
  };
}

const SIDES = ['lower', 'rear', 'upper', 'front', 'diagonal'] as const;

/** Shape of one bay: outline, corners, curve, and how its depth runs. */
export function BayShape({ bay, zone }: { bay: Bay; zone: Zone }) {
  const units = useUnits();
  const [refused, setRefused] = useRefusal();
  const put = (label: string, change: Parameters<typeof setShape>[2]): string | null => {
    const why = editShell(`${bay.id} ${label}`, shell => setShape(shell, bay.id, change));
    setRefused(why);
    return why;
  };
  const outline = (next: OutlineReadings, label: string) => put(label, { outline: next });
  const curve = bayCurve(bay);
  return (
    <details className="mt-3 border-t border-rule pt-2" open={Boolean(bay.outline || bay.curve) || undefined}>
      <summary className="font-sign text-lg">
        Shape <span className="font-sans text-[13px] text-faint">{shapeWords(bay)}</span>
      </summary>
      <OutlineChoice bay={bay} zone={zone} put={put} />
      <FourSides bay={bay} outline={outline} />
      {bay.outline && bay.outline.by !== 'four sides' && <Rows readings={bay.outline} onPut={outline} />}
      <CornersAndDepth bay={bay} put={put} />
      <CurveFields bay={bay} put={put} />
      {curve && (
        <p className="text-[13px]">
          Radius {printLength(curve.radius, units)}: one flat board stands {printLength(curve.gap, units)} off
          in the middle; in {flatStrips(bay[curve.along].value, curve.radius, STRIP_GAP)} strips no more than{' '}
          {printLength(STRIP_GAP, units)}. Soft material laid along it is{' '}
          {printLength(curve.developed, units)}.
        </p>
      )}
      <p className="mt-1 text-[13px] text-faint">
        Area inside the outline {printArea(grossArea(bay), units)}.
      </p>
      <Refused why={refused} className="font-medium" />
    </details>
  );
}

function FourSides({
  bay,
  outline,
}: {
  bay: Bay;
  outline: (next: OutlineReadings, label: string) => string | null;
}) {
  return (
    <>
      {bay.outline?.by === 'four sides' && (
        <div className="mt-1 grid grid-cols-3 gap-2">
          {SIDES.map(side => (
            <MeasureField
              key={side}
              label={side === 'diagonal' ? 'front lower – rear upper' : side}
              value={(bay.outline as Extract<OutlineReadings, { by: 'four sides' }>)[side]}
              min={0.01}
              max={6}
              onMeasure={value => outline({ ...bay.outline, [side]: value } as OutlineReadings, side)}
            />
          ))}
        </div>
      )}
    </>
  );
}

function OutlineChoice({
  bay,
  zone,
  put,
}: {
  bay: Bay;
  zone: Zone;
  put: (label: string, change: Parameters<typeof setShape>[2]) => string | null;
}) {
  return (
    <div className="mt-2 grid grid-cols-[1fr_116px] gap-3">
      <Select
        label="outline"
        value={bay.outline?.by ?? 'rectangle'}
        onChange={e =>
          put('outline', {
            outline:
              e.target.value === 'rectangle' ? null : startOf(e.target.value as OutlineReadings['by'], bay),
          })
        }
      >
        <option value="rectangle">rectangle</option>
        <option value="four sides">four sides and a diagonal</option>
        <option value="offsets">offsets from the lower edge</option>
        <option value="widths">widths at several heights</option>
        <option value="corners">corners, one after another</option>
      </Select>
      <OutlinePicture bay={bay} zone={zone} />
    </div>
  );
}

function CornersAndDepth({
  bay,
  put,
}: {
  bay: Bay;
  put: (label: string, change: Parameters<typeof setShape>[2]) => string | null;
}) {
  return (
    <div className="mt-1 grid grid-cols-3 gap-2">
      <MeasureField
        label="corner radius"
        value={bay.cornerRadius ?? guess(0)}
        max={1}
        onMeasure={value => put('corner radius', { cornerRadius: value.value === 0 ? null : value })}
      />
      {bay.cornerRadius && (
        <Select
          label="which corners"
          value={bay.rounded ?? ''}
          onChange={e =>
            put('corners', { rounded: (e.target.value || null) as NonNullable<Bay['rounded']> | null })
          }
        >
          <option value="">all</option>
          <option value="upper">the upper ones</option>
          <option value="lower">the lower ones</option>
        </Select>
      )}
      <Select
        label="depth runs"
        value={bay.depthRuns ?? ''}
        onChange={e =>
          put('depth', { depthRuns: (e.target.value || null) as NonNullable<Bay['depthRuns']> | null })
        }
      >
        <option value="">not said</option>
        <option value="taper">straight taper</option>
        <option value="dished">dished</option>
      </Select>
      <Select
        label="shallowest at"
        value={bay.shallowAt ?? ''}
        onChange={e =>
          put('depth', { shallowAt: (e.target.value || null) as NonNullable<Bay['shallowAt']> | null })
        }
      >
        <option value="">not said</option>
        {['front', 'rear', 'lower', 'upper', 'edges', 'middle'].map(at => (
          <option key={at} value={at}>
            {at === 'edges' ? 'the edges' : at === 'middle' ? 'the middle' : `${at} edge`}
          </option>
        ))}
      </Select>
    </div>
  );
}

function CurveFields({
  bay,
  put,
}: {
  bay: Bay;
  put: (label: string, change: Parameters<typeof setShape>[2]) => string | null;
}) {
  return (
    <div className="mt-1 grid grid-cols-3 gap-2">
      <Select
        label="curved skin"
        value={bay.curve ? `${bay.curve.by} ${bay.curve.along}` : ''}
        onChange={e => {
          const [by, along] = e.target.value.split(' ') as ['radius' | 'gap', 'width' | 'height'];
          put('curve', {
            curve: !e.target.value
              ? null
              : by === 'radius'
                ? { by, along, radius: guess(3) }
                : { by, along, straightedge: guess(0.4), gap: guess(0.005) },
          });
        }}
      >
        <option value="">flat</option>
        <option value="gap width">along: by a gap</option>
        <option value="gap height">across: by a gap</option>
        <option value="radius width">along: by radius</option>
        <option value="radius height">across: by radius</option>
      </Select>
      {bay.curve?.by === 'radius' && (
        <MeasureField
          label="radius"
          value={bay.curve.radius}
          min={0.05}
          max={20}
          onMeasure={radius => put('radius', { curve: { ...bay.curve, radius } as Bay['curve'] & object })}
        />
      )}
      {bay.curve?.by === 'gap' &&
        (['straightedge', 'gap'] as const).map(field => (
          <MeasureField
            key={field}
            label={field === 'gap' ? 'gap in its middle' : 'straightedge'}
            value={(bay.curve as Extract<Bay['curve'], { by: 'gap' }>)[field]}
            min={field === 'gap' ? 0 : 0.05}
            max={3}
            onMeasure={value =>
              put(field, { curve: { ...bay.curve, [field]: value } as Bay['curve'] & object })
            }
          />
        ))}
    </div>
  );
}

function shapeWords(bay: Bay): string {
  const words = [bay.outline ? `by ${bay.outline.by}` : 'rectangle'];
  if (bay.cornerRadius) words.push('rounded corners');
  if (bay.curve) words.push('curved');
  if (bay.depthRuns) words.push(bay.depthRuns === 'taper' ? 'tapering depth' : 'dished');
  return words.join(', ');
}

interface Row {
  at: Measurement;
  size: Measurement;
}

const ROW_WORDS: Record<Exclude<OutlineReadings['by'], 'four sides'>, [at: string, size: string]> = {
  offsets: ['behind the front', 'height there'],
  widths: ['at height', 'width there'],
  corners: ['behind the front', 'above the lower edge'],
};

function rowsOf(readings: Exclude<OutlineReadings, { by: 'four sides' }>): Row[] {
  if (readings.by === 'offsets') return readings.points.map(p => ({ at: p.at, size: p.offset }));
  if (readings.by === 'corners') return readings.points.map(p => ({ at: p.along, size: p.up }));
  return readings.rows.map(r => ({ at: r.at, size: r.width }));
}

/** Readings row by row: offsets, widths, or corners. */
function Rows({
  readings,
  onPut,
}: {
  readings: Exclude<OutlineReadings, { by: 'four sides' }>;
  onPut(next: OutlineReadings, label: string): string | null;
}) {
  const rows = rowsOf(readings);
  const build = (list: readonly Row[]): OutlineReadings => {
    if (readings.by === 'offsets')
      return { by: 'offsets', points: list.map(r => ({ at: r.at, offset: r.size })) };
    if (readings.by === 'corners')
      return { by: 'corners', points: list.map(r => ({ along: r.at, up: r.size })) };
    return { by: 'widths', flush: readings.flush, rows: list.map(r => ({ at: r.at, width: r.size })) };
  };
  const least = readings.by === 'corners' ? 3 : 2;
  const [atWord, sizeWord] = ROW_WORDS[readings.by];
  const change = (i: number, part: Partial<Row>) =>
    onPut(build(rows.map((r, j) => (j === i ? { ...r, ...part } : r))), `reading ${i + 1}`);
  const add = () => {
    const [a, b] = rows.slice(-2) as [Row, Row];
    const between = (m: number, n: number) => guess(Math.round(((m + n) / 2) * 1000) / 1000);
    onPut(
      build([
        ...rows.slice(0, -1),
        { at: between(a.at.value, b.at.value), size: between(a.size.value, b.size.value) },
        b,
      ]),
      'reading added',
    );
  };
  return (
    <div className="mt-1">
      {readings.by === 'widths' && <Flush readings={readings} onPut={onPut} />}
      {rows.map((row, i) => (
        <ReadingRow
          key={i}
          onPut={onPut}
          rows={rows}
          build={build}
          least={least}
          atWord={atWord}
          sizeWord={sizeWord}
          change={change}
          row={row}
          i={i}
        />
      ))}
      <Button small onClick={add}>
        <Plus size={14} aria-hidden /> a reading between the last two
      </Button>
    </div>
  );
}

function Flush({
  readings,
  onPut,
}: {
  readings: Extract<OutlineReadings, { by: 'widths' }>;
  onPut: (next: OutlineReadings, label: string) => string | null;
}) {
  return (
    <Select
      label="flush with"
      value={readings.flush}
      onChange={e => onPut({ ...readings, flush: e.target.value as typeof readings.flush }, 'flush')}
    >
      <option value="centre">its middle line</option>
      <option value="front">its front edge</option>
      <option value="rear">its rear edge</option>
    </Select>
  );
}

function ReadingRow({
  onPut,
  rows,
  build,
  least,
  atWord,
  sizeWord,
  change,
  row,
  i,
}: {
  onPut: (next: OutlineReadings, label: string) => string | null;
  rows: Row[];
  build: (list: readonly Row[]) => OutlineReadings;
  least: 2 | 3;
  atWord: string;
  sizeWord: string;
  change: (i: number, part: Partial<Row>) => string | null;
  row: Row;
  i: number;
}) {
  return (
    <div className="mt-1 grid grid-cols-[1fr_1fr_auto] gap-2">
      <MeasureField
        label={`${i + 1}: ${atWord}`}
        value={row.at}
        max={6}
        onMeasure={at => change(i, { at })}
      />
      <MeasureField label={sizeWord} value={row.size} max={6} onMeasure={size => change(i, { size })} />
      <Button
        small
        look="quiet"
        className="mt-5"
        disabled={rows.length <= least}
        aria-label={`Remove reading ${i + 1}`}
        onClick={() => onPut(build(rows.filter((_, j) => j !== i)), 'reading removed')}
      >
        ×
      </Button>
    </div>
  );
}

/** The outline as it comes out of the readings, seen from inside as the person stands; the diagonal dashed. */
function OutlinePicture({ bay, zone }: { bay: Bay; zone: Zone }) {
  const read = outlineOf(bay);
  if (!read.ok) return null;
  const points = flatten(read.outline);
  const [w, h] = [bay.width.value, bay.height.value];
  const plain = bay.outline?.by === 'four sides' ? readOutline(bay.outline) : null;
  const corner = plain?.ok ? plain.outline : null;
  const mirrored = seenMirrored(zone);
  const at = (p: { x: number; y: number }) => `${mirrored ? w - p.x : p.x} ${h - p.y}`;
  const line = Math.max(w, h) / 60;
  const letters = Math.max(w, h) * 0.13;
  const room = letters * 1.5;
  return (
    <figure>
      <svg
        viewBox={`${-room} ${-room} ${w + 2 * room} ${h + room + line}`}
        className="h-[96px] w-full"
        role="img"
        aria-label={`Outline of ${bay.id}, seen from inside`}
      >
        <path d={`M${points.map(at).join('L')}Z`} fill="var(--wet)" stroke="var(--ink)" strokeWidth={line} />
        {corner && (
          <path
            d={`M${at(corner[0]!)}L${at(corner[2]!)}`}
            stroke="var(--chalk)"
            strokeWidth={line}
            strokeDasharray={`${line * 3} ${line * 2}`}
          />
        )}
        <PanelMarks zone={zone} width={w} height={h} size={letters} />
      </svg>
      <figcaption className="text-center text-xs text-faint">seen from inside</figcaption>
    </figure>
  );
}
