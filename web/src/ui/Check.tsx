import type { ReactNode } from 'react';

interface Props {
  checked: boolean;
  onCheck(checked: boolean): void;
  children: ReactNode;
  className?: string;
}

/** A box to tick with what it means beside it. */
export function Check({ checked, onCheck, children, className = 'gap-1.5' }: Props) {
  return (
    <label className={`flex items-center ${className}`}>
      <input type="checkbox" checked={checked} onChange={e => onCheck(e.target.checked)} />
      {children}
    </label>
  );
}
