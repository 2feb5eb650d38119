import { useEffect, useState } from 'react';

/** Something that opens over any screen, asked for from anywhere: by name, or by a key. */
export interface ScreenDoor {
  /** Asks for it, wherever it is mounted. */
  open: () => void;
  /** Calls `show` whenever it is asked for. Gives the way to stop. */
  on: (show: () => void) => () => void;
}

export function screenDoor(name: string, isAskedBy: (event: KeyboardEvent) => boolean): ScreenDoor {
  const event = `kanga:${name}`;
  return {
    open: () => {
      window.dispatchEvent(new Event(event));
    },
    on: (show) => {
      const onKey = (pressed: KeyboardEvent) => {
        if (!isAskedBy(pressed)) return;
        pressed.preventDefault();
        show();
      };
      window.addEventListener(event, show);
      window.addEventListener('keydown', onKey);
      return () => {
        window.removeEventListener(event, show);
        window.removeEventListener('keydown', onKey);
      };
    },
  };
}

/** Whether it stands open on this screen: from when it is asked for until it is closed. */
export function useDoor(on: ScreenDoor['on']): [open: boolean, setOpen: (open: boolean) => void] {
  const [open, setOpen] = useState(false);
  useEffect(
    () =>
      on(() => {
        setOpen(true);
      }),
    [on],
  );
  return [open, setOpen];
}
