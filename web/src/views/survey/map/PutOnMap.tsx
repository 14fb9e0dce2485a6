import type { Bay } from '@overcoat/core/model';
import { addRib, setKeepClear, setOpening, setPocket, splitBay } from '@overcoat/core/survey/edits';
import { fromSheet, type PlacedBay, type PlacedZone, type ShellLayout } from '@overcoat/core/survey/layout';
import { useState } from 'react';
import { MM } from '../../../shell-map/mm.ts';
import { useDesign } from '../../../store/design.ts';
import { editShell, putReady, reshape } from '../../../store/reshape.ts';
import { newFixing, newHole, newKeepClear, newOpening, newPocket, newRust, placeAt } from './newItems.ts';

/** What a click in a bay can put there. */
export const PUTS = {
  nothing: 'put nothing',
  rib: 'put a rib through',
  rail: 'split by a rail',
  opening: 'put an opening',
  keep: 'keep a place clear',
  pocket: 'put a pocket in its rib',
  rust: 'mark rust',
  gland: 'mark a gland',
  fixing: 'mark an old hole',
} as const;
export type Put = keyof typeof PUTS;

const round = (m: number) => Math.round(m * 1000) / 1000;

/** Bays that take what is chosen where they are clicked; Enter puts it in their middle. */
export function PutOnMap({ layout, what }: { layout: ShellLayout; what: Exclude<Put, 'nothing'> }) {
  const [refused, setRefused] = useState<{ bay: string; why: string } | null>(null);
  const select = useDesign(s => s.select);
  const put = (zone: PlacedZone, { bay }: PlacedBay, along: number, up: number) => {
    const at = placeAt(round(along), round(up));
    const { shell } = useDesign.getState().design!;
    const why: string | null = {
      rib: () => reshape('rib put', d => addRib(d, zone.zone.id, bay.station, round(along))),
      rail: () => reshape(`${bay.id} split`, d => splitBay(d, bay.id, 'across', round(up))),
      opening: () => editShell(`opening in ${bay.id}`, s => setOpening(s, newOpening(s, bay.id, at))),
      keep: () => editShell(`kept clear in ${bay.id}`, s => setKeepClear(s, newKeepClear(s, bay.id, at))),
      pocket: () =>
        editShell(`pocket behind ${bay.id}`, s =>
          setPocket(s, zone.zone.id, newPocket(shell, zone.zone, bay.station)),
        ),
      rust: () => putReady(`rust in ${bay.id}`, 'rust', newRust(bay.id, at)),
      fixing: () => putReady(`old hole in ${bay.id}`, 'fixings', newFixing(bay.id, at)),
      gland: () => putReady(`gland in ${bay.id}`, 'holes', newHole(bay.id, null, at)),
    }[what]();
    setRefused(why ? { bay: bay.id, why } : null);
    if (!why) select([bay.id]);
  };
  return (
    <g>
      {layout.zones.flatMap(zone =>
        zone.bays.map(placed => {
          const { bay } = placed;
          const says = `${PUTS[what]} in ${bay.id}${refused?.bay === bay.id ? `: ${refused.why}` : ''}`;
          return (
            <PutTarget
              key={bay.id}
              refused={refused}
              put={put}
              zone={zone}
              placed={placed}
              bay={bay}
              says={says}
            />
          );
        }),
      )}
      {refused && (
        <foreignObject x={0} y={-420} width={3600} height={400}>
          <p role="alert" style={{ fontSize: 110 }} className="font-medium text-signal">
            {refused.why}
          </p>
        </foreignObject>
      )}
    </g>
  );
}

function PutTarget({
  refused,
  put,
  zone,
  placed,
  bay,
  says,
}: {
  refused: { bay: string; why: string } | null;
  put: (zone: PlacedZone, { bay }: PlacedBay, along: number, up: number) => void;
  zone: PlacedZone;
  placed: PlacedBay;
  bay: Bay;
  says: string;
}) {
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in a drawing.
    <rect
      data-handle
      role="button"
      tabIndex={0}
      aria-label={says}
      x={placed.x * MM}
      y={placed.y * MM}
      width={placed.width * MM}
      height={placed.height * MM}
      fill="var(--tape)"
      fillOpacity={0.12}
      stroke={refused?.bay === bay.id ? 'var(--signal)' : 'none'}
      strokeWidth={14}
      className="cursor-crosshair outline-none focus-visible:stroke-[var(--chalk)]"
      onClick={event => {
        event.stopPropagation();
        const matrix = event.currentTarget.getScreenCTM()!.inverse();
        const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
        const { along, up } = fromSheet(zone, p.x / MM, p.y / MM);
        put(zone, placed, along - placed.along, up - placed.up);
      }}
      onKeyDown={event => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        event.stopPropagation();
        put(zone, placed, bay.width.value / 2, bay.height.value / 2);
      }}
    >
      <title>{says}</title>
    </rect>
  );
}
