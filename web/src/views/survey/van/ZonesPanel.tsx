import { guess, type Zone, type ZoneKind } from '@overcoat/core/model';
import {
  type ArchReadings,
  addArch,
  addZone,
  archFromTemplate,
  archReadings,
  fromTemplate,
  removeZone,
  setArch,
  setZone,
} from '@overcoat/core/survey/edits';
import { closure } from '@overcoat/core/survey/layout';
import { printLength } from '@overcoat/core/units';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useDesign } from '../../../store/design.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useUnits } from '../../../store/preferences.ts';
import { useRefusal } from '../../../store/refusal.ts';
import { editShell, reshape } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';
import { FloorFields } from './FloorFields.tsx';

/** Every zone by its own sizes, what can be added, and what can go. */
export function ZonesPanel() {
  const { shell } = useOpenDesign();
  return (
    <section data-testid="zones">
      <h2 className="text-xl">Zones</h2>
      <p className="text-[13px] text-faint">
        Door leaves, arches, roof and walls each have sizes of their own; what does not add up with their bays
        is told above.
      </p>
      {shell.zones.map(zone => (
        <ZoneRow key={zone.id} zone={zone} />
      ))}
      <AddZone />
    </section>
  );
}

const BULKHEAD =
  'A bulkhead may be structure, and hold a load back: whether it may go is for the vehicle maker’s and local rules.';

function ZoneRow({ zone }: { zone: Zone }) {
  const units = useUnits();
  const select = useDesign(s => s.select);
  const [refused, setRefused] = useRefusal();
  const put = (change: Partial<Zone>, label: string) => {
    const why = editShell(`${zone.name}: ${label}`, s => setZone(s, zone.id, change));
    setRefused(why);
    return why;
  };
  const { worst } = closure(zone);
  return (
    <details className="mt-1 border-t border-rule pt-1" data-zone-row={zone.id}>
      <summary>
        <b>{zone.id}</b> {zone.name}, {printLength(zone.length.value, units)} ×{' '}
        {printLength(zone.height.value, units)}{' '}
        {Math.abs(worst) >= 0.0015 && (
          <span className="text-signal">
            {printLength(Math.abs(worst), units)} {worst > 0 ? 'unaccounted for' : 'too much'}
          </span>
        )}
      </summary>
      {zone.kind === 'arch' ? <ArchFields zone={zone} /> : <ZoneSizes zone={zone} put={put} />}
      {zone.kind === 'floor' && <FloorFields zone={zone} />}
      <Refused why={refused} className="font-medium" />
      {zone.kind === 'bulkhead' && <p className="text-[13px] font-medium">{BULKHEAD}</p>}
      <div className="mt-1 flex gap-1.5">
        <Button small onClick={() => select(zone.bays.map(b => b.id))}>
          choose its bays
        </Button>
        <Button
          small
          look="danger"
          onClick={() => setRefused(reshape(`${zone.name} taken away`, d => removeZone(d, zone.id)))}
        >
          take {zone.id} away
        </Button>
      </div>
    </details>
  );
}

function ZoneSizes({
  zone,
  put,
}: {
  zone: Zone;
  put: (change: Partial<Zone>, label: string) => string | null;
}) {
  return (
    <div className="mt-1 grid grid-cols-3 gap-1.5">
      <MeasureField
        label={LENGTH_WORDS[zone.kind] ?? 'length'}
        value={zone.length}
        min={0.05}
        max={9}
        onMeasure={length => put({ length }, 'length')}
      />
      <MeasureField
        label={HEIGHT_WORDS[zone.kind] ?? 'height'}
        value={zone.height}
        min={0.05}
        max={3.5}
        onMeasure={height => put({ height }, 'height')}
      />
      <MeasureField
        label="behind the floor’s front"
        value={zone.offset}
        max={9}
        onMeasure={offset => put({ offset }, 'place')}
      />
    </div>
  );
}

const LENGTH_WORDS: Partial<Record<ZoneKind, string>> = {
  'rear door': 'leaf, width',
  bulkhead: 'width',
  partition: 'width',
  windscreen: 'width',
};
const HEIGHT_WORDS: Partial<Record<ZoneKind, string>> = {
  floor: 'width',
  ceiling: 'width',
  'rear door': 'leaf, height',
  'sliding door': 'leaf, height',
};

/** The few sizes of an arch; its pieces are developed from them, or from the template of its face. */
function ArchFields({ zone }: { zone: Zone }) {
  const [refused, setRefused] = useRefusal();
  const sizes = archReadings(zone);
  const templated = fromTemplate(zone);
  const face = zone.bays.find(b => b.station === 2 && b.strip === 2);
  const tell = (why: string | null) => {
    setRefused(why);
    return why;
  };
  if (!sizes)
    return <p className="text-[13px] text-faint">Taken apart by hand: its bays are measured one by one.</p>;
  return (
    <>
      <ArchSizes zone={zone} sizes={sizes} templated={templated} tell={tell} />
      <p className="text-[13px] text-faint">
        {templated
          ? `Its strip is as long as the template of bay ${face?.id} is over the top. After a change of that outline:`
          : `Its strip from floor to floor, face and corners are developed from these. With a template of the face: give bay ${face?.id} that outline, then`}
      </p>
      <Button
        small
        className="mt-1"
        onClick={() => tell(editShell(`${zone.id} from its template`, s => archFromTemplate(s, zone.id)))}
      >
        develop from the template
      </Button>
      <Refused why={refused} className="font-medium" />
    </>
  );
}

function ArchSizes({
  zone,
  sizes,
  templated,
  tell,
}: {
  zone: Zone;
  sizes: ArchReadings;
  templated: boolean;
  tell: (why: string | null) => string | null;
}) {
  return (
    <div className="mt-1 grid grid-cols-3 gap-1.5">
      {(
        [
          ['length', 'length along the van', 3],
          ['width', 'reaches in', 1],
          ['height', 'height over the floor', 1.5],
          ['radius', 'radius of its shoulders', 1],
        ] as const
      )
        .filter(([field]) => field === 'width' || !templated)
        .map(([field, label, max]) => (
          <MeasureField
            key={field}
            label={label}
            value={sizes[field]}
            min={0.005}
            max={max}
            onMeasure={m => tell(editShell(`${zone.id} ${label}`, s => setArch(s, zone.id, { [field]: m })))}
          />
        ))}
      <MeasureField
        label="behind the floor’s front"
        value={zone.offset}
        max={9}
        onMeasure={offset => tell(editShell(`${zone.id} place`, s => setZone(s, zone.id, { offset })))}
      />
    </div>
  );
}

const KINDS: { kind: ZoneKind; side: Zone['side']; name: string }[] = [
  { kind: 'partition', side: 'none', name: 'partition' },
  { kind: 'bulkhead', side: 'none', name: 'bulkhead' },
  { kind: 'wall', side: 'left', name: 'left wall' },
  { kind: 'wall', side: 'right', name: 'right wall' },
  { kind: 'sliding door', side: 'left', name: 'sliding door, left' },
  { kind: 'sliding door', side: 'right', name: 'sliding door, right' },
  { kind: 'rear door', side: 'none', name: 'tailgate' },
  { kind: 'cab overhead', side: 'none', name: 'cab overhead' },
];

/** Adds a zone of one bay, or a wheel arch developed from its sizes. */
function AddZone() {
  const { shell } = useOpenDesign();
  const [what, setWhat] = useState('0');
  const [refused, setRefused] = useRefusal();
  const add = () => {
    if (what === 'arch left' || what === 'arch right') {
      const side = what === 'arch left' ? 'left' : 'right';
      const sizes = { length: guess(0.8), width: guess(0.21), height: guess(0.32), radius: guess(0.15) };
      const offset = guess(Math.round(shell.length.value * 550) / 1000);
      return setRefused(reshape(`${side} wheel arch added`, d => addArch(d, side, offset, sizes)));
    }
    const chosen = KINDS[Number(what)]!;
    const across = chosen.kind !== 'wall' && chosen.kind !== 'sliding door';
    setRefused(
      reshape(`${chosen.name} added`, d =>
        addZone(d, {
          ...chosen,
          length: guess(across ? shell.width.value : shell.length.value / 3),
          height: guess(shell.height.value),
          offset: guess(chosen.kind === 'partition' ? shell.length.value / 2 : 0),
        }),
      ),
    );
  };
  return (
    <div className="mt-2 flex items-end gap-1.5 border-t border-rule pt-2">
      <Select label="add" value={what} onChange={e => setWhat(e.target.value)}>
        {KINDS.map((k, i) => (
          <option key={k.name} value={i}>
            {k.name}
          </option>
        ))}
        <option value="arch left">left wheel arch</option>
        <option value="arch right">right wheel arch</option>
      </Select>
      <Button small onClick={add}>
        <Plus size={14} aria-hidden /> add it
      </Button>
      <Refused why={refused} className="font-medium" />
    </div>
  );
}
