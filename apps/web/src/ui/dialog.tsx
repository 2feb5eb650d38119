import { Dialog as Radix } from 'radix-ui';
import { useRef, type ReactNode } from 'react';

/** Whether a question is in front of everything else: keys belong to that alone. */
export const dialogIsOpen = (): boolean => document.querySelector('[role="dialog"]') !== null;

/** What has the focus, for who goes by keys: a click leaves the focus on a button, too, and there nobody looks for it. */
export function openedByKeys(): Element | null {
  const { activeElement } = document;
  return activeElement?.matches(':focus-visible') ? activeElement : null;
}

/** Who goes by keys is back where he was; after a click Enter goes on with the line, not with the button that opened what was closed. */
export function giveFocusBack(opener: Element | null): void {
  const back = opener instanceof HTMLElement && opener.isConnected ? opener : document.querySelector('main');
  back?.focus();
}

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
  const opener = useRef<Element | null>(null);
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      {trigger && <Radix.Trigger asChild>{trigger}</Radix.Trigger>}
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-key/60" />
        <Radix.Content
          aria-describedby={undefined}
          onOpenAutoFocus={() => {
            opener.current = openedByKeys();
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            giveFocusBack(opener.current);
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
