import { rustState, uncut } from '@overcoat/core/log';
import type { Design, KeepClear, Opening, Place, Pocket, Shell } from '@overcoat/core/model';
import {
  moveRib,
  removeFitting,
  removeOpening,
  removeRib,
  setKeepClear,
  setOpening,
  setPocket,
} from '@overcoat/core/survey/edits';
import type { Rect } from '@overcoat/core/survey/layout';
import {
  fromSheet,
  onSheet,
  type PlacedBay,
  type PlacedZone,
  placeIn,
  rectOnSheet,
  type ShellLayout,
} from '@overcoat/core/survey/layout';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { MM } from '../../../shell-map/mm.ts';
import { useFacts } from '../../../store/log.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';
import { useRefusal } from '../../../store/refusal.ts';
import { editShell, reshape } from '../../../store/reshape.ts';
import { type Put, PutOnMap } from './PutOnMap.tsx';

/** What lies on the bays: rust, holes, keep-clears and zones of use; and the handles to arrange by. */
export function SheetMarks({ layout, arrange, put }: { layout: ShellLayout; arrange: boolean; put: Put }) {
  const { shell, ready } = useOpenDesign();
  const facts = useFacts();
  const bays = new Map(
    layout.zones.flatMap(zone => zone.bays.map(bay => [bay.bay.id, { zone, bay }] as const)),
  );
  const spot = (id: string, at: Place | undefined, side: number) => {
    const host = bays.get(id);
    return host && placeIn(host.zone, host.bay, at, side, side);
  };
  return (
    <g>
      <g aria-hidden pointerEvents="none">
        <Uses layout={layout} shell={shell} />
        <WoodLines layout={layout} />
        <Fixings ready={ready} spot={spot} />
        <KeepClears arrange={arrange} shell={shell} spot={spot} />
        {ready.holes.map(h => {
          const r = spot(h.bay, h.at, 0.12);
          const { state } = facts.holes.get(h.id) ?? uncut;
          return r && <Mark key={h.id} x={r.x} y={r.y} letter="H" wants={state !== 'leak-tested'} />;
        })}
        {ready.rust.map(spotted => {
          const r = spot(spotted.bay, spotted.at, 0.12);
          const { bare } = rustState(facts.rust.get(spotted.id) ?? [], Infinity, spotted.grade);
          return r && <Mark key={spotted.id} x={r.x} y={r.y} letter="R" wants={bare} />;
        })}
      </g>
      {arrange && put === 'nothing' && layout.zones.map(zone => <Handles key={zone.zone.id} zone={zone} />)}
      {arrange && put !== 'nothing' && <PutOnMap layout={layout} what={put} />}
    </g>
  );
}

function KeepClears({
  arrange,
  shell,
  spot,
}: {
  arrange: boolean;
  shell: Design['shell'];
  spot: (id: string, at: Place | undefined, side: number) => Rect | undefined;
}) {
  return (
    <>
      {!arrange &&
        shell.zones.flatMap(z =>
          z.keepClears.map(k => {
            const r = spot(k.bay, k.at, 0.05);
            return (
              r && (
                <path
                  key={k.id}
                  d={`M${r.x * MM} ${r.y * MM}l50 50m0 -50l-50 50`}
                  stroke="var(--chalk)"
                  strokeWidth={11}
                />
              )
            );
          }),
        )}
    </>
  );
}

function Fixings({
  ready,
  spot,
}: {
  ready: Design['ready'];
  spot: (id: string, at: Place | undefined, side: number) => Rect | undefined;
}) {
  return (
    <>
      {ready.fixings.map(f => {
        const r = spot(f.bay, f.at, 0.05);
        return (
          r && (
            <circle
              key={f.id}
              cx={(r.x + 0.025) * MM}
              cy={(r.y + 0.025) * MM}
              r={26}
              fill={f.becomes === 'used' ? 'var(--chalk)' : 'none'}
              stroke="var(--chalk)"
              strokeWidth={9}
            />
          )
        );
      })}
    </>
  );
}

function WoodLines({ layout }: { layout: ShellLayout }) {
  return (
    <>
      {layout.zones.flatMap(zone =>
        (zone.zone.lines ?? []).map(l => {
          const a = onSheet(zone, l.from.along.value, l.from.up.value);
          const b = onSheet(zone, l.to.along.value, l.to.up.value);
          return (
            <path
              key={l.id}
              d={`M${a.x * MM} ${a.y * MM}L${b.x * MM} ${b.y * MM}`}
              stroke="var(--tape)"
              strokeWidth={34}
              strokeOpacity={0.8}
            >
              <title>{l.name}: wants wood beneath</title>
            </path>
          );
        }),
      )}
    </>
  );
}

function Uses({ layout, shell }: { layout: ShellLayout; shell: Design['shell'] }) {
  return (
    <>
      {shell.uses.map(u => {
        const zone = layout.zones.find(z => z.zone.id === u.zone);
        if (!zone) return null;
        const r = rectOnSheet(zone, u.along.value, u.up.value, u.width.value, u.height.value);
        return (
          <g key={u.id}>
            <rect
              x={r.x * MM}
              y={r.y * MM}
              width={r.width * MM}
              height={r.height * MM}
              fill="none"
              stroke="var(--chalk)"
              strokeWidth={12}
              strokeDasharray="60 26 12 26"
            />
            <text
              x={r.x * MM + 24}
              y={(r.y + r.height) * MM - 30}
              fontSize={92}
              fill="var(--chalk)"
              fontStyle="italic"
            >
              {u.name}
              {u.rises ? ' ↑' : ''}
            </text>
          </g>
        );
      })}
    </>
  );
}

function Mark({ x, y, letter, wants }: { x: number; y: number; letter: string; wants: boolean }) {
  const colour = wants ? 'var(--signal)' : 'var(--chalk)';
  return (
    <g>
      <circle
        cx={(x + 0.06) * MM}
        cy={(y + 0.06) * MM}
        r={62}
        fill="var(--sheet)"
        stroke={colour}
        strokeWidth={12}
      />
      <text
        x={(x + 0.06) * MM}
        y={(y + 0.06) * MM + 32}
        fontSize={92}
        fontWeight={600}
        textAnchor="middle"
        fill={colour}
      >
        {wants ? letter : '✓'}
      </text>
    </g>
  );
}

function Handles({ zone }: { zone: PlacedZone }) {
  const host = (id: string) => zone.bays.find(b => b.bay.id === id);
  const at = (bay: string, place: Place | undefined): { along: number; up: number } => {
    const b = host(bay)!.bay;
    return { along: place?.along.value ?? b.width.value / 2, up: place?.up.value ?? b.height.value / 2 };
  };
  const placed = (p: { along: number; up: number }): Place => ({
    along: { basis: 'assumed', value: Math.max(0, round(p.along)), from: 'guess' },
    up: { basis: 'assumed', value: Math.max(0, round(p.up)), from: 'guess' },
  });
  const moveOpening = (o: Opening, by: Shift) => {
    const from = at(o.bay, o.at);
    return editShell(`${o.id} moved`, shell =>
      setOpening(shell, { ...o, at: placed({ along: from.along + by.along, up: from.up + by.up }) }),
    );
  };
  const moveKeep = (k: KeepClear, by: Shift) =>
    editShell(`${k.id} moved`, shell =>
      setKeepClear(shell, {
        ...k,
        at: placed({ along: k.at.along.value + by.along, up: k.at.up.value + by.up }),
      }),
    );
  return (
    <>
      {zone.ribs.map(r => (
        <Handle
          key={r.rib.id}
          zone={zone}
          label={`Rib ${r.rib.id}`}
          rect={r}
          onMove={by => reshape(`rib ${r.rib.id} moved`, d => moveRib(d, r.rib.id, by.along))}
          onDelete={() => reshape(`rib ${r.rib.id} out`, d => removeRib(d, r.rib.id))}
        />
      ))}
      {zone.openings.map(o => (
        <Handle
          key={o.opening.id}
          zone={zone}
          label={`${o.opening.kind} ${o.opening.id}`}
          rect={o}
          onMove={by => moveOpening(o.opening, by)}
          onDelete={() => reshape(`${o.opening.id} removed`, d => removeOpening(d, o.opening.id))}
        />
      ))}
      <KeepClearHandles zone={zone} host={host} moveKeep={moveKeep} />
      <PocketHandles zone={zone} />
    </>
  );
}

function PocketHandles({ zone }: { zone: PlacedZone }) {
  return (
    <>
      {zone.zone.pockets.flatMap(p => {
        const rib = p.kind === 'rib' && zone.ribs.find(r => r.rib.after === p.after);
        return rib ? (
          <PocketMark
            key={p.id}
            pocket={p}
            rect={rib}
            onFill={() =>
              editShell(`pocket ${p.id}`, shell => setPocket(shell, zone.zone.id, { ...p, fill: !p.fill }))
            }
            onDelete={() => drop(p.id, shell => removeFitting(shell, p.id))}
          />
        ) : (
          []
        );
      })}
    </>
  );
}

function KeepClearHandles({
  zone,
  host,
  moveKeep,
}: {
  zone: PlacedZone;
  host: (id: string) => PlacedBay | undefined;
  moveKeep: (k: KeepClear, by: Shift) => string | null;
}) {
  return (
    <>
      {zone.zone.keepClears.map(k => {
        const bay = host(k.bay);
        if (!bay) return null;
        const size = (m: number) => Math.max(0.06, m);
        return (
          <Handle
            key={k.id}
            zone={zone}
            label={`${k.kind} ${k.id}`}
            rect={placeIn(zone, bay, k.at, size(k.width.value), size(k.height.value))}
            onMove={by => moveKeep(k, by)}
            onDelete={() => drop(k.id, shell => removeFitting(shell, k.id))}
          />
        );
      })}
    </>
  );
}

/** Takes something out of the shell as one undoable step. */
const drop = (id: string, change: (shell: Shell) => Shell): string | null =>
  editShell(`${id} removed`, shell => ({ ok: true, shell: change(shell) }));

/** The void of a rib on the sheet: Enter fills or empties it, Delete takes it away. */
function PocketMark({
  pocket,
  rect,
  onFill,
  onDelete,
}: {
  pocket: Pocket;
  rect: { x: number; y: number; width: number; height: number };
  onFill(): string | null;
  onDelete(): string | null;
}) {
  const [refused, setRefused] = useRefusal();
  const state = pocket.holds === 'nothing' ? (pocket.fill ? 'filled' : 'empty') : `holds ${pocket.holds}`;
  const says = refused ?? `pocket ${pocket.id}, ${state}: Enter fills or empties it, Delete removes it`;
  const [cx, cy] = [(rect.x + rect.width * 0.85) * MM, (rect.y + rect.height / 2) * MM];
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in a drawing.
    <g
      data-handle
      role="button"
      tabIndex={0}
      aria-label={says}
      className="cursor-pointer outline-none [&:focus-visible>circle]:stroke-[22px]"
      onClick={event => {
        event.stopPropagation();
        setRefused(onFill());
      }}
      onKeyDown={event => {
        if (event.key === 'Delete') setRefused(onDelete());
        else if (event.key === 'Enter' || event.key === ' ') setRefused(onFill());
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
    >
      <title>{says}</title>
      <circle
        cx={cx}
        cy={cy}
        r={44}
        fill={pocket.fill ? 'var(--fibre)' : 'var(--sheet)'}
        stroke={refused ? 'var(--signal)' : 'var(--ink)'}
        strokeWidth={10}
      />
      {pocket.holds !== 'nothing' && (
        <path d={`M${cx - 26} ${cy - 26}l52 52m0 -52l-52 52`} stroke="var(--signal)" strokeWidth={12} />
      )}
    </g>
  );
}

interface Shift {
  along: number;
  up: number;
}

const round = (m: number) => Math.round(m * 1000) / 1000;

/** Something to take hold of on the sheet: by pointer, or chosen and pushed with the arrow keys. */
function Handle({
  zone,
  label,
  rect,
  onMove,
  onDelete,
}: {
  zone: PlacedZone;
  label: string;
  rect: { x: number; y: number; width: number; height: number };
  onMove(by: Shift): string | null;
  onDelete(): string | null;
}) {
  const { refused, by, onKeyDown, onSvg, start, setBy, commit } = useMoving(zone, onMove, onDelete);
  const says = refused
    ? `${label}: ${refused}`
    : `${label}: drag, or move with the arrow keys; Delete removes it`;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in a drawing.
    <g
      data-handle
      transform={`translate(${by.x} ${by.y})`}
      role="button"
      tabIndex={0}
      aria-label={says}
      className="cursor-move touch-none outline-none [&:focus-visible>rect]:stroke-[20px]"
      onKeyDown={onKeyDown}
      onPointerDown={event => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        const p = onSvg(event);
        start.current = { x: p.x, y: p.y };
      }}
      onPointerMove={event => {
        if (!start.current) return;
        const p = onSvg(event);
        setBy({ x: p.x - start.current.x, y: p.y - start.current.y });
      }}
      onPointerUp={() => {
        if (start.current) commit(by.x / MM, by.y / MM);
        start.current = null;
        setBy({ x: 0, y: 0 });
      }}
      onPointerCancel={() => {
        start.current = null;
        setBy({ x: 0, y: 0 });
      }}
    >
      <title>{says}</title>
      <HandleRect rect={rect} refused={refused} />
    </g>
  );
}

function HandleRect({
  rect,
  refused,
}: {
  rect: { x: number; y: number; width: number; height: number };
  refused: string | null;
}) {
  return (
    <rect
      x={rect.x * MM}
      y={rect.y * MM}
      width={rect.width * MM}
      height={rect.height * MM}
      fill="var(--chalk)"
      fillOpacity={0.3}
      stroke={refused ? 'var(--signal)' : 'var(--chalk)'}
      strokeWidth={10}
    />
  );
}

/** Moves what stands on the sheet by the pointer and by keys. */
function useMoving(zone: PlacedZone, onMove: (by: Shift) => string | null, onDelete: () => string | null) {
  const start = useRef<{ x: number; y: number } | null>(null);
  const [by, setBy] = useState({ x: 0, y: 0 });
  const [refused, setRefused] = useRefusal();
  const onSvg = (event: PointerEvent<SVGElement>) => {
    const matrix = event.currentTarget.ownerSVGElement!.getScreenCTM()!.inverse();
    return new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
  };
  const commit = (x: number, y: number) => {
    const from = fromSheet(zone, 0, 0);
    const to = fromSheet(zone, x, y);
    const shift = { along: round(to.along - from.along), up: round(to.up - from.up) };
    setRefused(shift.along === 0 && shift.up === 0 ? null : onMove(shift));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Delete') {
      event.preventDefault();
      event.stopPropagation();
      return setRefused(onDelete());
    }
    const step = event.shiftKey ? 0.01 : 0.001;
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (!way) return;
    event.preventDefault();
    event.stopPropagation();
    commit(way[0]! * step, way[1]! * step);
  };
  return { refused, by, onKeyDown, onSvg, start, setBy, commit };
}
