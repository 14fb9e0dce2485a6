import type { BuildUp } from '@overcoat/core';
import { useEffect, useState } from 'react';
import { editBuildUp } from '../../store/edits.ts';
import { Select } from '../../ui/Select.tsx';

/** Whether joints are taped, and how much of their length really closes. */
export function SealControl({ buildUp }: { buildUp: BuildUp }) {
  const [quality, setQuality] = useState(buildUp.sealQuality);
  useEffect(() => setQuality(buildUp.sealQuality), [buildUp.sealQuality]);
  const commit = () => {
    if (quality !== buildUp.sealQuality)
      editBuildUp(`${buildUp.name}: seal quality ${Math.round(quality * 100)} %`, buildUp.id, b => {
        b.sealQuality = quality;
      });
  };
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
            onPointerUp={commit}
            onKeyUp={commit}
            onBlur={commit}
          />
        </label>
      ) : (
        <p className="text-[13px] text-faint">Every joint passes air through half a millimetre.</p>
      )}
    </div>
  );
}
