import { deliveryWrong, type OrderedLine, onItsWay, type StandingOrder } from '@overcoat/core/order/buying';
import { useState } from 'react';
import type { Ticket } from '../../../hooks/useTicket.ts';
import { printMoney } from '../../../store/money.ts';
import { useWorkshop } from '../../../store/workshop.ts';
import { Button } from '../../../ui/Button.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { day } from './words.ts';

/** What was ordered: what is on its way and when it is due, what came, and what goes back. */
export function OnItsWay({ vans }: Pick<Ticket, 'vans'>) {
  const { orders, failed } = useWorkshop();
  const names = new Map(vans.map(v => [v.id, v.name]));
  const own = orders.filter(o => names.has(o.van));
  if (own.length === 0) return null;
  const coming = own.filter(o => o.lines.some(l => onItsWay(l) > 0));
  const here = own.filter(o => o.lines.some(l => l.arrived > l.returned));
  const late = coming.filter(o => Date.parse(o.due) < Date.now());
  // Nothing is converted: each money has its own sum.
  const spent = new Map<StandingOrder['currency'], number>();
  for (const o of own) {
    const sum = o.lines.reduce((s, l) => s + (l.packs - l.short - l.returned) * l.price, 0);
    spent.set(o.currency, (spent.get(o.currency) ?? 0) + sum);
  }
  return (
    <section className="mt-4 border border-rule bg-ticket px-3 py-2" aria-label="Orders">
      <h3 className="text-xl">
        {coming.length === 0 ? 'Nothing is on its way' : `On its way: ${orderWord(coming.length)}`},{' '}
        {[...spent].map(([currency, sum]) => printMoney(Math.round(sum), currency)).join(' and ')} spent
      </h3>
      {late.length > 0 && (
        <p role="note" className="font-medium text-signal">
          ! Late: {late.map(o => `${o.supplier}, due ${day(o.due)}`).join('; ')}.
        </p>
      )}
      {coming.map(o => (
        <OrderLines key={o.id} order={o} van={names.get(o.van) ?? ''} of="coming" />
      ))}
      {here.length > 0 && (
        <details className="mt-1">
          <summary className="cursor-pointer text-[13px] text-faint">What came</summary>
          {here.map(o => (
            <OrderLines key={o.id} order={o} van={names.get(o.van) ?? ''} of="here" />
          ))}
        </details>
      )}
      <Refused why={failed} />
    </section>
  );
}

const orderWord = (n: number): string => `${n} ${n === 1 ? 'order' : 'orders'}`;

type What = 'arrived' | 'short' | 'returned';

function OrderLines({ order, van, of }: { order: StandingOrder; van: string; of: 'coming' | 'here' }) {
  const { note } = useWorkshop();
  const [refused, setRefused] = useState<string | null>(null);
  const say = (key: string, what: What, packs: number) => {
    const why = deliveryWrong([order], { order: order.id, key, what, packs });
    setRefused(why);
    if (!why) note([{ kind: 'delivery', order: order.id, key, what, packs }]);
  };
  const allCame = () =>
    note(
      order.lines.flatMap(l => {
        const packs = onItsWay(l);
        return packs > 0
          ? [{ kind: 'delivery' as const, order: order.id, key: l.key, what: 'arrived' as const, packs }]
          : [];
      }),
    );
  return (
    <div className="mt-2">
      <p className="flex items-baseline gap-2 font-medium">
        <span className="mr-auto">
          {order.supplier}
          {van ? `, for ${van}` : ''},{' '}
          {of === 'coming' ? `due ${day(order.due)}` : `ordered ${day(order.at)}`}
        </span>
        {of === 'coming' && (
          <Button small onClick={allCame} aria-label={`All from ${order.supplier} arrived`}>
            all of it arrived
          </Button>
        )}
      </p>
      <ul>
        {order.lines.map(l => {
          const left = of === 'coming' ? onItsWay(l) : l.arrived - l.returned;
          if (left <= 0) return null;
          return <OrderLine key={l.key} order={order} of={of} say={say} l={l} left={left} />;
        })}
      </ul>
      <Refused why={refused} />
    </div>
  );
}

function OrderLine({
  order,
  of,
  say,
  l,
  left,
}: {
  order: StandingOrder;
  of: 'coming' | 'here';
  say: (key: string, what: What, packs: number) => void;
  l: OrderedLine;
  left: number;
}) {
  return (
    <li className="flex flex-wrap items-center gap-2 border-t border-rule py-1">
      <span className="mr-auto">
        {left} × {l.name}
        <span className="text-faint">
          , {printMoney(l.price, order.currency)} a pack
          {of === 'coming' && l.arrived > 0 ? `, ${l.arrived} came` : ''}
          {l.returned > 0 ? `, ${l.returned} went back` : ''}
        </span>
      </span>
      {of === 'coming' ? (
        <>
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
        </>
      ) : (
        <Button small onClick={() => say(l.key, 'returned', 1)} aria-label={`One ${l.name} goes back`}>
          one goes back
        </Button>
      )}
    </li>
  );
}
