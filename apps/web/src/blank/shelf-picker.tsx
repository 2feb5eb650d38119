import { useSuspenseQuery } from '@tanstack/react-query';
import type { Blank } from '@kanga/core/blank';
import { blanksQuery } from '../data/index.js';
import { BlankGlyph } from '../draw/index.js';
import { OwnBlank } from './own-blank.js';

/** The shelf as a row of pictures: one is chosen by a click or the arrow keys. */
export function ShelfPicker({
  chosen,
  onChoose,
  locked,
}: {
  chosen: string | null;
  onChoose: (blank: Blank) => void;
  locked: boolean;
}) {
  const { data: blanks } = useSuspenseQuery(blanksQuery);
  return (
    <fieldset disabled={locked} className="mb-2">
      <legend className="sr-only">Blanks on the shelf</legend>
      <div className="flex gap-2 overflow-x-auto pb-1.5">
        {blanks.map((blank) => (
          <label
            key={blank.id}
            className="flex w-[104px] flex-none flex-col items-center rounded-sm border-2 border-rule bg-white p-1.5 text-center text-[14px] leading-tight hover:border-key/60 has-checked:border-key has-checked:bg-yellow/25 has-focus-visible:outline-3 has-focus-visible:outline-offset-1 has-focus-visible:outline-cyan"
          >
            <input
              type="radio"
              name="blank"
              className="sr-only"
              checked={blank.id === chosen}
              onChange={() => {
                onChoose(blank);
              }}
            />
            <BlankGlyph blank={blank} className="mb-1 h-[58px] w-full" />
            <span className="line-clamp-2">{blank.name}</span>
          </label>
        ))}
        <OwnBlank onMade={onChoose} locked={locked} />
      </div>
    </fieldset>
  );
}
