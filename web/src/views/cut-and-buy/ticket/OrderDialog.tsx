import type { BuyLine } from '@overcoat/core/order/buying';
import { parseNumber } from '@overcoat/core/units';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { api } from '../../../api/client.ts';
import { useLibraryChange } from '../../../api/queries.ts';
import type { Ticket, TicketLine } from '../../../hooks/useTicket.ts';
import { parsePrice, printMoney } from '../../../store/money.ts';
import { usePreferences } from '../../../store/preferences.ts';
import { useWorkshop } from '../../../store/workshop.ts';
import { Button } from '../../../ui/Button.tsx';
import { Check } from '../../../ui/Check.tsx';
import { Dialog } from '../../../ui/Dialog.tsx';
import { Field } from '../../../ui/Field.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';
import { right, Table } from '../../../ui/Table.tsx';
import { ShopFields } from './ShopFields.tsx';
import { things } from './words.ts';

interface Props {
  title: string;
  lines: TicketLine[];
  share: Ticket['share'];
  onClose(): void;
}

/** An order as it is placed: what of it, how many packs, what is paid; prices paid are remembered. */
export function OrderDialog({ title, lines, share, onClose }: Props) {
  const currency = usePreferences(s => s.currency);
  const { note, failed } = useWorkshop();
  const putPrice = useLibraryChange(api.putPrice);
  const [rows, setRows] = useState(() =>
    lines.map(line => ({ line, take: true, packs: line.open, price: line.price })),
  );
  const change = (key: string, put: Partial<(typeof rows)[number]>) =>
    setRows(all => all.map(r => (r.line.key === key ? { ...r, ...put } : r)));
  // One order goes to one shop.
  const shops = [...new Set(lines.map(l => l.shop.name))];
  const [shop, setShop] = useState(shops[0] ?? '');
  const shown = rows.filter(r => r.line.shop.name === shop);
  const taken = shown.filter(r => r.take);
  const cost = taken.reduce((sum, r) => sum + r.packs * r.price, 0);
  const place = (supplier: string, lead: number) => {
    const byVan = sharedOut(share, taken);
    const paid = taken.filter(r => Math.abs(r.price - r.line.price) > 0.004);
    note([
      ...[...byVan].map(([van, own]) => ({
        kind: 'ordered' as const,
        order: uuid(),
        van,
        supplier,
        lead,
        currency,
        lines: own,
      })),
      ...paid
        .filter(r => !r.line.sold)
        .map(r => ({ kind: 'priced' as const, supply: r.line.key, price: r.price })),
    ]);
    for (const { line, price } of paid) if (line.sold) putPrice.mutate({ ...line.sold, price });
    onClose();
  };
  return (
    <Dialog open onOpenChange={open => !open && onClose()} title={`Order: ${title}`} side>
      {shops.length > 1 && (
        <Select label="What comes from" className="mb-2" value={shop} onChange={e => setShop(e.target.value)}>
          {shops.map(s => (
            <option key={s} value={s}>
              {s}
            </option>
          ))}
        </Select>
      )}
      <Table
        caption="What is ordered"
        look="list"
        heads={['what', right('packs', 'w-20 pl-2'), right('a pack', 'w-24 pl-2')]}
      >
        {shown.map(({ line, take, packs, price }) => (
          <OrderRow key={line.key} change={change} line={line} take={take} packs={packs} price={price} />
        ))}
      </Table>
      <PlaceOrder shop={shop} shown={shown} taken={taken} cost={cost} place={place} />
      <Refused why={failed} />
    </Dialog>
  );
}

function PlaceOrder({
  shop,
  shown,
  taken,
  cost,
  place,
}: {
  shop: string;
  shown: { line: TicketLine; take: boolean; packs: number; price: number }[];
  taken: { line: TicketLine; take: boolean; packs: number; price: number }[];
  cost: number;
  place: (supplier: string, lead: number) => void;
}) {
  return (
    <div className="mt-3">
      <ShopFields key={shop} name={shop} lead={shown[0]?.line.shop.lead ?? 0} onShop={place}>
        {submit => (
          <Button look="strong" className="mt-3" disabled={taken.length === 0} onClick={submit}>
            Ordered: {things(taken.length)}, {printMoney(Math.round(cost))}
          </Button>
        )}
      </ShopFields>
    </div>
  );
}

function OrderRow({
  change,
  line,
  take,
  packs,
  price,
}: {
  change: (
    key: string,
    put: Partial<{ line: TicketLine; take: boolean; packs: number; price: number }>,
  ) => void;
  line: TicketLine;
  take: boolean;
  packs: number;
  price: number;
}) {
  return (
    <tr className="border-t border-rule align-top">
      <td className="py-1">
        <TakenTick change={change} line={line} take={take} />
      </td>
      <td className="py-1 pl-2">
        <PacksField change={change} line={line} packs={packs} />
      </td>
      <td className="py-1 pl-2">
        <Field
          compact
          hideLabel
          label={`Paid for a pack of ${line.name}`}
          shown={printMoney(price)}
          note={unlikely(price, line.price)}
          parse={parsePrice}
          onCommit={value => change(line.key, { price: value }) ?? null}
        />
      </td>
    </tr>
  );
}

function TakenTick({
  change,
  line,
  take,
}: {
  change: (
    key: string,
    put: Partial<{ line: TicketLine; take: boolean; packs: number; price: number }>,
  ) => void;
  line: TicketLine;
  take: boolean;
}) {
  return (
    <Check
      align="items-baseline"
      className="gap-2"
      checked={take}
      onCheck={take => change(line.key, { take })}
    >
      <span>
        {line.name}
        <span className="block text-[13px] text-faint">
          {line.pack}
          {line.packsAtMost > line.packs
            ? ` · ${line.packsAtMost - line.packs} more if the van is larger than measured`
            : ''}
        </span>
      </span>
    </Check>
  );
}

function PacksField({
  change,
  line,
  packs,
}: {
  change: (
    key: string,
    put: Partial<{ line: TicketLine; take: boolean; packs: number; price: number }>,
  ) => void;
  line: TicketLine;
  packs: number;
}) {
  return (
    <Field
      compact
      hideLabel
      label={`Packs of ${line.name}`}
      shown={`${packs}`}
      parse={text => {
        const read = parseNumber(text);
        if (!read.ok) return read;
        return Number.isInteger(read.value) && read.value >= 1 && read.value <= 10_000
          ? read
          : { ok: false, message: 'Whole packs, 1 to 10 000.' };
      }}
      onCommit={value => change(line.key, { packs: value }) ?? null}
    />
  );
}

/** What each van has of an order. */
function sharedOut(
  share: (line: BuyLine, packs: number) => { van: string; packs: number }[],
  taken: { line: TicketLine; take: boolean; packs: number; price: number }[],
) {
  const byVan = new Map<string, { key: string; name: string; packs: number; price: number }[]>();
  for (const { line, packs, price } of taken)
    for (const { van, packs: own } of share(line, packs)) {
      const row = { key: line.key, name: line.name.slice(0, 120), packs: own, price };
      byVan.set(van, [...(byVan.get(van) ?? []), row]);
    }
  return byVan;
}

/** A price ten times off is more likely a slip. */
const unlikely = (price: number, usual: number): string | null =>
  usual > 0 && (price > 10 * usual || price < usual / 10)
    ? `${printMoney(usual)} before: is the point right?`
    : null;
