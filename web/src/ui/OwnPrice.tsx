import { isSize } from '@overcoat/core/materials';
import type { Material, Stock } from '@overcoat/core/model';
import { format } from 'date-fns';
import { api } from '../api/client.ts';
import { useLibrary, useLibraryChange } from '../api/queries.ts';
import { useAside } from '../store/aside.ts';
import { parsePrice, printMoney } from '../store/money.ts';
import { Field } from './Field.tsx';

interface Props {
  material: Pick<Material, 'id' | 'name'>;
  stock: Stock;
  label: string;
}

/** The price of a pack: indicative until the person puts their own, which has its date and can be taken back. */
export function OwnPrice({ material, stock, label }: Props) {
  const { prices } = useLibrary();
  const put = useLibraryChange(api.putPrice);
  const back = useLibraryChange(api.takeBackPrice);
  const noteAside = useAside(s => s.note);
  const own = prices.find(p => p.material === material.id && isSize(stock, p));
  const size = { material: material.id, thickness: stock.thickness, width: stock.width };
  const failed = put.error ?? back.error;
  const before = own?.earlier?.at(-1);
  const history = [...(own?.earlier ?? []), ...(own ? [own] : [])]
    .map(p => `${printMoney(p.price)}${p.at ? ` on ${format(new Date(p.at), 'd MMM yyyy')}` : ''}`)
    .join(', ');
  return (
    <Field
      label={label}
      hideLabel
      compact
      shown={printMoney(stock.price)}
      assumed={!own}
      note={
        failed ? (
          failed.message
        ) : own ? (
          <span title={`Your prices: ${history}`}>
            yours{own.at ? `, ${format(new Date(own.at), 'd MMM yyyy')}` : ''}, for all vans{' '}
            <button
              type="button"
              tabIndex={-1}
              className="text-chalk underline"
              title={`Take it back: ${before ? printMoney(before.price) : 'the indicative price'} stands again`}
              aria-label={`Take back the price of ${material.name}`}
              onClick={() => {
                back.mutate({ ...size, price: own.price });
                noteAside(null);
              }}
            >
              take back
            </button>
          </span>
        ) : null
      }
      parse={parsePrice}
      onCommit={price => {
        put.mutate({ ...size, price });
        noteAside(`the price of ${material.name.toLowerCase()}`);
        return null;
      }}
    />
  );
}
