import { useRef } from 'react';

/**
 * Radios that are gone through by the arrow keys are chosen one after the other on the way: whoever puts a choice away once it is made keeps it open then, or nobody gets beyond
 * the second by keys. `group` goes on what holds the radios; `passing`, asked when one was chosen, says that it was chosen so.
 */
export function usePassing() {
  const byArrow = useRef(false);
  return {
    group: {
      onKeyDownCapture: ({ key }: React.KeyboardEvent) => {
        byArrow.current = key.startsWith('Arrow');
      },
      onPointerDownCapture: () => {
        byArrow.current = false;
      },
    },
    passing: (): boolean => byArrow.current,
  };
}
