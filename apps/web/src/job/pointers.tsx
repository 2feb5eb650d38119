import { useEffect, useLayoutEffect, useState } from 'react';
import type { Stage } from '@kanga/core/finding';
import { Button } from '../ui/index.js';

/** What a newcomer is shown at the first visit of a stage: where it is, and in a few words what it is for. */
const POINTS: Record<Stage, readonly (readonly [where: string, words: string])[]> = {
  blank: [
    ['main section [role="img"]', 'The print area, at true proportions.'],
    ['aside', 'Facts. Click one to read why, and to change it.'],
    ['[data-testid="next"]', 'What comes next. Enter does it.'],
  ],
  art: [
    ['main section [role="img"]', 'Drag the picture, pull a corner, turn the knob.'],
    ['[aria-label="Findings"], [data-testid="notes"]', 'What could spoil a piece. Click to read what to do.'],
    ['aside', 'What was read in the picture, and its tools.'],
  ],
  sheet: [
    ['main section [role="img"]', 'The paper as it comes out of the printer. Drag a transfer to move it.'],
    ['aside', 'Paper, use of it, and printing.'],
    ['[data-testid="next"]', 'On to the press, when it is laid out.'],
  ],
  stack: [
    ['main section [role="img"]', 'What lies on what in the press.'],
    ['[aria-label="Steps"]', 'The steps of one piece.'],
    ['aside', 'The settings, each with its source.'],
  ],
  press: [
    ['[data-testid="bench"]', 'What to do now, and the clock.'],
    ['[data-testid="next"]', 'Closed? Opened? One tap, or Space.'],
    ['[data-testid="more"]', 'Undo, stop, scrap, guidance.'],
  ],
  inspect: [
    ['[data-testid="piece-1"]', 'Each piece: good or spoiled.'],
    ['[data-testid="next"]', 'All good ones by one key.'],
    ['aside', 'How it was pressed, against the plan.'],
  ],
  pack: [
    ['[aria-label="Bags"]', 'The bags, and what is missing in each.'],
    ['[data-testid="scan"]', 'Show a label, or type its number.'],
    ['aside', 'The parcel: its box, its weight, and its papers.'],
  ],
};

const KEY = 'kanga.met';
const met = (): string[] => (localStorage.getItem(KEY) ?? '').split(',').filter(Boolean);

/** Whether a stage was visited at this screen before. */
const isMet = (stage: Stage): boolean => met().some((one) => one === 'all' || one === stage);

function remember(stage: Stage): void {
  if (!isMet(stage)) localStorage.setItem(KEY, [...met(), stage].join());
}

interface Spot {
  x: number;
  y: number;
}

/** Where the three things are on the screen now; what is not there is left out. */
function spotsOf(stage: Stage): (Spot | null)[] {
  return POINTS[stage].map(([where]) => {
    const box = document.querySelector(where)?.getBoundingClientRect();
    return box && box.width > 0 ? { x: Math.max(4, box.left + 6), y: Math.max(4, box.top + 6) } : null;
  });
}

/** Points at three things at the first visit of a stage, and never again. It is in nobody’s way: what lies under a mark can be clicked. */
export function Pointers({ stage }: { stage: Stage }) {
  const [shown, setShown] = useState(() => !isMet(stage));
  const [spots, setSpots] = useState<(Spot | null)[]>([]);
  useEffect(() => {
    remember(stage);
  }, [stage]);
  useLayoutEffect(() => {
    if (!shown) return;
    const place = () => {
      setSpots(spotsOf(stage));
    };
    place();
    // Pictures come a moment later, and move what they stand beside.
    const timer = setInterval(place, 500);
    window.addEventListener('resize', place);
    return () => {
      clearInterval(timer);
      window.removeEventListener('resize', place);
    };
  }, [shown, stage]);
  useEffect(() => {
    if (!shown) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') setShown(false);
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
    };
  }, [shown]);
  if (!shown) return null;
  return (
    <>
      {spots.map(
        (spot, i) =>
          spot && (
            <span
              key={i}
              aria-hidden
              className="no-print pointer-events-none fixed z-20 flex h-9 w-9 items-center justify-center rounded-full border-[3px] border-key bg-yellow font-big text-[19px] font-bold text-key shadow-lg"
              style={{ left: spot.x, top: spot.y }}
            >
              {i + 1}
            </span>
          ),
      )}
      <aside
        role="note"
        aria-label="First visit"
        className="no-print fixed bottom-28 left-1/2 z-20 w-[min(520px,92vw)] -translate-x-1/2 border-2 border-key bg-yellow p-4 text-key shadow-2xl"
      >
        <ol className="grid gap-1 text-[17px]">
          {POINTS[stage].map(([, words], i) => (
            <li key={words}>
              <b>{i + 1}</b> {words}
            </li>
          ))}
        </ol>
        <div className="mt-2 flex items-center gap-3">
          <Button
            onClick={() => {
              setShown(false);
            }}
          >
            Got it
          </Button>
          <span className="text-[15px]">More behind ? at any time.</span>
        </div>
      </aside>
    </>
  );
}
