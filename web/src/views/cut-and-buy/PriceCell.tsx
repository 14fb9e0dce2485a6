import { isSize } from '@overcoat/core/materials';
import type { OrderLine } from '@overcoat/core/order/takeoff';
import { parseMoney, printMoney } from '@overcoat/core/units';
import { api } from '../../api/client.ts';
import { useLibrary, useLibraryChange } from '../../api/queries.ts';
import { Field } from '../../ui/Field.tsx';

/** The price of a pack: indicative until the person puts their own. */
export function PriceCell({ line }: { line: OrderLine }) {
  const { prices } = useLibrary();
  const put = useLibraryChange(api.putPrice);
  const own = prices.some(p => p.material === line.material && isSize(line.stock, p));
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: only keeps a click in the field from choosing the row.
    // biome-ignore lint/a11y/useKeyWithClickEvents: the field inside has the keyboard.
    <div className="ml-auto w-24 text-right" onClick={e => e.stopPropagation()}>
      <Field
        label={`Price a pack of ${line.material}`}
        hideLabel
        compact
        shown={printMoney(line.stock.price)}
        assumed={!own}
        note={put.error ? put.error.message : own ? 'your price' : null}
        parse={parseMoney}
        onCommit={price => {
          put.mutate({
            material: line.material,
            thickness: line.stock.thickness,
            width: line.stock.width,
            price,
          });
          return null;
        }}
      />
    </div>
  );
}
