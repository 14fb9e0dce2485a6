import type { Bay, Zone } from '@overcoat/core/model';
import { foldShell, type Point3 } from '@overcoat/core/survey/layout';
import { type Dispatch, type PointerEvent, type SetStateAction, useMemo, useRef, useState } from 'react';
import type { BayPaint } from '../../../shell-map/ShellMap.tsx';
import { useDesign } from '../../../store/design.ts';
import { useOpenDesign } from '../../../store/openDesign.ts';

interface Props {
  paint(bay: Bay, zone: Zone): BayPaint;
}

const MM = 1000;

/** The van folded up, seen from outside at a slant: turn it by dragging or with the sliders. */
export function FoldedVan({ paint }: Props) {
  const { shell } = useOpenDesign();
  const selected = useDesign(s => s.selected);
  const select = useDesign(s => s.select);
  const [turn, setTurn] = useState(-128);
  const [tilt, setTilt] = useState(28);
  const drag = useRef<{ x: number; y: number } | null>(null);
  const bays = useMemo(() => foldShell(shell), [shell]);
  const middle = { x: shell.length.value / 2, y: 0, z: shell.height.value / 2 };
  const view = project(turn, tilt, middle);
  const faces = bays
    .map(f => {
      const at = f.corners.map(view);
      const centre = view(mean(f.corners));
      return { ...f, at, depth: centre.depth, inside: seenFromInside(f.corners, middle, view) };
    })
    .sort((a, b) => b.depth - a.depth);
  const reach = (Math.hypot(shell.length.value, shell.width.value, shell.height.value) / 2) * MM * 1.05;
  const onMove = (event: PointerEvent) => {
    if (!drag.current) return;
    setTurn(t => t + (event.clientX - drag.current!.x) * 0.5);
    setTilt(t => Math.max(-10, Math.min(80, t + (event.clientY - drag.current!.y) * 0.4)));
    drag.current = { x: event.clientX, y: event.clientY };
  };
  return (
    <div className="flex min-h-0 grow flex-col">
      <svg
        viewBox={`${-reach} ${-reach * 0.92} ${2 * reach} ${1.84 * reach}`}
        className="min-h-0 w-full grow cursor-grab touch-none select-none"
        role="img"
        aria-label={`The van folded, turned by ${Math.round(((turn % 360) + 360) % 360)} degrees`}
        onPointerDown={event => {
          drag.current = { x: event.clientX, y: event.clientY };
        }}
        onPointerMove={onMove}
        onPointerUp={() => {
          drag.current = null;
        }}
        onPointerLeave={() => {
          drag.current = null;
        }}
      >
        <Faces paint={paint} selected={selected} select={select} faces={faces} />
      </svg>
      <Turning turn={turn} setTurn={setTurn} tilt={tilt} setTilt={setTilt} />
    </div>
  );
}

function Faces({
  paint,
  selected,
  select,
  faces,
}: {
  paint: (bay: Bay, zone: Zone) => BayPaint;
  selected: string[];
  select: (bays: string[]) => void;
  faces: {
    at: { x: number; y: number; depth: number }[];
    depth: number;
    inside: boolean;
    bay: Bay;
    zone: Zone;
    corners: Point3[];
  }[];
}) {
  return (
    <>
      {faces.map(f => {
        const { fill, dashed, dim } = paint(f.bay, f.zone);
        const chosen = selected.includes(f.bay.id);
        return (
          <Face key={f.bay.id} select={select} f={f} fill={fill} dashed={dashed} dim={dim} chosen={chosen} />
        );
      })}
    </>
  );
}

function Face({
  select,
  f,
  fill,
  dashed,
  dim,
  chosen,
}: {
  select: (bays: string[]) => void;
  f: {
    at: { x: number; y: number; depth: number }[];
    depth: number;
    inside: boolean;
    bay: Bay;
    zone: Zone;
    corners: Point3[];
  };
  fill: string | undefined;
  dashed: boolean | undefined;
  dim: boolean | undefined;
  chosen: boolean;
}) {
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: a second way to choose; the sheet has the keys.
    <polygon
      points={f.at.map(p => `${p.x * MM},${p.y * MM}`).join(' ')}
      fill={fill ?? 'var(--ticket)'}
      fillOpacity={dim ? 0.12 : f.inside ? 0.96 : 0.2}
      stroke={chosen ? 'var(--signal)' : 'var(--ink)'}
      strokeOpacity={f.inside || chosen ? 1 : 0.35}
      strokeWidth={chosen ? 16 : 5}
      strokeDasharray={dashed ? '26 18' : undefined}
      strokeLinejoin="round"
      className="cursor-pointer"
      onClick={() => select([f.bay.id])}
    >
      <title>{f.bay.id}</title>
    </polygon>
  );
}

function Turning({
  turn,
  setTurn,
  tilt,
  setTilt,
}: {
  turn: number;
  setTurn: Dispatch<SetStateAction<number>>;
  tilt: number;
  setTilt: Dispatch<SetStateAction<number>>;
}) {
  return (
    <div className="flex flex-wrap items-center gap-3 text-[13px]">
      <label className="flex grow items-center gap-2">
        turn
        <input
          type="range"
          min={-180}
          max={180}
          value={((((turn + 180) % 360) + 360) % 360) - 180}
          onChange={e => setTurn(Number(e.target.value))}
          className="grow accent-[var(--chalk)]"
        />
      </label>
      <label className="flex items-center gap-2">
        tilt
        <input
          type="range"
          min={-10}
          max={80}
          value={tilt}
          onChange={e => setTilt(Number(e.target.value))}
          className="accent-[var(--chalk)]"
        />
      </label>
      <span className="text-faint">wheel arches are left out; sizes are read off the unfolded sheet</span>
    </div>
  );
}

/** Parallel projection: turned about the upright axis, then tilted. Depth grows away from the eye. */
function project(turn: number, tilt: number, middle: Point3) {
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const [ct, st] = [Math.cos((tilt * Math.PI) / 180), Math.sin((tilt * Math.PI) / 180)];
  return (p: Point3) => {
    const [x, y, z] = [p.x - middle.x, p.y - middle.y, p.z - middle.z];
    const across = x * c - y * s;
    const away = x * s + y * c;
    return { x: across, y: -(z * ct + away * st), depth: away * ct - z * st };
  };
}

const mean = (points: Point3[]): Point3 => {
  const n = points.length || 1;
  const sum = points.reduce((a, p) => ({ x: a.x + p.x, y: a.y + p.y, z: a.z + p.z }), { x: 0, y: 0, z: 0 });
  return { x: sum.x / n, y: sum.y / n, z: sum.z / n };
};

/** Whether the eye sees a face's inner side: its normal (Newell) turned to the middle of the van points to the eye. */
function seenFromInside(corners: Point3[], middle: Point3, view: (p: Point3) => { depth: number }): boolean {
  const n = { x: 0, y: 0, z: 0 };
  corners.forEach((p, i) => {
    const q = corners[(i + 1) % corners.length]!;
    n.x += (p.y - q.y) * (p.z + q.z);
    n.y += (p.z - q.z) * (p.x + q.x);
    n.z += (p.x - q.x) * (p.y + q.y);
  });
  const c = mean(corners);
  const inward = n.x * (middle.x - c.x) + n.y * (middle.y - c.y) + n.z * (middle.z - c.z) > 0 ? 1 : -1;
  const tip = { x: c.x + inward * n.x, y: c.y + inward * n.y, z: c.z + inward * n.z };
  return view(tip).depth < view(c).depth;
}
