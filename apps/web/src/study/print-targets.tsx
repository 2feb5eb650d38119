import { USUAL_SHEET } from '@kanga/core/sheet';
import { call, useShop } from '../data/index.js';
import { PrintButton, PrintList } from '../sheet/index.js';
import { Button, CloseFoot, OpenDialog } from '../ui/index.js';
import type { StudySession } from './use-study.js';

/** Prints the targets that are not printed yet, together on the study's paper. */
export function PrintTargets({ session, onClose }: { session: StudySession; onClose: () => void }) {
  const { study, change } = session;
  const shop = useShop();
  const media = shop.media.find(({ id }) => id === study.mediaId);
  const printer = shop.printers.find(({ id }) => id === media?.printerId);
  const waiting = study.swatches.filter(
    ({ printed, jobId, pressedAt, spoiled }) => !printed && jobId !== null && pressedAt === null && spoiled === null,
  );
  const mark = async () => {
    for (const { number, reached, spoiled } of waiting)
      await change(() =>
        call('changeSwatch', { id: study.id, swatch: number, body: { printed: true, reached, spoiled } }),
      );
    onClose();
  };
  return (
    <OpenDialog title={waiting.length === 1 ? 'Print the target' : `Print ${waiting.length} targets`} onClose={onClose}>
      <p className="mb-3 text-soft">
        Swatches {waiting.map(({ number }) => number).join(', ')} on {study.mediaName}, mirrored, at true size. Each has
        a code: nothing has to be written beside it.
      </p>
      {media && printer ? (
        <PrintButton
          what={{
            kind: 'gang',
            jobs: waiting.flatMap(({ jobId }) => jobId ?? []),
            mediaId: media.id,
            gap: 8,
            choices: { together: USUAL_SHEET.together, turns: USUAL_SHEET.turns, edge: 0, codes: false },
            arrangement: null,
          }}
          media={media}
          printer={printer}
          disabled={waiting.length === 0}
          onPrinted={() => {
            void mark();
          }}
        />
      ) : (
        <p role="alert" className="font-semibold text-magenta">
          The paper of this study is not in the shop any more.
        </p>
      )}
      <div className="mt-3">
        <Button
          disabled={waiting.length === 0}
          onClick={() => {
            void mark();
          }}
        >
          They are printed already
        </Button>
      </div>
      <div className="mt-3">
        <PrintList jobId={null} />
      </div>
      <CloseFoot onClose={onClose} />
    </OpenDialog>
  );
}
