import type { InputHTMLAttributes, ReactNode } from 'react';

interface Props extends Omit<InputHTMLAttributes<HTMLInputElement>, 'onChange'> {
  label: ReactNode;
  onText(text: string): void;
  compact?: boolean;
  /** Of the field with its label. */
  className?: string;
  /** Of what is typed into. */
  inputClass?: string;
}

/** The one field for words; quantities have `Field`. */
export function TextField({
  label,
  onText,
  compact = false,
  className = '',
  inputClass = '',
  ...input
}: Props) {
  return (
    <label className={`block ${className}`}>
      <span className="block text-[13px] text-faint">{label}</span>
      <input
        {...input}
        onChange={e => onText(e.target.value)}
        className={`block rounded-[4px] border border-rule bg-ticket px-2 ${compact ? 'min-h-7' : 'min-h-9'} ${inputClass}`}
      />
    </label>
  );
}
