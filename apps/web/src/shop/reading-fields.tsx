import { useMutation } from '@tanstack/react-query';
import type { Press } from '@kanga/core/shop';
import { call, problemFrom, usePrint } from '../data/index.js';
import { Button, ProblemText } from '../ui/index.js';
import type { PressChecking, ReadPlace } from './use-press-check.js';

/** What the thermometer reads, place by place: typed, or taken from it. */
export function ReadingFields({ press, checking }: { press: Press; checking: PressChecking }) {
  const print = usePrint();
  const { noted, noteReading, askMore, each, places, next, judged } = checking;
  const aimed = places[next];
  const read = useMutation({
    mutationFn: ({ x, y }: ReadPlace) =>
      call('readThermometer', {
        body: { across: x / press.platen.width, deep: y / press.platen.depth, dial: judged.check.dial },
      }),
    onSuccess: ({ celsius }, place) => {
      noteReading(place, print.temperature(celsius));
    },
  });
  const field = (place: ReadPlace, i: number) => (
    <input
      key={place.key}
      inputMode="decimal"
      aria-label={`Reading ${i + 1}, ${print.size(place.x, place.y)} from the back left${place.asked === 'again' ? ', again' : ''}`}
      className={`figures min-h-11 w-full rounded-sm border-[1.5px] px-1 text-center ${i === next ? 'border-key bg-yellow/25' : 'border-key/50'}`}
      value={noted.typed[place.key] ?? ''}
      onChange={(event) => {
        noteReading(place, event.target.value);
      }}
    />
  );
  const grid = each * each;
  return (
    <fieldset>
      <legend className="font-semibold">Readings, the back of the plate above</legend>
      <div className="grid gap-1.5" style={{ gridTemplateColumns: `repeat(${each}, minmax(0, 1fr))` }}>
        {places.slice(0, grid).map(field)}
      </div>
      {places.length > grid && (
        <ul className="mt-2 space-y-1.5">
          {places.slice(grid).map((place, i) => (
            <li key={place.key} className="grid grid-cols-[minmax(0,1fr)_7rem] items-center gap-2">
              <span>
                {place.asked === 'again' ? 'It stands out. Read it again' : 'It would tell most'}:{' '}
                <span className="figures">{print.length(place.x)}</span> from the left,{' '}
                <span className="figures">{print.length(place.y)}</span> from the back
              </span>
              {field(place, grid + i)}
            </li>
          ))}
        </ul>
      )}
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
      {!aimed && judged.telling.length > 0 && (
        <Button className="mt-2 w-full" onClick={askMore}>
          Read {judged.telling.length} more places, those that would tell most
        </Button>
      )}
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
