import { useLayoutEffect, useRef } from 'react';
import type { NextAction } from '@kanga/core/job';
import { Button, Key } from '../ui/index.js';

/** Whether a key press belongs to what has the focus, rather than to the line. */
const isBusy = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    target.closest('button, a, textarea, select, [role="dialog"], input:not([type="radio"])') !== null);

/**
 * The strip along the foot: the next action in one sentence, and its button. Enter does it from anywhere on the screen;
 * at the press Space does, too.
 */
export function Line({
  action,
  onAct,
  busy = false,
  loud = false,
}: {
  action: NextAction;
  onAct: (action: NextAction) => void;
  busy?: boolean;
  loud?: boolean;
}) {
  const able = action.command.kind !== 'choose' && !busy;
  const latest = useRef({ action, onAct, able, loud });
  // Before it is painted: what is seen to be asked for can be done, though the machine is slow.
  useLayoutEffect(() => {
    latest.current = { action, onAct, able, loud };
  });
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const now = latest.current;
      const key = event.key === 'Enter' || (now.loud && (event.key === ' ' || event.key === 'ArrowRight'));
      if (!key || event.repeat || event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || !now.able)
        return;
      if (isBusy(event.target) || document.querySelector('[role="dialog"]')) return;
      event.preventDefault();
      now.onAct(now.action);
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
    };
  }, []);
  return (
    <div
      className={`no-print on-dark flex items-center gap-5 ${loud ? 'min-h-[116px] bg-yellow py-3.5 pr-3.5 pl-7 text-key' : 'min-h-[62px] bg-key py-2 pr-3 pl-5 text-white'}`}
    >
      <p
        aria-live="polite"
        className={`font-big ${loud ? 'text-[32px] leading-[1.12] font-bold max-sm:text-2xl' : 'text-[22px] leading-tight font-semibold max-sm:text-lg'}`}
      >
        {action.sentence}
      </p>
      {action.command.kind !== 'choose' ? (
        <Button
          tone="line"
          disabled={busy}
          data-testid="next"
          className={`ml-auto flex-none ${loud ? 'on-dark h-full min-h-[88px] min-w-[300px] rounded-md !bg-key px-8 font-big text-[26px] !text-white hover:!bg-black max-sm:min-w-40 max-sm:text-xl' : 'min-h-11 px-4 text-[17px]'}`}
          onClick={(event) => {
            onAct(action);
            // Enter goes on with the line, not with this button again.
            event.currentTarget.blur();
          }}
        >
          {action.label}
          <Key>{loud ? 'Space' : 'Enter'}</Key>
        </Button>
      ) : (
        <span className="ml-auto flex-none text-[15px] text-white/80">{action.label}</span>
      )}
    </div>
  );
}
