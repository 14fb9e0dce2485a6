import { type Bay, findBay, type Measurement, type Opening, type Zone } from '@overcoat/core/model';
import { SCREENS } from '@overcoat/core/model/lists';
import { removeOpening, setOpening } from '@overcoat/core/survey/edits';
import { type Edges, edgesOf } from '@overcoat/core/survey/layout';
import { Plus, X } from 'lucide-react';
import { edgeWord } from '../../../shell-map/edgeWord.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useRefusal } from '../../../store/refusal.ts';
import { editShell, reshape } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';
import { newOpening } from '../map/newItems.ts';

const middle = (size: Measurement): Measurement => ({
  basis: 'assumed',
  value: size.value / 2,
  from: 'guess',
});

/** Windows, vents and hatches of a bay. */
export function Openings({ bay }: { bay: string }) {
  const design = useOpenDesign();
  const [refused, setRefused] = useRefusal();
  const found = findBay(design.shell, bay)!;
  const edges = edgesOf(found.zone);
  const openings = found.zone.openings.filter(o => o.bay === bay);
  const put = (opening: Opening, label: string): string | null =>
    editShell(label, shell => setOpening(shell, opening));
  const add = () => {
    const opening = newOpening(design.shell, bay);
    setRefused(put(opening, `${opening.kind} in ${bay}`));
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
      <Refused why={refused} />
      {openings.map(o => (
        <OneOpening key={o.id} found={found} edges={edges} put={put} o={o} />
      ))}
    </section>
  );
}

function OneOpening({
  found,
  edges,
  put,
  o,
}: {
  found: { zone: Zone; bay: Bay };
  edges: Edges;
  put: (opening: Opening, label: string) => string | null;
  o: Opening;
}) {
  return (
    <div className="mt-2 grid grid-cols-[1fr_1fr_auto] sm:grid-cols-[1fr_1fr_1fr] items-start gap-1.5">
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
      <Glazing put={put} o={o} />
      <MeasureField
        label="frame depth"
        value={o.frameDepth ?? { basis: 'assumed', value: 0.03, from: 'guess' }}
        min={0}
        max={0.3}
        onMeasure={frameDepth => put({ ...o, frameDepth }, `${o.id} frame depth`)}
      />
      <Select
        label="its screen"
        value={o.screen ?? 'inside'}
        onChange={e => put({ ...o, screen: e.target.value as (typeof SCREENS)[number] }, `${o.id} screen`)}
      >
        {SCREENS.map(s => (
          <option key={s} value={s}>
            {s}
          </option>
        ))}
      </Select>
      <OpeningPlace found={found} edges={edges} put={put} o={o} />
      <Button
        small
        look="quiet"
        className="mt-5"
        aria-label={`Remove ${o.kind}`}
        onClick={() => reshape(`${o.id} removed`, d => removeOpening(d, o.id))}
      >
        <X size={15} />
      </Button>
    </div>
  );
}

function OpeningPlace({
  found,
  edges,
  put,
  o,
}: {
  found: { zone: Zone; bay: Bay };
  edges: Edges;
  put: (opening: Opening, label: string) => string | null;
  o: Opening;
}) {
  return (
    <>
      <MeasureField
        label={`middle, from ${edgeWord(edges.start)}`}
        value={o.at?.along ?? middle(found.bay.width)}
        max={found.bay.width.value}
        onMeasure={along =>
          put({ ...o, at: { up: middle(found.bay.height), ...o.at, along } }, `${o.id} placed`)
        }
      />
      <MeasureField
        label={`middle, from ${edgeWord(edges.low)}`}
        value={o.at?.up ?? middle(found.bay.height)}
        max={found.bay.height.value}
        onMeasure={up => put({ ...o, at: { along: middle(found.bay.width), ...o.at, up } }, `${o.id} placed`)}
      />
    </>
  );
}

function Glazing({ put, o }: { put: (opening: Opening, label: string) => string | null; o: Opening }) {
  return (
    <Select
      label="glazing"
      value={o.glazing}
      onChange={e => put({ ...o, glazing: e.target.value as Opening['glazing'] }, `${o.id} glazing`)}
    >
      <option value="glass">single glass</option>
      <option value="tinted glass">single, tinted</option>
      <option value="double acrylic">double acrylic</option>
      <option value="insulated panel">insulated panel</option>
    </Select>
  );
}
