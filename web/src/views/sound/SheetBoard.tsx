import type { Bay, Patch, Zone } from '@overcoat/core/model';
import { type FieldRect, flatten, outlineOf } from '@overcoat/core/survey/geometry';
import { seenMirrored } from '@overcoat/core/survey/layout';
import { printLength, type UnitSystem } from '@overcoat/core/units';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { PanelMarks } from '../../shell-map/PanelMarks.tsx';
import { useUnits } from '../../store/preferences.ts';
import { byKey, type Grip, pulled } from './pullSheet.ts';
import { SheetPiece } from './SheetPiece.tsx';

const MM = 1000;

interface Props {
  zone: Zone;
  bay: Bay;
  /** The part that swings. */
  field: FieldRect | null;
  patches: readonly Patch[];
  chosen: string | null;
  onChoose(id: string | null): void;
  /** A sheet was let go of where it lies now. */
  onPut(patch: Patch, what: string): void;
  onRemove(id: string): void;
  /** Half waves of a tone to show. */
  tone: { m: number; n: number } | null;
}

/** A bay's outline with its sheets to scale, seen from inside: drag a sheet, pull its corner, turn it by its handle. */
export function SheetBoard({ zone, bay, field, patches, chosen, onChoose, onPut, onRemove, tone }: Props) {
  const units = useUnits();
  const { held, mirrored, pad, w, h, svg, outline, u, grab, drag, drop, keyed } = useSheetHandling({
    zone,
    bay,
    onChoose,
    onPut,
    onRemove,
  });

  const shown = patches.map(p => (held?.start.id === p.id ? held.patch : p));
  const side = mirrored ? -1 : 1;
  return (
    <figure>
      <svg
        viewBox={`${-pad * MM} ${-pad * MM} ${(w + 2 * pad) * MM} ${(h + 2 * pad) * MM}`}
        className="max-h-[300px] w-full touch-none rounded-[4px] border border-rule bg-ticket"
        role="group"
        aria-label={`${bay.id}, ${printLength(w, units)} by ${printLength(h, units)}, with its sheets`}
        onPointerDown={() => onChoose(null)}
      >
        <g ref={svg} transform={`translate(${mirrored ? w * MM : 0} ${h * MM}) scale(${side} -1)`}>
          <path
            d={`M${outline.map(p => `${p.x * MM} ${p.y * MM}`).join('L')}Z`}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth={u * 0.006}
          />
          <Outline zone={zone} bay={bay} w={w} h={h} u={u} />
          {field && tone && <Swing field={field} {...tone} u={u} />}
          <SheetPieces
            chosen={chosen}
            onChoose={onChoose}
            units={units}
            u={u}
            grab={grab}
            drag={drag}
            drop={drop}
            keyed={keyed}
            shown={shown}
          />
        </g>
        <PanelMarks zone={zone} width={w * MM} height={h * MM} size={u * 0.045} />
        <SheetSizes units={units} mirrored={mirrored} w={w} h={h} u={u} shown={shown} />
      </svg>
      <figcaption className="mt-1 text-[13px] text-faint">
        Seen from inside. Drag a sheet, pull its corner, turn it by its knob; arrows move it 5 mm (Shift 25),
        [ and ] turn it, Delete takes it off.
      </figcaption>
    </figure>
  );
}

function SheetSizes({
  units,
  mirrored,
  w,
  h,
  u,
  shown,
}: {
  units: UnitSystem;
  mirrored: boolean;
  w: number;
  h: number;
  u: number;
  shown: Patch[];
}) {
  return (
    <g aria-hidden fill="var(--chalk)" fontSize={u * 0.045} fontWeight={600} letterSpacing={u * 0.002}>
      {shown.map(p => {
        const x = (mirrored ? w - p.along : p.along) * MM;
        const y = (h - p.up) * MM;
        return (
          <text
            key={p.id}
            x={x}
            y={y}
            textAnchor="middle"
            fill="var(--ink)"
            fontSize={u * 0.042}
            pointerEvents="none"
          >
            <tspan x={x}>{printLength(p.width, units)} ×</tspan>
            <tspan x={x} dy={u * 0.05}>
              {printLength(p.height, units)}
            </tspan>
          </text>
        );
      })}
    </g>
  );
}

function SheetPieces({
  chosen,
  onChoose,
  units,
  u,
  grab,
  drag,
  drop,
  keyed,
  shown,
}: {
  chosen: string | null;
  onChoose: (id: string | null) => void;
  units: UnitSystem;
  u: number;
  grab: (event: PointerEvent, patch: Patch, grip: Grip) => void;
  drag: (event: PointerEvent) => void;
  drop: () => void;
  keyed: (event: KeyboardEvent, patch: Patch) => void;
  shown: Patch[];
}) {
  return (
    <>
      {shown.map(p => (
        <SheetPiece
          key={p.id}
          patch={p}
          chosen={chosen === p.id}
          u={u}
          says={`Sheet ${p.id}, ${printLength(p.width, units)} by ${printLength(p.height, units)}${p.turn ? `, turned ${p.turn}°` : ''}`}
          onGrab={(event, grip) => grab(event, p, grip)}
          onDrag={drag}
          onDrop={drop}
          onKey={event => keyed(event, p)}
          onFocus={() => onChoose(p.id)}
        />
      ))}
    </>
  );
}

function Outline({
  zone,
  bay,
  w,
  h,
  u,
}: {
  zone: Props['zone'];
  bay: Props['bay'];
  w: number;
  h: number;
  u: number;
}) {
  return (
    <>
      {zone.openings
        .filter(o => o.bay === bay.id)
        .map(o => (
          <rect
            key={o.id}
            x={((o.at?.along.value ?? w / 2) - o.width.value / 2) * MM}
            y={((o.at?.up.value ?? h / 2) - o.height.value / 2) * MM}
            width={o.width.value * MM}
            height={o.height.value * MM}
            fill="var(--glass)"
            stroke="var(--ink)"
            strokeWidth={u * 0.003}
          />
        ))}
      {zone.keepClears
        .filter(k => k.bay === bay.id)
        .map(k => (
          <rect
            key={k.id}
            x={(k.at.along.value - k.width.value / 2 - k.clearance.value) * MM}
            y={(k.at.up.value - k.height.value / 2 - k.clearance.value) * MM}
            width={(k.width.value + 2 * k.clearance.value) * MM}
            height={(k.height.value + 2 * k.clearance.value) * MM}
            fill="none"
            stroke="var(--signal)"
            strokeWidth={u * 0.004}
            strokeDasharray={`${u * 0.014} ${u * 0.01}`}
          >
            <title>{k.kind}: keep clear</title>
          </rect>
        ))}
    </>
  );
}

/** A sheet taken by the pointer or moved by keys. */
function useSheetHandling({
  zone,
  bay,
  onChoose,
  onPut,
  onRemove,
}: {
  zone: Props['zone'];
  bay: Props['bay'];
  onChoose: (id: string | null) => void;
  onPut: (patch: Patch, what: string) => void;
  onRemove: (id: string) => void;
}) {
  const svg = useRef<SVGGElement>(null);
  const [held, setHeld] = useState<{ patch: Patch; grip: Grip; x: number; y: number; start: Patch } | null>(
    null,
  );
  const [w, h] = [bay.width.value, bay.height.value];
  const mirrored = seenMirrored(zone);
  const read = outlineOf(bay);
  const outline = read.ok ? flatten(read.outline) : [];
  const pad = Math.max(w, h) * 0.1;
  const u = Math.max(w, h) * MM;

  /** A pointer's place in the bay, m. */
  const placeOf = (event: PointerEvent) => {
    const at = svg.current!.getScreenCTM()!.inverse();
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(at);
    return { x: p.x / MM, y: p.y / MM };
  };
  const grab = (event: PointerEvent, patch: Patch, grip: Grip) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    onChoose(patch.id);
    setHeld({ patch, start: patch, grip, ...placeOf(event) });
  };
  const drag = (event: PointerEvent) => {
    if (!held) return;
    const at = placeOf(event);
    setHeld({ ...held, patch: pulled(held.start, held.grip, at, held, bay) });
  };
  const drop = () => {
    if (held && held.patch !== held.start)
      onPut(held.patch, { move: 'moved', size: 'cut', turn: 'turned' }[held.grip]);
    setHeld(null);
  };
  const keyed = (event: KeyboardEvent, patch: Patch) => {
    const next = byKey(event, patch, bay, mirrored);
    if (next === 'remove') onRemove(patch.id);
    else if (next) onPut(next, 'moved');
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return { held, mirrored, pad, w, h, svg, outline, u, grab, drag, drop, keyed };
}

/** Loops where a tone swings most, one a field of it. */
function Swing({ field, m, n, u }: { field: FieldRect; m: number; n: number; u: number }) {
  const [cw, ch] = [field.width / m, field.height / n];
  return (
    <g fill="none" stroke="var(--signal)" strokeWidth={u * 0.0025} strokeOpacity={0.55} aria-hidden>
      {Array.from({ length: m * n }, (_, i) => {
        const [x, y] = [field.x + ((i % m) + 0.5) * cw, field.y + (Math.floor(i / m) + 0.5) * ch];
        return [0.32, 0.62, 0.9].map(r => (
          <ellipse key={`${i} ${r}`} cx={x * MM} cy={y * MM} rx={(cw / 2) * r * MM} ry={(ch / 2) * r * MM} />
        ));
      })}
    </g>
  );
}
