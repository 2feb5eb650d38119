import { useMutation } from '@tanstack/react-query';
import type { Point } from '@kanga/core/geometry';
import type { Press } from '@kanga/core/shop';
import { call, problemFrom, usePrint } from '../data/index.js';
import { Button, ProblemText } from '../ui/index.js';
import { GRIDS, placeKey, type PressChecking } from './use-press-check.js';

/** What the thermometer reads, place by place: typed, or taken from it. */
export function ReadingFields({ press, checking }: { press: Press; checking: PressChecking }) {
  const print = usePrint();
  const { noted, noteReading, places, next, judged } = checking;
  const aimed = places[next];
  const read = useMutation({
    mutationFn: ({ x, y }: Point) =>
      call('readThermometer', {
        body: { across: x / press.platen.width, deep: y / press.platen.depth, dial: judged.check.dial },
      }),
    onSuccess: ({ celsius }, place) => {
      noteReading(place, print.temperature(celsius));
    },
  });
  const [across] = GRIDS[noted.grid];
  return (
    <fieldset>
      <legend className="font-semibold">Readings, the back of the plate above</legend>
      <div className="grid gap-1.5" style={{ gridTemplateColumns: `repeat(${across}, minmax(0, 1fr))` }}>
        {places.map((place, i) => (
          <input
            key={placeKey(place)}
            inputMode="decimal"
            aria-label={`Reading ${i + 1}, ${print.size(place.x, place.y)} from the back left`}
            className={`figures min-h-11 rounded-sm border-[1.5px] px-2 text-center ${i === next ? 'border-key bg-yellow/25' : 'border-key/50'}`}
            value={noted.typed[placeKey(place)] ?? ''}
            onChange={(event) => {
              noteReading(place, event.target.value);
            }}
          />
        ))}
      </div>
      <Button
        className="mt-2 w-full"
        disabled={!aimed || read.isPending}
        onClick={() => {
          if (aimed) read.mutate(aimed);
        }}
      >
        {read.isPending
          ? 'Reading…'
          : aimed
            ? `Read place ${next + 1} of ${places.length} with the thermometer`
            : 'Every place is read'}
      </Button>
      {read.isError && <ProblemText problem={problemFrom(read.error)} className="mt-2" />}
      {judged.unread > 0 && (
        <p role="alert" className="font-semibold text-magenta">
          {judged.unread === 1
            ? 'One reading is not a temperature.'
            : `${judged.unread} readings are not temperatures.`}{' '}
          Write a number like {print.temperature(196)}.
        </p>
      )}
    </fieldset>
  );
}
