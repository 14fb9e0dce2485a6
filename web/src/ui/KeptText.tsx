import { type InputHTMLAttributes, useId } from 'react';

interface Props extends Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'defaultValue' | 'onBlur'> {
  value: string;
  /** What it is to be from now on; never what it was. */
  onText(text: string): void;
  /** A name: it cannot be empty. */
  needed?: boolean;
}

const LOOK = 'rounded-[4px] border border-rule bg-ticket px-2';

/** A word or a note where it stands, taken when the field is left. */
export function KeptText({
  value,
  onText,
  needed = false,
  className = `min-h-9 w-full ${LOOK}`,
  ...input
}: Props) {
  return (
    <input
      key={value}
      defaultValue={value}
      maxLength={needed ? 120 : 500}
      className={className}
      {...input}
      onBlur={e => {
        const text = e.target.value.trim();
        if (text !== value && (text || !needed)) onText(text);
      }}
    />
  );
}

/** What a person calls a thing, with its label. */
export function NameInput({ value, onName }: { value: string; onName(name: string): void }) {
  const id = useId();
  return (
    <label htmlFor={id} className="text-[13px] text-faint">
      name
      <KeptText id={id} value={value} needed onText={onName} className={`min-h-9 w-full text-ink ${LOOK}`} />
    </label>
  );
}
