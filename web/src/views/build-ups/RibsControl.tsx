import type { Zone } from '@overcoat/core/model';
import { editPlacement, leaveRibs } from '../../store/edits.ts';
import { useVariant } from '../../store/openDesign.ts';
import { Select } from '../../ui/Select.tsx';

/** How this variant leaves the ribs of a zone. */
export function RibsControl({ zone }: { zone: Zone }) {
  const { design } = useVariant();
  const now = design.ribs?.[zone.id] ?? null;
  const filled = zone.pockets.filter(p => p.kind === 'rib' && p.fill).length;
  return (
    <>
      <Select
        className="col-span-2 max-w-64"
        label={`Ribs of the ${zone.name}`}
        value={now ?? ''}
        onChange={e => {
          const as = e.target.value === '' ? null : e.target.value === 'stuffed' ? 'stuffed' : 'clear';
          editPlacement(`ribs of the ${zone.name}`, p => leaveRibs(p, zone.id, as));
        }}
      >
        <option value="">as surveyed: {filled > 0 ? `${filled} to be filled` : 'left clear'}</option>
        <option value="clear">left clear</option>
        <option value="stuffed">stuffed</option>
      </Select>
      {now === 'stuffed' && (
        <p className="col-span-2 text-[13px] font-medium">
          Look into each first: wax it, leave drains open, and never stuff over cables, belt reels or airbags.
        </p>
      )}
    </>
  );
}
