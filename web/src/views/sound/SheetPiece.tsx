import type { Patch } from '@overcoat/core/model';
import type { KeyboardEvent, PointerEvent } from 'react';
import type { Grip } from './pullSheet.ts';

const MM = 1000;

interface Props {
  patch: Patch;
  chosen: boolean;
  u: number;
  says: string;
  onGrab(event: PointerEvent, grip: Grip): void;
  onDrag(event: PointerEvent): void;
  onDrop(): void;
  onKey(event: KeyboardEvent): void;
  onFocus(): void;
}

/** One sheet on the board, to scale, with what it is pulled and turned by once it is chosen. */
export function SheetPiece({ patch, chosen, u, says, onGrab, onDrag, onDrop, onKey, onFocus }: Props) {
  const [w, h] = [patch.width * MM, patch.height * MM];
  const grip = u * 0.022;
  const colour = chosen ? 'var(--signal)' : 'var(--ink)';
  return (
    <g
      transform={`translate(${patch.along * MM} ${patch.up * MM}) rotate(${patch.turn})`}
      role="button"
      tabIndex={0}
      aria-label={says}
      aria-pressed={chosen}
      onKeyDown={onKey}
      onFocus={onFocus}
      onPointerMove={onDrag}
      onPointerUp={onDrop}
      onPointerCancel={onDrop}
      className="cursor-move outline-none [&:focus-visible>rect]:stroke-[3px]"
    >
      <rect
        x={-w / 2}
        y={-h / 2}
        width={w}
        height={h}
        fill="var(--foam)"
        fillOpacity={0.72}
        stroke={colour}
        strokeWidth={u * (chosen ? 0.007 : 0.004)}
        onPointerDown={event => onGrab(event, 'move')}
      />
      {chosen && (
        <g fill="var(--sheet)" stroke={colour} strokeWidth={u * 0.004}>
          <path d={`M0 ${h / 2}V${h / 2 + grip * 2}`} />
          <circle
            cy={h / 2 + grip * 2.6}
            r={grip}
            className="cursor-grab"
            onPointerDown={event => onGrab(event, 'turn')}
          />
          <path
            d={`M${w / 2 - grip} ${-h / 2 - grip * 0.3}H${w / 2 + grip * 0.3}V${-h / 2 + grip}`}
            strokeWidth={u * 0.01}
            fill="none"
          />
          <rect
            x={w / 2 - grip * 1.4}
            y={-h / 2 - grip * 0.8}
            width={grip * 2.4}
            height={grip * 2.4}
            fillOpacity={0}
            stroke="none"
            className="cursor-nwse-resize"
            onPointerDown={event => onGrab(event, 'size')}
          />
        </g>
      )}
    </g>
  );
}
