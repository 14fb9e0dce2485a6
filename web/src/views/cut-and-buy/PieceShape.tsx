import type { OnSheet } from '@overcoat/core/order/cutting';
import type { PointerEvent, ReactNode } from 'react';
import { upTurn } from './groups.ts';

interface Props {
  on: OnSheet;
  name: string;
  d: string;
  middle: [number, number];
  /** Pixels across and up that its label has. */
  room: number;
  tall: number;
  lying: boolean;
  chosen: boolean;
  pinned: boolean;
  /** It does not stay up by what holds it. */
  comesDown: boolean;
  /** It lies where another one is being put. */
  gives: boolean;
  onChoose(piece: string): void;
  /** Whether the key meant something. */
  onKey(key: string, fine: boolean): boolean;
  onGrab(e: PointerEvent): void;
}

/** A piece on its sheet: its number, which way up it goes, and whether it is pinned. */
export function PieceShape(props: Props) {
  const { d, chosen, gives } = props;
  return (
    <Grip {...props}>
      <title>{props.on.piece.id}</title>
      <path
        d={d}
        fillRule="evenodd"
        fill={chosen ? 'var(--tape)' : 'var(--board)'}
        stroke={chosen || gives ? 'var(--signal)' : 'var(--ink)'}
        strokeDasharray={gives ? '4 3' : undefined}
        strokeWidth={chosen ? 2 : 1}
      />
      <Label {...props} />
      <Marks {...props} />
    </Grip>
  );
}

/** What a piece is taken and moved by: the pointer, and the keys. */
function Grip({
  on: { piece },
  chosen,
  pinned,
  comesDown,
  onChoose,
  onKey,
  onGrab,
  children,
}: Props & { children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/useSemanticElements: SVG has no button.
    <g
      role="button"
      tabIndex={0}
      aria-label={`${piece.id}${pinned ? ', pinned' : ''}${piece.twin ? `, twin of ${piece.twin}` : ''}${comesDown ? ', comes down as it is held' : ''}`}
      aria-pressed={chosen}
      className="cursor-pointer focus:outline-none [&:focus-visible>path:first-of-type]:stroke-[3px]"
      onPointerDown={e => {
        if (e.button !== 0) return;
        (e.currentTarget.ownerSVGElement as SVGSVGElement).setPointerCapture(e.pointerId);
        onGrab(e);
      }}
      onKeyDown={e => {
        if (e.ctrlKey || e.metaKey || e.altKey) return;
        if (e.key === 'Enter' || e.key === ' ') onChoose(piece.id);
        else if (!onKey(e.key, e.shiftKey)) return;
        e.preventDefault();
      }}
    >
      {children}
    </g>
  );
}

/** Whether a piece has room for its number, and for the arrow that says which way up it goes. */
const roomOf = ({ name, room, tall }: Props) => ({
  fits: Math.max(room, tall) > 7 * name.length && Math.min(room, tall) > 11,
  arrow: Math.min(room, tall) > 34,
});

function Marks(props: Props) {
  const {
    middle: [x, y],
    room,
    tall,
    comesDown,
    pinned,
  } = props;
  const { fits, arrow } = roomOf(props);
  return (
    <>
      {comesDown && fits && (
        <path
          aria-hidden
          pointerEvents="none"
          d="M-5 -3H5L0 5Z"
          transform={`translate(${x - room / 2 + 10} ${y - tall / 2 + 10})`}
          fill="var(--signal)"
        />
      )}
      {pinned && <PinHead x={x + room / 2 - 9} y={y - tall / 2 + 9} />}
      {arrow && <UpArrow {...props} />}
    </>
  );
}

function UpArrow({ on, lying, chosen, middle: [x, y] }: Props) {
  return (
    <path
      aria-hidden
      pointerEvents="none"
      d="M0 7V-7M-4 -3L0 -7.5L4 -3"
      transform={`translate(${x} ${y - 11}) rotate(${upTurn(on, lying)})`}
      fill="none"
      stroke={chosen ? 'var(--tape-ink)' : 'var(--ink)'}
      strokeWidth="1.3"
    />
  );
}

function Label(props: Props) {
  const {
    name,
    room,
    tall,
    chosen,
    middle: [x, y],
    on: { piece },
  } = props;
  const { fits, arrow } = roomOf(props);
  if (!fits) return null;
  const upright = room < 7 * name.length && tall > room;
  return (
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
      {piece.handed && !piece.mirrored && tall > 56 && room > 40 && (
        <text x={x} y={y + 25} textAnchor="middle" fontSize="10.5" fill="var(--signal)">
          flip
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
