import { useConversions } from '../../../api/queries.ts';
import type { OtherVan } from '../../../hooks/useSeveral.ts';
import { useDesign } from '../../../store/design.ts';
import { Check } from '../../../ui/Check.tsx';
import { Select } from '../../../ui/Select.tsx';

interface Props {
  others: readonly OtherVan[];
  onOthers(others: OtherVan[]): void;
}

const inVariant = (id: string, variant: string): OtherVan => (variant === '' ? { id } : { id, variant });

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
            <Check
              className="gap-2 py-0.5"
              checked={chosen.has(c.id)}
              onCheck={on => onOthers(on ? [...others, { id: c.id }] : others.filter(o => o.id !== c.id))}
            >
              {c.name}
            </Check>
            {chosen.has(c.id) && c.variants.length > 1 && (
              <Select
                compact
                hideLabel
                className="mb-1 ml-5 w-56"
                label={`Variant of ${c.name}`}
                value={others.find(o => o.id === c.id)?.variant ?? ''}
                onChange={e =>
                  onOthers(others.map(o => (o.id === c.id ? inVariant(o.id, e.target.value) : o)))
                }
              >
                <option value="">the one being built</option>
                {c.variants.map(v => (
                  <option key={v} value={v}>
                    {v}
                  </option>
                ))}
              </Select>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
