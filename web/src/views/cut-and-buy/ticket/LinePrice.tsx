import { isSize } from '@overcoat/core/materials';
import { format } from 'date-fns';
import { useLibrary } from '../../../api/queries.ts';
import type { TicketLine } from '../../../hooks/useTicket.ts';
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
        <SupplyPrice supply={line.key} name={line.name} price={line.price} />
      )}
    </div>
  );
}

/** What a pack of a supply costs, by the key of its size. */
export function SupplyPrice({ supply, name, price }: { supply: string; name: string; price: number }) {
  const { prices, note } = useWorkshop();
  const own = prices.get(supply) ?? [];
  const last = own.at(-1);
  const put = (price: number | null) => note([{ kind: 'priced', supply, price }]);
  return (
    <Field
      compact
      hideLabel
      label={`Price a pack of ${name}`}
      shown={printMoney(price)}
      assumed={!last}
      note={
        last && (
          <span title={`Your prices: ${own.map(p => printMoney(p.price)).join(', ')}`}>
            yours, {format(new Date(last.at), 'd MMM yyyy')}{' '}
            <button
              type="button"
              tabIndex={-1}
              className="text-chalk underline"
              aria-label={`Take back the price of ${name}`}
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
