import type { BuildUp } from '@overcoat/core/model';
import { printNumber } from '@overcoat/core/units';
import { useEffect, useState } from 'react';
import { editBuildUp } from '../../store/edits.ts';
import { Select } from '../../ui/Select.tsx';

/** A slider at rest for this long, ms, has been set. */
const SETTLED = 350;

/** Whether joints are taped, and how much of their length really closes. */
export function SealControl({ buildUp }: { buildUp: BuildUp }) {
  const [quality, setQuality] = useState(buildUp.sealQuality);
  useEffect(() => setQuality(buildUp.sealQuality), [buildUp.sealQuality]);
  // One step for one movement, however many stops it made on the way.
  useEffect(() => {
    if (quality === buildUp.sealQuality) return;
    const timer = setTimeout(() => {
      editBuildUp(`${buildUp.name}: seal quality ${printNumber(quality * 100, 1)} %`, buildUp.id, b => {
        b.sealQuality = quality;
      });
    }, SETTLED);
    return () => clearTimeout(timer);
  }, [quality, buildUp]);
  return (
    <div className="mt-3 grid grid-cols-[10rem_1fr] items-end gap-4 border-t border-rule pt-3">
      <Select
        label="Joints of the airtight layer"
        value={buildUp.seams}
        onChange={event =>
          editBuildUp(`${buildUp.name}: joints ${event.target.value}`, buildUp.id, b => {
            b.seams = event.target.value as BuildUp['seams'];
          })
        }
      >
        <option value="taped">taped</option>
        <option value="open">left open</option>
      </Select>
      {buildUp.seams === 'taped' ? (
        <label className="block">
          <span className="block text-[13px] text-faint">
            Seal quality: <b className="text-ink">{Math.round(quality * 1000) / 10} %</b> of the joint length
            closed
          </span>
          <input
            type="range"
            min={50}
            max={100}
            step={0.5}
            value={quality * 100}
            className="min-h-9 w-full accent-[var(--chalk)]"
            onChange={e => setQuality(Number(e.target.value) / 100)}
          />
        </label>
      ) : (
        <p className="text-[13px] text-faint">Every joint passes air through half a millimetre.</p>
      )}
    </div>
  );
}
