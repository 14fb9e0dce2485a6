import type { Design, FixedPanel, Zone } from '@overcoat/core/model';
import type { CutPiece } from '@overcoat/core/order/pieces';
import { woodLines } from '@overcoat/core/survey/edits';
import { cellsOf, edgesSeen, hiddenByArches, seenMirrored } from '@overcoat/core/survey/layout';
import { printLength, type UnitSystem } from '@overcoat/core/units';
import { useCutList } from '../../hooks/useCutList.ts';
import { useOpenDesign } from '../../store/openDesign.ts';
import { useUnits } from '../../store/preferences.ts';

const WIDE = 570;
/** A figure takes so much, px. */
const FIGURE = 50;
const HIGH = 330;
/** Room for the names and figures round it, px. */
const ROUND = 34;

/** A zone seen from inside before it is lined: ribs, battens, what of linings meets where, furniture’s edges, panels that are there. */
export function GroundsDrawing({ zone, pieces }: { zone: Zone; pieces: readonly CutPiece[] }) {
  const { shell } = useOpenDesign();
  const units = useUnits();
  const { panels = [] } = useCutList().list;
  const { battens, size, ribs, scale, linings, w, h, rect, breadth, arches, openings, edges } = placedOn(
    zone,
    pieces,
    shell,
  );
  const { middles, figured } = figuresOf(battens, size, ribs, scale);
  const says = [
    battens.length > 0 ? `${battens.length} battens` : `${ribs.length} ribs`,
    `${linings.length} linings`,
    ...(panels.some(p => p.zone === zone.id)
      ? [`${panels.filter(p => p.zone === zone.id).length} panels there already`]
      : []),
  ].join(', ');
  return (
    <figure className="mt-3 overflow-x-auto">
      <svg
        width={w + 2 * ROUND}
        height={h + 2 * ROUND + 14}
        viewBox={`${-ROUND} ${-ROUND} ${w + 2 * ROUND} ${h + 2 * ROUND + 14}`}
        role="img"
        aria-label={`${zone.name} before it is lined: ${says}`}
      >
        <rect width={w} height={h} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.2" />
        {ribs.map(r => (
          <rect
            key={r.id}
            {...rect(r.at, 0, r.width, breadth)}
            fill="var(--foam)"
            stroke="var(--faint)"
            strokeWidth="0.6"
          />
        ))}
        <Battens battens={battens} size={size} rect={rect} />
        <InTheWay arches={arches} openings={openings} />
        <Linings size={size} scale={scale} linings={linings} rect={rect} />
        <WoodWanted zone={zone} shell={shell} rect={rect} />
        {panels
          .filter(p => p.zone === zone.id)
          .map(p => {
            const box = rect(p.along, p.up, p.width, p.height);
            return <Panel key={p.id} rect={rect} p={p} box={box} />;
          })}
        {middles.map(at => {
          const { x } = rect(at, 0, 0, 0);
          return <Middle key={at} units={units} h={h} figured={figured} at={at} x={x} />;
        })}
        <Edges w={w} h={h} edges={edges} />
      </svg>
      <Legend battens={battens} />
    </figure>
  );
}

function Legend({ battens }: { battens: CutPiece[] }) {
  return (
    <figcaption className="flex flex-wrap gap-x-4 text-[13px] text-faint">
      <Key fill="var(--foam)" name="rib" />
      <Key fill="var(--board)" name="batten" />
      <Key fill="var(--glass)" name="opening" />
      <Key fill="var(--wet)" name="panel that is there, with its marks" />
      <span>— — an edge that wants wood beneath</span>
      <span>
        figures: middles from the front, where a screw finds {battens.length > 0 ? 'wood' : 'steel'}
      </span>
    </figcaption>
  );
}

function Edges({ w, h, edges }: { w: number; h: number; edges: ReturnType<typeof placedOn>['edges'] }) {
  return (
    <>
      <text x={w / 2} y={-12} textAnchor="middle" fontSize="13" fontWeight="600" fill="var(--ink)">
        {edges.above}
      </text>
      <text
        x={-14}
        y={h / 2}
        textAnchor="middle"
        fontSize="13"
        fontWeight="600"
        fill="var(--ink)"
        transform={`rotate(-90 -14 ${h / 2})`}
      >
        {edges.left}
      </text>
    </>
  );
}

function Middle({
  units,
  h,
  figured,
  at,
  x,
}: {
  units: UnitSystem;
  h: number;
  figured: Set<number>;
  at: number;
  x: number;
}) {
  return (
    <g stroke="var(--chalk)" aria-hidden>
      <path d={`M${x} ${h}v6`} />
      {figured.has(at) && (
        <text x={x} y={h + 18} textAnchor="middle" fontSize="11" fill="var(--chalk)" stroke="none">
          {printLength(at, units)}
        </text>
      )}
    </g>
  );
}

function Panel({
  rect,
  p,
  box,
}: {
  rect: ReturnType<typeof placedOn>['rect'];
  p: FixedPanel;
  box: ReturnType<typeof rect>;
}) {
  return (
    <g>
      <rect {...box} fill="var(--wet)" fillOpacity="0.75" stroke="var(--chalk)" strokeWidth="2" />
      {p.marks.map(mark => {
        const { x } = rect(p.along + mark, 0, 0, 0);
        return (
          <path
            key={mark}
            d={`M${x} ${box.y}v9M${x} ${box.y + box.height}v-9`}
            stroke="var(--chalk)"
            strokeWidth="2"
          />
        );
      })}
      {box.width > 7 * p.name.length && box.height > 16 && (
        <text
          x={box.x + box.width / 2}
          y={box.y + box.height / 2 + 4}
          textAnchor="middle"
          fontSize="12"
          fill="var(--ink)"
        >
          {p.name}
        </text>
      )}
    </g>
  );
}

function WoodWanted({
  zone,
  shell,
  rect,
}: {
  zone: Zone;
  shell: Design['shell'];
  rect: ReturnType<typeof placedOn>['rect'];
}) {
  return (
    <>
      {woodLines(shell, zone).map(l => {
        const a = rect(l.from.along, l.from.up, 0, 0);
        const b = rect(l.to.along, l.to.up, 0, 0);
        return (
          <line
            key={`${l.name}${a.x}${a.y}${b.x}${b.y}`}
            x1={a.x}
            y1={a.y}
            x2={b.x}
            y2={b.y}
            stroke="var(--signal)"
            strokeWidth="1.8"
            strokeDasharray="6 4"
          >
            <title>{`${l.name}: wants wood beneath`}</title>
          </line>
        );
      })}
    </>
  );
}

function Linings({
  size,
  scale,
  linings,
  rect,
}: {
  size: (p: CutPiece) => { width: number; height: number };
  scale: number;
  linings: CutPiece[];
  rect: ReturnType<typeof placedOn>['rect'];
}) {
  return (
    <>
      {linings.map(p => {
        const { width, height } = size(p);
        const { x, y } = rect(p.at.along, p.at.up, width, height);
        const path = [p.outline, ...p.holes]
          .map(
            points =>
              `M${points.map(o => `${(x + o.x * scale).toFixed(1)} ${(y + (height - o.y) * scale).toFixed(1)}`).join('L')}Z`,
          )
          .join('');
        return (
          <path key={p.id} d={path} fill="none" stroke="var(--ink)" strokeWidth="1.5">
            <title>{p.id}</title>
          </path>
        );
      })}
    </>
  );
}

function InTheWay({
  arches,
  openings,
}: {
  arches: string[];
  openings: ReturnType<typeof placedOn>['openings'];
}) {
  return (
    <>
      {arches.map(points => (
        <polygon key={points} points={points} fill="var(--other)" stroke="var(--faint)" strokeWidth="0.8">
          <title>wheel arch</title>
        </polygon>
      ))}
      {openings.map(({ id, kind, ...box }) => (
        <rect key={id} {...box} fill="var(--glass)" stroke="var(--ink)" strokeWidth="0.8">
          <title>{`${kind} ${id}`}</title>
        </rect>
      ))}
    </>
  );
}

function Battens({
  battens,
  size,
  rect,
}: {
  battens: CutPiece[];
  size: (p: CutPiece) => { width: number; height: number };
  rect: ReturnType<typeof placedOn>['rect'];
}) {
  return (
    <>
      {battens.map(b => {
        const { width, height } = size(b);
        return (
          <rect
            key={b.id}
            {...(b.lies
              ? rect(b.at.along, b.at.up, height, width)
              : rect(b.at.along, b.at.up, width, height))}
            fill="var(--board)"
            stroke="var(--ink)"
            strokeWidth="0.7"
          >
            <title>{b.id}</title>
          </rect>
        );
      })}
    </>
  );
}

/** Middles of what a screw finds, and which of them have room for a figure. */
function figuresOf(
  battens: CutPiece[],
  size: (p: CutPiece) => { width: number; height: number },
  ribs: ReturnType<typeof placedOn>['ribs'],
  scale: number,
) {
  const middles = [
    ...new Set(
      (battens.some(b => !b.lies)
        ? battens.filter(b => !b.lies).map(b => b.at.along + size(b).width / 2)
        : ribs.map(r => r.at + r.width / 2)
      ).map(at => Math.round(at * 1000) / 1000),
    ),
  ].sort((a, b) => a - b);
  // Figures that would run into one another give way to the first.
  const figured = new Set<number>();
  let last = Number.NEGATIVE_INFINITY;
  for (const at of middles)
    if ((at - last) * scale >= FIGURE) {
      figured.add(at);
      last = at;
    }
  return { middles, figured };
}

/** What lies where on the drawing, px. */
function placedOn(zone: Zone, pieces: readonly CutPiece[], shell: Design['shell']) {
  const { length, breadth, cells } = cellsOf(zone);
  const scale = Math.min(WIDE / length, HIGH / breadth);
  const [w, h] = [length * scale, breadth * scale];
  const mirrored = seenMirrored(zone);
  const edges = edgesSeen(zone);
  /** A rectangle of the zone, as it is seen. */
  const rect = (along: number, up: number, width: number, height: number) => ({
    x: (mirrored ? length - along - width : along) * scale,
    y: (breadth - up - height) * scale,
    width: width * scale,
    height: height * scale,
  });
  const own = pieces.filter(p => p.zone === zone.id);
  const size = (p: CutPiece) => ({
    width: Math.max(...p.outline.map(o => o.x)),
    height: Math.max(...p.outline.map(o => o.y)),
  });
  const ribs = zone.ribs.flatMap(rib => {
    const before = cells.filter(c => c.bay.station === rib.after);
    const at = Math.max(...before.map(c => c.along + c.bay.width.value));
    return before.length > 0 ? [{ id: rib.id, at, width: rib.width.value }] : [];
  });
  const battens = own.filter(p => p.role === 'batten');
  const linings = own.filter(p => p.role === 'lining');
  const openings = zone.openings.flatMap(o => {
    const cell = cells.find(c => c.bay.id === o.bay);
    if (!cell) return [];
    const along = cell.along + (o.at?.along.value ?? cell.bay.width.value / 2) - o.width.value / 2;
    const up = cell.up + (o.at?.up.value ?? cell.bay.height.value / 2) - o.height.value / 2;
    return [{ id: o.id, kind: o.kind, ...rect(along, up, o.width.value, o.height.value) }];
  });
  const arches = hiddenByArches(shell).flatMap(a => {
    const cell = cells.find(c => c.bay.id === a.bay);
    const seen = a.outline.map(p => rect(p.x + (cell?.along ?? 0), p.y + (cell?.up ?? 0), 0, 0));
    return cell ? [seen.map(p => `${p.x},${p.y}`).join(' ')] : [];
  });
  return { battens, size, ribs, scale, linings, w, h, rect, breadth, arches, openings, edges };
}

const Key = ({ fill, name }: { fill: string; name: string }) => (
  <span className="inline-flex items-center gap-1.5">
    <span aria-hidden className="size-3 border border-faint" style={{ background: fill }} />
    {name}
  </span>
);
