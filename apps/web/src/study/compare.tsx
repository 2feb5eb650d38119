import type { StudySwatch } from '@kanga/core/study';
import { call, useOperator, usePrint } from '../data/index.js';
import { Button, CloseFoot, OpenDialog } from '../ui/index.js';
import { SwatchTile } from './swatch-tile.js';
import type { StudySession } from './use-study.js';

/** Two swatches at a time: which is better? In as few questions as tell it. */
export function Compare({ session, onClose }: { session: StudySession; onClose: () => void }) {
  const { study, view, change, busy } = session;
  const by = useOperator();
  const print = usePrint();
  const pair = view?.compare ?? null;
  const of = (number: number) => study.swatches.find((one) => one.number === number);
  const [left, right] = [of(pair?.one ?? -1), of(pair?.other ?? -1)];
  const say = (better: StudySwatch, worse: StudySwatch) => {
    void change(() =>
      call('addAnswer', {
        id: study.id,
        body: { id: crypto.randomUUID(), better: better.number, worse: worse.number, by },
      }),
    );
  };
  const side = (swatch: StudySwatch, other: StudySwatch) => (
    <button
      type="button"
      disabled={busy}
      onClick={() => {
        say(swatch, other);
      }}
      className="flex flex-1 flex-col items-center gap-3 border-2 border-key p-6 hover:bg-wash disabled:opacity-60"
    >
      <svg width="160" height="160" viewBox="-52 -52 104 104" aria-hidden>
        <SwatchTile swatch={swatch} size={100} />
      </svg>
      <b className="font-big text-[26px]">Swatch {swatch.number}</b>
      <span className="figures text-soft">
        {print.temperature(swatch.setting.temperature)}, {Math.round(swatch.setting.dwell)} s
      </span>
    </button>
  );
  return (
    <OpenDialog wide title="Which is better?" onClose={onClose}>
      {left && right ? (
        <>
          <p className="mb-3 text-soft">
            Lay the two side by side in daylight, and tap the better one. {study.answers.length} answered so far.
          </p>
          <div className="flex gap-4">
            {side(left, right)}
            {side(right, left)}
          </div>
          <div className="mt-3">
            <Button onClick={onClose}>I cannot tell</Button>
          </div>
        </>
      ) : (
        <p className="text-lg">
          {view === null
            ? 'Working it out…'
            : study.answers.length > 0
              ? `No answer would tell more: ${study.answers.length} were enough.`
              : 'What was measured tells them apart: no answer would tell more.'}
        </p>
      )}
      <CloseFoot onClose={onClose} />
    </OpenDialog>
  );
}
