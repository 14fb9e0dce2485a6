import type { ReactNode } from 'react';

interface Props {
  /** For those who do not see it, unless `shown`. */
  caption: ReactNode;
  shown?: boolean;
  heads: readonly { key: string; name: ReactNode; className?: string }[];
  /** Fine print beside a figure, or a list of its own with a rule under its head. */
  look?: 'fine' | 'list';
  className?: string;
  testId?: string;
  /** Its rows. */
  children: ReactNode;
}

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
    <table
      data-testid={testId}
      className={`w-full ${look === 'list' ? 'border-collapse' : 'text-[13px]'} ${className}`}
    >
      <caption className={shown ? 'mb-1 text-left text-[13px] text-faint' : 'sr-only'}>{caption}</caption>
      <thead className={look === 'list' ? '' : 'text-left text-faint'}>
        <tr className={look === 'list' ? 'border-b border-ink text-left text-[13px] text-faint' : ''}>
          {heads.map(({ key, name, className: own = '' }) => (
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
