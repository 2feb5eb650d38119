import { dialogIsOpen } from '../ui/index.js';
import { screenDoor } from './screen-door.js';

/** Whether somebody is writing: then a question mark is a sign like any other. */
const isWriting = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input:not([type="radio"],[type="checkbox"]), textarea, select') !== null;

/** The help of a screen: by its button, or by the key `?`. */
export const { open: openHelp, on: onHelp } = screenDoor(
  'help',
  ({ key, ctrlKey, metaKey, target }) => key === '?' && !ctrlKey && !metaKey && !isWriting(target) && !dialogIsOpen(),
);
