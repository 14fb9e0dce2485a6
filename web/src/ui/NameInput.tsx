interface Props {
  value: string;
  /** A name that is not empty and not the one there was. */
  onName(name: string): void;
}

/** What a person calls a thing, taken when the field is left. */
export function NameInput({ value, onName }: Props) {
  return (
    <label className="text-[13px] text-faint">
      name
      <input
        key={value}
        defaultValue={value}
        maxLength={120}
        className="min-h-9 w-full rounded-[4px] border border-rule bg-ticket px-2 text-ink"
        onBlur={e => {
          const name = e.target.value.trim();
          if (name && name !== value) onName(name);
        }}
      />
    </label>
  );
}
