import type { OnSheet } from '@overcoat/core/order/cutting';
import type { Point, UsedStock } from '@overcoat/core/order/nesting';
import { printLength, type UnitSystem } from '@overcoat/core/units';
import type { PointerEvent } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { useUnits } from '../../store/preferences.ts';
import { Refused } from '../../ui/Refused.tsx';
import type { CutGroupAnswer } from './groups.ts';
import { itemsWord, shortName } from './groups.ts';
import { type Moved, movedTo, turnedOn } from './moving.ts';
import { PieceShape } from './PieceShape.tsx';
import { KEPT, sheetGeometry, TAPE } from './sheetGeometry.ts';
import type { ShownSheet } from './useCarry.ts';

interface Props {
  group: CutGroupAnswer;
  sheet: ShownSheet;
  /** Pixels a metre. */
  scale: number;
  chosen: string | null;
  /** A piece that is carried over it. */
  carried: Moved | null;
  /** Why the last one could not lie there. */
  refused: string | null;
  /** Whether a piece does not stay up by what holds it. */
  comesDown(piece: string): boolean;
  onChoose(piece: string): void;
  onTake(on: OnSheet, e: PointerEvent): void;
  /** A piece was moved by a key: there it stays. */
  onPut(piece: string, to: { x: number; y: number; turn: number }): void;
  onUnpin(piece: string): void;
}

const TICK = 0.1;

/** One sheet as a cutter sees it: datum corner at the lower left, a tape along two edges, every piece with its number and which way up it goes. */
export function SheetDrawing(props: Props) {
  const { group, sheet, scale, carried, refused } = props;
  const units = useUnits();
  const { library } = useLibrary();
  const { stock, used, placed } = sheet;
  const geometry = sheetGeometry(stock, used, scale);
  const { shown, w, h, at } = geometry;
  const name = `${stock.price === 0 ? 'rest' : itemsWord(library.get(group.material), 1)} ${used.index + 1}`;
  const label = `${name} · ${printLength(stock.width, units)} × ${printLength(stock.length, units)}`;
  return (
    <figure
      // Of thousands only those in sight are drawn.
      style={{ contentVisibility: 'auto', containIntrinsicSize: `${w + 12}px ${h + 40}px` }}
      className="m-0 max-w-full break-inside-avoid overflow-x-auto"
    >
      <figcaption className="mb-1 font-semibold">
        {group.problem.stock.length > 1 ? label : name}
        <span className="ml-1.5 font-normal text-faint">{Math.round(used.filled * 100)} % used</span>
      </figcaption>
      <Refused why={refused} className="mb-1 max-w-52 text-[13px]" />
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing is no set of fields. */}
      <svg
        width={w + 12}
        height={h + 12}
        viewBox={`${-TAPE} -1 ${w + 12} ${h + 12}`}
        role="group"
        aria-label={`${label}, ${placed.length} pieces`}
        className="touch-none select-none overflow-visible"
        data-sheet={sheet.key}
      >
        <Ground w={w} h={h} hatch={`hatch-${group.key}-${stock.id}-${used.index}`.replace(/\W/g, '-')} />
        <Rest at={at} rest={used.rest} shown={shown} units={units} />
        <Pieces {...props} geometry={geometry} />
        {carried && <Carried carried={carried} at={at} />}
        <rect width={w} height={h} fill="none" stroke="var(--ink)" strokeWidth="1.6" pointerEvents="none" />
        <Tapes scale={scale} w={w} h={h} />
        <circle cx={0} cy={h} r={3.5} fill="var(--signal)" aria-hidden />
      </svg>
    </figure>
  );
}

type At = (p: Point) => [number, number];

/** Where points lie on the drawing, as SVG has it. */
const pathOf = (at: At, outlines: readonly (readonly Point[])[]) =>
  outlines
    .map(
      points =>
        `M${points
          .map(p =>
            at(p)
              .map(v => v.toFixed(1))
              .join(' '),
          )
          .join('L')}Z`,
    )
    .join('');

function Pieces(props: Props & { geometry: ReturnType<typeof sheetGeometry> }) {
  const { group, sheet, scale, chosen, carried, comesDown, onChoose, onTake } = props;
  const { lying, at } = props.geometry;
  const onKey = movedByKeys(props, lying);
  return (
    <>
      {sheet.placed.map(p => (
        <PieceShape
          key={p.piece.id}
          on={p}
          name={shortName(p.piece, group)}
          d={pathOf(at, [p.outline, ...p.holes])}
          middle={at({ x: p.x + p.width / 2, y: p.y + p.length / 2 })}
          room={lying ? p.length * scale : p.width * scale}
          tall={lying ? p.width * scale : p.length * scale}
          lying={lying}
          chosen={chosen === p.piece.id}
          pinned={sheet.pinned.has(p.piece.id)}
          comesDown={comesDown(p.piece.id)}
          gives={carried?.gives.includes(p.piece.id) ?? false}
          onChoose={onChoose}
          onKey={(key, fine) => onKey(p, key, fine)}
          onGrab={e => onTake(p, e)}
        />
      ))}
    </>
  );
}

function Ground({ w, h, hatch }: { w: number; h: number; hatch: string }) {
  return (
    <>
      <defs>
        <pattern id={hatch} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V9" stroke="var(--rule)" strokeWidth="1.4" />
        </pattern>
      </defs>
      <rect width={w} height={h} fill="var(--sheet)" />
      <rect width={w} height={h} fill={`url(#${hatch})`} />
    </>
  );
}

function Carried({ carried, at }: { carried: Moved; at: At }) {
  return (
    <path
      d={pathOf(at, [carried.on.outline, ...carried.on.holes])}
      fillRule="evenodd"
      fill={carried.wrong ? 'var(--signal)' : 'var(--tape)'}
      fillOpacity={0.55}
      stroke={carried.wrong ? 'var(--signal)' : 'var(--ink)'}
      strokeWidth="2"
      pointerEvents="none"
    />
  );
}

function Tapes({ scale, w, h }: { scale: number; w: number; h: number }) {
  const ticks = (pixels: number) =>
    Array.from({ length: Math.floor(pixels / scale / TICK) + 1 }, (_, i) => i);
  return (
    <g stroke="var(--ink)" strokeWidth="1" aria-hidden>
      {ticks(w).map(i => (
        <path key={`x${i}`} d={`M${i * TICK * scale} ${h}v${i % 5 === 0 ? 8 : 4}`} />
      ))}
      {ticks(h).map(i => (
        <path key={`y${i}`} d={`M0 ${h - i * TICK * scale}h${i % 5 === 0 ? -8 : -4}`} />
      ))}
    </g>
  );
}

/** Moves a piece by a key; whether the key means anything here. */
function movedByKeys({ sheet, onPut, onUnpin }: Props, lying: boolean) {
  const nudge = (on: OnSheet, x: number, y: number) => {
    const next = movedTo(on.piece, { x: on.x + x, y: on.y + y, turn: on.turn }, sheet);
    if (!next.wrong) onPut(on.piece.id, { x: next.on.x, y: next.on.y, turn: on.turn });
  };
  return (on: OnSheet, key: string, fine: boolean): boolean => {
    const step = fine ? 0.001 : 0.01;
    if (key === 'ArrowRight') nudge(on, lying ? 0 : step, lying ? step : 0);
    else if (key === 'ArrowLeft') nudge(on, lying ? 0 : -step, lying ? -step : 0);
    else if (key === 'ArrowUp') nudge(on, lying ? step : 0, lying ? 0 : step);
    else if (key === 'ArrowDown') nudge(on, lying ? -step : 0, lying ? 0 : -step);
    else if (key === 'p')
      sheet.pinned.has(on.piece.id)
        ? onUnpin(on.piece.id)
        : onPut(on.piece.id, { x: on.x, y: on.y, turn: on.turn });
    else if (key === 't') {
      const next = turnedOn(on);
      if (next && !movedTo(on.piece, next, sheet).wrong) onPut(on.piece.id, next);
    } else return false;
    return true;
  };
}

/** What is left of a sheet and worth keeping. Of a roll only as much is drawn as is cut; its rest is told in full. */
function Rest({
  at,
  rest: whole,
  shown,
  units,
}: {
  at: At;
  rest: UsedStock['rest'];
  /** Length of the sheet that is drawn, m. */
  shown: number;
  units: UnitSystem;
}) {
  const rest = { ...whole, length: Math.min(whole.length, shown - whole.y) };
  if (Math.min(whole.width, whole.length) < KEPT || rest.length <= 0) return null;
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
