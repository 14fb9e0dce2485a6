import { guess, type Place, type Zone } from '@overcoat/core/model';
import { LINES } from '@overcoat/core/model/lists';
import { setWoodLine, woodLines } from '@overcoat/core/survey/edits';
import { printLength } from '@overcoat/core/units';
import { useState } from 'react';
import { freshId } from '../../../store/edits.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useUnits } from '../../../store/preferences.ts';
import { useRefusal } from '../../../store/refusal.ts';
import { editShell } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { NameInput } from '../../../ui/KeptText.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';
import { RemoveFitting } from './RemoveFitting.tsx';
import { ZoneSelect } from './ZoneSelect.tsx';

type WoodLine = NonNullable<Zone['lines']>[number];

/** Edges of furniture, beds and cupboards that will want wood beneath. */
export function WoodLines() {
  const { shell } = useOpenDesign();
  const units = useUnits();
  const [refused, setRefused] = useRefusal();
  const [zoneId, setZone] = useState(shell.zones.find(z => z.kind === 'floor')?.id ?? shell.zones[0]!.id);
  const put = (zone: string, line: WoodLine): string | null => {
    const why = editShell(`line: ${line.name}`, s => setWoodLine(s, zone, line));
    setRefused(why);
    return why;
  };
  const add = (kind: WoodLine['kind']) => {
    const zone = shell.zones.find(z => z.id === zoneId)!;
    const middle = guess(Math.round(zone.length.value * 500) / 1000);
    put(zoneId, {
      id: freshId(
        shell.zones.flatMap(z => (z.lines ?? []).map(l => l.id)),
        'line',
      ),
      kind,
      name: kind,
      from: { along: middle, up: guess(0) },
      to: { along: middle, up: zone.height.basis === 'measured' ? guess(zone.height.value) : zone.height },
    });
  };
  const wanted = shell.zones
    .map(zone => ({ zone, length: woodLines(shell, zone).reduce((sum, l) => sum + l.length, 0) }))
    .filter(w => w.length > 0);
  return (
    <section data-testid="wood-lines">
      <h2 className="text-xl">Lines that want wood</h2>
      <p className="text-[13px] text-faint">
        Edges of furniture and beds drawn above count already; add what stands elsewhere, so that a batten
        lies under it.
      </p>
      <div className="mt-1 flex flex-wrap items-end gap-1.5">
        <ZoneSelect label="on" value={zoneId} onChange={setZone} />
        {LINES.map(kind => (
          <Button key={kind} small onClick={() => add(kind)}>
            {kind}
          </Button>
        ))}
      </div>
      <Refused why={refused} className="font-medium" />
      {shell.zones.flatMap(z => (z.lines ?? []).map(l => <OneLine key={l.id} put={put} z={z} l={l} />))}
      {wanted.length > 0 && (
        <p className="mt-1">
          {wanted.map(w => `${w.zone.id} ${w.zone.name} ${printLength(w.length, units)}`).join(', ')} of
          batten under such lines.
        </p>
      )}
    </section>
  );
}

function OneLine({
  put,
  z,
  l,
}: {
  put: (zone: string, line: WoodLine) => string | null;
  z: Zone;
  l: {
    name: string;
    from: Place;
    id: string;
    kind: 'partition' | 'furniture' | 'bed' | 'cupboard';
    to: Place;
  };
}) {
  return (
    <div className="mt-2 border-t border-rule pt-1">
      <div className="grid grid-cols-[auto_1fr_1fr_auto] items-end gap-1.5">
        <b className="self-center">{z.id}</b>
        <NameInput value={l.name} onName={name => put(z.id, { ...l, name })} />
        <Select
          label="of"
          value={l.kind}
          onChange={e => put(z.id, { ...l, kind: e.target.value as WoodLine['kind'] })}
        >
          {LINES.map(k => (
            <option key={k}>{k}</option>
          ))}
        </Select>
        <RemoveFitting id={l.id} name={l.name} />
      </div>
      <div className="grid grid-cols-2 gap-1.5">
        {(['from', 'to'] as const).flatMap(end =>
          (
            [
              ['along', `${end}: behind front`],
              ['up', `${end}: across`],
            ] as const
          ).map(([field, label]) => (
            <MeasureField
              key={`${end}${field}`}
              label={label}
              value={l[end][field]}
              max={9}
              onMeasure={m => put(z.id, { ...l, [end]: { ...l[end], [field]: m } as Place })}
            />
          )),
        )}
      </div>
    </div>
  );
}
