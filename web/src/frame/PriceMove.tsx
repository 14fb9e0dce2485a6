import { format } from 'date-fns';
import { useEffect, useMemo } from 'react';
import { useLibrary } from '../api/queries.ts';
import { useDesign } from '../store/design.ts';
import { isCounted, useEvaluation } from '../store/evaluation.ts';
import { printMoney } from '../store/money.ts';
import { movedBy, tellingOf, useMovedPay } from '../store/movedPay.ts';
import { useOpenDesign, useVariant } from '../store/openDesign.ts';
import { Button } from '../ui/Button.tsx';

/** Prices, offcuts and tools are shared by all conversions: where they moved what this one is to pay, it says by how much until that is seen. */
export function PriceMove() {
  const design = useOpenDesign();
  const variant = useVariant();
  const conversion = useDesign(s => s.id);
  const { library } = useLibrary();
  const e = useEvaluation();
  const { told, tell } = useMovedPay();
  const key = `${conversion}/${variant.id}`;
  const now = useMemo(
    () =>
      e.pay && isCounted(e) ? tellingOf(design, variant.design, library, variant.id, e.pay.total) : null,
    [e, design, variant, library],
  );
  const before = told[key];
  const moved = now && movedBy(before, now);
  useEffect(() => {
    const same = before && now && before.laid === now.laid && before.priced === now.priced;
    if (now && moved === null && !(same && before.total === now.total)) tell(key, now);
  }, [now, moved, before, key, tell]);
  if (!now || moved === null) return null;
  const whole = (money: number) => printMoney(Math.round(money));
  return (
    <p
      role="status"
      className="no-print flex items-center gap-3 border-t border-dashed border-rule px-3.5 py-1 text-[13px]"
    >
      <span className="grow">
        <b>
          To pay moved by {moved > 0 ? '+' : '−'}
          {whole(Math.abs(moved))}
        </b>{' '}
        since {format(new Date(before!.at), 'd MMM HH:mm')}, from {whole(before!.total)} to {whole(now.total)}
        : nothing laid here changed, but a price, an offcut or a tool at hand did. Those are shared by all
        your conversions.
      </span>
      <Button small look="quiet" onClick={() => tell(key, now)}>
        seen
      </Button>
    </p>
  );
}
