const OPEN = 'kanga:palette';

/** Asks for the command palette, wherever it is mounted. */
export const openPalette = (): void => {
  window.dispatchEvent(new Event(OPEN));
};

/** Calls `open` whenever the palette is asked for: by a button, or by Ctrl-K or Cmd-K. Gives the way to stop. */
export function onPalette(open: () => void): () => void {
  const onKey = (event: KeyboardEvent) => {
    if (event.key.toLowerCase() !== 'k' || !(event.ctrlKey || event.metaKey)) return;
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
