import { buyCsv, buyText } from '@overcoat/core/formats';
import type { BuyLine } from '@overcoat/core/order/buying';
import { inUnits, printMoney } from '@overcoat/core/units';
import { FileDown } from 'lucide-react';
import { download } from '../../download.ts';
import { useUnits } from '../../store/preferences.ts';
import { Button } from '../../ui/Button.tsx';

interface Props {
  lines: readonly BuyLine[] | null;
  /** Sheets are counted as they lie, or estimated. */
  laidOut: boolean;
  firstTime: boolean;
  onFirstTime(firstTime: boolean): void;
  file: string;
  title: string;
}

/** What everything comes to, spares and all, and the whole list to take away. */
export function WholeOrder({ lines, laidOut, firstTime, onFirstTime, file, title }: Props) {
  const units = useUnits();
  if (!lines) return null;
  const cost = lines.reduce((sum, l) => sum + l.cost, 0);
  const spares = lines.filter(l => l.sparePacks > 0);
  return (
    <div className="mt-3">
      <p className="border-l-4 border-chalk pl-2.5 text-lg font-medium">
        {printMoney(Math.round(cost))} for everything
        {laidOut ? ', sheets as they lie' : ', sheets estimated: lay them out first'}.
        {spares.length > 0 &&
          ` With a spare of ${spares.map(s => inUnits(s.name, units)).join(', ')}: what is left of ${spares.length === 1 ? 'it' : 'them'} would not make up for a spoilt piece.`}
      </p>
      <div className="no-print mt-1.5 flex flex-wrap items-center gap-2 text-[13px]">
        <label className="flex items-center gap-1.5">
          <input type="checkbox" checked={firstTime} onChange={e => onFirstTime(e.target.checked)} />
          my first time
        </label>
        <Button small onClick={() => download(`${file}-everything.csv`, 'text/csv', buyCsv(lines))}>
          <FileDown size={15} aria-hidden /> Everything, CSV
        </Button>
        <Button small onClick={() => download(`${file}-order.txt`, 'text/plain', buyText(lines, title))}>
          <FileDown size={15} aria-hidden /> Text for a merchant
        </Button>
      </div>
    </div>
  );
}
