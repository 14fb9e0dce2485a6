import { type SelectHTMLAttributes, useId } from 'react';

interface Props extends SelectHTMLAttributes<HTMLSelectElement> {
  label: string;
  hideLabel?: boolean;
  /** In a row of compact fields. */
  compact?: boolean;
}

/** The platform's own list of choices: one tap on a phone, typeahead at the desk. */
export function Select({ label, hideLabel = false, compact = false, className = '', ...rest }: Props) {
  const own = useId();
  const id = rest.id ?? own;
  // Not round the list: its choices are no part of its name.
  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'block text-[13px] text-faint'}>
        {label}
      </label>
      <select
        className={`${compact ? 'min-h-7' : 'min-h-9'} w-full rounded-[4px] border border-rule bg-ticket px-1.5 font-medium`}
        {...rest}
        id={id}
      />
    </div>
  );
}
