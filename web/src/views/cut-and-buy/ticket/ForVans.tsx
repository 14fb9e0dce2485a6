import { useConversions } from '../../../api/queries.ts';
import type { OtherVan } from '../../../jobs/useSeveral.ts';
import { useDesign } from '../../../store/design.ts';

interface Props {
  others: readonly OtherVan[];
  onOthers(others: OtherVan[]): void;
}

/** Other vans that are bought for on the same trip: their sheets are cut together, their packs shared. */
export function ForVans({ others, onOthers }: Props) {
  const own = useDesign(s => s.id);
  const { data = [] } = useConversions();
  const rest = data.filter(c => c.id !== own);
  if (rest.length === 0) return null;
  const chosen = new Set(others.map(o => o.id));
  return (
    <details className="text-[13px]">
      <summary className="cursor-pointer font-medium text-chalk underline">
        {others.length === 0
          ? 'Buy for another van as well'
          : `With ${rest
              .filter(c => chosen.has(c.id))
              .map(c => c.name)
              .join(', ')}`}
      </summary>
      <ul className="mt-1 max-h-48 overflow-auto border border-rule bg-ticket px-2 py-1">
        {rest.map(c => (
          <li key={c.id}>
            <label className="flex items-center gap-2 py-0.5">
              <input
                type="checkbox"
                checked={chosen.has(c.id)}
                onChange={e =>
                  onOthers(e.target.checked ? [...others, { id: c.id }] : others.filter(o => o.id !== c.id))
                }
              />
              {c.name}
              <span className="text-faint">the variant being built</span>
            </label>
          </li>
        ))}
      </ul>
    </details>
  );
}
