import type { Design, RoundWay, Shell, Zone } from '@overcoat/core/model';
import { WAYS } from '@overcoat/core/model/lists';
import { forgetWays, lookedForWays, repeatWay, setWay } from '@overcoat/core/survey/edits';
import { printLength, type UnitSystem } from '@overcoat/core/units';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useDesign } from '../../../store/design.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useUnits } from '../../../store/preferences.ts';
import { useRefusal } from '../../../store/refusal.ts';
import { editShell } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';
import { newWay } from '../map/newItems.ts';
import { RemoveFitting } from './RemoveFitting.tsx';
import { ZoneSelect } from './ZoneSelect.tsx';

/** What joins the spaces behind a zone's lining to the cabin or outdoors, whatever its seams are like. */
export function RoundWays() {
  const { shell } = useOpenDesign();
  const edit = useDesign(s => s.edit);
  const units = useUnits();
  const [zoneId, setZone] = useState(shell.zones.find(z => z.kind === 'wall')?.id ?? shell.zones[0]!.id);
  const zone = shell.zones.find(z => z.id === zoneId) ?? shell.zones[0]!;
  const [refused, setRefused] = useRefusal();
  const { ways } = zone;
  const put = (way: RoundWay): string | null => {
    const why = editShell(`way ${way.id}`, s => setWay(s, way));
    setRefused(why);
    return why;
  };
  const change = (label: string, to: (s: Shell) => Shell) =>
    edit(label, draft => {
      draft.shell = to(shell);
    });
  const drains = zone.keepClears.filter(k => k.kind === 'drain hole').length;
  return (
    <section data-testid="ways">
      <div className="flex flex-wrap items-end justify-between gap-2">
        <h2 className="text-xl">Ways round the barrier</h2>
        <ZoneSelect
          label="of"
          value={zone.id}
          onChange={setZone}
          note={z => (z.ways ? z.ways.length : 'not looked')}
        />
      </div>
      <Refused why={refused} className="font-medium" />
      {ways === undefined && (
        <p>
          {zone.kind === 'floor'
            ? 'Nobody has looked here yet: none is assumed.'
            : 'Nobody has looked here yet: a square centimetre a bay is assumed, and at the wet end two at either end.'}
        </p>
      )}
      {ways?.length === 0 && <p>Looked for: nothing but its joints joins this zone to the cabin’s air.</p>}
      {ways?.map(w => (
        <ShownWay key={w.id} units={units} zone={zone} put={put} change={change} w={w} />
      ))}
      <Looked shell={shell} zone={zone} ways={ways} put={put} change={change} drains={drains} />
      <p className="text-[13px] text-faint">
        Open rib ends, pillars, rails and the space over the cab let cabin air past any barrier. Close them
        with foam plugs where nothing drains or vents; never close a drain.
      </p>
    </section>
  );
}

function Looked({
  shell,
  zone,
  ways,
  put,
  change,
  drains,
}: {
  shell: Design['shell'];
  zone: Zone;
  ways: RoundWay[] | undefined;
  put: (way: RoundWay) => string | null;
  change: (label: string, to: (s: Shell) => Shell) => string | null;
  drains: number;
}) {
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3">
      <Button small onClick={() => put(newWay(shell, zone))}>
        <Plus size={14} aria-hidden /> way
      </Button>
      {ways === undefined ? (
        <Button small onClick={() => change(`${zone.id}: looked`, s => lookedForWays(s, zone.id))}>
          looked: none
        </Button>
      ) : (
        <Button
          small
          look="quiet"
          onClick={() => change(`${zone.id}: not looked`, s => forgetWays(s, zone.id))}
        >
          nobody has looked
        </Button>
      )}
      {drains > 0 && (
        <span className="text-[13px]">
          {drains} drain hole{drains === 1 ? '' : 's'} (kept clear) lead outdoors.
        </span>
      )}
    </div>
  );
}

function ShownWay({
  units,
  zone,
  put,
  change,
  w,
}: {
  units: UnitSystem;
  zone: Zone;
  put: (way: RoundWay) => string | null;
  change: (label: string, to: (s: Shell) => Shell) => string | null;
  w: RoundWay;
}) {
  return (
    <details className="mt-1 border-t border-rule pt-1">
      <summary>
        <b>{w.bay}</b> {w.kind}, {w.end} end, to {w.to === 'cabin' ? 'the cabin' : 'outdoors'}{' '}
        <span className="text-faint">
          {printLength(w.width.value, units)} × {printLength(w.height.value, units)}
          {w.past > 1 && `, ${w.past} in a row`}
        </span>
      </summary>
      <OneWay way={w} bays={zone.bays.map(b => b.id)} put={put}>
        <RemoveFitting id={w.id} name={w.id} />
      </OneWay>
      <div className="mb-1 flex gap-2">
        <Button small onClick={() => change(`${w.id} in every bay`, s => repeatWay(s, w.id, false))}>
          in every bay of the strip
        </Button>
        <Button small onClick={() => change(`${w.id} in a row`, s => repeatWay(s, w.id, true))}>
          from bay to bay, to this one
        </Button>
      </div>
    </details>
  );
}

interface OneWayProps {
  way: RoundWay;
  bays: string[];
  put(way: RoundWay): string | null;
  children: React.ReactNode;
}

function OneWay({ way: w, bays, put, children }: OneWayProps) {
  return (
    <div className="mt-1 grid grid-cols-4 items-start gap-1.5">
      <Select label="bay" value={w.bay} onChange={e => put({ ...w, bay: e.target.value })}>
        {bays.map(id => (
          <option key={id}>{id}</option>
        ))}
      </Select>
      <Select
        label="what"
        value={w.kind}
        onChange={e => put({ ...w, kind: e.target.value as RoundWay['kind'] })}
      >
        {WAYS.map(k => (
          <option key={k}>{k}</option>
        ))}
      </Select>
      <Select label="end" value={w.end} onChange={e => put({ ...w, end: e.target.value as RoundWay['end'] })}>
        <option>upper</option>
        <option>lower</option>
      </Select>
      <Select
        label="leads to"
        value={w.to}
        onChange={e => put({ ...w, to: e.target.value as RoundWay['to'] })}
      >
        <option value="cabin">cabin</option>
        <option value="outdoors">outdoors</option>
      </Select>
      {(['width', 'height'] as const).map(field => (
        <MeasureField
          key={field}
          label={field}
          value={w[field]}
          min={0.002}
          max={1}
          onMeasure={value => put({ ...w, [field]: value })}
        />
      ))}
      <Select
        label="holes in a row"
        value={w.past}
        onChange={e => put({ ...w, past: Number(e.target.value) })}
      >
        {Array.from({ length: Math.max(12, w.past) }, (_, i) => (
          <option key={i + 1}>{i + 1}</option>
        ))}
      </Select>
      <div className="mt-5">{children}</div>
    </div>
  );
}
