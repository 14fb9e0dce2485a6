import { Tabs as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface Props {
  label: string;
  value: string;
  onChange(value: string): void;
  tabs: { key: string; name: ReactNode; content: ReactNode }[];
}

/** Dividers of a card index: one of several sheets in the same place. */
export function Tabs({ label, value, onChange, tabs }: Props) {
  return (
    <Radix.Root value={value} onValueChange={onChange} className="flex min-h-0 grow flex-col">
      <Radix.List
        aria-label={label}
        className="no-print flex shrink-0 gap-1 overflow-x-auto overflow-y-hidden border-b border-ink px-3 pt-3"
      >
        {tabs.map(t => (
          <Radix.Trigger
            key={t.key}
            value={t.key}
            className="-mb-px min-h-8 shrink-0 rounded-t-[4px] border border-transparent px-2.5 font-sign text-[15px] font-semibold whitespace-nowrap text-faint data-[state=active]:border-ink data-[state=active]:border-b-sheet data-[state=active]:bg-sheet data-[state=active]:text-ink"
          >
            {t.name}
          </Radix.Trigger>
        ))}
      </Radix.List>
      {tabs.map(t => (
        <Radix.Content key={t.key} value={t.key} className="min-h-0 grow overflow-auto p-5">
          {t.content}
        </Radix.Content>
      ))}
    </Radix.Root>
  );
}
