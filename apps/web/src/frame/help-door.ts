const OPEN = 'kanga:help';

/** Asks for the help of this screen, wherever it is mounted. */
export const openHelp = (): void => {
  window.dispatchEvent(new Event(OPEN));
};

/** Whether somebody is writing: then a question mark is a sign like any other. */
const isWriting = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input:not([type="radio"],[type="checkbox"]), textarea, select') !== null;

/** Calls `open` whenever help is asked for: by its button, or by the key `?`. Gives the way to stop. */
export function onHelp(open: () => void): () => void {
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== '?' || event.ctrlKey || event.metaKey || isWriting(event.target)) return;
    if (document.querySelector('[role="dialog"]')) return;
    event.preventDefault();
    open();
  };
  window.addEventListener(OPEN, open);
  window.addEventListener('keydown', onKey);
  return () => {
    window.removeEventListener(OPEN, open);
    window.removeEventListener('keydown', onKey);
  };
}
