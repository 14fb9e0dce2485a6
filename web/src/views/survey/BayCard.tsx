import {
  type BayField,
  buildUpOf,
  findBay,
  isMeasured,
  type Measurement,
  measured,
  type Opening,
  printArea,
  printLength,
  printNumber,
  removeOpening,
  setBay,
  setOpening,
} from '@overcoat/core';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { bayPlace, dampSentence, fitSentence } from '../../sentences.ts';
import { useDesign } from '../../store/design.ts';
import { freshId } from '../../store/edits.ts';
import { useEvaluation, useOpenDesign, useVariant } from '../../store/evaluation.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { MeasureField } from '../../ui/MeasureField.tsx';
import { Select } from '../../ui/Select.tsx';

const FIELDS: { field: BayField; name: string; max: number; min: number }[] = [
  { field: 'width', name: 'Along the van, rib to rib', min: 0.02, max: 9 },
  { field: 'height', name: 'Across, rail to rail', min: 0.02, max: 3.5 },
  { field: 'depthMin', name: 'Depth, shallowest', min: 0, max: 0.4 },
  { field: 'depthMax', name: 'Depth, deepest', min: 0, max: 0.4 },
];

/** One bay (or the first of several): its sizes, openings, build-up and results. */
export function BayCard({ ids }: { ids: readonly string[] }) {
  const design = useOpenDesign();
  const variant = useVariant();
  const e = useEvaluation();
  const units = useUnits();
  const edit = useDesign(s => s.edit);
  const [first] = ids;
  const found = first ? findBay(design.shell, first) : undefined;
  const result = first ? e.bays.get(first) : undefined;
  if (!found || !result) return null;
  const { bay, zone } = found;

  const set = (field: BayField) => (value: Measurement) => {
    let shell = design.shell;
    for (const id of ids) {
      const edited = setBay(shell, id, field, value);
      if (!edited.ok) return edited.message;
      shell = edited.shell;
    }
    edit(
      `${ids.length > 1 ? `${ids.length} bays` : bay.id} ${FIELDS.find(f => f.field === field)!.name.toLowerCase()} ${value.basis === 'measured' ? value.entered : ''}`,
      draft => {
        draft.shell = shell;
      },
    );
    return null;
  };
  const confirmAll = () => {
    let shell = design.shell;
    for (const id of ids)
      for (const { field } of FIELDS) {
        const value = findBay(shell, id)!.bay[field];
        if (isMeasured(value)) continue;
        const edited = setBay(shell, id, field, measured(value.value, printLength(value.value, units)));
        if (edited.ok) shell = edited.shell;
      }
    edit(`${ids.join(', ')} confirmed`, draft => {
      draft.shell = shell;
    });
  };
  const buildUp = buildUpOf(variant.design, zone.id, bay.id);
  const fit = fitSentence(result, units);

  return (
    <div key={bay.id}>
      <h2 className="text-2xl">
        {ids.length > 1
          ? `${ids.length} bays: ${ids.slice(0, 4).join(', ')}${ids.length > 4 ? '…' : ''}`
          : bay.id}
      </h2>
      <p className="text-faint">
        {ids.length > 1 ? 'A size entered here goes to all of them.' : bayPlace(result, units)}
      </p>
      <div className="mt-3 grid grid-cols-2 gap-x-3 gap-y-2">
        {FIELDS.map(f => (
          <MeasureField
            key={`${bay.id}${f.field}`}
            label={f.name}
            value={bay[f.field]}
            min={f.min}
            max={f.max}
            onMeasure={set(f.field)}
          />
        ))}
      </div>
      {!FIELDS.every(f => isMeasured(bay[f.field])) && (
        <Button small className="mt-1" onClick={confirmAll}>
          All of these are right
        </Button>
      )}
      {ids.length === 1 && <Openings key={bay.id} bay={bay.id} />}
      <section className="mt-5 border-t border-rule pt-3">
        <h3 className="text-lg">{buildUp ? buildUp.name : 'Bare'}</h3>
        <dl className="mt-1 grid grid-cols-2 gap-x-3 text-[13px]">
          <dt className="text-faint">Area, openings off</dt>
          <dd className="text-right font-medium">{printArea(result.area, units)}</dd>
          <dt className="text-faint">U-value, clear bay</dt>
          <dd className="text-right font-medium">{printNumber(result.uValue, 2)} W/m²K</dd>
        </dl>
        <p className={`mt-2 ${fit.wrong ? 'font-medium text-signal' : ''}`}>{fit.says}</p>
        <p className="mt-1">{dampSentence(result)}</p>
        <Link to="../build-ups" relative="path" className="mt-2 inline-block text-chalk underline">
          Choose what goes here
        </Link>
      </section>
    </div>
  );
}

function Openings({ bay }: { bay: string }) {
  const design = useOpenDesign();
  const edit = useDesign(s => s.edit);
  const [refused, setRefused] = useState<string | null>(null);
  const found = findBay(design.shell, bay)!;
  const openings = found.zone.openings.filter(o => o.bay === bay);
  const put = (opening: Opening, label: string): string | null => {
    const edited = setOpening(design.shell, opening);
    if (!edited.ok) return edited.message;
    edit(label, draft => {
      draft.shell = edited.shell;
    });
    return null;
  };
  const add = () => {
    const id = freshId(
      design.shell.zones.flatMap(z => z.openings.map(o => o.id)),
      'W',
    );
    const overhead = found.zone.kind === 'ceiling';
    const size = (m: Measurement, wish: number): Measurement => ({
      basis: 'assumed',
      value: Math.min(wish, Math.floor(m.value * 800) / 1000),
      from: 'guess',
    });
    setRefused(
      put(
        {
          id,
          bay,
          kind: overhead ? 'roof vent' : 'window',
          width: size(found.bay.width, 0.4),
          height: size(found.bay.height, 0.4),
          glazing: 'double acrylic',
        },
        `${overhead ? 'roof vent' : 'window'} in ${bay}`,
      ),
    );
  };
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <div className="flex items-center justify-between">
        <h3 className="text-lg">Openings</h3>
        <Button small onClick={add}>
          <Plus size={14} aria-hidden /> add an opening
        </Button>
      </div>
      {openings.length === 0 && (
        <p className="text-[13px] text-faint">
          None. Panels that will be cut out for a window get no treatment: add the window first.
        </p>
      )}
      {refused && (
        <p role="alert" className="text-signal">
          {refused}
        </p>
      )}
      {openings.map(o => (
        <div key={o.id} className="mt-2 grid grid-cols-[1fr_1fr_1.3fr_auto] items-start gap-2">
          <MeasureField
            label={`${o.kind} along`}
            value={o.width}
            min={0.05}
            max={3}
            onMeasure={width => put({ ...o, width }, `${o.id} width`)}
          />
          <MeasureField
            label="across"
            value={o.height}
            min={0.05}
            max={3}
            onMeasure={height => put({ ...o, height }, `${o.id} height`)}
          />
          <Select
            label="glazing"
            value={o.glazing}
            onChange={e => put({ ...o, glazing: e.target.value as Opening['glazing'] }, `${o.id} glazing`)}
          >
            <option value="glass">single glass</option>
            <option value="double acrylic">double acrylic</option>
            <option value="insulated panel">insulated panel</option>
          </Select>
          <Button
            small
            look="quiet"
            className="mt-5"
            aria-label={`Remove ${o.kind}`}
            onClick={() =>
              edit(`${o.id} removed`, draft => {
                draft.shell = removeOpening(design.shell, o.id);
              })
            }
          >
            <X size={15} />
          </Button>
        </div>
      ))}
    </section>
  );
}
