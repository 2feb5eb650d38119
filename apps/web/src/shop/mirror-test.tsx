import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { Printer } from '@kanga/core/shop';
import { addressOf } from '@kanga/contract/route';
import { call, problemFrom, queryClient, serverNow, shopQuery } from '../data/index.js';
import { Button, Dialog, ProblemText } from '../ui/index.js';

/** Prints the mirror test, and takes down which of its two words reads right. */
export function MirrorTest({ printer }: { printer: Printer }) {
  const [open, setOpen] = useState(false);
  const tell = useMutation({
    mutationFn: (driverMirrors: boolean) => {
      const { id, ...words } = printer;
      return call('setPrinter', {
        id,
        body: { ...words, mirrorTest: { at: serverNow(), driverMirrors } },
      });
    },
    onSuccess: async () => {
      await queryClient.invalidateQueries(shopQuery);
      setOpen(false);
    },
  });
  return (
    <Dialog
      title={`Mirror test of ${printer.name}`}
      open={open}
      onOpenChange={setOpen}
      trigger={<Button aria-label={`Test it: the mirror of ${printer.name}`}>Test it</Button>}
    >
      <ol className="list-decimal space-y-3 pl-6">
        <li>
          <a className="font-semibold text-cyan underline" href={addressOf('mirrorTest', { id: printer.id })} download>
            Download the test
          </a>{' '}
          and print it with the driver set just as for transfers.
        </li>
        <li>
          Look at the paper. Two words stand on it, one the right way round and one not. Which one reads right?
          <div className="mt-2 flex gap-3">
            {(['HAND', 'LAMP'] as const).map((word, i) => (
              <Button
                key={word}
                tone="strong"
                className="min-h-16 min-w-32 text-xl"
                disabled={tell.isPending}
                onClick={() => {
                  // HAND is printed as it is, LAMP mirrored: when LAMP reads right, the driver turned the page over.
                  tell.mutate(i === 1);
                }}
              >
                {word}
              </Button>
            ))}
          </div>
        </li>
      </ol>
      {tell.isError && <ProblemText problem={problemFrom(tell.error)} className="mt-3" />}
    </Dialog>
  );
}
