import type { OrderLine } from '@overcoat/core/order/takeoff';
import { useLibrary } from '../../api/queries.ts';
import { OwnPrice } from '../../ui/OwnPrice.tsx';

/** What a pack of this line costs. */
export function PriceCell({ line }: { line: OrderLine }) {
  const { library } = useLibrary();
  const name = library.get(line.material)?.name ?? line.material;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: only keeps a click in the field from choosing the row.
    // biome-ignore lint/a11y/useKeyWithClickEvents: the field inside has the keyboard.
    <div className="ml-auto w-32 text-right" onClick={e => e.stopPropagation()}>
      <OwnPrice
        material={{ id: line.material, name }}
        stock={line.stock}
        label={`Price a pack of ${line.material}`}
      />
    </div>
  );
}
