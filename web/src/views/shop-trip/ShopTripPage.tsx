import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import { v7 as uuid } from 'uuid';
import { useOthers } from '../../hooks/useSeveral.ts';
import { type Ticket, type TicketLine, useTicket } from '../../hooks/useTicket.ts';
import { printMoney } from '../../store/money.ts';
import { usePreferences } from '../../store/preferences.ts';
import { useWorkshop } from '../../store/workshop.ts';
import { Refused } from '../../ui/Refused.tsx';
import { Select } from '../../ui/Select.tsx';

/** A tick of this trip: what was noted for it, so that a slip can be put back. */
type Ticked = ReadonlyMap<string, { order: string; packs: number }[]>;

/** The ticket in the shop, for one hand: what to take, ticked as it goes into the trolley. */
export function Component() {
  const { search } = useLocation();
  const [others] = useOthers();
  const { ticket, failed } = useTicket(others, true);
  const [ticked, setTicked] = useState<Ticked>(new Map());
  const lines = (ticket?.lines ?? []).filter(l => l.open > 0 || ticked.has(l.key));
  const { shop: last, setShop } = usePreferences();
  const shops = shopsFor(lines);
  // Where one was last, or where most of it is to be had today.
  const shop = last !== null && (last === '' || shops.includes(last)) ? last : (shops[0] ?? '');
  const shown = lines.filter(l => shop === '' || l.shop.name === shop);
  const left = shown.filter(l => !ticked.has(l.key));
  return (
    <section className="flex min-w-0 grow flex-col overflow-auto bg-sheet p-4 print-whole">
      <div className="mx-auto w-full max-w-[640px]">
        <div className="flex items-baseline gap-3">
          <h2 className="mr-auto text-2xl">
            {!ticket
              ? failed
                ? 'It could not be counted'
                : 'Counting what is needed…'
              : left.length === 0
                ? 'All of it is in the trolley'
                : `${left.length} to take`}
          </h2>
          <Link
            to={{ pathname: '../cut-and-buy', search: listed(search) }}
            relative="path"
            className="text-chalk underline"
          >
            the whole ticket
          </Link>
        </div>
        {ticket && ticket.vans.length > 1 && <p>For {ticket.vans.map(v => v.name).join(' and ')}.</p>}
        {ticket && (
          <p className="text-faint">
            {printMoney(Math.round(left.reduce((sum, l) => sum + l.open * l.price, 0)))} to pay
            {shop === '' ? '' : ' here'}
            {ticket.older ? '; this is the list before the last change, and it is counted anew' : ''}
            {ticket.running !== null ? `, laying out ${Math.round(ticket.running * 100)} %` : ''}.
          </p>
        )}
        <Refused why={failed} />
        <Select label="Shop" className="mt-2" value={shop} onChange={e => setShop(e.target.value)}>
          <option value="">every shop</option>
          {shops.map(s => (
            <option key={s} value={s}>
              {s}
            </option>
          ))}
        </Select>
        <ul className="mt-3">
          {shown.map(l => (
            <Take key={l.key} line={l} share={ticket!.share} ticked={ticked} onTicked={setTicked} />
          ))}
        </ul>
      </div>
    </section>
  );
}

/** Days until it is there, at most, of a shop that one walks into. */
const AT_HAND = 1;

/** Shops one walks into first, those with most to take first. */
function shopsFor(lines: readonly TicketLine[]): string[] {
  const counts = new Map<string, { lines: number; atHand: boolean }>();
  for (const { shop, open } of lines) {
    const own = counts.get(shop.name)?.lines ?? 0;
    counts.set(shop.name, { lines: own + (open > 0 ? 1 : 0), atHand: shop.lead <= AT_HAND });
  }
  return [...counts]
    .sort(([, a], [, b]) => Number(b.atHand) - Number(a.atHand) || b.lines - a.lines)
    .map(([name]) => name);
}

/** The same vans, with the ticket in view. */
function listed(search: string): string {
  const params = new URLSearchParams(search);
  params.set('list', 'buy');
  return `?${params}`;
}

interface TakeProps {
  line: TicketLine;
  share: Ticket['share'];
  ticked: Ticked;
  onTicked(ticked: Ticked): void;
}

/** One thing: the whole row is the button, the box at the thumb. */
function Take({ line: l, share, ticked, onTicked }: TakeProps) {
  const { note } = useWorkshop();
  const currency = usePreferences(s => s.currency);
  const taken = ticked.get(l.key);
  const take = () => {
    const orders = share(l, l.open).map(({ van, packs }) => ({ order: uuid(), van, packs }));
    note(
      orders.flatMap(({ order, van, packs }) => [
        {
          kind: 'ordered' as const,
          order,
          van,
          supplier: l.shop.name,
          lead: 0,
          currency,
          lines: [{ key: l.key, name: l.name.slice(0, 120), packs, price: l.price }],
        },
        { kind: 'delivery' as const, order, key: l.key, what: 'arrived' as const, packs },
      ]),
    );
    onTicked(new Map(ticked).set(l.key, orders));
  };
  const putBack = () => {
    note(
      taken!.map(({ order, packs }) => ({
        kind: 'delivery' as const,
        order,
        key: l.key,
        what: 'returned' as const,
        packs,
      })),
    );
    const rest = new Map(ticked);
    rest.delete(l.key);
    onTicked(rest);
  };
  const packs = taken ? taken.reduce((sum, t) => sum + t.packs, 0) : l.open;
  return (
    <li className="border-t border-rule">
      <TripLine l={l} taken={taken} take={take} putBack={putBack} packs={packs} />
    </li>
  );
}

function TripLine({
  l,
  taken,
  take,
  putBack,
  packs,
}: {
  l: TicketLine;
  taken: { order: string; packs: number }[] | undefined;
  take: () => void;
  putBack: () => void;
  packs: number;
}) {
  return (
    <button
      type="button"
      aria-pressed={taken !== undefined}
      onClick={taken ? putBack : take}
      className={`flex min-h-16 w-full items-center gap-3 py-2 text-left ${taken ? 'text-faint' : ''}`}
    >
      <span className="w-12 shrink-0 text-right font-sign text-2xl font-semibold">{packs} ×</span>
      <span className="min-w-0 grow">
        <span className={`block text-lg font-medium leading-tight ${taken ? 'line-through' : ''}`}>
          {l.name}
        </span>
        <span className="block text-faint">
          {l.pack} · {printMoney(l.price)}
          {taken ? ' · taken; tap to put back' : ''}
        </span>
      </span>
      <span
        aria-hidden
        className={`flex size-11 shrink-0 items-center justify-center rounded-[4px] border-2 text-2xl ${taken ? 'border-chalk bg-chalk text-sheet' : 'border-ink bg-ticket'}`}
      >
        {taken ? '✓' : ''}
      </span>
    </button>
  );
}
