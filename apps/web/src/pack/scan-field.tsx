import { useState } from 'react';
import { Button, Camera } from '../ui/index.js';
import type { Said } from './use-pack.js';

/** Where a label is shown or its number typed, and what came of it, large. */
export function ScanField({
  said,
  onShow,
  onUndo,
}: {
  said: Said | null;
  onShow: (text: string) => void;
  onUndo: (() => void) | null;
}) {
  const [text, setText] = useState('');
  const [camera, setCamera] = useState(false);
  return (
    <div data-testid="scan" className="mb-2 flex flex-wrap items-center gap-3">
      <form
        className="flex min-w-0 flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() === '') return;
          onShow(text);
          setText('');
        }}
      >
        <input
          aria-label="Label of a piece"
          placeholder="Show a label, or type 21/3"
          autoComplete="off"
          autoFocus
          className="figures h-12 w-[330px] max-w-full border-[1.5px] border-key/50 bg-white px-3 text-[18px]"
          value={text}
          onChange={(event) => {
            setText(event.target.value);
          }}
        />
        <Button type="submit" className="min-h-12">
          Put it in
        </Button>
      </form>
      {camera ? (
        <Camera
          onCode={onShow}
          onClose={() => {
            setCamera(false);
          }}
          lack="Type the number on the label, like 21/3."
        />
      ) : (
        <Button
          className="min-h-12"
          onClick={() => {
            setCamera(true);
          }}
        >
          Camera
        </Button>
      )}
      {said && (
        <p
          role={said.good ? 'status' : 'alert'}
          className={`flex min-h-12 min-w-[260px] flex-1 items-center gap-3 px-3 py-1 text-[18px] font-semibold ${said.good ? 'bg-green text-white' : 'bg-magenta text-white'}`}
        >
          <span>
            {said.title}
            {said.remedy !== '' && <span className="block text-[15px] font-normal">{said.remedy}</span>}
          </span>
          {said.good && onUndo && (
            <button type="button" className="on-dark ml-auto min-h-10 flex-none underline" onClick={onUndo}>
              Undo
            </button>
          )}
        </p>
      )}
    </div>
  );
}
