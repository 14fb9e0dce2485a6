import type { Material } from '@overcoat/core/model';
import type { OnSheet } from '@overcoat/core/order/cutting';
import type { Point } from '@overcoat/core/order/nesting';
import type { CutPiece } from '@overcoat/core/order/pieces';
import { inUnits, printLength, printNumber, type UnitSystem } from '@overcoat/core/units';
import type { ReactNode } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { useHolding } from '../../hooks/useCutting.ts';
import { useUnits } from '../../store/preferences.ts';
import { BoardCheck, EdgeClearances } from './BoardCheck.tsx';
import { HoldingSection } from './HoldingSection.tsx';
import { TemplateButtons } from './TakeAway.tsx';

const ROOM = 250;
/** A side shorter than this gets no figure of its own on the drawing, m. */
const SAID = 0.015;

/** The chosen piece large, seen from inside, with its sizes, its allowance, its twin and where it lies. */
export function PiecePanel({ on, sheet, place }: { on: OnSheet; sheet: string; place: ReactNode }) {
  const units = useUnits();
  const { library } = useLibrary();
  const { piece } = on;
  const material = library.get(piece.material);
  const mm = (m: number) => printLength(m, units);
  const under = piece.allowance < 0;
  const { byPiece } = useHolding();
  const glue = library.get(byPiece.get(piece.id)?.glue ?? '');
  return (
    <section aria-label={`Piece ${piece.id}`} className="flex flex-col gap-3">
      <div>
        <h3 className="text-xl">{piece.id}</h3>
        <p className="text-[13px] text-faint">
          seen from inside · {material?.name} {mm(piece.thickness)} · {sheet}
        </p>
      </div>
      <PieceDrawing piece={piece} />
      <p className="text-center text-chalk">
        {piece.allowance === 0
          ? piece.edges.length > 0
            ? 'its edges are off already: see below'
            : 'cut exact'
          : `${printLength(Math.abs(piece.allowance), units)} ${under ? 'under' : 'over'} on every edge${under ? ': foam the gap' : ''}`}
      </p>
      <PieceFacts on={on} piece={piece} material={material} mm={mm} />
      {piece.notes.length > 0 && (
        <ul className="list-disc pl-5">
          {piece.notes.map(n => (
            <li key={n}>{inUnits(n, units)}</li>
          ))}
        </ul>
      )}
      {place}
      {piece.assumed && (
        <p className="border-l-4 border-signal pl-2 font-medium text-signal">
          ! Some size it rests on is still assumed: measure before you cut.
        </p>
      )}
      <EdgeClearances piece={piece} />
      <HoldingSection piece={piece} />
      <BoardCheck piece={piece} />
      <TemplateButtons piece={piece} />
      {material?.cutting && <p>{material.cutting}</p>}
      <Cautions of={material} />
      {glue && <Cautions of={glue} named />}
    </section>
  );
}

function PieceFacts({
  on,
  piece,
  material,
  mm,
}: {
  on: OnSheet;
  piece: CutPiece;
  material: Material | undefined;
  mm: (m: number) => string;
}) {
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
      <dt className="text-faint">area, mass</dt>
      <dd>
        {printNumber(piece.area, 3)} m²,{' '}
        {printNumber(piece.area * piece.thickness * (material?.density ?? 0), 2)} kg
      </dd>
      <dt className="text-faint">on the sheet</dt>
      <dd>
        {mm(on.x)} across, {mm(on.y)} up from the datum corner
        {on.turn ? `, turned ${on.turn}°` : ''}
      </dd>
      {material && material.runs !== 'any' && (
        <>
          <dt className="text-faint">{material.runs}</dt>
          <dd>
            {material.runs === 'pile'
              ? `its top towards ${piece.above}, as on the sheet`
              : `runs ${on.turn % 180 === 0 ? `${piece.above} to the opposite edge` : `${piece.left} to the opposite edge`}`}
          </dd>
        </>
      )}
      <dt className="text-faint">bays</dt>
      <dd>{piece.bays.join(', ')}</dd>
      {piece.twin && (
        <>
          <dt className="text-faint">twin</dt>
          <dd>
            {piece.handed
              ? `${piece.twin}: the same piece, flipped; cut one of them face up, the other face down`
              : `${piece.twin}: the same piece, neither is flipped`}
          </dd>
        </>
      )}
    </dl>
  );
}

/** What to mind with a material, with its name where that is not the piece's own. */
function Cautions({ of, named = false }: { of: Material | undefined; named?: boolean }) {
  return of?.cautions.map(c => (
    <p key={c} className="border-l-4 border-tape pl-2 text-[13px]">
      {named && <b>{of.name}: </b>}
      {c}
    </p>
  ));
}

/** A piece to scale, every straight side with its length. */
function PieceDrawing({ piece }: { piece: CutPiece }) {
  const units = useUnits();
  const [w, h] = [Math.max(...piece.outline.map(p => p.x)), Math.max(...piece.outline.map(p => p.y))];
  const scale = ROOM / Math.max(w, h);
  const at = (p: { x: number; y: number }): [number, number] => [p.x * scale, (h - p.y) * scale];
  const path = (points: readonly { x: number; y: number }[]) =>
    `M${points
      .map(p =>
        at(p)
          .map(v => v.toFixed(1))
          .join(' '),
      )
      .join('L')}Z`;
  const many = piece.outline.length > 12;
  const sides = piece.outline.map((a, i) => [a, piece.outline[(i + 1) % piece.outline.length]!] as const);
  return (
    <svg
      width="100%"
      viewBox={`-52 -40 ${w * scale + 104} ${h * scale + 80}`}
      role="img"
      aria-label={`${piece.id}: ${printLength(w, units)} by ${printLength(h, units)}, ${piece.above} above, ${piece.left} on the left`}
      style={{ maxHeight: 340 }}
    >
      <path
        d={[piece.outline, ...piece.holes].map(path).join('')}
        fillRule="evenodd"
        fill="var(--board)"
        stroke="var(--ink)"
        strokeWidth="1.6"
      />
      <WorkLines piece={piece} at={at} />
      <Sides units={units} at={at} many={many} sides={sides} />
      <text x={(w * scale) / 2} y={-26} textAnchor="middle" fontSize="13" fontWeight="600" fill="var(--ink)">
        {piece.above}
      </text>
      <text
        x={-38}
        y={(h * scale) / 2}
        textAnchor="middle"
        fontSize="13"
        fontWeight="600"
        fill="var(--ink)"
        transform={`rotate(-90 -38 ${(h * scale) / 2})`}
      >
        {piece.left}
      </text>
    </svg>
  );
}

function WorkLines({
  piece,
  at,
}: {
  piece: CutPiece;
  at: (p: { x: number; y: number }) => [number, number];
}) {
  return (
    <>
      {piece.lines.map(l => {
        const [[x1, y1], [x2, y2]] = [at(l.from), at(l.to)];
        return (
          <line
            key={`${l.kind}${x1}${y1}`}
            x1={x1}
            y1={y1}
            x2={x2}
            y2={y2}
            stroke={l.kind === 'score' ? 'var(--signal)' : 'var(--chalk)'}
            strokeDasharray={l.kind === 'score' ? '7 4' : '2 5'}
            strokeWidth="1.4"
          />
        );
      })}
    </>
  );
}

function Sides({
  units,
  at,
  many,
  sides,
}: {
  units: UnitSystem;
  at: (p: { x: number; y: number }) => [number, number];
  many: boolean;
  sides: (readonly [Point, Point])[];
}) {
  return (
    <>
      {sides.map(([a, b], i) => {
        const length = Math.hypot(b.x - a.x, b.y - a.y);
        if (length < SAID || (many && length < 0.06)) return null;
        const [x, y] = at({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
        // Outwards of a counter-clockwise outline is to the right of its sides.
        const [nx, ny] = [(b.y - a.y) / length, (b.x - a.x) / length];
        const upright = Math.abs(b.y - a.y) > Math.abs(b.x - a.x);
        const [tx, ty] = [x + nx * 13, y + ny * 13];
        return (
          <text
            key={`${i}${length}`}
            x={tx}
            y={ty + 4}
            textAnchor="middle"
            fontSize="12.5"
            fill="var(--ink)"
            transform={upright ? `rotate(-90 ${tx} ${ty})` : undefined}
          >
            {printLength(length, units)}
          </text>
        );
      })}
    </>
  );
}
