import type { ButtonHTMLAttributes } from 'react';

const LOOKS = {
  plain: 'border-rule bg-ticket text-ink hover:border-ink',
  strong: 'border-slate bg-slate text-on-slate hover:opacity-90',
  danger: 'border-signal bg-ticket text-signal hover:bg-signal hover:text-sheet',
  quiet: 'border-transparent bg-transparent text-ink hover:bg-wet',
};

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: keyof typeof LOOKS;
  small?: boolean;
}

/** The one button: plain, strong for the next step, danger, quiet inside rows. */
export function Button({ look = 'plain', small = false, className = '', type = 'button', ...rest }: Props) {
  const size = small ? 'min-h-7 px-2 text-[13px]' : 'min-h-9 px-3';
  return (
    <button
      type={type}
      className={`inline-flex items-center justify-center gap-1.5 rounded-[4px] border font-medium disabled:opacity-45 aria-disabled:opacity-45 ${size} ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
