import { type OnSheet, piecesOn } from '@overcoat/core/order/cutting';
import type { NestStock } from '@overcoat/core/order/nesting';
import type { CutPiece } from '@overcoat/core/order/pieces';
import { printLength } from '@overcoat/core/units';
import { useState } from 'react';
import { useUnits } from '../../store/preferences.ts';
import type { CutGroupAnswer } from './groups.ts';
import { shortName, upTurn } from './groups.ts';
import { type MovedOn, movedTo, snapped, turnedOn } from './moving.ts';

interface Props {
  group: CutGroupAnswer;
  pieces: ReadonlyMap<string, CutPiece>;
  stock: NestStock;
  /** Which sheet of that stock. */
  index: number;
  /** Pixels a metre. */
  scale: number;
  chosen: string | null;
  onChoose(piece: string): void;
  /** A piece was put somewhere else on this sheet: there it stays. */
  onPut(piece: string, to: { x: number; y: number; turn: number }): void;
  onUnpin(piece: string): void;
}

/** Edges nearer than this draw a dragged piece to them, pixels; less than this is a click. */
const SNAP = 8;
const CLICK = 4;

/** A rest smaller than this in either direction is no offcut to keep, m. */
const KEPT = 0.15;
const TICK = 0.1;

/** One sheet as a cutter sees it: datum corner at the lower left, a tape along two edges, every piece with its number and which way up it goes. */
export function SheetDrawing({
  group,
  pieces,
  stock,
  index,
  scale,
  chosen,
  onChoose,
  onPut,
  onUnpin,
}: Props) {
  const units = useUnits();
  const [drag, setDrag] = useState<{ id: string; x: number; y: number; dx: number; dy: number } | null>(null);
  const used = group.layout!.nest.used.find(u => u.stock === stock.id && u.index === index)!;
  const placed = piecesOn(group.layout!.nest, pieces, stock.id, index);
  // A roll is drawn lying, as far as it is cut.
  const lying = stock.length > 3 * stock.width;
  const shown = lying ? Math.min(stock.length, used.reach + 0.25) : stock.length;
  const [w, h] = lying ? [shown * scale, stock.width * scale] : [stock.width * scale, shown * scale];
  // Sheet metres to pixels: y upwards from the datum corner; a lying roll runs to the right.
  const at = ({ x, y }: { x: number; y: number }): [number, number] =>
    lying ? [y * scale, h - x * scale] : [x * scale, h - y * scale];
  const path = (points: readonly { x: number; y: number }[]) =>
    `M${points
      .map(p =>
        at(p)
          .map(v => v.toFixed(1))
          .join(' '),
      )
      .join('L')}Z`;
  const [refused, setRefused] = useState<string | null>(null);
  const pinned = new Set(group.pinned);
  const sheet: MovedOn = {
    width: stock.width,
    length: stock.length,
    kerf: group.problem.kerf,
    placed,
    pinned,
  };
  const dragged = drag && placed.find(p => p.piece.id === drag.id);
  const moved = dragged && movedTo(dragged.piece, dropAt(dragged, drag), sheet);
  const dropPut = () => {
    if (drag && moved && !moved.wrong && Math.hypot(drag.dx, drag.dy) > CLICK)
      onPut(drag.id, { x: moved.on.x, y: moved.on.y, turn: moved.on.turn });
    else if (drag && Math.hypot(drag.dx, drag.dy) <= CLICK) onChoose(drag.id);
    setRefused(drag && Math.hypot(drag.dx, drag.dy) > CLICK ? (moved?.wrong ?? null) : null);
    setDrag(null);
  };
  /** Where a piece dragged so far would come to lie. */
  function dropAt(on: OnSheet, { dx, dy }: { dx: number; dy: number }) {
    const to = lying
      ? { x: on.x - dy / scale, y: on.y + dx / scale }
      : { x: on.x + dx / scale, y: on.y - dy / scale };
    return { ...snapped(to, on, sheet, on.piece.id, SNAP / scale), turn: on.turn };
  }
  const nudge = (on: OnSheet, x: number, y: number) => {
    const next = movedTo(on.piece, { x: on.x + x, y: on.y + y, turn: on.turn }, sheet);
    if (!next.wrong) onPut(on.piece.id, { x: next.on.x, y: next.on.y, turn: on.turn });
  };
  const onKey = (on: OnSheet, key: string, fine: boolean): boolean => {
    const step = fine ? 0.001 : 0.01;
    if (key === 'ArrowRight') nudge(on, lying ? 0 : step, lying ? step : 0);
    else if (key === 'ArrowLeft') nudge(on, lying ? 0 : -step, lying ? -step : 0);
    else if (key === 'ArrowUp') nudge(on, lying ? step : 0, lying ? 0 : step);
    else if (key === 'ArrowDown') nudge(on, lying ? -step : 0, lying ? 0 : -step);
    else if (key === 'p')
      pinned.has(on.piece.id)
        ? onUnpin(on.piece.id)
        : onPut(on.piece.id, { x: on.x, y: on.y, turn: on.turn });
    else if (key === 't') {
      const next = turnedOn(on);
      if (next && !movedTo(on.piece, next, sheet).wrong) onPut(on.piece.id, next);
    } else return false;
    return true;
  };
  const { rest } = used;
  // Of a roll only as much is drawn as is cut; its rest is told in full.
  const drawn = { ...rest, length: Math.min(rest.length, shown - rest.y) };
  const keeps = Math.min(rest.width, rest.length) >= KEPT && drawn.length > 0;
  const name = `${lying ? 'roll' : 'sheet'} ${index + 1}`;
  const label = `${name} · ${printLength(stock.width, units)} × ${printLength(stock.length, units)}`;
  const ticks = (length: number) => Array.from({ length: Math.floor(length / TICK) + 1 }, (_, i) => i);
  const hatch = `hatch-${group.key}-${stock.id}-${index}`.replace(/\W/g, '-');
  return (
    <figure className="m-0 max-w-full break-inside-avoid overflow-x-auto">
      <figcaption className="mb-1 font-semibold">
        {group.problem.stock.length > 1 ? label : name}
        <span className="ml-1.5 font-normal text-faint">{Math.round(used.filled * 100)} % used</span>
      </figcaption>
      {refused && (
        <p role="alert" className="mb-1 max-w-52 text-[13px] text-signal">
          {refused}
        </p>
      )}
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing is no set of fields. */}
      <svg
        width={w + 12}
        height={h + 12}
        viewBox={`-10 -1 ${w + 12} ${h + 12}`}
        role="group"
        aria-label={`${label}, ${placed.length} pieces`}
        className="touch-none select-none overflow-visible"
        onPointerMove={e => drag && setDrag({ ...drag, dx: e.clientX - drag.x, dy: e.clientY - drag.y })}
        onPointerUp={dropPut}
        onPointerCancel={() => setDrag(null)}
      >
        <defs>
          <pattern
            id={hatch}
            width="9"
            height="9"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V9" stroke="var(--rule)" strokeWidth="1.4" />
          </pattern>
        </defs>
        <rect width={w} height={h} fill="var(--sheet)" />
        <rect width={w} height={h} fill={`url(#${hatch})`} />
        {keeps && <Rest at={at} rest={drawn} whole={rest} units={units} />}
        {placed.map(p => (
          <PieceShape
            key={p.piece.id}
            on={p}
            name={shortName(p.piece, group)}
            d={[p.outline, ...p.holes].map(path).join('')}
            middle={at({ x: p.x + p.width / 2, y: p.y + p.length / 2 })}
            room={lying ? p.length * scale : p.width * scale}
            tall={lying ? p.width * scale : p.length * scale}
            lines={p.piece.lines}
            lying={lying}
            chosen={chosen === p.piece.id}
            pinned={pinned.has(p.piece.id)}
            gives={moved?.gives.includes(p.piece.id) ?? false}
            onChoose={onChoose}
            onKey={(key, fine) => onKey(p, key, fine)}
            onGrab={(x, y) => setDrag({ id: p.piece.id, x, y, dx: 0, dy: 0 })}
          />
        ))}
        {moved && drag && Math.hypot(drag.dx, drag.dy) > CLICK && (
          <path
            d={[moved.on.outline, ...moved.on.holes].map(path).join('')}
            fillRule="evenodd"
            fill={moved.wrong ? 'var(--signal)' : 'var(--tape)'}
            fillOpacity={0.55}
            stroke={moved.wrong ? 'var(--signal)' : 'var(--ink)'}
            strokeWidth="2"
            pointerEvents="none"
          />
        )}
        <rect width={w} height={h} fill="none" stroke="var(--ink)" strokeWidth="1.6" pointerEvents="none" />
        <g stroke="var(--ink)" strokeWidth="1" aria-hidden>
          {ticks(w / scale).map(i => (
            <path key={`x${i}`} d={`M${i * TICK * scale} ${h}v${i % 5 === 0 ? 8 : 4}`} />
          ))}
          {ticks(h / scale).map(i => (
            <path key={`y${i}`} d={`M0 ${h - i * TICK * scale}h${i % 5 === 0 ? -8 : -4}`} />
          ))}
        </g>
        <circle cx={0} cy={h} r={3.5} fill="var(--signal)" aria-hidden />
      </svg>
    </figure>
  );
}

function Rest({
  at,
  rest,
  whole,
  units,
}: {
  at(p: { x: number; y: number }): [number, number];
  rest: { x: number; y: number; width: number; length: number };
  /** What is kept, beyond what is drawn of it. */
  whole: { width: number; length: number };
  units: 'metric' | 'imperial';
}) {
  const [x0, y0] = at(rest);
  const [x1, y1] = at({ x: rest.x + rest.width, y: rest.y + rest.length });
  const [x, y] = [Math.min(x0, x1), Math.min(y0, y1)];
  const [w, h] = [Math.abs(x1 - x0), Math.abs(y1 - y0)];
  return (
    <g>
      <rect x={x} y={y} width={w} height={h} fill="var(--wet)" stroke="var(--chalk)" strokeDasharray="5 4" />
      {w > 60 && h > 30 && (
        <text
          x={x + w / 2}
          y={y + h / 2 + 4}
          textAnchor="middle"
          fontSize="12"
          fill="var(--chalk)"
          aria-hidden
        >
          {w > 120 ? 'keep ' : ''}
          {printLength(whole.width, units)} × {printLength(whole.length, units)}
        </text>
      )}
    </g>
  );
}

/** A pin's head with its shadow: the piece stays. */
function PinHead({ x, y }: { x: number; y: number }) {
  return (
    <g aria-hidden pointerEvents="none">
      <circle cx={x + 1} cy={y + 1.5} r={4.5} fill="var(--ink)" fillOpacity={0.3} />
      <circle cx={x} cy={y} r={4.5} fill="var(--signal)" stroke="var(--sheet)" strokeWidth="1" />
    </g>
  );
}

interface ShapeProps {
  on: OnSheet;
  name: string;
  d: string;
  middle: [number, number];
  /** Pixels across and up that its label has. */
  room: number;
  tall: number;
  lines: CutPiece['lines'];
  lying: boolean;
  chosen: boolean;
  pinned: boolean;
  /** It lies where another one is being put. */
  gives: boolean;
  onChoose(piece: string): void;
  /** Whether the key meant something. */
  onKey(key: string, fine: boolean): boolean;
  onGrab(x: number, y: number): void;
}

function PieceShape({
  on,
  name,
  d,
  middle,
  room,
  tall,
  lying,
  chosen,
  pinned,
  gives,
  onChoose,
  onKey,
  onGrab,
}: ShapeProps) {
  const [x, y] = middle;
  const { piece } = on;
  const upright = room < 7 * name.length && tall > room;
  const fits = Math.max(room, tall) > 7 * name.length && Math.min(room, tall) > 11;
  const arrow = Math.min(room, tall) > 34;
  return (
    // biome-ignore lint/a11y/useSemanticElements: SVG has no button.
    <g
      role="button"
      tabIndex={0}
      aria-label={`${piece.id}${pinned ? ', pinned' : ''}${piece.twin ? `, twin of ${piece.twin}` : ''}`}
      aria-pressed={chosen}
      className="cursor-pointer focus:outline-none [&:focus-visible>path:first-of-type]:stroke-[3px]"
      onPointerDown={e => {
        if (e.button !== 0) return;
        (e.currentTarget.ownerSVGElement as SVGSVGElement).setPointerCapture(e.pointerId);
        onGrab(e.clientX, e.clientY);
      }}
      onKeyDown={e => {
        if (e.ctrlKey || e.metaKey || e.altKey) return;
        if (e.key === 'Enter' || e.key === ' ') onChoose(piece.id);
        else if (!onKey(e.key, e.shiftKey)) return;
        e.preventDefault();
      }}
    >
      <title>{piece.id}</title>
      <path
        d={d}
        fillRule="evenodd"
        fill={chosen ? 'var(--tape)' : 'var(--board)'}
        stroke={chosen || gives ? 'var(--signal)' : 'var(--ink)'}
        strokeDasharray={gives ? '4 3' : undefined}
        strokeWidth={chosen ? 2 : 1}
      />
      {fits && (
        <g pointerEvents="none" transform={upright ? `rotate(-90 ${x} ${y})` : undefined} aria-hidden>
          <text
            x={x}
            y={y + (arrow ? 12 : 4)}
            textAnchor="middle"
            fontSize="12"
            fontWeight="600"
            fill={chosen ? 'var(--tape-ink)' : 'var(--ink)'}
          >
            {name}
          </text>
          {piece.twin && !piece.mirrored && tall > 56 && room > 40 && (
            <text x={x} y={y + 25} textAnchor="middle" fontSize="10.5" fill="var(--signal)">
              flip
            </text>
          )}
        </g>
      )}
      {pinned && <PinHead x={x + room / 2 - 9} y={y - tall / 2 + 9} />}
      {arrow && (
        <path
          aria-hidden
          pointerEvents="none"
          d="M0 7V-7M-4 -3L0 -7.5L4 -3"
          transform={`translate(${x} ${y - 11}) rotate(${upTurn(on, lying)})`}
          fill="none"
          stroke={chosen ? 'var(--tape-ink)' : 'var(--ink)'}
          strokeWidth="1.3"
        />
      )}
    </g>
  );
}
