import { parseNumber, printNumber } from '@overcoat/core/units';
import { Fragment } from 'react';
import type { TicketLine } from '../../../hooks/useTicket.ts';
import { printMoney } from '../../../store/money.ts';
import { useUnits } from '../../../store/preferences.ts';
import { useWorkshop } from '../../../store/workshop.ts';
import { Button } from '../../../ui/Button.tsx';
import { Field } from '../../../ui/Field.tsx';
import type { Group } from './grouped.ts';
import { LineDetail } from './LineDetail.tsx';
import { LinePrice } from './LinePrice.tsx';
import { amount, day, things, today } from './words.ts';

interface Props {
  groups: Group[];
  /** Shops known, with the days they take. */
  shops: ReadonlyMap<string, number>;
  chosen: string | null;
  onChoose(key: string | null): void;
  onOrder(group: Group): void;
}

const HEADS = ['buy', 'need', 'at hand', 'packs', 'a pack', 'cost', 'order by'];

/** The ticket: what to buy by shop, by day or by kind, each line with where it goes and by when. */
export function TicketTable({ groups, shops, chosen, onChoose, onOrder }: Props) {
  return (
    <table className="mt-2 w-full border-collapse">
      <caption className="sr-only">To buy</caption>
      <thead>
        <tr className="border-b border-ink text-left text-[13px] text-faint">
          {HEADS.map((h, i) => (
            <th key={h} scope="col" className={`py-1 font-medium ${i > 0 ? 'pl-2 text-right' : ''}`}>
              {h}
            </th>
          ))}
        </tr>
      </thead>
      {groups.map(g => (
        <tbody key={g.key} className="border-b-2 border-dashed border-rule">
          <tr>
            <th scope="rowgroup" colSpan={7} className="pt-3 pb-0.5 text-left font-normal">
              <span className="flex flex-wrap items-baseline gap-x-2">
                <span className={`font-sign text-lg font-semibold ${g.urgent ? 'text-signal' : ''}`}>
                  {g.urgent ? '! ' : ''}
                  {g.title}
                </span>
                <span className="text-[13px] text-faint">{g.says}</span>
                <span className="ml-auto font-semibold">
                  {printMoney(Math.round(g.lines.reduce((s, l) => s + l.open * l.price, 0)))} to order
                </span>
                {g.open > 0 && (
                  <Button
                    small
                    className="no-print"
                    aria-label={`Order ${things(g.open)}: ${g.title}`}
                    onClick={() => onOrder(g)}
                  >
                    Order {things(g.open)}
                  </Button>
                )}
              </span>
            </th>
          </tr>
          {g.lines.map(l => (
            <Fragment key={l.key}>
              <Row line={l} chosen={l.key === chosen} onChoose={onChoose} />
              {l.key === chosen && (
                <tr className="no-print">
                  <td colSpan={7} className="border-l-4 border-chalk bg-ticket px-3 py-2">
                    <LineDetail line={l} shops={shops} />
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      ))}
    </table>
  );
}

function Row({
  line: l,
  chosen,
  onChoose,
}: {
  line: TicketLine;
  chosen: boolean;
  onChoose(key: string | null): void;
}) {
  const units = useUnits();
  const late = l.open > 0 && l.due.order <= today();
  return (
    <tr className={`border-t border-rule align-top ${chosen ? 'bg-ticket' : ''}`}>
      <th scope="row" className="py-1 pr-2 text-left font-normal">
        <button
          type="button"
          aria-expanded={chosen}
          onClick={() => onChoose(chosen ? null : l.key)}
          className="text-left font-medium hover:underline"
        >
          {l.name}
        </button>
        <span className="block text-[13px] text-faint">
          {l.pack}
          {l.pack === 'one' ? '' : ' a pack'} · {l.uses.length === 1 ? l.uses[0] : `${l.uses.length} uses`}
        </span>
      </th>
      <td className="py-1 pl-2 text-right whitespace-nowrap">{amount(l.unit, l.need, units)}</td>
      <td className="w-20 py-1 pl-2 text-right">
        {l.supply?.counts ? (
          <AtHand line={l} supply={l.supply.id} />
        ) : (
          l.shelf > 0 && amount(l.unit, l.shelf, units)
        )}
      </td>
      <td className={`py-1 pl-2 text-right ${l.packs > 0 ? 'font-semibold' : 'text-faint'}`}>
        {l.packs > 0 ? l.packs : 'have it'}
        <Had line={l} />
      </td>
      <td className="py-1 pl-2 text-right">
        <LinePrice line={l} />
      </td>
      <td className="py-1 pl-2 text-right font-semibold">{printMoney(l.cost)}</td>
      <td className={`py-1 pl-2 text-right whitespace-nowrap ${late ? 'font-semibold text-signal' : ''}`}>
        {l.open > 0 ? (late ? '! today' : day(l.due.order)) : l.enough.verdict === 'cut' ? 'cut' : '✓'}
      </td>
    </tr>
  );
}

/** What of a line is here and on its way, and whether the tape’s error could ask for more. */
function Had({ line: { enough: e, packs, packsAtMost, unit } }: { line: TicketLine }) {
  const units = useUnits();
  const more = packsAtMost > packs;
  const had = [
    e.here > 0 ? `${e.here} here` : '',
    e.coming > 0 ? `${e.coming} coming` : '',
    e.otherwise > 0 ? `${amount(unit, e.otherwise, units)} in other tins` : '',
    e.verdict !== 'cut' && more ? `up to ${packsAtMost}` : '',
  ].filter(Boolean);
  if (had.length === 0) return null;
  return (
    <span
      className="block text-[13px] font-normal text-faint"
      title="Up to: two standard errors of the survey"
    >
      {had.join(', ')}
    </span>
  );
}

function AtHand({ line: l, supply }: { line: TicketLine; supply: string }) {
  const { supplies, note } = useWorkshop();
  return (
    <Field
      compact
      hideLabel
      label={`${l.name} at hand`}
      shown={supplies.has(supply) ? printNumber(supplies.get(supply)!, 2) : ''}
      parse={text => {
        const read = parseNumber(text.trim() === '' ? '0' : text);
        if (!read.ok) return read;
        return read.value >= 0 && read.value <= 100_000
          ? read
          : { ok: false, message: 'A number from 0 to 100 000.' };
      }}
      onCommit={value => void note([{ kind: 'counted', supply, amount: value }])}
    />
  );
}
