import type { Pocket } from '@overcoat/core/model';
import { SERVICES } from '@overcoat/core/model/lists';
import { mayFill, setPocket } from '@overcoat/core/survey/edits';
import { printLength, type UnitSystem } from '@overcoat/core/units';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useFacts, useLog } from '../../../store/log.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useUnits } from '../../../store/preferences.ts';
import { useRefusal } from '../../../store/refusal.ts';
import { editShell } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';
import { JustNoted } from '../log/JustNoted.tsx';
import { newPocket } from '../map/newItems.ts';
import { RemoveFitting } from './RemoveFitting.tsx';
import { ZoneSelect } from './ZoneSelect.tsx';

const HOLDS: Pocket['holds'][] = ['nothing', 'drain', 'belt reel', 'airbag', 'cables'];
const KINDS: Pocket['kind'][] = ['rib', 'pillar', 'sill', 'cross-member'];

const CAUTIONS: Partial<Record<Pocket['holds'], string>> = {
  airbag:
    'A curtain airbag opens along here: nothing in its way, nothing pried; the vehicle maker’s rules go first.',
  'belt reel': 'The reel must turn freely and its anchorage stays as it is: no foam, no wax on the belt.',
};

/** What was done in a pillar or sill before it is closed: it cannot be reached afterwards. */
function Service({ pocket }: { pocket: string }) {
  const done = useFacts().serviced.get(pocket) ?? [];
  const { note } = useLog.getState();
  return (
    <div className="mt-1 flex flex-wrap items-center gap-1.5 text-[13px]">
      <span className="text-faint">before it is closed:</span>
      {SERVICES.map(step => (
        <Button
          key={step}
          small
          aria-disabled={done.includes(step)}
          onClick={() => !done.includes(step) && note({ kind: 'service', step }, { about: pocket })}
        >
          {done.includes(step) ? `✓ ${step}` : step}
        </Button>
      ))}
      <JustNoted about={pocket} />
    </div>
  );
}

/** Voids in ribs, pillars and sills of one zone: how large, what they hold, and whether they may be stuffed. */
export function Pockets() {
  const { shell } = useOpenDesign();
  const units = useUnits();
  const [zoneId, setZone] = useState(shell.zones.find(z => z.pockets.length > 0)?.id ?? shell.zones[0]!.id);
  const zone = shell.zones.find(z => z.id === zoneId) ?? shell.zones[0]!;
  const [refused, setRefused] = useRefusal();
  const put = (pocket: Pocket): string | null => {
    const why = editShell(`pocket ${pocket.id}`, s => setPocket(s, zone.id, pocket));
    setRefused(why);
    return why;
  };
  const litres = zone.pockets.reduce(
    (sum, p) => sum + p.length.value * p.width.value * p.depth.value * (p.fill ? 1000 : 0),
    0,
  );
  const add = () => put(newPocket(shell, zone, 1));
  return (
    <section>
      <div className="flex items-end justify-between gap-2">
        <h2 className="text-xl">Pockets</h2>
        <ZoneSelect label="of" value={zone.id} onChange={setZone} note={z => z.pockets.length} />
      </div>
      <Refused why={refused} className="font-medium" />
      {zone.pockets.map(p => (
        <OnePocket key={p.id} units={units} put={put} p={p} />
      ))}
      <div className="mt-2 flex items-center gap-3">
        <Button small onClick={add}>
          <Plus size={14} aria-hidden /> pocket
        </Button>
        {litres > 0 && <span className="text-[13px]">to be filled: {Math.round(litres * 10) / 10} l</span>}
      </div>
      <p className="text-[13px] text-faint">
        Never where water drains, a belt runs, an airbag opens or cables pass.
      </p>
    </section>
  );
}

function OnePocket({
  units,
  put,
  p,
}: {
  units: UnitSystem;
  put: (pocket: Pocket) => string | null;
  p: Pocket;
}) {
  return (
    <details className="mt-1 border-t border-rule pt-1">
      <summary>
        <b>{p.id}</b> {p.kind}, {printLength(p.length.value, units)}{' '}
        <span className="text-faint">
          {p.holds === 'nothing' ? (p.fill ? 'filled' : 'empty') : `holds ${p.holds}: stays empty`}
        </span>
      </summary>
      <div className="mt-1 grid grid-cols-3 gap-1.5">
        {(['length', 'width', 'depth'] as const).map(field => (
          <MeasureField
            key={field}
            label={field}
            value={p[field]}
            min={0.005}
            max={9}
            onMeasure={value => put({ ...p, [field]: value })}
          />
        ))}
        <Select
          label="kind"
          value={p.kind}
          onChange={e => put({ ...p, kind: e.target.value as Pocket['kind'] })}
        >
          {KINDS.map(k => (
            <option key={k}>{k}</option>
          ))}
        </Select>
        <Select
          label="holds"
          value={p.holds}
          onChange={e => {
            const holds = e.target.value as Pocket['holds'];
            put({ ...p, holds, fill: p.fill && mayFill({ holds }) });
          }}
        >
          {HOLDS.map(h => (
            <option key={h}>{h}</option>
          ))}
        </Select>
        <div className="mt-4 flex gap-1">
          <FillButton put={put} p={p} />
          <RemoveFitting id={p.id} name={p.id} />
        </div>
      </div>
      {(p.kind === 'pillar' || p.kind === 'sill') && <Service pocket={p.id} />}
      {CAUTIONS[p.holds] && <p className="text-[13px] font-medium">{CAUTIONS[p.holds]}</p>}
    </details>
  );
}

function FillButton({ put, p }: { put: (pocket: Pocket) => string | null; p: Pocket }) {
  return (
    <Button
      small
      aria-pressed={p.fill}
      disabled={!mayFill(p)}
      title={mayFill(p) ? '' : `It holds ${p.holds}: never fill it`}
      onClick={() => put({ ...p, fill: !p.fill })}
    >
      {p.fill ? 'empty it' : 'fill it'}
    </Button>
  );
}
