import type { ReactNode } from 'react';

interface Props {
  checked: boolean;
  onCheck(checked: boolean): void;
  children: ReactNode;
  /** What it means, in full, where the words beside it need the place they stand at. */
  says?: string;
  /** Where the box stands beside words of several lines. */
  align?: 'items-center' | 'items-baseline';
  className?: string;
}

/** A box to tick with what it means beside it. */
export function Check({
  checked,
  onCheck,
  children,
  says,
  align = 'items-center',
  className = 'gap-1.5',
}: Props) {
  return (
    <label className={`flex ${align} ${className}`}>
      <input type="checkbox" aria-label={says} checked={checked} onChange={e => onCheck(e.target.checked)} />
      {children}
    </label>
  );
}
