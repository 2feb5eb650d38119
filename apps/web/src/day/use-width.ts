import { useCallback, useState } from 'react';

/** The width of an element in CSS pixels as it is laid out now, and the ref that measures it. */
export function useWidth(start: number): [number, (element: HTMLElement | null) => (() => void) | undefined] {
  const [width, setWidth] = useState(start);
  const measure = useCallback((element: HTMLElement | null) => {
    if (!element) return undefined;
    const observer = new ResizeObserver(() => {
      setWidth(Math.max(320, Math.round(element.clientWidth)));
    });
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, []);
  return [width, measure];
}
