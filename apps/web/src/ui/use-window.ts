import {
  elementScroll,
  observeElementOffset,
  observeElementRect,
  observeWindowOffset,
  observeWindowRect,
  Virtualizer,
  windowScroll,
  type VirtualItem,
  type VirtualizerOptions,
} from '@tanstack/virtual-core';
import { useEffect, useLayoutEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { flushSync } from 'react-dom';

/** Whether the window is as a media query says. */
export function useMatches(media: string): boolean {
  return useSyncExternalStore(
    (changed) => {
      const list = window.matchMedia(media);
      list.addEventListener('change', changed);
      return () => {
        list.removeEventListener('change', changed);
      };
    },
    () => window.matchMedia(media).matches,
  );
}

/** Whether the page is being printed: then all of a list is drawn. */
function usePrinting(): boolean {
  const [printing, setPrinting] = useState(false);
  useEffect(() => {
    const set = (now: boolean) => () => {
      // The page is printed as it stands when this returns.
      flushSync(() => {
        setPrinting(now);
      });
    };
    const [before, after] = [set(true), set(false)];
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', after);
    return () => {
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', after);
    };
  }, []);
  return printing;
}

/** What scrolls an element: the nearest above it that may; null: the page does. */
function scrollerOf(element: Element): HTMLElement | null {
  for (let one = element.parentElement; one && one !== document.body; one = one.parentElement)
    if (/auto|scroll/.test(getComputedStyle(one).overflowY) && one.clientHeight < one.scrollHeight) return one;
  return null;
}

/** So many rows are drawn beyond the edges of the window. */
const BEYOND = 3;

/** The rows of a long list that are in the window, and where they stand. */
export interface Windowed<E extends Element> {
  /** Goes on what holds the rows. */
  holds: (element: E | null) => void;
  /** Those that are drawn; null: all, on paper. */
  drawn: readonly VirtualItem[] | null;
  /** Goes on every row that is drawn. */
  measure: (row: Element | null) => void;
  /** How high all of them are, px, and where they begin in what scrolls. */
  height: number;
  begins: number;
}

/** What a virtualiser is told of the list. */
type Asked = Pick<
  VirtualizerOptions<Element, Element>,
  'count' | 'lanes' | 'gap' | 'overscan' | 'estimateSize' | 'scrollMargin'
>;
/** What it tells of it. */
interface Rows {
  drawn: VirtualItem[];
  height: number;
}

/** The rows in the window of an element, or of the page. */
interface Watched {
  /** Begins to look; what it gives ends it. */
  begin: () => () => void;
  ask: (asked: Asked) => void;
  measure: (row: Element | null) => void;
}
function watchWindow(scroller: HTMLElement | null, tell: (rows: Rows) => void): Watched {
  const start = <S extends Element | Window>(
    how: Pick<
      VirtualizerOptions<S, Element>,
      'getScrollElement' | 'observeElementRect' | 'observeElementOffset' | 'scrollToFn'
    >,
  ): Watched => {
    const onChange = (rows: Virtualizer<S, Element>) => {
      tell({ drawn: rows.getVirtualItems(), height: rows.getTotalSize() });
    };
    const rows = new Virtualizer<S, Element>({ count: 0, estimateSize: () => 0, ...how, onChange });
    const ask = (asked: Asked) => {
      rows.setOptions({ ...asked, ...how, onChange });
      rows._willUpdate();
      onChange(rows);
    };
    return { begin: rows._didMount, ask, measure: rows.measureElement };
  };
  return scroller
    ? start<HTMLElement>({
        getScrollElement: () => scroller,
        observeElementRect,
        observeElementOffset,
        scrollToFn: elementScroll,
      })
    : start<Window>({
        getScrollElement: () => window,
        observeElementRect: observeWindowRect,
        observeElementOffset: observeWindowOffset,
        scrollToFn: windowScroll,
      });
}

/** Draws of a long list what is in the window. `height`: about how high a row is, px; `lanes`: how many stand side by side; `onNearEnd`: its last rows come into sight. */
export function useWindow<E extends Element>({
  count,
  height,
  lanes = 1,
  gap = 0,
  onNearEnd,
}: {
  count: number;
  height: number;
  lanes?: number;
  gap?: number;
  onNearEnd?: (() => void) | undefined;
}): Windowed<E> {
  const [list, setList] = useState<E | null>(null);
  const [scroller, setScroller] = useState<HTMLElement | null>(null);
  const [begins, setBegins] = useState(0);
  const printing = usePrinting();
  // What stands above the list may grow and shrink.
  useLayoutEffect(() => {
    if (!list) return;
    const place = () => {
      const now = scrollerOf(list);
      const top = now ? now.getBoundingClientRect().top - now.scrollTop : -window.scrollY;
      setScroller(now);
      setBegins(Math.round(list.getBoundingClientRect().top - top));
    };
    place();
    const watch = new ResizeObserver(place);
    const last = scrollerOf(list) ?? document.body;
    for (let one = list.parentElement; one; one = one === last ? null : one.parentElement) {
      watch.observe(one);
      for (const beside of one.children) if (!beside.contains(list)) watch.observe(beside);
    }
    return () => {
      watch.disconnect();
    };
  }, [list]);
  const [{ drawn, height: whole }, setRows] = useState<Rows>({ drawn: [], height: 0 });
  const watched = useMemo(() => watchWindow(scroller, setRows), [scroller]);
  useLayoutEffect(() => (list ? watched.begin() : undefined), [list, watched]);
  useLayoutEffect(() => {
    const overscan = BEYOND * lanes;
    if (list) watched.ask({ count, lanes, gap, overscan, estimateSize: () => height, scrollMargin: begins });
  }, [list, watched, count, lanes, gap, height, begins]);
  const last = drawn.at(-1)?.index ?? 0;
  const nearEnd = count > 0 && last >= count - BEYOND;
  useEffect(() => {
    if (nearEnd) onNearEnd?.();
  }, [nearEnd, count, onNearEnd]);
  return { holds: setList, drawn: printing ? null : drawn, measure: watched.measure, height: whole, begins };
}
