import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { DemoReset as Wanted } from '@kanga/contract/backup';
import { call, problemFrom, queryClient, useShop } from '../data/index.js';
import { Button, Dialog, DialogClose, ProblemText, TextField } from '../ui/index.js';

/** Puts the demo shop in the place of this one: its name is typed, a backup is made first, and own work only goes when somebody ticks that it may. */
export function DemoReset() {
  const { settings } = useShop();
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [own, setOwn] = useState(false);
  const reset = useMutation({
    mutationFn: (body: Wanted) => call('loadDemo', { body }),
    onSuccess: async () => {
      for (const key of Object.keys(localStorage))
        if (/^kanga\.(bench|aside)\./.test(key)) localStorage.removeItem(key);
      await queryClient.invalidateQueries();
      setOpen(false);
      setName('');
      setOwn(false);
    },
  });
  return (
    <Dialog
      title="Load the demo shop again?"
      open={open}
      onOpenChange={setOpen}
      trigger={<Button tone="plain">Load the demo shop again…</Button>}
    >
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          reset.mutate({ name, own });
        }}
      >
        <p>
          Every job, picture, measured blank and entry of the log is replaced by the demo shop. A backup is made first:
          it is listed under <b>Backups</b>, and <code>./kanga restore</code> brings it back.
        </p>
        <TextField
          label={`Type the shop’s name: ${settings.shopName}`}
          value={name}
          autoComplete="off"
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
        <label className="flex min-h-10 items-center gap-2">
          <input
            type="checkbox"
            className="size-5"
            checked={own}
            onChange={(event) => {
              setOwn(event.target.checked);
            }}
          />
          Delete our own work in this shop, too
        </label>
        {reset.isError && <ProblemText problem={problemFrom(reset.error)} />}
        <div className="flex justify-end gap-2">
          <DialogClose asChild>
            <Button>Cancel</Button>
          </DialogClose>
          <Button type="submit" tone="danger" disabled={reset.isPending || name.trim() === ''}>
            {reset.isPending ? 'Backing up and loading…' : 'Back up, then load the demo'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
