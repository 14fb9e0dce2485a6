import type { BuyLine } from '@overcoat/core/order/buying';
import { parseNumber, printMoney, printNumber } from '@overcoat/core/units';
import { useWorkshop } from '../../api/workshop.ts';
import { Field } from '../../ui/Field.tsx';

const KINDS: [BuyLine['kind'], string][] = [
  ['coating', 'Coatings'],
  ['fixing', 'Fixings'],
  ['cable', 'Cable, conduit, cord, felt'],
  ['consumable', 'Used up'],
  ['protection', 'For you'],
  ['tool', 'Tools'],
];

/** All that is bought besides sheets, tapes and glue, by what uses it, less what is at hand in the workshop. */
export function SuppliesTable({ lines: all }: { lines: readonly BuyLine[] | null }) {
  const { supplies, note, failed } = useWorkshop();
  if (!all) return <p className="mt-4 text-faint">Counting what else is needed…</p>;
  const lines = all.filter(l => KINDS.some(([kind]) => kind === l.kind));
  const cost = lines.reduce((sum, l) => sum + l.cost, 0);
  return (
    <section className="mt-5" aria-label="And besides">
      <h3 className="text-xl">And besides: {printMoney(Math.round(cost))}</h3>
      <table className="mt-1 w-full border-collapse">
        <caption className="sr-only">Supplies</caption>
        <thead>
          <tr className="border-b border-ink text-left text-[13px] text-faint">
            {['buy', 'need', 'at hand', 'packs', 'a pack', 'cost'].map((h, i) => (
              <th key={h} scope="col" className={`py-1 font-medium ${i > 0 ? 'text-right' : ''}`}>
                {h}
              </th>
            ))}
          </tr>
        </thead>
        {KINDS.map(([kind, title]) => {
          const own = lines.filter(l => l.kind === kind);
          if (own.length === 0) return null;
          return (
            <tbody key={kind}>
              <tr>
                <th scope="rowgroup" colSpan={6} className="pt-3 text-left font-semibold">
                  {title}
                </th>
              </tr>
              {own.map(l => (
                <tr key={l.key} className="border-t border-rule align-top">
                  <th scope="row" className="py-1 pr-2 text-left font-normal">
                    <span className="font-medium">{l.name}</span>
                    <span className="block text-[13px] text-faint">
                      {l.why} · {l.uses.length === 1 ? l.uses[0] : `${l.uses.length} uses`}
                    </span>
                  </th>
                  <td className="py-1 text-right whitespace-nowrap">{amount(l, l.need)}</td>
                  <td className="w-24 py-1 pl-2">
                    <Field
                      compact
                      hideLabel
                      label={`${l.name} at hand`}
                      shown={supplies.has(l.key) ? printNumber(supplies.get(l.key)!, 2) : ''}
                      parse={text => {
                        const read = parseNumber(text.trim() === '' ? '0' : text);
                        if (!read.ok) return read;
                        return read.value >= 0 && read.value <= 100_000
                          ? read
                          : { ok: false, message: 'A number from 0 to 100 000.' };
                      }}
                      onCommit={value => void note([{ kind: 'counted', supply: l.key, amount: value }])}
                    />
                  </td>
                  <td className={`py-1 text-right ${l.packs > 0 ? 'font-semibold' : 'text-faint'}`}>
                    {l.packs > 0 ? l.packs : 'have it'}
                    {l.packs > 0 && (
                      <span className="block text-[13px] font-normal text-faint">{l.pack}</span>
                    )}
                  </td>
                  <td className="py-1 text-right">{printMoney(l.price)}</td>
                  <td className="py-1 text-right font-semibold">{printMoney(l.cost)}</td>
                </tr>
              ))}
            </tbody>
          );
        })}
      </table>
      {failed && (
        <p role="alert" className="text-signal">
          {failed}
        </p>
      )}
      <p className="mt-2 text-[13px] text-faint">
        Counted from the pieces, the holes and rust of the survey, and what is drawn; coats, slack and how
        long a blade lasts are common practice. Prices are indicative. What you type as at hand is kept for
        every van.
      </p>
    </section>
  );
}

const amount = (l: BuyLine, value: number): string =>
  l.unit === 'piece'
    ? printNumber(Math.ceil(value))
    : `${printNumber(value, l.unit === 'l' ? 2 : 1)} ${l.unit}`;
