import { useMemo } from 'react';
import { useCutList } from '../../hooks/useCutList.ts';
import { useHolding } from '../../hooks/useCutting.ts';
import type { CutGroupAnswer } from './groups.ts';
import { SheetDrawing } from './SheetDrawing.tsx';
import { type ShownSheet, sheetsOf, useCarry } from './useCarry.ts';

interface Props {
  /** With a layout. */
  group: CutGroupAnswer;
  chosen: string | null;
  onChoose(piece: string): void;
}

/** Every sheet of a group; pieces are carried about on them and from one to another. */
export function SheetList({ group, chosen, onChoose }: Props) {
  const cuts = useCutList();
  const { byPiece } = useHolding();
  const sheets = useMemo(() => sheetsOf(group, new Map(group.pieces.map(p => [p.id, p]))), [group]);
  const scale = scaleOf(group);
  const without = (id: string) => cuts.pins.filter(p => p.group !== group.key || p.piece !== id);
  const put = (id: string, { stock, used }: ShownSheet, to: { x: number; y: number; turn: number }) =>
    cuts.setPins([
      ...without(id),
      { group: group.key, piece: id, stock: stock.id, index: used.index, ...to },
    ]);
  const carry = useCarry(sheets, scale, { onChoose, onPut: put });
  return (
    <div
      className="mt-3 flex flex-wrap gap-x-6 gap-y-4"
      onPointerMove={carry.move}
      onPointerUp={carry.drop}
      onPointerCancel={carry.letGo}
    >
      {sheets.map(sheet => (
        <SheetDrawing
          key={sheet.key}
          group={group}
          sheet={sheet}
          scale={scale}
          chosen={chosen}
          carried={carry.overSheet(sheet.key)}
          refused={carry.refusedOn(sheet.key)}
          comesDown={id => byPiece.get(id)?.verdict === 'comes down'}
          onChoose={onChoose}
          onTake={carry.take}
          onPut={(id, to) => put(id, sheet, to)}
          onUnpin={id => cuts.setPins(without(id))}
        />
      ))}
    </div>
  );
}

/** Nothing longer is a board, m. */
const BOARD = 6.5;

/** Pixels a metre: the longest sheet 350 high, a lying roll 620 long, and nothing larger than life needs. */
function scaleOf({ problem, layout }: CutGroupAnswer): number {
  const scales = problem.stock.map(s => {
    if (s.length <= 3 * s.width) return 350 / s.length;
    const reach = Math.max(0.6, ...layout!.nest.used.filter(u => u.stock === s.id).map(u => u.reach + 0.25));
    // A long narrow roll is scrolled rather than shrunk to a thread; a board has one row of pieces.
    const least = s.length > BOARD ? 64 : 18;
    return Math.max(Math.min(440 / reach, 200 / s.width), least / s.width);
  });
  return Math.min(360, ...scales);
}
