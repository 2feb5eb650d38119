import { useState } from 'react';
import { KEEP_OUT_KINDS, startingKeepOuts, type KeepOut, type KeepOutKind, type Side } from '@kanga/core/blank';
import { Button, Select } from '../ui/index.js';
import { KeepOutFigures } from './keep-out-figures.js';
import type { Draft } from './use-draft.js';

interface Props {
  draft: Draft;
  shown: Side;
  picked: number | null;
  onPick: (keepOut: number | null) => void;
}

/** One keep-out in the list: chosen by its name, off the plate or on it, and removed. */
function KeepOutItem({
  keepOut,
  chosen,
  onChoose,
  onChange,
  onRemove,
}: {
  keepOut: KeepOut;
  chosen: boolean;
  onChoose: () => void;
  onChange: (keepOut: KeepOut) => void;
  onRemove: () => void;
}) {
  return (
    <li className={`flex items-center gap-2 ${chosen ? 'bg-yellow/25' : ''}`}>
      <button
        type="button"
        className="min-h-9 flex-1 px-1 text-left underline-offset-2 hover:underline"
        onClick={onChoose}
      >
        {keepOut.kind}
      </button>
      <label className="flex min-h-tap items-center gap-1 text-[14px]">
        <input
          type="checkbox"
          className="h-4 w-4 accent-cyan"
          checked={keepOut.hangsOff}
          onChange={(event) => {
            onChange({ ...keepOut, hangsOff: event.target.checked });
          }}
        />
        off the plate
      </label>
      <Button className="px-2!" aria-label={`Remove the ${keepOut.kind}`} onClick={onRemove}>
        ✕
      </Button>
    </li>
  );
}

/** What of a side is kept out of the print: added by its kind, listed, and set by figures. */
export function KeepOutFields({ draft, shown, picked, onPick }: Props) {
  const [kind, setKind] = useState<KeepOutKind>('strap slot');
  const { keepOuts } = shown;
  const set = (at: number, keepOut: KeepOut) => {
    draft.changeSide({ keepOuts: keepOuts.map((one, i) => (i === at ? keepOut : one)) });
  };
  const chosen = picked === null ? undefined : keepOuts[picked];
  return (
    <>
      <div className="flex items-end gap-2">
        <div className="flex-1">
          <Select
            label="Keep out"
            value={kind}
            options={KEEP_OUT_KINDS.map((value) => ({ value, label: value }))}
            onChange={setKind}
          />
        </div>
        <Button
          onClick={() => {
            draft.changeSide({ keepOuts: [...keepOuts, ...startingKeepOuts(kind, shown.outline)] });
            onPick(keepOuts.length);
          }}
        >
          Add it
        </Button>
      </div>
      {keepOuts.length > 0 && (
        <ul>
          {keepOuts.map((keepOut, i) => (
            <KeepOutItem
              key={i}
              keepOut={keepOut}
              chosen={picked === i}
              onChoose={() => {
                onPick(i);
              }}
              onChange={(next) => {
                set(i, next);
              }}
              onRemove={() => {
                draft.changeSide({ keepOuts: keepOuts.filter((_, k) => k !== i) });
                onPick(null);
              }}
            />
          ))}
        </ul>
      )}
      {chosen && picked !== null && (
        <KeepOutFigures
          key={picked}
          keepOut={chosen}
          onChange={(area) => {
            set(picked, { ...chosen, area });
          }}
        />
      )}
    </>
  );
}
