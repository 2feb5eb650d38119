import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import type { Media } from '@kanga/core/shop';
import { parseLength } from '@kanga/core/units';
import type { MediaWords } from '@kanga/contract/shop';
import { call, problemFrom, queryClient, shopQuery, usePrint } from '../data/index.js';
import { Button, ProblemText, TextField } from '../ui/index.js';

/** An offcut is no smaller than this each way, mm. */
const LEAST = 40;

/** Takes the measure of a piece of paper that was left over, as paper of the shop from then on: it is used up by one sheet. `like`: what it was cut from. */
export function MeasuredOffcut({ like, onKept }: { like: Media; onKept: (id: string) => void }) {
  const print = usePrint();
  const [width, setWidth] = useState('');
  const [length, setLength] = useState('');
  const read = (text: string): number | null => {
    const parsed = parseLength(text, print.units.length);
    return parsed.ok && parsed.value >= LEAST ? parsed.value : null;
  };
  const [across, along] = [read(width), read(length)];
  const keep = useMutation({
    mutationFn: ({ w, l }: { w: number; l: number }) => {
      const { id, ...words } = like;
      void id;
      const body: MediaWords = {
        ...words,
        kind: 'cut',
        name: `Offcut ${print.size(w, l)}`,
        width: w,
        length: l,
        left: 1,
        offcut: true,
      };
      return call('setMedia', { id: crypto.randomUUID(), body });
    },
    onSuccess: async ({ id }) => {
      await queryClient.invalidateQueries(shopQuery);
      onKept(id);
    },
  });
  const problem = (text: string, value: number | null) =>
    text === '' || value !== null ? undefined : `A length of at least ${print.length(LEAST)}.`;
  return (
    <div className="space-y-2 border-l-4 border-cyan pl-3">
      <p className="text-[15px] text-soft">
        Lay a ruler on it. It has the edges of {like.name}, from which it was cut.
      </p>
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Width of the offcut"
          measured
          value={width}
          problem={problem(width, across)}
          onChange={(event) => {
            setWidth(event.target.value);
          }}
        />
        <TextField
          label="Length of the offcut"
          measured
          value={length}
          problem={problem(length, along)}
          onChange={(event) => {
            setLength(event.target.value);
          }}
        />
      </div>
      {keep.isError && <ProblemText problem={problemFrom(keep.error)} />}
      <Button
        disabled={across === null || along === null || keep.isPending}
        onClick={() => {
          if (across !== null && along !== null) keep.mutate({ w: across, l: along });
        }}
      >
        Take this offcut
      </Button>
    </div>
  );
}
