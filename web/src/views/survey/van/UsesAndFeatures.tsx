import { type Feature, guess, type Use, type Zone } from '@overcoat/core/model';
import { setFeature, setUse } from '@overcoat/core/survey/edits';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { freshId } from '../../../store/edits.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useRefusal } from '../../../store/refusal.ts';
import { editShell } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { Check } from '../../../ui/Check.tsx';
import { NameInput } from '../../../ui/KeptText.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';
import { WetCellVerdict } from '../../damp/WetCellVerdict.tsx';
import { RemoveFitting } from './RemoveFitting.tsx';
import { ZoneSelect } from './ZoneSelect.tsx';

const USES: Use['kind'][] = ['bed', 'seat', 'furniture', 'shower', 'cable route', 'pipe route'];
const CORNERS: NonNullable<Feature['corner']>[] = ['front left', 'front right', 'rear left', 'rear right'];
const FEATURES: Feature['kind'][] = ['step', 'dog-leg', 'recessed lining', 'datum corner'];

/** Where furniture, beds, seats and routes will be: rectangles, enough to see what a hole would meet. */
export function Uses() {
  const { shell } = useOpenDesign();
  const [refused, setRefused] = useRefusal();
  const put = (use: Use): string | null => {
    const why = editShell(`${use.name}`, s => setUse(s, use));
    setRefused(why);
    return why;
  };
  const floor = shell.zones.find(z => z.kind === 'floor') ?? shell.zones[0]!;
  const add = () =>
    put({
      id: freshId(
        shell.uses.map(u => u.id),
        'use',
      ),
      zone: floor.id,
      kind: 'furniture',
      name: 'furniture',
      along: guess(0.3),
      up: guess(0.1),
      width: guess(0.6),
      height: guess(0.5),
      rises: false,
    });
  return (
    <section>
      <div className="flex items-center justify-between">
        <h2 className="text-xl">Zones of use</h2>
        <Button small onClick={add}>
          <Plus size={14} aria-hidden /> zone of use
        </Button>
      </div>
      <p className="text-[13px] text-faint">
        Draw bed, seats, furniture, a shower, cable and pipe routes before a hole is cut: a hole in their way
        is flagged.
      </p>
      <Refused why={refused} className="font-medium" />
      {shell.uses.map(u => (
        <OneUse key={u.id} put={put} u={u} />
      ))}
    </section>
  );
}

function OneUse({ put, u }: { put: (use: Use) => string | null; u: Use }) {
  return (
    <div className="mt-2 border-t border-rule pt-1">
      <div className="grid grid-cols-[1.3fr_1fr_1.2fr_auto] items-end gap-1.5">
        <NameInput value={u.name} onName={name => put({ ...u, name })} />
        <Select
          label="kind"
          value={u.kind}
          onChange={e => {
            const kind = e.target.value as Use['kind'];
            // A name nobody gave is that of its kind.
            put({ ...u, kind, name: u.name === u.kind ? kind : u.name });
          }}
        >
          {USES.map(k => (
            <option key={k}>{k}</option>
          ))}
        </Select>
        <ZoneSelect label="on" value={u.zone} onChange={zone => put({ ...u, zone })} />
        <RemoveFitting id={u.id} name={u.name} />
      </div>
      <div className="grid grid-cols-4 gap-1.5">
        {(
          [
            ['along', 'behind front'],
            ['up', 'from lower or left'],
            ['width', 'length'],
            ['height', 'across or up'],
          ] as const
        ).map(([field, label]) => (
          <MeasureField
            key={field}
            label={label}
            value={u[field]}
            max={9}
            onMeasure={m => put({ ...u, [field]: m })}
          />
        ))}
      </div>
      {u.kind === 'shower' && <WetCellVerdict use={u.id} />}
      {u.kind === 'seat' && (
        <p className="border-l-4 border-tape pl-2 text-[13px]">
          Seats, belts and their anchorages are type-approved: a trade licensed for it fits them. Nothing of
          them is counted, offered or priced here. No mat, foam or spacer goes under their rails.
        </p>
      )}
      {u.kind === 'bed' && (
        <Check
          className="gap-2 text-[13px]"
          checked={u.rises}
          onCheck={checked => put({ ...u, rises: checked })}
        >
          rises to the ceiling on a lift
        </Check>
      )}
    </div>
  );
}

/** Steps, dog-legs, recessed linings and the datum corner. */
export function Features() {
  const { shell } = useOpenDesign();
  const [refused, setRefused] = useRefusal();
  const [zoneId, setZone] = useState(shell.zones[0]!.id);
  const put = (zone: string, feature: Feature): string | null => {
    const why = editShell(`${feature.kind}`, s => setFeature(s, zone, feature));
    setRefused(why);
    return why;
  };
  return (
    <section>
      <h2 className="text-xl">Steps, dog-legs, datum</h2>
      <div className="flex items-end gap-2">
        <ZoneSelect label="on" value={zoneId} onChange={setZone} />
        {FEATURES.map(kind => (
          <Button
            key={kind}
            small
            onClick={() =>
              put(zoneId, {
                id: freshId(
                  shell.zones.flatMap(z => z.features.map(f => f.id)),
                  'f',
                ),
                kind,
                at: guess(0),
                by: guess(kind === 'datum corner' ? 0 : 0.03),
              })
            }
          >
            {kind}
          </Button>
        ))}
      </div>
      <Refused why={refused} className="font-medium" />
      {shell.zones.flatMap(z => z.features.map(f => <OneFeature key={f.id} put={put} z={z} f={f} />))}
    </section>
  );
}

function OneFeature({
  put,
  z,
  f,
}: {
  put: (zone: string, feature: Feature) => string | null;
  z: Zone;
  f: Feature;
}) {
  return (
    <div className="mt-1 grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-1.5">
      <span>
        <b>{z.id}</b> {f.kind}
      </span>
      <MeasureField label="behind front" value={f.at} max={9} onMeasure={at => put(z.id, { ...f, at })} />
      {f.kind === 'datum corner' ? (
        <Select
          label="corner"
          value={f.corner ?? ''}
          onChange={e => put(z.id, { ...f, corner: e.target.value as NonNullable<Feature['corner']> })}
        >
          {!f.corner && <option value="">which?</option>}
          {CORNERS.map(c => (
            <option key={c}>{c}</option>
          ))}
        </Select>
      ) : (
        <MeasureField label="by" value={f.by} max={1} onMeasure={by => put(z.id, { ...f, by })} />
      )}
      <RemoveFitting id={f.id} name={f.kind} />
    </div>
  );
}
