import { useMutation } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import type { Media, Printer } from '@kanga/core/shop';
import type { NewPrint } from '@kanga/contract/sheet';
import { call, problemFrom, queryClient, useMay } from '../data/index.js';
import { Button, Dialog } from '../ui/index.js';
import { PrintCard, type CardAnswer } from './print-card.js';

/** Opens the print card, and asks for the print once it is ticked off. */
export function PrintButton({
  what,
  media,
  printer,
  readable = false,
  disabled,
  before,
  label = 'Print…',
  onPrinted,
}: {
  what: NewPrint['what'];
  media: Media;
  printer: Printer;
  /** It reads right on the paper: an opaque film. */
  readable?: boolean;
  disabled: boolean;
  /** What has to be done first, like saving. */
  before?: () => Promise<void>;
  label?: string;
  /** Once it was asked for. */
  onPrinted?: () => void;
}) {
  const [open, setOpen] = useState(false);
  const may = useMay();
  // The same print, however often it is asked for: a second try after a lost answer makes no second one.
  const id = useRef(crypto.randomUUID());
  const ask = useMutation({
    mutationFn: async (answer: CardAnswer) => {
      await before?.();
      const body: NewPrint = { id: id.current, what, ...answer };
      return call('addPrint', { body });
    },
    onSuccess: async () => {
      id.current = crypto.randomUUID();
      setOpen(false);
      onPrinted?.();
      await queryClient.invalidateQueries({ queryKey: ['prints'] });
    },
  });
  return (
    <Dialog
      title="Print card"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <Button tone="strong" className="w-full" disabled={disabled || !may('addPrint')}>
          {label}
        </Button>
      }
    >
      <PrintCard
        media={media}
        printer={printer}
        readable={readable}
        busy={ask.isPending}
        problem={ask.isError ? problemFrom(ask.error) : null}
        onDone={(answer) => {
          ask.mutate(answer);
        }}
        onCancel={() => {
          setOpen(false);
        }}
      />
    </Dialog>
  );
}
