import { inUnits, type UnitSystem } from '@overcoat/core/units';
import { useState } from 'react';
import type { TicketLine } from '../../../hooks/useTicket.ts';
import { useDesign } from '../../../store/design.ts';
import { printMoney } from '../../../store/money.ts';
import { useUnits } from '../../../store/preferences.ts';
import { useWorkshop } from '../../../store/workshop.ts';
import { Button } from '../../../ui/Button.tsx';
import { Select } from '../../../ui/Select.tsx';
import { SupplyPrice } from './LinePrice.tsx';
import { DaysToCome, ShopFields } from './ShopFields.tsx';
import { amount, day } from './words.ts';

/** Why so much of it, what would do instead, where it comes from, and what was paid before. */
export function LineDetail({ line: l, shops }: { line: TicketLine; shops: ReadonlyMap<string, number> }) {
  const units = useUnits();
  const { note, orders } = useWorkshop();
  const [other, setOther] = useState(false);
  const paid = orders.flatMap(o =>
    o.lines.flatMap(p =>
      p.key === l.key ? [`${printMoney(p.price, o.currency)} at ${o.supplier}, ${day(o.at)}`] : [],
    ),
  );
  const from = (name: string, lead: number) => {
    note([{ kind: 'shop', name, lead, keys: [l.key] }]);
    setOther(false);
  };
  return (
    <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
      <Why l={l} units={units} paid={paid} />
      <div className="w-64">
        <Select
          compact
          label="From"
          value={other ? '' : l.shop.name}
          onChange={e =>
            e.target.value === '' ? setOther(true) : from(e.target.value, shops.get(e.target.value) ?? 0)
          }
        >
          {[...new Set([l.shop.name, ...shops.keys()])].map(s => (
            <option key={s} value={s}>
              {s}
            </option>
          ))}
          <option value="">another shop…</option>
        </Select>
        {other ? (
          <ShopFields name="" lead={0} onShop={from}>
            {submit => (
              <Button small className="mt-1" onClick={submit}>
                It comes from there
              </Button>
            )}
          </ShopFields>
        ) : (
          <DaysToCome lead={l.shop.lead} onLead={lead => from(l.shop.name, lead)} />
        )}
      </div>
    </div>
  );
}

function Why({ l, units, paid }: { l: TicketLine; units: UnitSystem; paid: string[] }) {
  return (
    <div className="min-w-60 flex-1">
      <p>
        {inUnits(l.why, units).replace(/^./, c => c.toUpperCase())}. For: {l.due.stage}, reached on{' '}
        {day(l.due.needed)} at the earliest.
      </p>
      <p className="text-[13px] text-faint">
        {amount(l.unit, Math.max(0, l.left), units)} left over
        {l.spare > 0 ? `; ${amount(l.unit, l.spare, units)} may be spoilt` : ''}
        {l.packsAtMost > l.packs ? `; ${l.packsAtMost} packs if the van is larger than measured` : ''}.
      </p>
      {l.instead && (
        <p>
          Instead: {l.instead.packs} × {inUnits(l.instead.name, units)}, {printMoney(l.instead.cost)} (
          {l.instead.cost < l.cost
            ? `${printMoney(l.cost - l.instead.cost)} less: one run over each rib`
            : `${printMoney(l.instead.cost - l.cost)} more`}
          ).
        </p>
      )}
      {l.supply?.sizes
        .filter(s => s.key !== l.key)
        .map(s => (
          <p key={s.key} className="flex flex-wrap items-baseline gap-x-2">
            It is also sold in packs of {amount(l.unit, s.amount, units)}, at
            <span className="w-[84px]">
              <SupplyPrice
                supply={s.key}
                name={`${l.name} of ${amount(l.unit, s.amount, units)}`}
                price={s.price}
              />
            </span>
            each: what costs least together is on the list.
          </p>
        ))}
      {paid.length > 0 && <p className="text-[13px] text-faint">Paid: {paid.join('; ')}.</p>}
      {l.supply?.counts && <Booking line={l} supply={l.supply.id} />}
      <p className="text-[13px] text-faint">
        Used by {l.uses.slice(0, 8).join(', ')}
        {l.uses.length > 8 ? ` and ${l.uses.length - 8} more` : ''}.
      </p>
    </div>
  );
}

/** What of a supply at hand is kept for this van and for others. */
function Booking({ line: l, supply }: { line: TicketLine; supply: string }) {
  const van = useDesign(s => s.id) ?? '';
  const { booked, note } = useWorkshop();
  const units = useUnits();
  const vans = booked.get(supply);
  const own = vans?.get(van) ?? 0;
  const others = [...(vans ?? [])].reduce((sum, [id, n]) => sum + (id === van ? 0 : n), 0);
  const book = (kept: number) => note([{ kind: 'booked', van, supply, amount: kept }]);
  if (l.shelf <= 0 && own <= 0 && others <= 0) return null;
  return (
    <p>
      {others > 0 && `${amount(l.unit, others, units)} at hand are booked for other vans. `}
      {own > 0 ? (
        <>
          {amount(l.unit, own, units)} are booked for this one.{' '}
          <button type="button" className="text-chalk underline" onClick={() => book(0)}>
            let them go
          </button>
        </>
      ) : (
        l.shelf > 0 && (
          <button type="button" className="text-chalk underline" onClick={() => book(l.shelf)}>
            Book {amount(l.unit, l.shelf, units)} at hand for this van
          </button>
        )
      )}
    </p>
  );
}
