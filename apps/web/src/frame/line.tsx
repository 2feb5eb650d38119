import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import type { RouteName } from '@kanga/contract/route';
import type { NextAction } from '@kanga/core/job';
import { rightOf, useMay } from '../data/index.js';
import { Button, dialogIsOpen, Key } from '../ui/index.js';
import { belongsElsewhere, watchFocus } from './keys.js';
import { useSettled } from './settled.js';
import { SureDialog } from './sure.js';

/**
 * The strip along the foot: the next action in one sentence, and its button. Enter does it from anywhere on the screen;
 * at the press Space does, too. What is hardly ever meant takes a tap, and is asked about.
 */
export function Line({
  action,
  onAct,
  busy = false,
  loud = false,
  aside,
  door = null,
}: {
  action: NextAction;
  onAct: (action: NextAction) => void;
  busy?: boolean;
  loud?: boolean;
  /** What stands beside the sentence, before the button. */
  aside?: ReactNode;
  /** The door of the server that it goes through: who may not is told what it takes. Null: to look is enough. */
  door?: RouteName | null;
}) {
  const may = useMay();
  const lacks = door !== null && !may(door) ? rightOf(door) : null;
  const isOffered = action.command.kind !== 'choose' && lacks === null;
  const able = isOffered && !busy;
  const [asked, setAsked] = useState(false);
  const settled = useSettled(`${action.sentence} ${JSON.stringify(action.command)}`);
  const act = () => {
    if (action.sure) setAsked(true);
    // At the press a step that was done twice is a piece that was never pressed.
    else if (!loud || settled()) onAct(action);
  };
  const latest = useRef({ action, act, able, loud });
  // Before it is painted: what is seen to be asked for can be done, though the machine is slow.
  useLayoutEffect(() => {
    latest.current = { action, act, able, loud };
  });
  useLayoutEffect(watchFocus, []);
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const now = latest.current;
      const key = event.key === 'Enter' || (now.loud && (event.key === ' ' || event.key === 'ArrowRight'));
      if (!key || event.repeat || event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || !now.able)
        return;
      if (belongsElsewhere(event) || dialogIsOpen()) return;
      event.preventDefault();
      if (!now.action.sure) now.act();
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
    };
  }, []);
  return (
    <div
      className={`no-print on-dark flex items-center gap-x-5 gap-y-2 max-sm:flex-wrap max-sm:px-3 ${loud ? 'min-h-[116px] bg-yellow py-3.5 pr-3.5 pl-7 text-key max-sm:min-h-0 max-sm:py-2' : 'min-h-[62px] bg-key py-2 pr-3 pl-5 text-white'}`}
    >
      <p
        aria-live="polite"
        className={`mr-auto font-big max-sm:w-full ${loud ? 'text-[32px] leading-[1.12] font-bold max-sm:text-[22px]' : 'text-[22px] leading-tight font-semibold max-sm:text-lg'}`}
      >
        {action.sentence}
      </p>
      {aside}
      {isOffered ? (
        <Button
          tone="line"
          disabled={busy}
          data-testid="next"
          className={`flex-none ${loud ? 'on-dark h-full min-h-[88px] min-w-[300px] rounded-md !bg-key px-8 font-big text-[26px] !text-white hover:!bg-black max-sm:min-h-16 max-sm:min-w-0 max-sm:flex-1 max-sm:px-4 max-sm:text-xl' : 'min-h-11 px-4 text-[17px] max-sm:flex-1'}`}
          onClick={act}
        >
          {action.label}
          {!action.sure && (
            <span className="max-sm:hidden">
              <Key>{loud ? 'Space' : 'Enter'}</Key>
            </span>
          )}
        </Button>
      ) : (
        <span className={`flex-none text-[15px] ${loud ? '' : 'text-white/80'}`}>
          {lacks === null ? action.label : `Takes the right “${lacks}”`}
        </span>
      )}
      {action.sure && (
        <SureDialog
          sure={action.sure}
          open={asked}
          onClose={() => {
            setAsked(false);
          }}
          onYes={() => {
            onAct(action);
          }}
        />
      )}
    </div>
  );
}
