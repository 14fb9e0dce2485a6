import { AlertDialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './Button.tsx';

interface Props {
  trigger: ReactNode;
  title: string;
  says: string;
  action: string;
  onConfirm(): void;
}

/** Asks before what cannot be undone. */
export function Confirm({ trigger, title, says, action, onConfirm }: Props) {
  return (
    <AlertDialog.Root>
      <AlertDialog.Trigger asChild>{trigger}</AlertDialog.Trigger>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/35" />
        <AlertDialog.Content className="fixed left-1/2 top-[20vh] z-50 w-[calc(100%-2rem)] max-w-md -translate-x-1/2 rounded-[6px] border border-ink bg-sheet p-5 text-ink">
          <AlertDialog.Title className="font-sign text-xl">{title}</AlertDialog.Title>
          <AlertDialog.Description className="mt-2">{says}</AlertDialog.Description>
          <div className="mt-5 flex justify-end gap-2">
            <AlertDialog.Cancel asChild>
              <Button>Keep it</Button>
            </AlertDialog.Cancel>
            <AlertDialog.Action asChild>
              <Button look="danger" onClick={onConfirm}>
                {action}
              </Button>
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
