import { problemFrom } from '../data/index.js';
import { Button, ProblemText } from '../ui/index.js';

/** What could not be loaded, and a way to ask for it once more. */
export function AskAgain({ error, again, busy }: { error: Error; again: () => void; busy: boolean }) {
  return (
    <div className="no-print mb-4 flex flex-wrap items-center gap-3">
      <ProblemText problem={problemFrom(error)} />
      <Button disabled={busy} onClick={again}>
        Try again
      </Button>
    </div>
  );
}

/** The end of a list that comes page by page: what is on its way, or why it does not come. */
export function ListEnd({
  rest: { isComing, error, again },
}: {
  rest: { isComing: boolean; error: Error | null; again: () => void };
}) {
  if (error)
    return (
      <div className="mt-3">
        <AskAgain error={error} again={again} busy={isComing} />
      </div>
    );
  return isComing ? (
    <p className="no-print mt-3 text-soft" role="status">
      Loading more…
    </p>
  ) : null;
}
