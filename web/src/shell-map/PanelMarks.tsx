import type { Zone } from '@overcoat/core/model';
import { type EdgeName, edgesSeen, type Seen } from '@overcoat/core/survey/layout';

interface Props {
  zone: Pick<Zone, 'kind' | 'side'>;
  /** Of the panel as it is drawn upright, in the drawing's units. */
  width: number;
  height: number;
  /** Letter height, in the drawing's units. */
  size: number;
  seen?: Seen;
}

/** What tells one end of a panel from the other; the names of the rest follow. */
const TELLING: readonly EdgeName[] = ['FRONT', 'HINGE', 'LEFT'];

/** What lies above a panel drawn upright, and at its front (its hinges, its left): which way round it is. */
export function PanelMarks({ zone, width, height, size, seen = 'inside' }: Props) {
  const { left, right, above } = edgesSeen(zone, seen);
  const onRight = TELLING.includes(right) && !TELLING.includes(left);
  const x = onRight ? width + size * 0.4 : -size * 0.4;
  return (
    <g aria-hidden fill="var(--chalk)" fontSize={size} fontWeight={600} textAnchor="middle" stroke="none">
      <text x={width / 2} y={-size * 0.4}>
        {above}
      </text>
      <text transform={`translate(${x} ${height / 2}) rotate(${onRight ? 90 : -90})`}>
        {onRight ? right : left}
      </text>
    </g>
  );
}
