interface Props {
  label: string;
  value: number;
  onValue(value: number): void;
  min: number;
  max: number;
  step?: number;
  unit: string;
  /** Beside it in place of its value, while that stands for something else. */
  shown?: string;
}

/** The one slider: its name, its reach and its figure with the unit, in a line. */
export function Slider({ label, value, onValue, unit, shown, ...range }: Props) {
  return (
    <label className="grid grid-cols-[7rem_1fr_5rem] items-center gap-2">
      {label}
      <input
        type="range"
        value={value}
        onChange={e => onValue(Number(e.target.value))}
        className="accent-[var(--chalk)]"
        {...range}
      />
      <b className="text-right whitespace-nowrap">{shown ?? `${value} ${unit}`}</b>
    </label>
  );
}
