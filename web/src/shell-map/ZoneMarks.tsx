import { type EdgeName, edgesOf, type PlacedZone } from '@overcoat/core/survey/layout';
import { MM } from './mm.ts';

/** Letter height, mm of the sheet: about 9 px when the whole van is on a screen of 1280. */
const MARK = 104;
/** Said by their opposite. */
const SILENT: readonly EdgeName[] = ['BOTTOM', 'REAR', 'MIDDLE', 'ROOM'];

/** Which edge of a zone is its top, front or hinge side, written along that edge. */
export function ZoneMarks({ zone }: { zone: PlacedZone }) {
  const { kind } = zone.zone;
  // A rail is narrower than a word; it lies between what is marked.
  if (kind === 'frame' || kind === 'cab frame') return null;
  const edges = edgesOf(zone.zone);
  const { upright, mirrored } = zone;
  const across: Record<'low' | 'high', Side> = upright
    ? { low: 'below', high: 'above' }
    : { low: mirrored ? 'right' : 'left', high: mirrored ? 'left' : 'right' };
  const along: Side = mirrored ? 'right' : 'left';
  const marks: [EdgeName, Side][] = [
    [edges.high, across.high],
    [edges.low, across.low],
    // The front of what lies along the van is at the top of the sheet, which says so itself.
    ...(upright ? ([[edges.start, along]] as [EdgeName, Side][]) : []),
  ];
  return (
    <g
      aria-hidden
      pointerEvents="none"
      fill="var(--chalk)"
      stroke="var(--ticket)"
      strokeWidth={14}
      strokeOpacity={0.75}
      paintOrder="stroke"
      fontSize={MARK}
      fontWeight={600}
      textAnchor="middle"
    >
      {marks
        .filter(([name]) => !SILENT.includes(name))
        .map(([name, side]) => (
          <text key={name} {...at(zone, side)}>
            {name}
          </text>
        ))}
    </g>
  );
}

type Side = 'left' | 'right' | 'above' | 'below';

/** Beside an edge, the letters' feet towards it; above an upright piece stands its name, so there it is inside. */
function at({ x, y, width, height }: PlacedZone, side: Side): { transform: string; textAnchor?: 'end' } {
  const [l, t, w, h] = [x * MM, y * MM, width * MM, height * MM];
  const off = 24;
  switch (side) {
    case 'left':
      return { transform: `translate(${l - off} ${t + h / 2}) rotate(-90)` };
    case 'right':
      return { transform: `translate(${l + w + off} ${t + h / 2}) rotate(90)` };
    case 'above':
      return { transform: `translate(${l + w - off} ${t + MARK})`, textAnchor: 'end' };
    case 'below':
      return { transform: `translate(${l + w / 2} ${t + h + MARK * 0.92})` };
  }
}
