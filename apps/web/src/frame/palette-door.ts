import { screenDoor } from './screen-door.js';

/** The command palette: by a button, or by Ctrl-K or Cmd-K. */
export const { open: openPalette, on: onPalette } = screenDoor(
  'palette',
  ({ key, ctrlKey, metaKey }) => key.toLowerCase() === 'k' && (ctrlKey || metaKey),
);
