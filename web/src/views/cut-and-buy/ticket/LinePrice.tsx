import { isSize } from '@overcoat/core/materials';
import { format } from 'date-fns';
import { useLibrary } from '../../../api/queries.ts';
import type { TicketLine } from '../../../jobs/useTicket.ts';
import { parsePrice, printMoney } from '../../../store/money.ts';
import { useWorkshop } from '../../../store/workshop.ts';
import { Field } from '../../../ui/Field.tsx';
import { OwnPrice } from '../../../ui/OwnPrice.tsx';

/** What a pack of a line costs: of a material in its library, of a supply in the workshop. */
export function LinePrice({ line }: { line: TicketLine }) {
  const { library } = useLibrary();
  const material = line.sold && library.get(line.sold.material);
  const stock = material?.stock.find(s => isSize(s, line.sold!));
  return (
    <div className="ml-auto w-[84px]">
      {material && stock ? (
        <OwnPrice material={material} stock={stock} label={`Price a pack of ${material.name}`} />
      ) : (
        <SupplyPrice line={line} />
      )}
    </div>
  );
}

function SupplyPrice({ line }: { line: TicketLine }) {
  const { prices, note } = useWorkshop();
  const own = prices.get(line.key) ?? [];
  const last = own.at(-1);
  const put = (price: number | null) => note([{ kind: 'priced', supply: line.key, price }]);
  return (
    <Field
      compact
      hideLabel
      label={`Price a pack of ${line.name}`}
      shown={printMoney(line.price)}
      assumed={!last}
      note={
        last && (
          <span title={`Your prices: ${own.map(p => printMoney(p.price)).join(', ')}`}>
            yours, {format(new Date(last.at), 'd MMM yyyy')}{' '}
            <button
              type="button"
              tabIndex={-1}
              className="text-chalk underline"
              aria-label={`Take back the price of ${line.name}`}
              onClick={() => put(null)}
            >
              take back
            </button>
          </span>
        )
      }
      parse={parsePrice}
      onCommit={price => void put(price)}
    />
  );
}
