import type { Cab, Measurement } from '@overcoat/core/model';
import { FrontSelect } from '../../../shell-map/FrontSelect.tsx';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { editShell } from '../../../store/reshape.ts';
import { MeasureField } from '../../../ui/MeasureField.tsx';

/** The cab as a box, and what it is open to the load space by; its zones are on the map. */
export function CabFields() {
  const { shell } = useOpenDesign();
  const { cab } = shell;
  if (!cab) return null;
  const put = (label: string, change: (cab: Cab) => Cab) =>
    editShell(label, s => ({ ok: true, shell: { ...s, cab: change(s.cab!) } }));
  const passage = (side: 'width' | 'height') => (size: Measurement) =>
    put(`passage ${side}`, c => ({ ...c, passage: { ...c.passage, [side]: size } }));
  return (
    <section data-testid="cab">
      <h2 className="text-xl">The cab</h2>
      <div className="mt-1 grid grid-cols-2 gap-2">
        <MeasureField
          label="length, dash to door post"
          value={cab.length}
          min={0.4}
          max={4}
          onMeasure={length => put('cab length', c => ({ ...c, length }))}
        />
        <MeasureField
          label="height, floor to lining"
          value={cab.height}
          min={0.6}
          max={3}
          onMeasure={height => put('cab height', c => ({ ...c, height }))}
        />
        <MeasureField
          label="passage, width"
          value={cab.passage.width}
          min={0.2}
          max={3}
          onMeasure={passage('width')}
        />
        <MeasureField
          label="passage, height"
          value={cab.passage.height}
          min={0.2}
          max={3}
          onMeasure={passage('height')}
        />
        <FrontSelect />
      </div>
      {cab.front !== 'bulkhead' && shell.zones.some(z => z.kind === 'bulkhead') && (
        <p className="mt-1 border-l-4 border-tape pl-2">
          A bulkhead is still among the zones: it is measured, lined and bought until its bays are deleted.
        </p>
      )}
      <p className="mt-1 text-[13px] text-faint">
        Glass, doors, roof, footwell and pillars of the cab are zones like any other; bare, they have the
        factory’s trim.
      </p>
    </section>
  );
}
