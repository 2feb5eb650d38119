import { useState } from 'react';
import type { Layout } from '@kanga/core/sheet';
import type { Media } from '@kanga/core/shop';
import { Button } from '../ui/index.js';

/** Which sheets are looked at: cut sheets are narrow, and two have room beside each other. */
export function useTurning(layout: Layout | null, media: Media | null) {
  const [turned, turn] = useState(0);
  const count = layout?.sheets.length ?? 0;
  const shown = media?.kind === 'cut' && count > 1 ? 2 : 1;
  return { at: Math.min(turned, Math.max(0, count - shown)), shown, count, turn };
}
export type Turning = ReturnType<typeof useTurning>;

/** The arrows that turn the sheets over; nothing where all of them are in sight. */
export function SheetTurner({ turning: { at, shown, count, turn } }: { turning: Turning }) {
  if (count <= shown) return null;
  return (
    <div className="flex items-center gap-2">
      <Button
        aria-label="Previous sheets"
        disabled={at === 0}
        onClick={() => {
          turn(Math.max(0, at - shown));
        }}
      >
        ←
      </Button>
      <span>
        {shown > 1 ? `Sheets ${at + 1} and ${at + 2}` : `Length ${at + 1}`} of {count}
      </span>
      <Button
        aria-label="Next sheets"
        disabled={at + shown >= count}
        onClick={() => {
          turn(at + shown);
        }}
      >
        →
      </Button>
    </div>
  );
}
