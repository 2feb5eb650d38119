import { useMutation } from '@tanstack/react-query';
import type { Person } from '@kanga/contract/people';
import { call, peopleQuery, problemFrom, queryClient, useShop } from '../data/index.js';
import { Button, OpenDialog, ProblemText } from '../ui/index.js';
import { CodePicture } from './code-picture.js';

/** A badge to be printed, cut out and worn: its code is scanned at a tablet. */
export function BadgeDialog({ person, onClose }: { person: Person; onClose: () => void }) {
  const { settings } = useShop();
  const make = useMutation({
    mutationFn: () => call('makeBadge', { id: person.id }),
    onSuccess: () => queryClient.invalidateQueries({ queryKey: peopleQuery.queryKey }),
  });
  return (
    <OpenDialog title={`A badge for ${person.name}`} onClose={onClose}>
      {make.error && <ProblemText problem={problemFrom(make.error)} />}
      {make.data ? (
        <>
          <div className="mx-auto my-3 flex w-[320px] items-center gap-4 border-[1.5px] border-edge p-4">
            <CodePicture text={make.data.badge} says={`The code of ${person.name}’s badge`} className="w-36" />
            <p>
              <b className="block font-big text-[24px] leading-tight">{person.name}</b>
              <span className="text-[15px]">{settings.shopName}</span>
            </p>
          </div>
          <p className="text-[15px] text-soft">
            Print it now: it is not shown again. Who has it can be at a tablet of the bench as {person.name}.
          </p>
        </>
      ) : (
        <p>
          Its code is shown to the camera of a tablet at the bench, or to a scanner: no PIN has to be typed.
          {person.badge && ' The badge of before is worth nothing then.'}
        </p>
      )}
      <div className="mt-4 flex justify-end gap-2">
        <Button onClick={onClose}>Close</Button>
        {make.data ? (
          <Button
            tone="strong"
            onClick={() => {
              window.print();
            }}
          >
            Print
          </Button>
        ) : (
          <Button
            tone="strong"
            disabled={make.isPending}
            onClick={() => {
              make.mutate();
            }}
          >
            Make the badge
          </Button>
        )}
      </div>
    </OpenDialog>
  );
}
