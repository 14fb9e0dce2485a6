import { type Measurement, measured } from '@overcoat/core/model';
import { parseLength, printLength, type UnitSystem } from '@overcoat/core/units';
import { Check } from 'lucide-react';
import { useUnits } from '../store/preferences.ts';
import { Field } from './Field.tsx';

interface Props {
  label: string;
  value: Measurement;
  min?: number;
  max?: number;
  /** How a length is printed here; as lengths are everywhere when left out. */
  print?(metres: number, units: UnitSystem): string;
  /** Returns why not, in one sentence, or nothing when taken. */
  onMeasure(value: Measurement): string | null | undefined;
}

/** A length with its basis: dashed while assumed, kept as it was read off the tape once measured. */
export function MeasureField({ label, value, min, max, print = printLength, onMeasure }: Props) {
  const units = useUnits();
  const printed = print(value.value, units);
  const assumed = value.basis === 'assumed';
  const entered = value.basis === 'measured' ? value.entered : '';
  const confirm = () => void onMeasure(measured(value.value, printed));
  // It goes once the size is measured, so Tab passes over it to the next field: Enter in the field does the same.
  const note = assumed ? (
    <span className="flex items-center justify-between gap-1">
      assumed
      <button
        type="button"
        tabIndex={-1}
        title="Or press Enter in the field"
        className="inline-flex items-center gap-0.5 rounded px-1 text-chalk underline-offset-2 hover:underline"
        onClick={confirm}
      >
        <Check size={12} aria-hidden /> is right<span className="sr-only">: {label}</span>
      </button>
    </span>
  ) : (
    `measured${entered !== '' && entered !== printed && entered !== printed.replace(' mm', '') ? `, as “${entered}”` : ''}`
  );
  return (
    <Field
      label={label}
      shown={printed}
      assumed={assumed}
      note={note}
      parse={text =>
        parseLength(text, {
          system: units,
          ...(min === undefined ? {} : { min }),
          ...(max === undefined ? {} : { max }),
        })
      }
      onCommit={(metres, text) => onMeasure(measured(metres, text))}
      {...(assumed ? { onAccept: confirm } : {})}
    />
  );
}
