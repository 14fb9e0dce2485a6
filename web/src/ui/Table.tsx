import type { ReactNode } from 'react';

interface Props {
  /** For those who do not see it, unless `shown`. */
  caption: ReactNode;
  shown?: boolean;
  /** What its columns are; a word stands at the left, `right` puts it over figures. */
  heads: readonly (string | { key: string; name: ReactNode; className?: string })[];
  /** Fine print beside a figure, rows of the page's own size, or a list of its own with a rule under its head. */
  look?: 'fine' | 'page' | 'list';
  className?: string;
  testId?: string;
  /** Its rows. */
  children: ReactNode;
}

const SIZE = { fine: 'text-[13px]', page: '', list: 'border-collapse' };

const headOf = (h: Props['heads'][number]) => (typeof h === 'string' ? { key: h, name: h } : h);

/** The head of a column of figures. */
export const right = (name: string, className = '') => ({
  key: name,
  name,
  className: `text-right ${className}`,
});

/** A table that is read, not sorted (`DataTable` is): its head, and rows as they are given. */
export function Table({
  caption,
  shown = false,
  heads,
  look = 'fine',
  className = '',
  testId,
  children,
}: Props) {
  return (
    <table data-testid={testId} className={`w-full ${SIZE[look]} ${className}`}>
      <caption className={shown ? 'mb-1 text-left text-[13px] text-faint' : 'sr-only'}>{caption}</caption>
      <thead className={look === 'list' ? '' : 'text-left text-[13px] text-faint'}>
        <tr className={look === 'list' ? 'border-b border-ink text-left text-[13px] text-faint' : ''}>
          {heads.map(headOf).map(({ key, name, className: own = '' }) => (
            <th key={key} scope="col" className={`py-1 font-medium ${own}`}>
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>{children}</tbody>
    </table>
  );
}
