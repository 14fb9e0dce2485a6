import {
  type BuyLine,
  deliveryWrong,
  onItsWay,
  type StandingOrder,
  stillToOrder,
} from '@overcoat/core/order/buying';
import { inUnits, parseNumber, printMoney } from '@overcoat/core/units';
import { format } from 'date-fns';
import { useState } from 'react';
import { useWorkshop } from '../../api/workshop.ts';
import { useDesign } from '../../store/design.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/Field.tsx';

const day = (at: string): string => format(new Date(at), 'EEE d MMM');

/** What is still to order, what is on its way and when it is due, for this van. */
export function OrdersSection({ lines }: { lines: readonly BuyLine[] | null }) {
  const van = useDesign(s => s.id) ?? '';
  const { orders, note, failed } = useWorkshop();
  const own = orders.filter(o => o.van === van);
  const units = useUnits();
  // From here on they are read, and noted, as they are printed.
  const open =
    lines &&
    stillToOrder(lines, own, van).map(l => ({
      ...l,
      name: inUnits(l.name, units),
      pack: inUnits(l.pack, units),
    }));
  const coming = own.filter(o => o.lines.some(l => onItsWay(l) > 0));
  const late = coming.filter(o => Date.parse(o.due) < Date.now());
  return (
    <section className="mt-4 border border-rule bg-ticket px-3 py-2" aria-label="Orders">
      <h3 className="text-xl">
        {open === null
          ? 'Orders'
          : open.length === 0
            ? 'Enough is ordered'
            : `Still to order: ${open.length} ${open.length === 1 ? 'thing' : 'things'}, ${printMoney(Math.round(open.reduce((s, l) => s + l.cost, 0)))}`}
      </h3>
      {late.length > 0 && (
        <p role="note" className="font-medium text-signal">
          ! Late: {late.map(o => `${o.supplier}, due ${day(o.due)}`).join('; ')}.
        </p>
      )}
      {coming.map(o => (
        <Coming key={o.id} order={o} note={note} />
      ))}
      {open && open.length > 0 && <OrderForm lines={open} van={van} note={note} />}
      {failed && (
        <p role="alert" className="text-signal">
          {failed}
        </p>
      )}
    </section>
  );
}

type Note = ReturnType<typeof useWorkshop>['note'];

function Coming({ order, note }: { order: StandingOrder; note: Note }) {
  const [refused, setRefused] = useState<string | null>(null);
  const say = (key: string, what: 'arrived' | 'short', packs: number) => {
    const why = deliveryWrong([order], { order: order.id, key, what, packs });
    setRefused(why);
    if (!why) note([{ kind: 'delivery', order: order.id, key, what, packs }]);
  };
  return (
    <div className="mt-2">
      <p className="font-medium">
        {order.supplier}, due {day(order.due)}
      </p>
      <ul>
        {order.lines.map(l => {
          const left = onItsWay(l);
          if (left === 0) return null;
          return (
            <li key={l.key} className="flex flex-wrap items-center gap-2 border-t border-rule py-1">
              <span className="mr-auto">
                {left} × {l.name}
                {l.arrived > 0 && <span className="text-faint">, {l.arrived} came</span>}
              </span>
              <Button small onClick={() => say(l.key, 'arrived', left)} aria-label={`${l.name} arrived`}>
                {left > 1 ? `all ${left} arrived` : 'arrived'}
              </Button>
              {left > 1 && (
                <Button small onClick={() => say(l.key, 'arrived', 1)} aria-label={`One ${l.name} arrived`}>
                  one
                </Button>
              )}
              <Button small onClick={() => say(l.key, 'short', left)} aria-label={`${l.name} will not come`}>
                will not come
              </Button>
            </li>
          );
        })}
      </ul>
      {refused && (
        <p role="alert" className="text-signal">
          {refused}
        </p>
      )}
    </div>
  );
}

function OrderForm({ lines, van, note }: { lines: readonly BuyLine[]; van: string; note: Note }) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [supplier, setSupplier] = useState('');
  const [lead, setLead] = useState(3);
  const chosen = lines.filter(l => !left.has(l.key));
  const place = () => {
    note([
      {
        kind: 'ordered',
        order: crypto.randomUUID(),
        van,
        supplier: supplier.trim(),
        lead,
        lines: chosen.map(l => ({ key: l.key, name: l.name.slice(0, 120), packs: l.packs, price: l.price })),
      },
    ]);
    setLeft(new Set());
  };
  const toggle = (key: string) => {
    const next = new Set(left);
    if (!next.delete(key)) next.add(key);
    setLeft(next);
  };
  return (
    <details className="no-print mt-1">
      <summary className="cursor-pointer text-[13px] text-faint">Order some of it</summary>
      <div className="mt-1 flex gap-2 text-[13px]">
        <Button small onClick={() => setLeft(new Set())}>
          all
        </Button>
        <Button small onClick={() => setLeft(new Set(lines.map(l => l.key)))}>
          none
        </Button>
      </div>
      <ul className="mt-1 max-h-60 overflow-auto">
        {lines.map(l => (
          <li key={l.key} className="border-t border-rule py-0.5">
            <label className="flex items-center gap-2">
              <input type="checkbox" checked={!left.has(l.key)} onChange={() => toggle(l.key)} />
              <span className="mr-auto">
                {l.packs} × {l.name}
                {l.pack !== 'one' && <span className="text-[13px] text-faint">, {l.pack}</span>}
              </span>
              {printMoney(l.cost)}
            </label>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-end gap-2">
        <label className="block">
          <span className="block text-[13px] text-faint">From</span>
          <input
            value={supplier}
            maxLength={120}
            placeholder="a name of your own"
            onChange={e => setSupplier(e.target.value)}
            className="min-h-7 w-48 rounded-[4px] border border-rule bg-sheet px-2"
          />
        </label>
        <Field
          compact
          className="w-28"
          label="Days to come"
          shown={`${lead}`}
          parse={text => {
            const read = parseNumber(text);
            if (!read.ok) return read;
            return Number.isInteger(read.value) && read.value >= 0 && read.value <= 365
              ? read
              : { ok: false, message: 'Whole days, 0 to 365.' };
          }}
          onCommit={value => setLead(value) ?? null}
        />
        <Button look="strong" disabled={chosen.length === 0 || supplier.trim() === ''} onClick={place}>
          Ordered: {chosen.length} {chosen.length === 1 ? 'thing' : 'things'},{' '}
          {printMoney(Math.round(chosen.reduce((s, l) => s + l.cost, 0)))}
        </Button>
      </div>
    </details>
  );
}
