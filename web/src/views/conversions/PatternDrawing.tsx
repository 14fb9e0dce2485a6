import type { PatternName } from '@overcoat/core/model';
import { layoutShell } from '@overcoat/core/survey/layout';
import { generateShell } from '@overcoat/core/survey/patterns';
import { useMemo } from 'react';

/** A body pattern as a small drawing of its unfolded pieces. */
export function PatternDrawing({ pattern, className }: { pattern: PatternName; className: string }) {
  const layout = useMemo(() => layoutShell(generateShell(pattern)), [pattern]);
  return (
    <svg
      viewBox={`-0.1 0.1 ${layout.width + 0.2} ${layout.height}`}
      className={className}
      aria-hidden
      preserveAspectRatio="xMidYMid meet"
    >
      {layout.zones
        .flatMap(z => z.bays)
        .map(b => (
          <rect
            key={b.bay.id}
            x={b.x}
            y={b.y}
            width={b.width}
            height={b.height}
            rx={0.02}
            fill="var(--ticket)"
            stroke="var(--ink)"
            strokeWidth={0.022}
          />
        ))}
    </svg>
  );
}
