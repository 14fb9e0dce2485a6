import { type OnSheet, piecesOn } from '@overcoat/core/order/cutting';
import type { NestStock } from '@overcoat/core/order/nesting';
import { type Parsed, parseLength, printLength, type UnitSystem } from '@overcoat/core/units';
import { useState } from 'react';
import { useLibrary } from '../../api/queries.ts';
import { useCutList } from '../../hooks/useCutList.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/Field.tsx';
import { Refused } from '../../ui/Refused.tsx';
import { Select } from '../../ui/Select.tsx';
import { type CutGroupAnswer, itemsWord, withPins } from './groups.ts';
import { freePlace, type MovedOn, movedTo, turnedOn } from './moving.ts';
import { sheetsOf } from './useCarry.ts';

/** Where the chosen piece lies, typed: put there it is pinned; and its pin taken out again. */
export function PiecePlace({ on, group, index }: { on: OnSheet; group: CutGroupAnswer; index: number }) {
  const {
    sheets,
    id,
    toSheet,
    sheetName,
    units,
    within,
    stock,
    put,
    turned,
    setRefused,
    isPinned,
    cuts,
    others,
    refused,
  } = usePlace(on, group, index);
  return (
    <fieldset className="flex flex-wrap items-end gap-2">
      <legend className="sr-only">Place on the sheet</legend>
      {sheets.length > 1 && (
        <Select
          compact
          className="w-28"
          label="On"
          value={`${id}/${index}`}
          onChange={e => toSheet(e.target.value)}
        >
          {sheets.map(s => (
            <option key={s.key} value={s.key}>
              {sheetName(s)}
            </option>
          ))}
        </Select>
      )}
      <Distances on={on} units={units} within={within} stock={stock} put={put} />
      {turned && <Button onClick={() => setRefused(put(turned))}>Turn</Button>}
      <Button
        aria-pressed={isPinned}
        onClick={() =>
          isPinned ? cuts.setPins(others) : setRefused(put({ x: on.x, y: on.y, turn: on.turn }))
        }
      >
        {isPinned ? 'Unpin' : 'Pin it here'}
      </Button>
      <Refused why={refused} className="w-full text-[13px]" />
    </fieldset>
  );
}

function Distances({
  on,
  units,
  within,
  stock,
  put,
}: {
  on: OnSheet;
  units: UnitSystem;
  within: (max: number) => (text: string) => Parsed;
  stock: NestStock;
  put: ReturnType<typeof usePlace>['put'];
}) {
  return (
    <>
      <Field
        compact
        className="w-24"
        label="Across"
        shown={printLength(on.x, units)}
        parse={within(stock.width)}
        onCommit={x => put({ x, y: on.y, turn: on.turn })}
      />
      <Field
        compact
        className="w-24"
        label="Up"
        shown={printLength(on.y, units)}
        parse={within(stock.length)}
        onCommit={y => put({ x: on.x, y, turn: on.turn })}
      />
    </>
  );
}

/** Where the piece lies, the sheets it may go to, and how it is put there. */
function usePlace(on: OnSheet, group: CutGroupAnswer, index: number) {
  const units = useUnits();
  const cuts = useCutList();
  const { library } = useLibrary();
  const [refused, setRefused] = useState<string | null>(null);
  const { nest } = group.layout!;
  const { stock: id } = nest.laid.find(l => l.piece === on.piece.id)!;
  const stock = group.problem.stock.find(s => s.id === id)!;
  const now = withPins(group, cuts.pins);
  const others = cuts.pins.filter(p => p.group !== group.key || p.piece !== on.piece.id);
  const isPinned = others.length < cuts.pins.length;
  const sheet: MovedOn = {
    width: stock.width,
    length: stock.length,
    kerf: group.problem.kerf,
    placed: piecesOn(now.layout!.nest, new Map(group.pieces.map(p => [p.id, p])), stock.id, index),
    pinned: new Set(now.pinned),
  };
  const put = (to: { x: number; y: number; turn: number }): string | null => {
    const moved = movedTo(on.piece, to, sheet);
    if (!moved.wrong)
      cuts.setPins([...others, { group: group.key, piece: on.piece.id, stock: stock.id, index, ...to }]);
    return moved.wrong;
  };
  const within = (max: number) => (text: string) => parseLength(text, { system: units, min: 0, max });
  const turned = turnedOn(on);
  const sheets = sheetsOf(now, new Map(group.pieces.map(p => [p.id, p])));
  const toSheet = (key: string) => {
    const to = sheets.find(s => s.key === key)!;
    const free = freePlace(on, to);
    if (!free) return setRefused(`Nothing is free for it on ${sheetName(to)}: move something there first.`);
    setRefused(null);
    cuts.setPins([
      ...others,
      { group: group.key, piece: on.piece.id, stock: to.stock.id, index: to.used.index, ...free },
    ]);
  };
  const sheetName = (s: (typeof sheets)[number]) =>
    `${s.stock.price === 0 ? 'rest' : itemsWord(library.get(group.material), 1)} ${s.used.index + 1}${group.problem.stock.length > 1 ? `, ${printLength(s.stock.width, units)} wide` : ''}`;
  return {
    sheets,
    id,
    toSheet,
    sheetName,
    units,
    within,
    stock,
    put,
    turned,
    setRefused,
    isPinned,
    cuts,
    others,
    refused,
  };
}
