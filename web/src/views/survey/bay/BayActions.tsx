import type { Bay, Design, Rib, Zone } from '@overcoat/core/model';
import {
  addBay,
  addRib,
  deleteBays,
  mergeBays,
  moveBay,
  moveRib,
  type Reshaped,
  removeRib,
  rename,
  splitBay,
} from '@overcoat/core/survey/edits';
import { cellsOf } from '@overcoat/core/survey/layout';
import { parseLength, printLength } from '@overcoat/core/units';
import { type Dispatch, type SetStateAction, useState } from 'react';
import { useUnits } from '../../../store/preferences.ts';
import { useRefusal } from '../../../store/refusal.ts';
import { reshape } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { Field } from '../../../ui/Field.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';
import { TextField } from '../../../ui/TextField.tsx';

/** Changes what bays there are: split, merge, move, add, delete, rename, and ribs likewise. */
export function BayActions({ ids, bay, zone }: { ids: readonly string[]; bay: Bay; zone: Zone }) {
  const units = useUnits();
  const [refused, setRefused] = useRefusal();
  const [at, setAt] = useState('');
  const [what, setWhat] = useState(bay.id);
  const [name, setName] = useState(bay.id);
  const nameable = [
    { id: bay.id, kind: 'bay' },
    ...zone.ribs.filter(r => r.after === bay.station).map(r => ({ id: r.id, kind: 'rib' })),
    ...zone.openings.filter(o => o.bay === bay.id).map(o => ({ id: o.id, kind: o.kind })),
    ...zone.keepClears.filter(k => k.bay === bay.id).map(k => ({ id: k.id, kind: k.kind })),
    ...zone.pockets.filter(p => p.after === bay.station).map(p => ({ id: p.id, kind: `${p.kind} pocket` })),
  ];
  const run = (label: string, change: (d: Design) => Reshaped): boolean => {
    const why = reshape(label, change);
    setRefused(why);
    return why === null;
  };
  const withLength = (label: string, change: (d: Design, at: number) => Reshaped) => {
    const read = parseLength(at, { system: units });
    if (!read.ok) return setRefused(`Write first how far from the edge. ${read.message}`);
    run(label, d => change(d, read.value));
  };
  const rib = zone.ribs.find(r => r.after === bay.station);
  const one = ids.length === 1;
  return (
    <details className="mt-3 border-t border-rule pt-2">
      <summary className="font-sign text-lg">Change the bays</summary>
      {one ? (
        <>
          <Divide bay={bay} zone={zone} at={at} setAt={setAt} withLength={withLength} />
          <ChangePlaces bay={bay} run={run} />
          <Rename what={what} setWhat={setWhat} name={name} setName={setName} nameable={nameable} run={run} />
        </>
      ) : (
        <Button small className="mt-2" onClick={() => run('bays merged', d => mergeBays(d, ids))}>
          merge these {ids.length}
        </Button>
      )}
      <AddAndTake ids={ids} bay={bay} zone={zone} run={run} rib={rib} one={one} />
      <p className="mt-1 text-[13px] text-faint">Undo brings everything back.</p>
      <Refused why={refused} className="font-medium" />
    </details>
  );
}

function AddAndTake({
  ids,
  bay,
  zone,
  run,
  rib,
  one,
}: {
  ids: readonly string[];
  bay: Bay;
  zone: Zone;
  run: (label: string, change: (d: Design) => Reshaped) => boolean;
  rib: Rib | undefined;
  one: boolean;
}) {
  return (
    <div className="mt-2 flex flex-wrap items-end gap-1.5">
      {one && (
        <Button small onClick={() => run('bay added', d => addBay(d, zone.id, bay.station))}>
          add a bay on top
        </Button>
      )}
      {one && rib && <RibPlace rib={rib} zone={zone} run={run} />}
      {one && rib && (
        <Button small onClick={() => run(`rib ${rib.id} out`, d => removeRib(d, rib.id))}>
          take rib {rib.id} out
        </Button>
      )}
      <Button small look="danger" onClick={() => run(`${ids.join(', ')} deleted`, d => deleteBays(d, ids))}>
        delete {one ? bay.id : `these ${ids.length}`}
      </Button>
    </div>
  );
}

function ChangePlaces({
  bay,
  run,
}: {
  bay: Bay;
  run: (label: string, change: (d: Design) => Reshaped) => boolean;
}) {
  return (
    <div className="mt-2 flex flex-wrap items-center gap-1.5">
      <span className="text-[13px] text-faint">change places with the one</span>
      {(['front', 'rear', 'down', 'up'] as const).map(way => (
        <Button key={way} small onClick={() => run(`${bay.id} moved`, d => moveBay(d, bay.id, way))}>
          {{ front: 'before', rear: 'behind', down: 'below', up: 'above' }[way]}
        </Button>
      ))}
    </div>
  );
}

function Rename({
  what,
  setWhat,
  name,
  setName,
  nameable,
  run,
}: {
  what: string;
  setWhat: Dispatch<SetStateAction<string>>;
  name: string;
  setName: Dispatch<SetStateAction<string>>;
  nameable: { id: string; kind: string }[];
  run: (label: string, change: (d: Design) => Reshaped) => boolean;
}) {
  return (
    <form
      className="mt-2 flex items-end gap-1.5"
      onSubmit={e => {
        e.preventDefault();
        if (run(`${what} renamed`, d => rename(d, what, name))) setWhat(name.trim());
      }}
    >
      <Select
        label="rename"
        value={what}
        onChange={e => {
          setWhat(e.target.value);
          setName(e.target.value);
        }}
      >
        {nameable.map(n => (
          <option key={n.id} value={n.id}>
            {n.kind} {n.id}
          </option>
        ))}
      </Select>
      <TextField label="new name" value={name} onText={setName} inputClass="w-full font-medium" />
      <Button small type="submit">
        rename
      </Button>
    </form>
  );
}

function Divide({
  bay,
  zone,
  at,
  setAt,
  withLength,
}: {
  bay: Bay;
  zone: Zone;
  at: string;
  setAt: Dispatch<SetStateAction<string>>;
  withLength: (label: string, change: (d: Design, at: number) => Reshaped) => void;
}) {
  return (
    <div className="mt-2 flex flex-wrap items-end gap-1.5">
      <TextField
        label="from the lower or front edge"
        className="w-32"
        value={at}
        onText={setAt}
        inputClass="w-full font-medium text-chalk"
      />
      <Button small onClick={() => withLength(`${bay.id} split`, (d, m) => splitBay(d, bay.id, 'across', m))}>
        split by a rail
      </Button>
      <Button small onClick={() => withLength(`${bay.id} split`, (d, m) => splitBay(d, bay.id, 'along', m))}>
        split along
      </Button>
      <Button small onClick={() => withLength('rib added', (d, m) => addRib(d, zone.id, bay.station, m))}>
        put a rib through
      </Button>
    </div>
  );
}

interface RibProps {
  rib: Zone['ribs'][number];
  zone: Zone;
  run(label: string, change: (d: Design) => Reshaped): boolean;
}

/** Where a rib begins from the front of its zone, typed: the bays on both its sides follow. */
function RibPlace({ rib, zone, run }: RibProps) {
  const units = useUnits();
  const at = Math.max(
    ...cellsOf(zone).cells.flatMap(c => (c.bay.station === rib.after ? [c.along + c.bay.width.value] : [])),
  );
  return (
    <div className="w-44">
      <Field
        compact
        label={`rib ${rib.id}, from the front`}
        shown={printLength(at, units)}
        parse={text => parseLength(text, { system: units, min: 0.02, max: zone.length.value })}
        onCommit={place =>
          void run(`rib ${rib.id} at ${printLength(place, units)}`, d => moveRib(d, rib.id, place - at))
        }
      />
    </div>
  );
}
