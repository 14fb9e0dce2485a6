import type { PointBridge } from '@overcoat/core/model';
import { POINTS } from '@overcoat/core/model/lists';
import { setPoint } from '@overcoat/core/survey/edits';
import { type Parsed, printNumber, printTemperature } from '@overcoat/core/units';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useEvaluation } from '../../../store/evaluation.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useUnits } from '../../../store/preferences.ts';
import { editShell } from '../../../store/reshape.ts';
import { Button } from '../../../ui/Button.tsx';
import { Field } from '../../../ui/Field.tsx';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Select } from '../../../ui/Select.tsx';
import { newPoint } from '../map/newItems.ts';
import { RemoveFitting } from './RemoveFitting.tsx';
import { ZoneSelect } from './ZoneSelect.tsx';

const MOST = 2000;

function readCount(text: string): Parsed {
  const value = Number(text.trim());
  return Number.isInteger(value) && value >= 1 && value <= MOST
    ? { ok: true, value }
    : { ok: false, message: `How many: a whole number from 1 to ${MOST}.` };
}

/** Bolts, brackets and bare screw heads through a zone's insulation: what they lose, and whether they sweat. */
export function PointBridges() {
  const { shell } = useOpenDesign();
  const e = useEvaluation();
  const units = useUnits();
  const [zoneId, setZone] = useState(shell.zones.find(z => z.points.length > 0)?.id ?? shell.zones[0]!.id);
  const zone = shell.zones.find(z => z.id === zoneId) ?? shell.zones[0]!;
  const heat = e.heat.zones.find(z => z.zone.id === zone.id);
  const { outside, inside, dewPoint } = e.damp.night;
  const put = (point: PointBridge): string | null =>
    editShell(`${point.count} × ${point.kind}`, s => setPoint(s, zone.id, point));
  return (
    <section data-testid="points">
      <div className="flex flex-wrap items-end justify-between gap-2">
        <h2 className="text-xl">Bolts, brackets, screws</h2>
        <ZoneSelect
          label="of"
          value={zone.id}
          onChange={setZone}
          note={z => z.points.reduce((sum, p) => sum + p.count, 0)}
        />
      </div>
      {zone.points.map(p => {
        const loss = heat?.points.find(l => l.point.id === p.id);
        const head = loss && outside.t + loss.fRsi * (inside.t - outside.t);
        return (
          <div key={p.id} className="mt-1 border-t border-rule pt-1">
            <PointFields put={put} p={p} />
            {loss && head !== undefined && (
              <p className={`text-[13px] ${head < dewPoint ? 'text-signal' : ''}`}>
                {printNumber(loss.adds * 1000, 1)} mW/K each, {printNumber(loss.adds * p.count, 2)} W/K
                together. Heads at {printTemperature(head, units)} on the design night,{' '}
                {head < dewPoint
                  ? 'below the dew point: they sweat. Cap them, or cover them with foam.'
                  : 'above the dew point.'}
              </p>
            )}
          </div>
        );
      })}
      <div className="mt-2">
        <Button small onClick={() => put(newPoint(shell))}>
          <Plus size={14} aria-hidden /> metal through
        </Button>
      </div>
      <p className="text-[13px] text-faint">
        Sheet, rod and head in series. A rib is taken to be as cold as the skin: screw heads at their coldest.
      </p>
    </section>
  );
}

function PointFields({ put, p }: { put: (point: PointBridge) => string | null; p: PointBridge }) {
  return (
    <div className="grid grid-cols-[1.2fr_1fr_1.2fr_auto] items-start gap-1.5">
      <Select
        label="what"
        value={p.kind}
        onChange={ev => put({ ...p, kind: ev.target.value as PointBridge['kind'] })}
      >
        {POINTS.map(k => (
          <option key={k}>{k}</option>
        ))}
      </Select>
      <Field
        label="how many"
        shown={String(p.count)}
        parse={readCount}
        onCommit={value => put({ ...p, count: value })}
      />
      <MeasureField
        label={p.kind === 'bracket' ? 'diameter, as a rod' : 'shank diameter'}
        value={p.diameter}
        min={0.001}
        max={0.06}
        onMeasure={diameter => put({ ...p, diameter })}
      />
      <div className="mt-5">
        <RemoveFitting id={p.id} name={p.id} />
      </div>
    </div>
  );
}
