import type { PlacedBay, PlacedZone } from '@overcoat/core';
import type { ReactNode } from 'react';
import { useDesign } from '../store/design.ts';
import { useOpenDesign } from '../store/evaluation.ts';
import { type BayPaint, ShellMap } from './ShellMap.tsx';

interface Props {
  title: string;
  paint(bay: PlacedBay['bay'], zone: PlacedZone['zone']): BayPaint;
  legend: ReactNode;
  children?: ReactNode;
}

/** The shell on the table, with what its colours mean; every view has one. */
export function MapPanel({ title, paint, legend, children }: Props) {
  const design = useOpenDesign();
  const selected = useDesign(s => s.selected);
  const select = useDesign(s => s.select);
  return (
    <section
      aria-label="The shell, unfolded"
      className="table-ground flex min-h-[420px] min-w-0 grow flex-col gap-2 p-4 lg:min-h-0"
    >
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 className="text-lg">{title}</h2>
        {children}
      </div>
      <div className="min-h-0 grow max-lg:overflow-x-auto">
        <ShellMap
          shell={design.shell}
          paint={paint}
          selected={selected}
          onSelect={select}
          label={`${title}: bays`}
        />
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[13px]">{legend}</div>
    </section>
  );
}
