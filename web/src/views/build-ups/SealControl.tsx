import { BOARD_JOINT, closesJoints, openWidth, PANEL_JOINT, SEAM_KINDS } from '@overcoat/core/buildup';
import type { BuildUp } from '@overcoat/core/model';
import { SEAMS } from '@overcoat/core/model/lists';
import { parseLength, printLength, printNumber } from '@overcoat/core/units';
import { type Dispatch, type SetStateAction, useEffect, useState } from 'react';
import { editBuildUp } from '../../store/edits.ts';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/Field.tsx';
import { Select } from '../../ui/Select.tsx';

/** A slider at rest for this long, ms, has been set. */
const SETTLED = 350;

/** What a joint may be wide, m. */
const [NARROW, WIDE] = [0.0001, 0.02];

/** How the joints of what keeps the air in are made, how much of their length really closes, and how wide the rest stands. */
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
    <div className="mt-3 border-t border-rule pt-3">
      <div className="grid grid-cols-[1.5fr_1fr_1fr] items-start gap-4">
        <Select
          label="Joints of what keeps air in"
          value={buildUp.seams}
          onChange={event =>
            editBuildUp(`${buildUp.name}: joints ${event.target.value}`, buildUp.id, b => {
              b.seams = event.target.value as BuildUp['seams'];
            })
          }
        >
          {SEAMS.map(kind => (
            <option key={kind} value={kind}>
              {SEAM_KINDS[kind].name}
            </option>
          ))}
        </Select>
        <WidthField
          label="Where open, wide"
          buildUp={buildUp}
          field="jointWidth"
          usual={openWidth({ seams: buildUp.seams }, 'likely')}
          note={`usual; badly ${width(SEAM_KINDS[buildUp.seams].width.wetEnd)}`}
        />
        <WidthField
          label="Other layers’, wide"
          buildUp={buildUp}
          field="panelWidth"
          usual={PANEL_JOINT.likely}
          note={`linings; boards ${width(BOARD_JOINT.likely)}`}
        />
        {closesJoints(buildUp) ? (
          <Quality quality={quality} setQuality={setQuality} />
        ) : (
          <p className="col-span-3 text-[13px] text-faint">
            Every joint is open over its whole length. What passes goes with its width to the third power
            while it is narrow, and with the depth of the board.
          </p>
        )}
      </div>
    </div>
  );
}

function Quality({ quality, setQuality }: { quality: number; setQuality: Dispatch<SetStateAction<number>> }) {
  return (
    <label className="col-span-3 block">
      <span className="block text-[13px] text-faint">
        Seal quality: <b className="text-ink">{Math.round(quality * 1000) / 10} %</b> of their length closed
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
  );
}

// Sixteenths of an inch are too coarse for a joint.
const width = (m: number): string => printLength(m, 'metric');

interface WidthProps {
  label: string;
  buildUp: BuildUp;
  field: 'jointWidth' | 'panelWidth';
  /** m. */
  usual: number;
  /** Beside what is usual. */
  note: string;
}

/** How wide joints stand, as is usual until somebody says. */
function WidthField({ label, buildUp, field, usual, note }: WidthProps) {
  const given = buildUp[field];
  return (
    <Field
      label={label}
      shown={width(given ?? usual)}
      assumed={given === undefined}
      parse={text => parseLength(text, { min: NARROW, max: WIDE })}
      onCommit={value => {
        editBuildUp(`${buildUp.name}: joints ${width(value)} wide`, buildUp.id, b => {
          b[field] = value;
        });
        return null;
      }}
      note={
        given === undefined ? (
          note
        ) : (
          <Button
            small
            look="quiet"
            onClick={() =>
              editBuildUp(`${buildUp.name}: joints as wide as usual`, buildUp.id, b => {
                delete b[field];
              })
            }
          >
            as usual
          </Button>
        )
      }
    />
  );
}
