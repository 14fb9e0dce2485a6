import { WORK_DAYS } from '@overcoat/core/model/lists';
import type { Pace } from '@overcoat/core/order/buying';
import { parseNumber, printNumber } from '@overcoat/core/units';
import { useDesign } from '../../../store/design.ts';
import { useWorkshop } from '../../../store/workshop.ts';
import { Field } from '../../../ui/Field.tsx';
import { Select } from '../../../ui/Select.tsx';
import { TextField } from '../../../ui/TextField.tsx';

/** When work begins and how much of it is done: what has to be ordered by when follows from it. */
export function PaceFields({ pace, said }: { pace: Pace; said: boolean }) {
  const van = useDesign(s => s.id) ?? '';
  const { note } = useWorkshop();
  const put = (change: Partial<Pace>) => note([{ kind: 'pace', van, ...pace, ...change }]);
  const dashed = said ? '' : 'border-dashed';
  return (
    <div className="flex flex-wrap items-start gap-2">
      <TextField
        type="date"
        compact
        label={said ? 'Work begins' : 'Work begins (assumed)'}
        value={pace.start}
        onText={start => start && put({ start })}
        inputClass={dashed}
      />
      <Select
        compact
        className="w-28"
        label="on"
        value={pace.days}
        onChange={e => put({ days: WORK_DAYS.find(d => d === e.target.value) ?? pace.days })}
      >
        {WORK_DAYS.map(d => (
          <option key={d} value={d}>
            {d}
          </option>
        ))}
      </Select>
      <Field
        compact
        className="w-24"
        label="hours a day"
        shown={printNumber(pace.hours, 1)}
        assumed={!said}
        parse={text => {
          const read = parseNumber(text);
          if (!read.ok) return read;
          return read.value >= 0.5 && read.value <= 16
            ? read
            : { ok: false, message: 'Half an hour to 16 hours.' };
        }}
        onCommit={hours => void put({ hours })}
      />
    </div>
  );
}
