import { buyCsv, buyText } from '@overcoat/core/formats';
import type { WorkshopEntry } from '@overcoat/core/model';
import { CURRENCIES } from '@overcoat/core/model/lists';
import { type BuyLine, isFirstTime } from '@overcoat/core/order/buying';
import { FileDown, ListChecks } from 'lucide-react';
import { type Dispatch, type SetStateAction, useMemo, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { download } from '../../../download.ts';
import type { OtherVan } from '../../../hooks/useSeveral.ts';
import type { Ticket } from '../../../hooks/useTicket.ts';
import { printMoney } from '../../../store/money.ts';
import { usePreferences } from '../../../store/preferences.ts';
import { useWorkshop } from '../../../store/workshop.ts';
import { Button } from '../../../ui/Button.tsx';
import { Check } from '../../../ui/Check.tsx';
import { Refused } from '../../../ui/Refused.tsx';
import { Select } from '../../../ui/Select.tsx';
import { ForVans } from './ForVans.tsx';
import { type Group, grouped, TICKET_WAYS, type TicketWay } from './grouped.ts';
import { KitSection } from './KitSection.tsx';
import { OnItsWay } from './OnItsWay.tsx';
import { OrderDialog } from './OrderDialog.tsx';
import { PaceFields } from './PaceFields.tsx';
import { ShelfSection } from './ShelfSection.tsx';
import { TicketTable } from './TicketTable.tsx';
import { day, things, today } from './words.ts';

interface Props {
  ticket: Ticket | null;
  failed: string | null;
  others: readonly OtherVan[];
  onOthers(others: OtherVan[]): void;
  chosen: string | null;
  onChoose(key: string | null): void;
  file: string;
  title: string;
}

/** The order as a shop ticket: what cannot wait first, then by shop or by day; what is on its way; the shelf. */
export function BuyTab(props: Props) {
  const { ticket, failed, chosen, onChoose, file, title } = props;
  const { entries, note } = useWorkshop();
  const { search } = useLocation();
  const [way, setWay] = useState<TicketWay>('by shop');
  const [ordering, setOrdering] = useState<Group | null>(null);
  const { currency, setCurrency } = usePreferences();
  const lines = ticket?.lines;
  const groups = useMemo(() => (lines ? grouped(lines, way, today()) : []), [lines, way]);
  const shops = useMemo(() => new Map(lines?.map(l => [l.shop.name, l.shop.lead])), [lines]);
  return (
    <div className="mt-3">
      <Refused why={failed} />
      {ticket ? (
        <Verdict ticket={ticket} />
      ) : (
        !failed && <p className="text-faint">Counting what is needed…</p>
      )}
      <Terms props={props} entries={entries} note={note} currency={currency} setCurrency={setCurrency} />
      {ticket && (
        <>
          <ReadAndTake ticket={ticket} file={file} title={title} search={search} way={way} setWay={setWay} />
          <TicketTable
            groups={groups}
            shops={shops}
            chosen={chosen}
            onChoose={onChoose}
            onOrder={setOrdering}
          />
          <p className="mt-2 text-[13px] text-faint">
            Packs as the pieces lie, tape and glue by seam and by how pieces are held, supplies by the pieces
            and tasks that use them; coats, slack, blades, shops and their days are common practice. Dashed
            prices are indicative. What is at hand, ordered and on the shelf is kept for every van.
          </p>
          <OnItsWay vans={ticket.vans} />
          {ticket.vans.length === 1 && <KitSection lines={ticket.lines} />}
        </>
      )}
      <ShelfSection />
      {ordering && ticket && (
        <OrderDialog
          title={ordering.title}
          lines={ordering.lines.filter(l => l.open > 0)}
          share={ticket.share}
          onClose={() => setOrdering(null)}
        />
      )}
    </div>
  );
}

function Terms({
  props,
  entries,
  note,
  currency,
  setCurrency,
}: {
  props: Props;
  entries: readonly WorkshopEntry[];
  note: (facts: WorkshopEntry['fact'][]) => void;
  currency: 'GBP' | 'EUR' | 'USD' | 'AUD' | 'CAD' | 'CHF' | 'CZK' | 'DKK' | 'NOK' | 'NZD' | 'PLN' | 'SEK';
  setCurrency: (currency: (typeof CURRENCIES)[number]) => void;
}) {
  const { ticket, others, onOthers } = props;
  return (
    <div className="no-print mt-2 flex flex-wrap items-start gap-x-4 gap-y-2">
      {ticket && <PaceFields pace={ticket.pace} said={ticket.paceSaid} />}
      <Select
        compact
        className="w-20"
        label="prices in"
        value={currency}
        onChange={e => setCurrency(CURRENCIES.find(c => c === e.target.value) ?? currency)}
      >
        {CURRENCIES.map(c => (
          <option key={c} value={c}>
            {c}
          </option>
        ))}
      </Select>
      <div className="flex flex-col gap-1 pt-1">
        <Check
          className="gap-1.5 text-[13px]"
          checked={isFirstTime(entries)}
          onCheck={checked => note([{ kind: 'practised', practised: !checked }])}
        >
          my first time: spares for what gets spoilt
        </Check>
        <ForVans others={others} onOthers={onOthers} />
      </div>
    </div>
  );
}

function ReadAndTake({
  ticket,
  file,
  title,
  search,
  way,
  setWay,
}: {
  ticket: Ticket;
  file: string;
  title: string;
  search: string;
  way: 'by shop' | 'by day' | 'by kind';
  setWay: Dispatch<SetStateAction<'by shop' | 'by day' | 'by kind'>>;
}) {
  return (
    <div className="no-print mt-3 flex flex-wrap items-center gap-2">
      <fieldset className="flex">
        <legend className="sr-only">Read the ticket</legend>
        {TICKET_WAYS.map(w => (
          <button
            key={w}
            type="button"
            aria-pressed={w === way}
            onClick={() => setWay(w)}
            className={`min-h-7 border border-rule px-2.5 text-[13px] font-medium first:rounded-l-[4px] last:rounded-r-[4px] ${w === way ? 'bg-slate text-on-slate' : 'bg-ticket'}`}
          >
            {w}
          </button>
        ))}
      </fieldset>
      <Link
        to={{ pathname: '../shop-trip', search }}
        relative="path"
        className="inline-flex min-h-7 items-center gap-1.5 rounded-[4px] border border-rule bg-ticket px-2 text-[13px] font-medium"
      >
        <ListChecks size={15} aria-hidden /> Shop trip
      </Link>
      <Button small onClick={() => download(`${file}-order.csv`, 'text/csv', buyCsv(ticket.raw))}>
        <FileDown size={15} aria-hidden /> CSV
      </Button>
      <Button
        small
        onClick={() => download(`${file}-order.txt`, 'text/plain', buyText(stillWanted(ticket), title))}
      >
        <FileDown size={15} aria-hidden /> Text for a merchant
      </Button>
    </div>
  );
}

/** The list less what is here, coming or cut. */
const stillWanted = ({ raw, lines }: Ticket): BuyLine[] =>
  raw.map((l, i) => ({ ...l, packs: lines[i]!.open }));

/** What must be ordered today, or when something first has to be. */
function Verdict({ ticket: { lines, older, running, vans, pace, paceSaid } }: { ticket: Ticket }) {
  const open = lines.filter(l => l.open > 0);
  const cost = open.reduce((sum, l) => sum + l.open * l.price, 0);
  const now = open.filter(l => l.due.order <= today());
  const next = open.map(l => l.due.order).sort()[0];
  const doubtful = lines.filter(l => l.enough.verdict === 'may be short');
  return (
    <>
      <p
        className={`border-l-4 pl-2.5 text-lg font-medium ${now.length > 0 ? 'border-signal' : 'border-chalk'}`}
      >
        {open.length === 0
          ? 'Enough is ordered.'
          : now.length > 0
            ? `Order ${things(now.length)} today, or the work will wait for ${now.length === 1 ? 'it' : 'them'}: ${printMoney(Math.round(now.reduce((s, l) => s + l.open * l.price, 0)))} of ${printMoney(Math.round(cost))} still to order.`
            : `Nothing has to be ordered today: ${things(open.length)}, ${printMoney(Math.round(cost))}, the first by ${day(next!)}.`}
      </p>
      <p className="mt-0.5 pl-3.5 text-[13px] text-faint">
        {paceSaid ? '' : `If work begins on ${day(pace.start)}, which is assumed. `}
        {vans.length > 1
          ? `For ${vans.map(v => v.name).join(' and ')}, cut from the same sheets. `
          : older
            ? 'This is the list before the last change; it is being counted anew. '
            : 'Sheets as they lie. '}
        {running !== null ? `Laying out… ${Math.round(running * 100)} %. ` : ''}
        {doubtful.length > 0 &&
          `Had, but a pack short if the van is larger than measured: ${doubtful.map(l => l.name).join(', ')}.`}
      </p>
    </>
  );
}
