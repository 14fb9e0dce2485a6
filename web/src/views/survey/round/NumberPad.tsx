import type { UnitSystem } from '@overcoat/core/units';
import { Delete } from 'lucide-react';
import { Button } from '../../../ui/Button.tsx';

const DIGITS = ['7', '8', '9', '4', '5', '6', '1', '2', '3'] as const;
const FRACTIONS = ['1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8', '1/16'] as const;

/** A pad for thumbs: digits, and the fractions of an inch tape or the units of a metric one. */
export function NumberPad({
  units,
  text,
  onText,
}: {
  units: UnitSystem;
  text: string;
  onText(text: string): void;
}) {
  const key = (label: string, next: string, name = label) => (
    <Button key={label} className="min-h-12 text-xl" aria-label={name} onClick={() => onText(next)}>
      {label}
    </Button>
  );
  const whole = text.replace(/\s*\d+\/\d+$/, '').trim();
  const bare = text.replace(/\s*(mm|cm|m|"|')$/, '');
  return (
    <fieldset aria-label="Number pad" className="mt-1.5 grid grid-cols-5 gap-1.5">
      <div className="col-span-3 grid grid-cols-3 gap-1.5">
        {DIGITS.map(d => key(d, text + d))}
        {key('.', `${text}.`, 'point')}
        {key('0', `${text}0`)}
        <Button className="min-h-12" aria-label="Delete last" onClick={() => onText(text.slice(0, -1))}>
          <Delete size={20} />
        </Button>
      </div>
      <div className="col-span-2 grid grid-cols-2 gap-1.5">
        {units === 'imperial'
          ? FRACTIONS.map(f => key(f, whole ? `${whole} ${f}` : f))
          : [
              key('mm', `${bare} mm`),
              key('cm', `${bare} cm`),
              key('m', `${bare} m`),
              key('in', `${bare}"`, 'inches'),
              ...(['1/4', '1/2', '3/4', '1/8'] as const).map(f => key(f, whole ? `${whole} ${f}` : f)),
            ]}
      </div>
    </fieldset>
  );
}
