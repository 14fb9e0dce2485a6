import { parseNumber } from '@overcoat/core/units';
import { type ReactNode, useId, useState } from 'react';
import { Field } from '../../../ui/Field.tsx';

interface Props {
  name: string;
  lead: number;
  onShop(name: string, lead: number): void;
  /** What sends it off. */
  children(submit: () => void): ReactNode;
}

const LONGEST = 120;

/** A shop by a free name, and the days things take to come from there; a name that is none is refused in its place. */
export function ShopFields({ name: before, lead: usual, onShop, children }: Props) {
  const id = useId();
  const [name, setName] = useState(before);
  const [lead, setLead] = useState(usual);
  const [refused, setRefused] = useState<string | null>(null);
  const submit = () => {
    const own = name.trim();
    if (own === '') return setRefused('Name the shop, as you call it.');
    if (own.length > LONGEST) return setRefused(`At most ${LONGEST} letters; this has ${own.length}.`);
    setRefused(null);
    onShop(own, lead);
  };
  return (
    <>
      <div className="mt-1 flex items-end gap-2">
        <div className="grow">
          <label htmlFor={id} className="block text-[13px] text-faint">
            Shop
          </label>
          <input
            id={id}
            value={name}
            placeholder="a name of your own"
            aria-invalid={refused !== null}
            aria-describedby={`${id}-why`}
            onChange={e => setName(e.target.value)}
            className={`min-h-7 w-full rounded-[4px] border bg-sheet px-2 ${refused ? 'border-signal' : 'border-rule'}`}
          />
        </div>
        <DaysToCome lead={lead} onLead={setLead} />
      </div>
      {refused && (
        <p id={`${id}-why`} role="alert" className="text-[13px] text-signal">
          {refused}
        </p>
      )}
      {children(submit)}
    </>
  );
}

/** Days until what is ordered is there; 0 for what is fetched. */
export function DaysToCome({ lead, onLead }: { lead: number; onLead(days: number): void }) {
  return (
    <Field
      compact
      className="w-28"
      label="Days to come"
      shown={`${lead}`}
      parse={text => {
        const read = parseNumber(text);
        if (!read.ok) return read;
        return Number.isInteger(read.value) && read.value >= 0 && read.value <= 365
          ? read
          : { ok: false, message: 'Whole days, 0 to 365.' };
      }}
      onCommit={days => void onLead(days)}
    />
  );
}
