import { findBay } from '@overcoat/core/model';
import type { PlacedBay, PlacedZone, ShellLayout } from '@overcoat/core/survey/layout';
import { FlipHorizontal2 } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { useDesign } from '../store/design.ts';
import { useOpenDesign } from '../store/openDesign.ts';
import { usePreferences } from '../store/preferences.ts';
import { Button } from '../ui/Button.tsx';
import { HoverCard } from './HoverCard.tsx';
import { type BayPaint, ShellMap } from './ShellMap.tsx';
import { Viewport } from './Viewport.tsx';

interface Props {
  title: string;
  paint(bay: PlacedBay['bay'], zone: PlacedZone['zone']): BayPaint;
  legend: ReactNode;
  children?: ReactNode;
  /** Beside the title. */
  tools?: ReactNode;
  onBays?(zone: PlacedZone): ReactNode;
  overlay?(layout: ShellLayout): ReactNode;
  onDelete?(bays: string[]): void;
  /** Enter was pressed on the one chosen bay. */
  onEnter?(): void;
  /** Another picture in place of the sheet. */
  instead?: ReactNode;
}

/** The shell on the table, with what its colours mean; every view has one. */
export function MapPanel({
  title,
  paint,
  legend,
  children,
  tools,
  onBays,
  overlay,
  instead,
  onDelete,
  onEnter,
}: Props) {
  const design = useOpenDesign();
  const selected = useDesign(s => s.selected);
  const select = useDesign(s => s.select);
  const [hover, setHover] = useState<{ bay: string; x: number; y: number } | null>(null);
  const hovered = hover && findBay(design.shell, hover.bay);
  return (
    <section
      aria-label="The shell, unfolded"
      className="table-ground flex min-h-[420px] min-w-0 grow flex-col gap-2 p-4 max-lg:h-[560px] lg:min-h-0"
    >
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        <h2 className="text-lg">{title}</h2>
        {tools}
        {children}
      </div>
      {instead ?? (
        <Viewport>
          <ShellMap
            shell={design.shell}
            paint={paint}
            selected={selected}
            onSelect={select}
            label={`${title}: bays`}
            {...(onBays ? { onBays } : {})}
            {...(overlay ? { overlay } : {})}
            {...(onDelete ? { onDelete } : {})}
            {...(onEnter ? { onEnter } : {})}
            onHover={(bay, event) => setHover(bay ? { bay, x: event.clientX, y: event.clientY } : null)}
          />
        </Viewport>
      )}
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 text-[13px]">
        {!instead && <SeenFrom />}
        {legend}
      </div>
      {hover && hovered && (
        <HoverCard bay={hover.bay} x={hover.x} y={hover.y} paint={paint(hovered.bay, hovered.zone)} />
      )}
    </section>
  );
}

/** From which side every panel of the sheet is seen, and the other. */
function SeenFrom() {
  const { seen, setSeen } = usePreferences();
  return (
    <span className="flex items-center gap-1">
      <b className={seen === 'inside' ? '' : 'text-signal'}>
        {seen === 'inside' ? 'Seen from inside, as you stand' : 'Seen from outside'}
      </b>
      <Button small look="quiet" onClick={() => setSeen(seen === 'inside' ? 'outside' : 'inside')}>
        <FlipHorizontal2 size={14} aria-hidden /> turn over
      </Button>
    </span>
  );
}
