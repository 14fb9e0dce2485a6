import { type Design, findBay, guess, type KeepClear } from '@overcoat/core/model';
import { HOT, KEPT_CLEAR } from '@overcoat/core/model/lists';
import { removeFitting, setKeepClear } from '@overcoat/core/survey/edits';
import type { Draft } from 'immer';
import { Plus, X } from 'lucide-react';
import { useDesign } from '../../../store/design.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useRefusal } from '../../../store/refusal.ts';
import { editShell } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';
import { newKeepClear } from '../map/newItems.ts';

/** Clearance to start from, m. Common practice, no source; a flue's is its maker's to say. */
const CLEARANCE: Partial<Record<KeepClear['kind'], number>> = {
  flue: 0.1,
  hob: 0.15,
  exhaust: 0.1,
  airbag: 0.05,
  'drain hole': 0.015,
};

const CAUTIONS: Partial<Record<KeepClear['kind'], string>> = {
  airbag: 'Do not pry or cover here: the vehicle maker’s rules go first.',
  flue: 'The appliance maker gives the clearance; keep combustible foam away.',
  hob: 'The appliance maker gives the distance to anything that burns: ask for it, and enter it here.',
  exhaust:
    'It heats the floor above it: nothing that burns or melts near it, whatever the label of the foam says.',
  'tie-down': 'Where it must stay usable, board and lining are cut round it.',
  'belt anchor': 'Seat and belt anchorages are type-approved: leave them as they are.',
  'gas drop vent': 'Never block it: gas must be able to fall out.',
  'fixed vent': 'Never block it to keep warm.',
  'fuel or brake line': 'Mind what lies under the floor before drilling.',
};

const isHot = (kind: KeepClear['kind']): boolean => HOT.includes(kind);

/** What must stay free in a bay. */
export function KeepClears({ bay }: { bay: string }) {
  const design = useOpenDesign();
  const edit = useDesign(s => s.edit);
  const [refused, setRefused] = useRefusal();
  const found = findBay(design.shell, bay)!;
  const items = found.zone.keepClears.filter(k => k.bay === bay);
  const put = (item: KeepClear, label = `${item.kind} in ${bay}`): string | null => {
    const why = editShell(label, shell => setKeepClear(shell, item));
    setRefused(why);
    return why;
  };
  const add = () => put(newKeepClear(design.shell, bay));
  return (
    <section className="mt-3 border-t border-rule pt-2">
      <div className="flex items-center justify-between">
        <h3 className="text-lg">Keep clear</h3>
        <Button small onClick={add}>
          <Plus size={14} aria-hidden /> keep a place clear
        </Button>
      </div>
      <Refused why={refused} />
      {items.map(k => (
        <OneKeepClear key={k.id} design={design} edit={edit} put={put} k={k} />
      ))}
    </section>
  );
}

function OneKeepClear({
  design,
  edit,
  put,
  k,
}: {
  design: Design;
  edit: (label: string, recipe: (draft: Draft<Design>) => void) => string | null;
  put: (item: KeepClear, label?: string) => string | null;
  k: KeepClear;
}) {
  return (
    <div className="mt-1">
      <div className="grid grid-cols-[1.4fr_auto] items-end gap-1.5">
        <Select
          label={k.id}
          value={k.kind}
          onChange={e => {
            const kind = e.target.value as KeepClear['kind'];
            put({ ...k, kind, clearance: guess(CLEARANCE[kind] ?? 0.01) });
          }}
        >
          {KEPT_CLEAR.map(kind => (
            <option key={kind}>{kind}</option>
          ))}
        </Select>
        <Button
          small
          look="quiet"
          aria-label={`Remove ${k.kind} ${k.id}`}
          onClick={() =>
            edit(`${k.id} removed`, draft => {
              draft.shell = removeFitting(design.shell, k.id);
            })
          }
        >
          <X size={15} />
        </Button>
      </div>
      <KeptSize put={put} k={k} />
      {CAUTIONS[k.kind] && <p className="text-[13px] font-medium">{CAUTIONS[k.kind]}</p>}
    </div>
  );
}

function KeptSize({ put, k }: { put: (item: KeepClear, label?: string) => string | null; k: KeepClear }) {
  return (
    <div className="grid grid-cols-3 gap-1.5">
      <MeasureField
        label="behind front"
        value={k.at.along}
        onMeasure={along => put({ ...k, at: { ...k.at, along } })}
      />
      <MeasureField label="above edge" value={k.at.up} onMeasure={up => put({ ...k, at: { ...k.at, up } })} />
      <MeasureField label="its length" value={k.width} max={2} onMeasure={width => put({ ...k, width })} />
      <MeasureField label="its height" value={k.height} max={2} onMeasure={height => put({ ...k, height })} />
      <MeasureField
        label={isHot(k.kind) ? 'its maker’s distance' : 'free all round'}
        value={k.clearance}
        max={1}
        onMeasure={clearance => put({ ...k, clearance })}
      />
    </div>
  );
}
