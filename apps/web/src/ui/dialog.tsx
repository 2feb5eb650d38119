import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

/** Whether a question is in front of everything else: keys belong to that alone. */
export const dialogIsOpen = (): boolean => document.querySelector('[role="dialog"]') !== null;

/** A question in front of everything else. Escape and the cross close it. */
export function Dialog({
  title,
  open,
  onOpenChange,
  children,
  trigger,
  wide = false,
}: {
  title: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children: ReactNode;
  trigger?: ReactNode;
  /** For pictures side by side. */
  wide?: boolean;
}) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      {trigger && <Radix.Trigger asChild>{trigger}</Radix.Trigger>}
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-key/60" />
        <Radix.Content
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            // Enter goes on with the line afterwards, not with the button that opened this.
            event.preventDefault();
            document.querySelector('main')?.focus();
          }}
          className={`fixed top-1/2 left-1/2 z-50 max-h-[90vh] ${wide ? 'w-[min(980px,96vw)]' : 'w-[min(560px,94vw)]'} -translate-x-1/2 -translate-y-1/2 overflow-auto border-t-[10px] border-magenta bg-white p-6 text-key shadow-2xl`}
        >
          <Radix.Title className="mb-3 font-big text-2xl font-bold">{title}</Radix.Title>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

/** A dialog that is open as long as it is drawn. */
export const OpenDialog = ({
  onClose,
  ...rest
}: {
  title: string;
  onClose: () => void;
  children: ReactNode;
  wide?: boolean;
}) => (
  <Dialog
    {...rest}
    open
    onOpenChange={(open) => {
      if (!open) onClose();
    }}
  />
);

/** Closes the dialog it stands in. */
export const DialogClose = Radix.Close;
