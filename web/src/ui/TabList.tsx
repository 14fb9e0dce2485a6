import type { KeyboardEvent, ReactNode } from 'react';

interface Props<K extends string> {
  label: string;
  value: K | null;
  onChange(value: K): void;
  tabs: readonly { key: K; name: ReactNode; title?: string | undefined }[];
  className: string;
  /** Of a tab, by whether it is chosen. */
  look(chosen: boolean): string;
  children?: ReactNode;
}

const STEPS: Partial<Record<string, (at: number, last: number) => number>> = {
  ArrowRight: (at, last) => (at === last ? 0 : at + 1),
  ArrowLeft: (at, last) => (at === 0 ? last : at - 1),
  Home: () => 0,
  End: (_, last) => last,
};

/** Tabs whose content stands elsewhere on the page: one stop of the Tab key, arrow keys, Home and End choose among them. */
export function TabList<K extends string>({
  label,
  value,
  onChange,
  tabs,
  className,
  look,
  children,
}: Props<K>) {
  const onKeyDown = (event: KeyboardEvent<HTMLDivElement>) => {
    const to = STEPS[event.key]?.(
      tabs.findIndex(t => t.key === value),
      tabs.length - 1,
    );
    const next = to === undefined ? undefined : tabs[to];
    if (!next) return;
    event.preventDefault();
    onChange(next.key);
    event.currentTarget.querySelectorAll<HTMLElement>('[role=tab]')[to!]?.focus();
  };
  return (
    <div role="tablist" aria-label={label} className={className} onKeyDown={onKeyDown}>
      {tabs.map(({ key, name, title }, i) => (
        <button
          key={key}
          type="button"
          role="tab"
          aria-selected={key === value}
          tabIndex={key === value || (value === null && i === 0) ? 0 : -1}
          title={title}
          onClick={() => onChange(key)}
          className={look(key === value)}
        >
          {name}
        </button>
      ))}
      {children}
    </div>
  );
}
