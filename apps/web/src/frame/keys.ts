/** Whether the last thing that was done on this page was done with a pointer; Tab and the arrows lead elsewhere by hand. */
let byPointer = false;
const LEADS = new Set(['Tab', 'ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'Home', 'End']);

/** Watches what leads to the element that has the focus. Gives what ends the watch. */
export function watchFocus(): () => void {
  const pointed = () => {
    byPointer = true;
  };
  const led = ({ key }: KeyboardEvent) => {
    if (LEADS.has(key)) byPointer = false;
  };
  window.addEventListener('pointerdown', pointed, { capture: true });
  window.addEventListener('keydown', led, { capture: true });
  return () => {
    window.removeEventListener('pointerdown', pointed, { capture: true });
    window.removeEventListener('keydown', led, { capture: true });
  };
}

/** Fields in which neither Enter nor Space writes or does anything of its own. */
const IDLE_FIELDS = 'input[type="radio"], input[type="range"]';
const TYPED_IN = `textarea, select, [role="dialog"], [role="menu"], input:not(${IDLE_FIELDS.replaceAll('input', '')})`;

/**
 * Whether a key press belongs to what has the focus, rather than to the line. A button or a tab that was clicked is done with; one that was led to by
 * keys is about to be used.
 */
export function belongsElsewhere(event: KeyboardEvent): boolean {
  const { target } = event;
  if (!(target instanceof HTMLElement)) return false;
  // A box is ticked with Space, and means nothing by Enter.
  if (event.key === 'Enter' && target.matches('input[type="checkbox"]')) return false;
  if (target.isContentEditable || target.closest(TYPED_IN) !== null) return true;
  return !byPointer && target.closest('button, a, summary, [role="tab"]') !== null;
}
