import type { Zone } from '@overcoat/core/model';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { Select } from '../../../ui/Select.tsx';

interface Props {
  label: string;
  value: string;
  onChange(zone: string): void;
  /** What stands in brackets behind a zone's name; nothing when left out. */
  note?(zone: Zone): string | number;
}

/** One of the shell's zones. */
export function ZoneSelect({ label, value, onChange, note }: Props) {
  const { shell } = useOpenDesign();
  return (
    <Select label={label} value={value} onChange={e => onChange(e.target.value)}>
      {shell.zones.map(z => (
        <option key={z.id} value={z.id}>
          {z.id} {z.name}
          {note && ` (${note(z)})`}
        </option>
      ))}
    </Select>
  );
}
