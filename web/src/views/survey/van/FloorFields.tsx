import { guess, type Zone } from '@overcoat/core/model';
import { grooveVolume, setCorrugation } from '@overcoat/core/survey/edits';
import { bayArea } from '@overcoat/core/survey/geometry';
import { printNumber } from '@overcoat/core/units';
import { useRefusal } from '../../../store/refusal.ts';
import { editShell } from '../../../store/reshape.ts';
import { MeasureField } from '../../../ui/MeasureField.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';

/** The grooves pressed into a floor: how far apart, how deep, and which way they run. */
export function FloorFields({ zone }: { zone: Zone }) {
  const [refused, setRefused] = useRefusal();
  const now = zone.corrugation;
  const put = (next: Zone['corrugation'] | null) => {
    const why = editShell('floor’s grooves', s => setCorrugation(s, zone.id, next ?? null));
    setRefused(why);
    return why;
  };
  const area = zone.bays.reduce((sum, b) => sum + bayArea(zone, b), 0);
  return (
    <>
      <div className="mt-1 grid grid-cols-3 gap-1.5">
        <Select
          label="its grooves run"
          value={now?.runs ?? ''}
          onChange={e => {
            const runs = e.target.value as 'along' | 'across' | '';
            put(runs ? { pitch: guess(0.08), depth: guess(0.008), ...now, runs } : null);
          }}
        >
          <option value="">not at all, or not looked</option>
          <option value="along">along the van</option>
          <option value="across">across it</option>
        </Select>
        {now && (
          <>
            <MeasureField
              label="crest to crest"
              value={now.pitch}
              min={0.01}
              max={1}
              onMeasure={pitch => put({ ...now, pitch })}
            />
            <MeasureField
              label="depth of a groove"
              value={now.depth}
              min={0.001}
              max={0.08}
              onMeasure={depth => put({ ...now, depth })}
            />
          </>
        )}
      </div>
      {now && (
        <p className="text-[13px]">
          Boards lie on the crests; filled level, the grooves take{' '}
          {printNumber(grooveVolume(zone, area) * 1000, 1)} l. Lay battens{' '}
          {now.runs === 'along' ? 'across' : 'along'} the van, over the grooves, and keep the way to every
          drain hole open.
        </p>
      )}
      <Refused why={refused} className="font-medium" />
    </>
  );
}
