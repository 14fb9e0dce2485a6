import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface Props {
  open: boolean;
  onOpenChange(open: boolean): void;
  title: string;
  description?: string;
  /** Beside the work rather than over its middle. */
  side?: boolean;
  children: ReactNode;
}

/** The one dialog: a slip of paper over the table. */
export function Dialog({ open, onOpenChange, title, description, side = false, children }: Props) {
  const place = side
    ? 'inset-y-0 right-0 w-full max-w-[620px] border-l'
    : 'left-1/2 top-[10vh] max-h-[80vh] w-[calc(100%-2rem)] max-w-[560px] -translate-x-1/2 rounded-[6px] border';
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="no-print fixed inset-0 z-40 bg-black/35" />
        <Radix.Content
          {...(description ? {} : { 'aria-describedby': undefined })}
          onOpenAutoFocus={event => {
            // A form begins in its first field, not at the cross that closes it.
            const first = (event.currentTarget as HTMLElement).querySelector<HTMLElement>('[data-first]');
            if (!first) return;
            event.preventDefault();
            first.focus();
          }}
          className={`no-print fixed z-50 flex flex-col overflow-hidden border-ink bg-sheet text-ink shadow-xl ${place}`}
        >
          <div className="flex items-start gap-4 border-b border-rule px-5 py-3">
            <div className="grow">
              <Radix.Title className="font-sign text-xl">{title}</Radix.Title>
              {description && (
                <Radix.Description className="mt-0.5 text-faint">{description}</Radix.Description>
              )}
            </div>
            <Radix.Close aria-label="Close" className="rounded p-1 hover:bg-wet">
              <X size={18} />
            </Radix.Close>
          </div>
          <div className="overflow-auto px-5 py-4">{children}</div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
