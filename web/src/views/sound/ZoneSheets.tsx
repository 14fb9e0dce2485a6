import type { Patch } from '@overcoat/core/model';
import { onSheet, type PlacedBay, type PlacedZone } from '@overcoat/core/survey/layout';
import { MM } from '../../shell-map/mm.ts';
import { useEvaluation } from '../../store/evaluation.ts';
import { useFacts } from '../../store/log.ts';

const MARKS = { rings: '●', dull: '◐', dead: '○' } as const;

/** Sheets of a zone drawn to scale where they lie, and each bay's knock. */
export function ZoneSheets({ zone }: { zone: PlacedZone }) {
  const e = useEvaluation();
  const { knocks } = useFacts();
  return (
    <g aria-hidden pointerEvents="none">
      {zone.bays.map(placed => {
        const sheets = e.bays.get(placed.bay.id)?.sheets;
        const knock = knocks.get(placed.bay.id);
        const heard = knock?.damped ?? knock?.bare;
        return (
          <g key={placed.bay.id}>
            {sheets?.patches.map(p => (
              <path
                key={p.id}
                d={corners(zone, placed, p)}
                fill="var(--foam)"
                fillOpacity={0.55}
                stroke="var(--ink)"
                strokeOpacity={0.75}
                strokeWidth={sheets.byHand ? 9 : 5}
                strokeDasharray={sheets.byHand ? undefined : '22 14'}
              />
            ))}
            {heard && (
              <text
                x={(placed.x + placed.width) * MM - 22}
                y={(placed.y + placed.height) * MM - 26}
                fontSize={110}
                textAnchor="end"
                fill="var(--ink)"
              >
                {MARKS[heard.fact.sounds]}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** A sheet's outline on the map. */
function corners(zone: PlacedZone, placed: PlacedBay, { along, up, width, height, turn }: Patch): string {
  const a = (turn * Math.PI) / 180;
  const points = [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([i, j]) => {
    const [x, y] = [(i! * width) / 2, (j! * height) / 2];
    const p = onSheet(
      zone,
      placed.along + along + x * Math.cos(a) - y * Math.sin(a),
      placed.up + up + x * Math.sin(a) + y * Math.cos(a),
    );
    return `${(p.x * MM).toFixed(1)} ${(p.y * MM).toFixed(1)}`;
  });
  return `M${points.join('L')}Z`;
}
