import type { Shell } from '@overcoat/core/model';
import {
  edgesOf,
  layoutShell,
  type PlacedBay,
  type PlacedZone,
  type ShellLayout,
} from '@overcoat/core/survey/layout';
import {
  type KeyboardEvent,
  type MouseEvent,
  memo,
  type PointerEvent,
  type ReactNode,
  type RefObject,
  useId,
  useMemo,
  useRef,
} from 'react';
import { usePreferences } from '../store/preferences.ts';
import { MM } from './mm.ts';
import { type Relief, ReliefDef, reliefId } from './relief.tsx';
import { type Texture, TextureDefs } from './textures.tsx';
import { ZoneMarks } from './ZoneMarks.tsx';

/** How a view paints one bay. */
export interface BayPaint {
  texture?: Texture;
  /** A CSS colour instead of a texture. */
  fill?: string;
  dashed?: boolean;
  /** A mark that needs the person. */
  alert?: boolean;
  /** Read out after the bay's name. */
  says: string;
  /** A short second line inside the bay. */
  small?: string;
  /** Depth as light and shade, instead of a fill. */
  relief?: Relief | null;
  /** Not what is being looked for. */
  dim?: boolean;
}

interface Props {
  shell: Shell;
  paint(bay: PlacedBay['bay'], zone: PlacedZone['zone']): BayPaint;
  selected: readonly string[];
  onSelect(bays: string[]): void;
  label: string;
  /** Drawn on a zone's bays and under their names, in mm of the sheet. */
  onBays?(zone: PlacedZone): ReactNode;
  /** Drawn over the bays, in mm of the sheet. */
  overlay?(layout: ShellLayout): ReactNode;
  onHover?(bay: string | null, event: PointerEvent): void;
  /** Delete was pressed on chosen bays. */
  onDelete?(bays: string[]): void;
  /** Enter was pressed on the one chosen bay. */
  onEnter?(): void;
}

/** Letter heights on the sheet, mm: about 11 px when the whole van is on a screen of 1280. */
const NAME = 140;
const BAY_NAME = 128;
const FIGURE = 112;

/** The unfolded shell, to scale: a list of bays to choose from by pointer or arrow keys (Shift adds, Z takes the zone). */
export function ShellMap({
  shell,
  paint,
  selected,
  onSelect,
  label,
  onBays,
  overlay,
  onHover,
  onDelete,
  onEnter,
}: Props) {
  const prefix = useId().replaceAll(':', '');
  const seen = usePreferences(s => s.seen);
  const layout = useMemo(() => layoutShell(shell, seen), [shell, seen]);
  const chosen = useMemo(() => new Set(selected), [selected]);
  const bays = useMemo(
    () => layout.zones.flatMap(zone => zone.bays.map(placed => ({ placed, zone }))),
    [layout],
  );
  const root = useRef<SVGSVGElement>(null);
  const focusable = selected.find(id => bays.some(b => b.placed.bay.id === id)) ?? bays[0]?.placed.bay.id;
  const bottom = layout.zones[0]!.height * MM + 240;

  /** The bay an event happened on: one listener on the sheet serves every piece. */
  const at = (target: EventTarget) => {
    const id = (target as Element).closest('[data-bay]')?.getAttribute('data-bay');
    return id ? bays.find(b => b.placed.bay.id === id) : undefined;
  };
  const { onClick, onKeyDown } = choosing({ selected, onSelect, onDelete, onEnter, bays, root, at });

  const drawn = layout.zones.map(zone => ({
    zone,
    painted: zone.bays.map(placed => ({ placed, paint: paint(placed.bay, zone.zone) })),
  }));
  const onPointerMove = onHover
    ? (event: PointerEvent) =>
        event.pointerType === 'mouse' && onHover(at(event.target)?.placed.bay.id ?? null, event)
    : undefined;

  return (
    <svg
      ref={root}
      viewBox={`-230 -20 ${layout.width * MM + 250} ${layout.height * MM + 80}`}
      preserveAspectRatio="xMidYMin meet"
      className="h-full w-full select-none"
      role="group"
      aria-label="The shell"
      onClick={onClick}
      onKeyDown={onKeyDown}
      onPointerMove={onPointerMove}
      onPointerLeave={onHover && (event => onHover(null, event))}
    >
      <TextureDefs prefix={prefix} />
      <Reliefs prefix={prefix} drawn={drawn} />
      <FrontArrow bottom={bottom} />
      <Zones
        label={label}
        onBays={onBays}
        prefix={prefix}
        chosen={chosen}
        focusable={focusable}
        drawn={drawn}
      />
      {overlay?.(layout)}
    </svg>
  );
}

function Zones({
  label,
  onBays,
  prefix,
  chosen,
  focusable,
  drawn,
}: {
  label: string;
  onBays: ((zone: PlacedZone) => ReactNode) | undefined;
  prefix: string;
  chosen: Set<string>;
  focusable: string | undefined;
  drawn: { zone: PlacedZone; painted: { placed: PlacedBay; paint: BayPaint }[] }[];
}) {
  return (
    <g role="listbox" aria-label={label} aria-multiselectable>
      {drawn.map(({ zone, painted }) => {
        return (
          <ZoneDrawn
            key={zone.zone.id}
            onBays={onBays}
            prefix={prefix}
            chosen={chosen}
            focusable={focusable}
            zone={zone}
            painted={painted}
          />
        );
      })}
    </g>
  );
}

function Reliefs({
  prefix,
  drawn,
}: {
  prefix: string;
  drawn: { zone: PlacedZone; painted: { placed: PlacedBay; paint: BayPaint }[] }[];
}) {
  return (
    <defs>
      {drawn.flatMap(({ painted }) =>
        painted.map(
          p =>
            p.paint.relief && (
              <ReliefDef key={p.placed.bay.id} id={reliefId(prefix, p.placed.bay.id)} {...p.paint.relief} />
            ),
        ),
      )}
    </defs>
  );
}

function FrontArrow({ bottom }: { bottom: number }) {
  return (
    <g aria-hidden stroke="var(--chalk)" strokeWidth={7} fill="none">
      <path d={`M-70 ${bottom}V300M-100 345L-70 290L-40 345`} />
      <text
        transform={`translate(-110 ${(bottom + 240) / 2}) rotate(-90)`}
        textAnchor="middle"
        fontSize={110}
        fontWeight={600}
        fill="var(--chalk)"
        stroke="none"
        letterSpacing={6}
      >
        FRONT OF VAN
      </text>
    </g>
  );
}

/** Bays are chosen by pointer and keys: one listener on the sheet serves every piece. */
function choosing({
  selected,
  onSelect,
  onDelete,
  onEnter,
  bays,
  root,
  at,
}: {
  selected: readonly string[];
  onSelect: (bays: string[]) => void;
  onDelete: ((bays: string[]) => void) | undefined;
  onEnter: (() => void) | undefined;
  bays: { placed: PlacedBay; zone: PlacedZone }[];
  root: RefObject<SVGSVGElement | null>;
  at: (target: EventTarget) => { placed: PlacedBay; zone: PlacedZone } | undefined;
}) {
  const choose = (id: string, add: boolean) => {
    if (!add) onSelect([id]);
    else onSelect(selected.includes(id) ? selected.filter(s => s !== id) : [...selected, id]);
  };
  const onClick = (event: MouseEvent) => {
    const zone = (event.target as Element).getAttribute('data-zone');
    if (zone) return onSelect(bays.filter(b => b.zone.zone.id === zone).map(b => b.placed.bay.id));
    const hit = at(event.target);
    if (!hit) return;
    focus(root.current, hit.placed.bay.id);
    choose(hit.placed.bay.id, event.shiftKey || event.ctrlKey || event.metaKey);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const hit = at(event.target);
    if (!hit) return;
    const { bay } = hit.placed;
    const way = WAYS[event.key];
    if (way) {
      event.preventDefault();
      const next = neighbour(
        hit.placed,
        bays.map(b => b.placed),
        way[0],
        way[1],
      );
      if (!next) return;
      onSelect(event.shiftKey ? [...new Set([...selected, bay.id, next.bay.id])] : [next.bay.id]);
      focus(root.current, next.bay.id);
    } else if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      if (event.key === 'Enter' && selected.length === 1 && selected[0] === bay.id && onEnter) onEnter();
      else choose(bay.id, event.shiftKey);
    } else if (event.key === 'Delete' && onDelete) {
      event.preventDefault();
      onDelete(selected.includes(bay.id) ? [...selected] : [bay.id]);
    } else if (event.key === 'z' && !event.ctrlKey && !event.metaKey)
      onSelect(hit.zone.bays.map(b => b.bay.id));
  };
  return { onClick, onKeyDown };
}

function ZoneDrawn({
  onBays,
  prefix,
  chosen,
  focusable,
  zone,
  painted,
}: {
  onBays: ((zone: PlacedZone) => ReactNode) | undefined;
  prefix: string;
  chosen: Set<string>;
  focusable: string | undefined;
  zone: PlacedZone;
  painted: { placed: PlacedBay; paint: BayPaint }[];
}) {
  return (
    <g role="group" aria-label={zone.zone.name}>
      <text
        x={zone.x * MM}
        y={labelY(zone)}
        fontSize={NAME}
        fill="var(--ink)"
        aria-hidden
        className="cursor-pointer"
        data-zone={zone.zone.id}
      >
        <tspan fontWeight={600} pointerEvents="none">
          {zone.zone.id}
        </tspan>{' '}
        {shortName(zone)}
      </text>
      <ZoneGround zone={zone} />
      {painted.map(p => (
        <Bay
          key={p.placed.bay.id}
          placed={p.placed}
          prefix={prefix}
          {...p.paint}
          selected={chosen.has(p.placed.bay.id)}
          tabbable={p.placed.bay.id === focusable}
          notch={notchOf(zone)}
        />
      ))}
      {zone.openings.map(o => (
        <Pane key={o.opening.id} x={o.x * MM} y={o.y * MM} width={o.width * MM} height={o.height * MM} />
      ))}
      {onBays?.(zone)}
      <ZoneMarks zone={zone} />
      {painted.map(p => (
        <BayName
          key={p.placed.bay.id}
          placed={p.placed}
          small={p.paint.small}
          alert={p.paint.alert}
          selected={chosen.has(p.placed.bay.id)}
        />
      ))}
    </g>
  );
}

const WAYS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

const focus = (root: SVGSVGElement | null, id: string) =>
  root?.querySelector<SVGElement>(`[data-bay="${id}"]`)?.focus({ preventScroll: true });

/** Above its zone; below it where the sliding door stands above. */
const labelY = (zone: PlacedZone) =>
  zone.zone.kind === 'wall' && zone.zone.offset.value > 0.3
    ? (zone.y + zone.height) * MM + NAME + 10
    : zone.y * MM - 52;

/** A frame is narrower than any word. */
const SHORT: Partial<Record<PlacedZone['zone']['kind'], string>> = {
  arch: 'arch',
  frame: '',
  'cab frame': 'cab pillars',
};
const shortName = ({ zone }: PlacedZone) =>
  SHORT[zone.kind] ??
  (zone.kind === 'rear door' ? `rear ${zone.side}` : zone.name.replace(/^(left|right) cab/, '$1'));

/** The zone's outline in chalk, so that ribs and rails read as the gaps they are. */
function ZoneGround({ zone }: { zone: PlacedZone }) {
  return (
    <rect
      x={zone.x * MM - 14}
      y={zone.y * MM - 14}
      width={zone.width * MM + 28}
      height={zone.height * MM + 28}
      rx={26}
      fill="var(--sheet)"
      stroke="var(--rule)"
      strokeWidth={5}
      aria-hidden
    />
  );
}

/** A window or hatch over its bay. */
function Pane({ x, y, width, height }: { x: number; y: number; width: number; height: number }) {
  const glint = (share: number, long: number) =>
    `M${x + width * 0.15} ${y + height * share}l${width * long} ${-height * long * 0.9}`;
  return (
    <g aria-hidden pointerEvents="none">
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        rx={40}
        fill="var(--glass)"
        stroke="var(--ink)"
        strokeWidth={6}
      />
      <path d={`${glint(0.35, 0.22)}${glint(0.6, 0.42)}`} stroke="var(--sheet)" strokeWidth={12} />
    </g>
  );
}

interface BayProps extends BayPaint {
  placed: PlacedBay;
  prefix: string;
  selected: boolean;
  tabbable: boolean;
  notch: Notch;
}

/** Which edge on the sheet is nearest the front of the van; null of what stands across it. */
type Notch = 'above' | 'left' | 'right' | null;

function notchOf(zone: PlacedZone): Notch {
  if (edgesOf(zone.zone).start !== 'FRONT') return null;
  return zone.upright ? (zone.mirrored ? 'right' : 'left') : 'above';
}

/** A rectangular piece with a notch in one edge. */
function notched(x: number, y: number, w: number, h: number, notch: Notch): string {
  const n = Math.min(26, w / 6, h / 4);
  const [above, right, left] = [
    notch === 'above' ? `H${x + w / 2 - n}l${n} ${n * 0.9}l${n} ${-n * 0.9}` : '',
    notch === 'right' ? `V${y + h / 2 - n}l${-n * 0.9} ${n}l${n * 0.9} ${n}` : '',
    notch === 'left' ? `V${y + h / 2 + n}l${n * 0.9} ${-n}l${-n * 0.9} ${-n}` : '',
  ];
  return `M${x} ${y}${above}H${x + w}${right}V${y + h}H${x}${left}Z`;
}

const Bay = memo(function Bay({
  placed,
  prefix,
  texture,
  fill,
  relief,
  dashed,
  dim,
  says,
  selected,
  tabbable,
  notch,
}: BayProps) {
  const x = placed.x * MM;
  const y = placed.y * MM;
  const w = placed.width * MM;
  const h = placed.height * MM;
  // A pattern piece: its notch lies towards the front of the van.
  const outline = placed.outline
    ? `M${placed.outline.map(p => `${p.x * MM} ${p.y * MM}`).join('L')}Z`
    : notched(x, y, w, h, notch);
  const filling = relief
    ? `url(#${reliefId(prefix, placed.bay.id)})`
    : (fill ?? (texture && texture !== 'none' ? `url(#${prefix}-${texture})` : 'var(--ticket)'));
  return (
    <g
      role="option"
      aria-selected={selected}
      aria-label={`${placed.bay.id}: ${says}`}
      data-bay={placed.bay.id}
      tabIndex={tabbable ? 0 : -1}
      opacity={dim ? 0.28 : undefined}
      className="outline-none [&:focus-visible>path]:stroke-[18px]"
    >
      <path
        d={outline}
        fill={filling}
        stroke={selected ? 'var(--signal)' : 'var(--ink)'}
        strokeWidth={selected ? 18 : 6.5}
        strokeDasharray={dashed ? '30 22' : undefined}
        strokeLinejoin="round"
      />
    </g>
  );
});

interface BayNameProps {
  placed: PlacedBay;
  small: string | undefined;
  alert: boolean | undefined;
  selected: boolean;
}

const BayName = memo(function BayName({ placed, small, alert, selected }: BayNameProps) {
  const width = placed.width * MM;
  const height = placed.height * MM;
  const size = Math.min(BAY_NAME, height * 0.42, (width - 30) / (placed.bay.id.length * 0.6));
  const x = placed.x * MM + 18;
  const y = placed.y * MM + height - 22;
  const roomy = small && height > size + FIGURE + 90 && width > 180;
  return (
    <g aria-hidden pointerEvents="none">
      <rect
        x={x - 8}
        y={y - size * 0.92}
        width={placed.bay.id.length * size * 0.56 + 20}
        height={size * 1.1}
        rx={10}
        fill="var(--ticket)"
        fillOpacity={0.86}
      />
      <text
        x={x}
        y={y - size * 0.08}
        fontSize={size}
        fontWeight={600}
        fill={selected ? 'var(--signal)' : 'var(--ink)'}
      >
        {placed.bay.id}
      </text>
      {roomy && (
        <text
          x={x}
          y={placed.y * MM + FIGURE + 34}
          fontSize={FIGURE}
          fontWeight={500}
          fill="var(--ink)"
          stroke="var(--ticket)"
          strokeWidth={16}
          strokeOpacity={0.7}
          paintOrder="stroke"
        >
          {small}
        </text>
      )}
      {alert && <AlertMark placed={placed} />}
    </g>
  );
});

function AlertMark({ placed }: { placed: PlacedBay }) {
  return (
    <g>
      <circle cx={(placed.x + placed.width) * MM - 84} cy={placed.y * MM + 88} r={72} fill="var(--signal)" />
      <text
        x={(placed.x + placed.width) * MM - 84}
        y={placed.y * MM + 132}
        fontSize={124}
        fontWeight={600}
        textAnchor="middle"
        fill="var(--sheet)"
      >
        !
      </text>
    </g>
  );
}

/** The nearest bay in a direction: near along it counts more than near across it. */
function neighbour(
  from: PlacedBay,
  bays: readonly PlacedBay[],
  dx: number,
  dy: number,
): PlacedBay | undefined {
  const middle = (b: PlacedBay) => [b.x + b.width / 2, b.y + b.height / 2] as const;
  const [fx, fy] = middle(from);
  let best: PlacedBay | undefined;
  let least = Number.POSITIVE_INFINITY;
  for (const bay of bays) {
    const [x, y] = middle(bay);
    const ahead = (x - fx) * dx + (y - fy) * dy;
    const aside = Math.abs((x - fx) * dy) + Math.abs((y - fy) * dx);
    if (bay === from || ahead <= 0.01) continue;
    const cost = ahead + 2.5 * aside;
    if (cost < least) {
      least = cost;
      best = bay;
    }
  }
  return best;
}
